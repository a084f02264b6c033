/** The pages of docs/guide in the order in which work goes, by the name of their file. */
export const GUIDE: readonly { page: string; title: string; words: readonly string[] }[] = [
  {
    page: 'bring-footage-in',
    title: 'Bring footage in',
    words: ['import', 'edit', 'edl', 'otio', 'media', 'relink', 'placeholder'],
  },
  {
    page: 'cross-a-cut',
    title: 'Cross a cut',
    words: ['transition', 'dissolve', 'flash', 'wipe', 'handles'],
  },
  {
    page: 'wire-a-treatment',
    title: 'Wire a treatment',
    words: ['wires', 'graph', 'nodes', 'branch', 'matte', 'follow', 'pull', 'cards', 'slow', 'costs'],
  },
  {
    page: 'key-a-subject',
    title: 'Key a subject',
    words: ['green', 'blue', 'screen', 'chroma', 'matte', 'hair', 'spill'],
  },
  {
    page: 'choose-a-title',
    title: 'Choose a title',
    words: [
      'shelf',
      'design',
      'template',
      'lower third',
      'ready-made',
      'countdown',
      'quote',
      'mirror',
      'palette',
      'own',
      'keep',
    ],
  },
  {
    page: 'write-a-title',
    title: 'Write a title',
    words: ['text', 'type', 'letters', 'font', 'name', 'lower third', 'credits', 'caption', 'style'],
  },
  {
    page: 'move-a-title',
    title: 'Move a title',
    words: [
      'arrival',
      'departure',
      'animate',
      'movement',
      'spring',
      'typewriter',
      'length',
      'firm',
      'slack',
      'stay',
    ],
  },
  {
    page: 'hand-over',
    title: 'Hand over',
    words: ['render', 'export', 'deliver', 'mp4', 'png', 'otio', 'edl'],
  },
]

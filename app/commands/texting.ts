import { COAT_KINDS, COAT_NAMES } from '@stilus/core/coats'
import type { LetterStyle } from '@stilus/core/lettering'
import { type Design, designOf, findOwner, type Project } from '@stilus/core/project'
import { ALIGNMENTS } from '../design/arrange'
import {
  copyAgain,
  copyStyle,
  copyValues,
  hasCopied,
  hasStyle,
  pasteStyle,
  pasteValues,
} from '../design/duplicating'
import { alignChosen, moveChosen, spreadChosen } from '../design/arranging'
import { outermost } from '../design/object-acts'
import { startTyping, stopTyping, switchStyle } from '../design/text/typing'
import { uid } from '../session/work'
import { edit } from '../store/edit'
import { store } from '../store/store'
import { here } from '../session/where'
import { set, view } from './acts'
import type { Command } from './command'

const onDesign = () => here()?.kind === 'design'
const object = () => {
  const { document } = store.getState().project
  const { objectId } = view()
  return document && objectId !== null ? findOwner(document, 'object', objectId) : undefined
}
const onText = () => onDesign() && object()?.text !== undefined
const isCoated = () => onDesign() && object()?.coats !== undefined
const isTyping = () => onText() && view().typing !== null
const plain = { group: 'Design', keys: [] }

const STYLES: { id: string; label: string; words: string[]; style: LetterStyle }[] = [
  { id: 'bold', label: 'Bold letters', words: ['weight', 'strong', 'thick'], style: { weight: 700 } },
  { id: 'italic', label: 'Italic letters', words: ['slanted', 'oblique'], style: { italic: true } },
  { id: 'underline', label: 'Underline letters', words: ['line', 'rule'], style: { underline: true } },
  { id: 'strike', label: 'Strike letters through', words: ['line', 'crossed'], style: { strike: true } },
  {
    id: 'emphasise',
    label: 'Emphasise letters',
    words: ['highlight', 'mark', 'stress', 'keyword'],
    style: { role: 'emphasis' },
  },
]

/** The design of the screen with its project. */
function onScreen(): { project: Project; design: Design } | undefined {
  const { document } = store.getState().project
  const { objectId } = view()
  if (!document || objectId === null || !onDesign()) return undefined
  return { project: document, design: designOf(document, objectId) }
}

/** What is done with texts and with several objects. */
export const TEXTING: readonly Command[] = [
  ...ALIGNMENTS.map((how): Command => ({
    ...plain,
    id: `align-${how}`,
    label: `Align the objects: ${how}`,
    words: ['line up', 'arrange', 'position', 'centre', 'edge'],
    when: () => onScreen() !== undefined,
    run: () => {
      const on = onScreen()
      if (on) alignChosen(on.project, on.design, how)
    },
  })),
  ...(['across', 'down'] as const).map((axis): Command => ({
    ...plain,
    id: `spread-${axis}`,
    label: `Equal gaps between the objects ${axis}`,
    words: ['distribute', 'space', 'arrange'],
    when: () => onScreen() !== undefined && view().objectIds.length > 2,
    run: () => {
      const on = onScreen()
      if (on) spreadChosen(on.project, on.design, axis)
    },
  })),
  {
    ...plain,
    id: 'duplicate-objects',
    label: 'Duplicate the objects, as far as the last time',
    words: ['copy', 'repeat', 'again', 'clone'],
    keys: ['ctrl+d'],
    when: () => onScreen() !== undefined && view().stepId === null,
    run: () => {
      const now = onScreen()
      if (!now) return
      const ids = outermost(now.design, view().objectIds).map((o) => o.id)
      copyAgain(ids, (by, gesture) => {
        const on = onScreen()
        if (on) moveChosen(on.project, on.design, by, gesture)
      })
    },
  },
  {
    ...plain,
    id: 'copy-style',
    label: 'Copy the style of the object',
    words: ['coats', 'look', 'format', 'appearance'],
    when: isCoated,
    run: () => copyStyle(view().objectId ?? ''),
  },
  {
    ...plain,
    id: 'paste-style',
    label: 'Paste the style on the chosen objects',
    words: ['coats', 'look', 'format', 'appearance', 'apply'],
    when: () => onScreen() !== undefined && hasStyle(),
    run: () => pasteStyle(view().objectIds),
  },
  ...(['place', 'keys'] as const).flatMap((what): Command[] => [
    {
      ...plain,
      id: `copy-${what}`,
      label: `Copy the ${what} of the object`,
      words: ['position', 'turn', 'size', 'animation', 'move'],
      when: () => onDesign() && object() !== undefined,
      run: () => copyValues(view().objectId ?? '', what),
    },
    {
      ...plain,
      id: `paste-${what}`,
      label: `Paste the ${what} on the chosen objects`,
      words: ['position', 'turn', 'size', 'animation', 'move', 'apply'],
      when: () => onScreen() !== undefined && hasCopied(what),
      run: () => pasteValues(view().objectIds, what),
    },
  ]),
  {
    ...plain,
    id: 'draw-text',
    label: 'Write a text on the picture',
    words: ['title', 'type', 'letters', 'name', 'lower third', 'caption', 'credit'],
    keys: ['t'],
    when: onDesign,
    run: () => set({ drawing: 'text' }),
  },
  {
    ...plain,
    id: 'type-text',
    label: 'Type in the text',
    words: ['edit', 'change', 'words', 'spelling'],
    when: () => onText() && !view().typing,
    run: () => startTyping(view().objectId ?? ''),
  },
  { ...plain, id: 'stop-typing', label: 'Stop typing', when: isTyping, run: stopTyping },
  ...STYLES.map(({ id, label, words, style }): Command => ({
    ...plain,
    id: `letters-${id}`,
    label,
    words,
    when: isTyping,
    run: () => switchStyle(style),
  })),
  ...COAT_KINDS.map((kind): Command => ({
    ...plain,
    id: `coat-${kind}`,
    label: `Add a coat: ${COAT_NAMES[kind].toLowerCase()}`,
    words: ['style', 'text', 'letters', 'stroke', 'outline', 'background', 'neon', 'drop', 'box', 'gradient'],
    when: isCoated,
    run: () => {
      const own = object()
      const behind = kind === 'shadow' || kind === 'glow' || kind === 'plate'
      const at = behind ? 0 : (own?.coats?.length ?? 0)
      store.dispatch(edit('coat.add', { objectId: own?.id ?? '', coatId: uid(), kind, at }))
    },
  })),
]

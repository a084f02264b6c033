/** The clips of the demo, as they are rendered and as the demo project knows them. */
export const CLIPS = [
  { scene: 'harbour', file: 'harbour-wide.mp4', frames: 120, seed: 1, codec: 'avc1.640020', sound: 'aac' },
  { scene: 'lantern', file: 'lantern-swings.mov', frames: 120, seed: 2, codec: 'avc1.640020', sound: 'aac' },
  { scene: 'comet', file: 'comet-hangs.webm', frames: 120, seed: 3, codec: 'vp09.00.31.08', sound: 'opus' },
] as const

export const SIZE = { width: 1280, height: 720 }
export const RATE = { num: 24, den: 1 }

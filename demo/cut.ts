/** The edit of "The Tin Comet": what is laid where, in frames at 24 a second. */
export const RATE = { num: 24, den: 1 }
export const SIZE = { width: 1280, height: 720 }
/** Timecode 01:00:00:00. */
export const START = 86400

export interface Cut {
  id: string
  name: string
  /** File among the media. */
  file: string
  in: number
  length: number
  lane?: number
  /** Where it starts when it lies over others. */
  start?: number
}

export const CUTS: Cut[] = [
  { id: 'harbour', name: 'Harbour wide', file: 'harbour-wide.mp4', in: 12, length: 118 },
  { id: 'tower', name: 'Tower tilt', file: 'tower-tilt.mp4', in: 8, length: 104 },
  { id: 'stairs', name: 'Stairs', file: 'stairs.mp4', in: 5, length: 66 },
  { id: 'lantern', name: 'Lantern close', file: 'lantern-close.mp4', in: 6, length: 60 },
  { id: 'talk', name: 'Stargazer talks', file: 'stargazer-talks.mp4', in: 8, length: 62 },
  { id: 'fox', name: 'Fox talks', file: 'fox-talks.mov', in: 3, length: 68 },
  { id: 'talk-on', name: 'Stargazer goes on', file: 'stargazer-talks.mp4', in: 70, length: 42 },
  { id: 'chart', name: 'Star chart', file: 'star-chart.mp4', in: 8, length: 108 },
  { id: 'bench', name: 'Bench tablet', file: 'bench-tablet.mp4', in: 5, length: 66 },
  { id: 'close-up', name: 'Chart, close (to come)', file: 'placeholder-chart.png', in: 0, length: 120 },
  { id: 'hammer', name: 'Hammer strikes', file: 'hammer-strikes.mp4', in: 6, length: 44 },
  { id: 'comet', name: 'Comet hangs', file: 'comet-hangs.webm', in: 3, length: 58 },
  { id: 'flags', name: 'Two flags', file: 'two-flags.mp4', in: 5, length: 74 },
  { id: 'cart', name: 'Cart comes', file: 'cart-comes.mov', in: 5, length: 66 },
  { id: 'square', name: 'Fox crosses', file: 'fox-crosses.mp4', in: 4, length: 64 },
  { id: 'fox-on', name: 'Fox goes on', file: 'fox-talks.mov', in: 25, length: 48 },
  { id: 'lantern-on', name: 'Lantern again', file: 'lantern-close.mp4', in: 18, length: 50 },
  { id: 'green', name: 'Stargazer on green', file: 'stargazer-on-green.mp4', in: 8, length: 80 },
  { id: 'flight', name: 'Flight over roofs (to come)', file: 'placeholder-flight.png', in: 0, length: 120 },
  { id: 'rooftop', name: 'Rooftop', file: 'rooftop-plate.webm', in: 10, length: 98 },
  { id: 'harbour-last', name: 'Harbour at the end', file: 'harbour-wide.mp4', in: 16, length: 118 },
  { id: 'end', name: 'End card', file: 'end-card.png', in: 0, length: 120 },
  { id: 'title', name: 'Title', file: 'title-card.png', in: 0, length: 72, lane: 1, start: 30 },
]

/** Where one shot of the edit goes over into the next by a dissolve, and the frames that it takes before and after the cut. */
export const JOINS = [
  { id: 'into-the-chart', from: 'talk-on', to: 'chart', before: 8, after: 8 },
  { id: 'night-to-morning', from: 'rooftop', to: 'harbour-last', before: 10, after: 10 },
]

/** The cuts with their places: those of the base lane follow one another. */
export function placedCuts(): Required<Cut>[] {
  let at = 0
  return CUTS.map((cut) => {
    const start = cut.start ?? at
    if (cut.start === undefined) at += cut.length
    return { lane: 0, ...cut, start }
  })
}

export const LENGTH = CUTS.reduce((sum, cut) => sum + (cut.start === undefined ? cut.length : 0), 0)

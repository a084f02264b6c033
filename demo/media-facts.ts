import { RATE, SIZE } from './cut'

/** What is true of each file among the media. Counts are frames at the medium's own rate. */
export interface MediumFacts {
  kind: 'video' | 'still' | 'sound'
  width: number
  height: number
  rate: { num: number; den: number }
  frames: number
  codec: string
  sound: string | null
  /** Frames that the edit may use, at the edit's rate. */
  available: number | null
}

const video = (frames: number, codec = 'avc1.640020', more: Partial<MediumFacts> = {}): MediumFacts => {
  const rate = more.rate ?? RATE
  const available = Math.floor((frames * rate.den * RATE.num) / (rate.num * RATE.den))
  return {
    kind: 'video',
    ...SIZE,
    rate,
    frames,
    codec,
    sound: codec.startsWith('vp09') ? 'opus' : 'aac',
    available,
    ...more,
  }
}
const still = (): MediumFacts => ({
  kind: 'still',
  ...SIZE,
  rate: RATE,
  frames: 1,
  codec: 'png',
  sound: null,
  available: null,
})

export const MEDIA_FACTS: Record<string, MediumFacts> = {
  'harbour-wide.mp4': video(144),
  'tower-tilt.mp4': video(120),
  'stairs.mp4': video(78),
  'lantern-close.mp4': video(72),
  'stargazer-talks.mp4': video(120),
  'fox-talks.mov': video(80, undefined, { rate: { num: 25, den: 1 } }),
  'star-chart.mp4': video(120, undefined, { width: 960, height: 720 }),
  'bench-tablet.mp4': video(76),
  'hammer-strikes.mp4': video(56),
  'comet-hangs.webm': video(66, 'vp09.00.31.08'),
  'two-flags.mp4': video(84),
  'cart-comes.mov': video(76, undefined, { rate: { num: 24000, den: 1001 } }),
  'fox-crosses.mp4': video(72),
  'stargazer-on-green.mp4': video(96),
  'rooftop-plate.webm': video(120, 'vp09.00.31.08'),
  'stargazer-screen.png': still(),
  'title-card.png': still(),
  'end-card.png': still(),
  'word-moon.png': still(),
  'word-comet.png': still(),
  'placeholder-chart.png': still(),
  'placeholder-flight.png': still(),
  'score.m4a': {
    kind: 'sound',
    width: 0,
    height: 0,
    rate: RATE,
    frames: 0,
    codec: '',
    sound: 'aac',
    available: null,
  },
}

import { copyOf, mixInto } from '../../kernels'
import { betweenFrames } from '../../motion'
import { choice, number } from '../../params/make'
import { declareStep, otherTimes } from '../declare'

interface Timing {
  speed: number
  zero: number
  shift: number
  between: string
}

/** The time that a step shows: at its speed about its own zero, and shifted. */
const shownTime = (v: Omit<Timing, 'between'>, time: number) => v.zero + (time - v.zero) * v.speed + v.shift

export const retime = declareStep({
  id: 'retime',
  name: 'Retime',
  aim: 'time',
  family: 'time',
  purpose: 'Plays the shot slower, faster or backwards, with pictures made between its frames.',
  words: ['speed', 'slow motion', 'fast', 'reverse', 'optical flow', 'ramp', 'time remap'],
  params: {
    speed: number('Speed', '1 is as shot, 0.5 half as fast, -1 backwards.', 0.5, [-20, 20], {
      soft: [-2, 4],
      digits: 3,
    }),
    zero: number('About', 'The frame of the shot’s treatment that stays where it is.', 0, [-100000, 100000], {
      soft: [0, 240],
      step: 1,
      digits: 0,
      unit: 'frames',
    }),
    shift: number(
      'Shift',
      'Added to the time; set keys on this one for a ramp of speed.',
      0,
      [-100000, 100000],
      {
        soft: [-48, 48],
        digits: 2,
        step: 0.1,
        unit: 'frames',
      },
    ),
    between: choice(
      'Between frames',
      'What is seen between two frames: the nearer one, both mixed, or one made for that moment.',
      {
        motion: 'Moved pictures',
        blend: 'A mix of both',
        nearest: 'The nearest',
      },
    ),
  },
  outputs: [],
  keepsAlpha: false,
  moves: true,
  proxyError: 0.2,
  neutral: (v) => v.speed === 1 && v.shift === 0,
  reach: (v) => (v.between === 'motion' ? Infinity : 0),
  inputs: otherTimes((v: Timing, time) => {
    const at = shownTime(v, time)
    if (v.between === 'nearest') return [Math.round(at)]
    const low = Math.floor(at + 1e-6)
    return at - low < 1e-6 ? [low] : [low, low + 1]
  }),
  /** Of the two frames about the wanted time: the nearer, their mix, or both moved along the motion between them and mixed (core/motion/flow.ts). */
  render({ kernels: k, input, values: v, times, time }) {
    const [before, after] = times.before ?? []
    if (!before) return copyOf(k, input)
    if (!after) return copyOf(k, before)
    const at = shownTime(v, time)
    const share = at - Math.floor(at)
    if (v.between === 'motion') return betweenFrames(k, before, after, share)
    const out = copyOf(k, after)
    mixInto(k, before, out, share)
    return out
  },
})

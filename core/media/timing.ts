import { fps, nearestRate, type Rate, RATES } from '../time'

/** How the pictures of a stream lie in time. */
export interface Timing {
  rate: Rate
  /** Frames of that rate from the first picture to the end of the last. */
  frames: number
  /** Seconds of the first picture; frame 0 begins there. */
  first: number
  /** Pictures do not come at one rate: each frame shows the one that holds at its middle. */
  varying: boolean
}

const USUAL = Object.values(RATES).filter((rate) => !rate.drop)
/** Seconds that a container may round a time stamp by. */
const ROUNDING = 0.0011

/**
 * The rate of a stream by its time stamps in seconds, in any order, of which there is at least one. A constant rate is the nearest usual one that every stamp
 * lies on, within what containers round by; a varying one is read at the usual rate nearest to the shortest distance that is frequent.
 */
export function timingOf(stamps: Iterable<number>): Timing {
  const times = [...new Set(stamps)].sort((a, b) => a - b)
  const [first = 0] = times
  const last = times.at(-1) ?? first
  const steps = times.slice(1).map((t, i) => t - (times[i] as number))
  if (!steps.length) return { rate: { num: 25, den: 1 }, frames: 1, first, varying: false }
  const mean = steps.length / (last - first)
  const on = (rate: Rate) => times.every((t, i) => Math.abs(t - first - (i * rate.den) / rate.num) < ROUNDING)
  const even = [...USUAL].sort((a, b) => Math.abs(fps(a) - mean) - Math.abs(fps(b) - mean)).find(on)
  const odd = even ?? nearestRate(mean)
  const constant = even !== undefined || on(odd)
  const rate = constant ? odd : usual(1 / frequentStep(steps))
  const frames = Math.max(1, Math.round(((last - first) * rate.num) / rate.den) + 1)
  return { rate, frames, first, varying: !constant }
}

/** The shortest distance that a quarter of the pictures or more keep, to a millisecond: at that rate hardly a picture is passed over. */
function frequentStep(steps: readonly number[]): number {
  const alike = new Map<number, number[]>()
  for (const step of steps) {
    const key = Math.round(step * 1000)
    const list = alike.get(key)
    if (list) list.push(step)
    else alike.set(key, [step])
  }
  const often = [...alike].filter(([, list]) => list.length >= steps.length / 4).sort((a, b) => a[0] - b[0])
  const list = often[0]?.[1] ?? steps
  return list.reduce((sum, step) => sum + step, 0) / list.length
}

/** The usual rate nearest to a measured one. */
const usual = (measured: number): Rate =>
  USUAL.reduce((best, rate) =>
    Math.abs(fps(rate) - measured) < Math.abs(fps(best) - measured) ? rate : best,
  )

/** The frame in whose first half, or the half before, a time stamp lies: a picture shows from there until the next one begins. */
export const frameAt = (stamp: number, { first, rate }: Pick<Timing, 'first' | 'rate'>): number =>
  Math.round(((stamp - first) * rate.num) / rate.den)

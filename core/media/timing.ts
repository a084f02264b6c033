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
 * The rate of a stream by time stamps in seconds, in any order, of which there is at least one. A constant rate is the nearest usual one that every stamp
 * lies on, within what containers round by; a varying one is read at the usual rate nearest to the shortest distance that is frequent.
 * @param stamps those of the stream's beginning, without a gap; all of them where they are few
 * @param spots runs of stamps from further on
 * @param end the last stamp, where the beginning is not all
 */
export function timingOf(
  stamps: Iterable<number>,
  spots: readonly (readonly number[])[] = [],
  end?: number,
): Timing {
  const times = sorted(stamps)
  const [first = 0] = times
  const last = end ?? times.at(-1) ?? first
  const steps = stepsOf(times)
  if (!steps.length) return { rate: { num: 25, den: 1 }, frames: 1, first, varying: false }
  const mean = steps.length / ((times.at(-1) as number) - first)
  const on = (rate: Rate) =>
    times.every((t, i) => Math.abs(t - first - (i * rate.den) / rate.num) < ROUNDING) &&
    spots.every((spot) => keeps(sorted(spot), first, rate))
  const even = [...USUAL].sort((a, b) => Math.abs(fps(a) - mean) - Math.abs(fps(b) - mean)).find(on)
  const odd = even ?? nearestRate(mean)
  const constant = even !== undefined || on(odd)
  const rate = constant
    ? odd
    : usual(1 / frequentStep([...steps, ...spots.flatMap((s) => stepsOf(sorted(s)))]))
  const frames = Math.max(1, Math.round(((last - first) * rate.num) / rate.den) + 1)
  return { rate, frames, first, varying: !constant }
}

const sorted = (stamps: Iterable<number>) => [...new Set(stamps)].sort((a, b) => a - b)
const stepsOf = (times: readonly number[]) => times.slice(1).map((t, i) => t - (times[i] as number))

/** Whether stamps lie on frames of a rate, and some of them on neighbouring ones. */
function keeps(times: readonly number[], first: number, rate: Rate): boolean {
  const frame = rate.den / rate.num
  const off = (t: number) => Math.abs(t - first - Math.round((t - first) / frame) * frame)
  const closest = Math.min(...stepsOf(times))
  return times.every((t) => off(t) < ROUNDING) && !(closest > 1.5 * frame)
}

/** The shortest distance that a quarter of the pictures or more keep, to a millisecond: at that rate hardly a picture is passed over. */
function frequentStep(steps: readonly number[]): number {
  // Containers round one distance to two neighbouring milliseconds.
  const like = (ms: number) => steps.filter((step) => Math.abs(step * 1000 - ms) < 1.5)
  const lengths = [...new Set(steps.map((step) => Math.round(step * 1000)))].sort((a, b) => a - b)
  const often = lengths.map(like).find((list) => list.length >= steps.length / 4) ?? steps
  return often.reduce((sum, step) => sum + step, 0) / often.length
}

/** The usual rate nearest to a measured one. */
const usual = (measured: number): Rate =>
  USUAL.reduce((best, rate) =>
    Math.abs(fps(rate) - measured) < Math.abs(fps(best) - measured) ? rate : best,
  )

/** The frame in whose first half, or the half before, a time stamp lies: a picture shows from there until the next one begins. */
export const frameAt = (stamp: number, { first, rate }: Pick<Timing, 'first' | 'rate'>): number =>
  Math.round(((stamp - first) * rate.num) / rate.den)

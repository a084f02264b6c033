import type { Modifier } from './modifiers'

/** What a parameter can hold. Numbers and lists of numbers travel between keys; words and switches jump. */
export type Value = number | number[] | string | boolean

/** How a value leaves or reaches a key. `hold` keeps the value until the next key. */
export type Interpolation = 'hold' | 'linear' | 'ease' | 'free'

/** A speed handle. reach: share of the segment's length, 0 to 1. speed: value units a frame, one for each component. */
export interface Handle {
  reach: number
  speed: number[]
}

/** One keyframe at treatment time `at` (frames, may be fractional). */
export interface Key {
  at: number
  value: Value
  /** The way out of this key; the default of a new key is `ease`. */
  leave: Interpolation
  /** The way into this key; `hold` is meaningless here and counts as linear. */
  arrive: Interpolation
  leaveHandle?: Handle
  arriveHandle?: Handle
  /** Its two handles turn apart. */
  broken?: boolean
}

/** A parameter's value: a constant, or keys in rising time. With keys, `value` is what remains when all are removed. */
export interface Animated {
  value: Value
  keys?: Key[]
  /** The keys are kept but not heeded. */
  keysOff?: boolean
  /** What else moves it, in order: each works on what those before it give. */
  modifiers?: Modifier[]
}

const EASE_REACH = 0.42
const EVEN_REACH = 1 / 3

/** The value of a parameter at treatment time t. Before the first key and after the last it holds. */
export function valueAt(animated: Animated, t: number): Value {
  const keys = animated.keys
  if (!keys?.length || animated.keysOff) return animated.value
  const [a, b] = around(keys, t)
  if (!a) return (b as Key).value
  if (!b || a.leave === 'hold' || a.at === t) return a.value
  return between(a, b, t)
}

/** The last key at or before t and the first one after it. */
function around(keys: readonly Key[], t: number): [Key | undefined, Key | undefined] {
  let low = 0
  let high = keys.length
  while (low < high) {
    const mid = (low + high) >> 1
    if ((keys[mid] as Key).at <= t) low = mid + 1
    else high = mid
  }
  return [keys[low - 1], keys[low]]
}

function between(a: Key, b: Key, t: number): Value {
  if (typeof a.value === 'number' && typeof b.value === 'number') return travel(a, b, t, a.value, b.value, 0)
  if (Array.isArray(a.value) && Array.isArray(b.value)) {
    const to = b.value
    return a.value.map((from, i) => travel(a, b, t, from, to[i] ?? from, i))
  }
  return a.value
}

/** A cubic Bezier in (time, value). Its control points lie between the keys in time, so it is single-valued. */
interface Segment {
  from: number
  to: number
  length: number
  /** Control points: shares of the length, and values. */
  x1: number
  x2: number
  p1: number
  p2: number
}

function segment(a: Key, b: Key, from: number, to: number, component: number): Segment {
  const length = b.at - a.at
  const slope = (to - from) / length
  const out = handleOf(a.leave, a.leaveHandle, slope, component)
  const into = handleOf(b.arrive, b.arriveHandle, slope, component)
  return {
    from,
    to,
    length,
    x1: out.reach,
    x2: 1 - into.reach,
    p1: from + out.speed * out.reach * length,
    p2: to - into.speed * into.reach * length,
  }
}

function travel(a: Key, b: Key, t: number, from: number, to: number, component: number): number {
  if (a.leave === 'linear' && (b.arrive === 'linear' || b.arrive === 'hold'))
    return from + ((to - from) / (b.at - a.at)) * (t - a.at)
  const s = segment(a, b, from, to, component)
  const u = solveTime((t - a.at) / s.length, s.x1, s.x2)
  const v = 1 - u
  return v * v * v * from + 3 * v * v * u * s.p1 + 3 * v * u * u * s.p2 + u * u * u * to
}

/** How a key leaves or is reached: reach as a share of the segment, speed in units a frame. */
export function handleOf(travel: Interpolation, given: Handle | undefined, slope: number, component: number) {
  if (travel === 'free' && given) {
    return { reach: Math.min(1, Math.max(0, given.reach)), speed: given.speed[component] ?? 0 }
  }
  return travel === 'ease' ? { reach: EASE_REACH, speed: 0 } : { reach: EVEN_REACH, speed: slope }
}

/**
 * How fast component `component` changes at treatment time t by its keys, in units a frame: the derivative dv/du / dx/du of the curve. At a key it is the
 * speed with which it is left; before the first and after the last key 0.
 */
export function speedAt(animated: Animated, t: number, component = 0): number {
  const keys = animated.keys
  if (!keys?.length || animated.keysOff) return 0
  const [a, b] = around(keys, t)
  const part = (key: Key) => (Array.isArray(key.value) ? key.value[component] : key.value)
  if (!a || !b || a.leave === 'hold') return 0
  const [from, to] = [part(a), part(b)]
  if (typeof from !== 'number' || typeof to !== 'number') return 0
  const s = segment(a, b, from, to, component)
  const u = solveTime((t - a.at) / s.length, s.x1, s.x2)
  const v = 1 - u
  const dv = 3 * v * v * (s.p1 - from) + 6 * v * u * (s.p2 - s.p1) + 3 * u * u * (to - s.p2)
  const dx = 3 * v * v * s.x1 + 6 * v * u * (s.x2 - s.x1) + 3 * u * u * (1 - s.x2)
  // A handle of no length leaves its end at the direction of the other one.
  return dx > 1e-9
    ? dv / dx / s.length
    : (u < 0.5 ? s.p2 - from : to - s.p1) / ((u < 0.5 ? s.x2 : 1 - s.x1) || 1) / s.length
}

/** The curve parameter u at which x(u) = 3(1-u)^2 u x1 + 3(1-u) u^2 x2 + u^3 equals x. Bisection guards Newton's steps. */
export function solveTime(x: number, x1: number, x2: number): number {
  let low = 0
  let high = 1
  let u = x
  for (let i = 0; i < 40; i++) {
    const v = 1 - u
    const error = 3 * v * v * u * x1 + 3 * v * u * u * x2 + u * u * u - x
    if (Math.abs(error) < 1e-12) break
    if (error > 0) high = u
    else low = u
    const slope = 3 * v * v * x1 + 6 * v * u * (x2 - x1) + 3 * u * u * (1 - x2)
    const next = u - error / slope
    u = next > low && next < high ? next : (low + high) / 2
  }
  return u
}

/** What a parameter can hold. Numbers and lists of numbers travel between keys; words and switches jump. */
export type Value = number | number[] | string | boolean

/** How a value leaves or reaches a key. `hold` keeps the value until the next key. */
export type Travel = 'hold' | 'linear' | 'ease' | 'free'

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
  leave: Travel
  /** The way into this key; `hold` is meaningless here and counts as linear. */
  arrive: Travel
  leaveHandle?: Handle
  arriveHandle?: Handle
}

/** A parameter's value: a constant, or keys in rising time. With keys, `value` is what remains when all are removed. */
export interface Animated {
  value: Value
  keys?: Key[]
}

const EASE_REACH = 0.42

/** The value of a parameter at treatment time t. Before the first key and after the last it holds. */
export function valueAt(animated: Animated, t: number): Value {
  const keys = animated.keys
  if (!keys?.length) return animated.value
  let low = 0
  let high = keys.length
  while (low < high) {
    const mid = (low + high) >> 1
    if ((keys[mid] as Key).at <= t) low = mid + 1
    else high = mid
  }
  const a = keys[low - 1]
  const b = keys[low]
  if (!a) return (b as Key).value
  if (!b || a.leave === 'hold' || a.at === t) return a.value
  return between(a, b, t)
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
function travel(a: Key, b: Key, t: number, from: number, to: number, component: number): number {
  const length = b.at - a.at
  const slope = (to - from) / length
  const out = handle(a.leave, a.leaveHandle, slope, component)
  const into = handle(b.arrive, b.arriveHandle, slope, component)
  if (a.leave === 'linear' && (b.arrive === 'linear' || b.arrive === 'hold')) return from + slope * (t - a.at)
  const u = solve((t - a.at) / length, out.reach, 1 - into.reach)
  const p1 = from + out.speed * out.reach * length
  const p2 = to - into.speed * into.reach * length
  const v = 1 - u
  return v * v * v * from + 3 * v * v * u * p1 + 3 * v * u * u * p2 + u * u * u * to
}

function handle(travel: Travel, given: Handle | undefined, slope: number, component: number) {
  if (travel === 'free' && given) {
    return { reach: Math.min(1, Math.max(0, given.reach)), speed: given.speed[component] ?? 0 }
  }
  return travel === 'ease' ? { reach: EASE_REACH, speed: 0 } : { reach: 1 / 3, speed: slope }
}

/** The curve parameter u at which x(u) = 3(1-u)^2 u x1 + 3(1-u) u^2 x2 + u^3 equals x. Bisection guards Newton's steps. */
function solve(x: number, x1: number, x2: number): number {
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

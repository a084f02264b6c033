import { maths } from '../maths'
import { handleAt } from './ease'
import { type Animated, type Handle, type Key, solveTime, valueAt } from './keys'

type Point = readonly [x: number, y: number]
const pointOf = ({ value }: Key): Point => {
  const [x = 0, y = 0] = Array.isArray(value) ? value : []
  return [x, y]
}
/** How many straight pieces stand for a segment where its length is measured. */
const PIECES = 96
/** A handle of a straight way: a third of it, as everywhere. */
const THIRD = 1 / 3

/** The keys of a value that is a place; none where they are not heeded. */
export const pathKeys = ({ keys = [], keysOff }: Animated): readonly Key[] =>
  keysOff || !keys.every((k) => Array.isArray(k.value) && k.value.length === 2) ? [] : keys

/**
 * Where the handle of a key lies on the path of a place: both axes of a place share the times of their curves, so that what lies between two keys is one
 * cubic Bezier on the picture, with control points at value ± speed × reach × length. Undefined where there is no segment on that side.
 */
export function pathHandle(animated: Animated, index: number, side: 'leave' | 'arrive'): Point | undefined {
  const key = animated.keys?.[index]
  const other = animated.keys?.[side === 'leave' ? index + 1 : index - 1]
  const handle = handleAt(animated, index, side)
  if (!key || !other || !handle) return undefined
  const [x, y] = pointOf(key)
  const by = handle.reach * (other.at - key.at)
  return [x + (handle.speed[0] ?? 0) * by, y + (handle.speed[1] ?? 0) * by]
}

/** The handle by which the path leaves or reaches a key through a control point; its reach in time stays. */
export function handleThrough(
  animated: Animated,
  index: number,
  side: 'leave' | 'arrive',
  [px, py]: Point,
): Handle | undefined {
  const key = animated.keys?.[index]
  const other = animated.keys?.[side === 'leave' ? index + 1 : index - 1]
  const now = handleAt(animated, index, side)
  if (!key || !other || !now) return undefined
  const reach = now.reach > 0.02 ? now.reach : THIRD
  const [x, y] = pointOf(key)
  const by = reach * (other.at - key.at)
  return { reach, speed: [(px - x) / by, (py - y) / by] }
}

const isStraight = (a: Key, b: Key) => a.leave === 'linear' && (b.arrive === 'linear' || b.arrive === 'hold')

/** The keys with one more at a time, by which nothing moves otherwise than before: the curve between its neighbours is parted there (de Casteljau). */
export function withKey(animated: Animated, t: number): Key[] {
  const keys = [...(animated.keys ?? [])]
  const next = keys.findIndex((k) => k.at > t)
  const [a, b] = [keys[next < 0 ? keys.length - 1 : next - 1], keys[next]]
  if (keys.some((k) => Math.abs(k.at - t) < 1e-6)) return keys
  const value = valueAt(animated, t)
  if (!a || !b) {
    // Before the first and after the last it stays where it is.
    const still: Key = { at: t, value, leave: 'linear', arrive: 'linear' }
    return [...keys, still].sort((p, q) => p.at - q.at)
  }
  const at = keys.indexOf(a)
  if (a.leave === 'hold' || isStraight(a, b) || !Array.isArray(value)) {
    const travel = a.leave === 'hold' ? ('hold' as const) : ('linear' as const)
    keys.splice(at + 1, 0, { at: t, value, leave: travel, arrive: 'linear' })
    return keys
  }
  const length = b.at - a.at
  const [out, into] = [handleAt(animated, at, 'leave'), handleAt(animated, at + 1, 'arrive')] as [
    Handle,
    Handle,
  ]
  const share = (t - a.at) / length
  const u = solveTime(share, out.reach, 1 - into.reach)
  const parted = (p: readonly [number, number, number, number]) => {
    const mid = (m: number, n: number) => m + (n - m) * u
    const [p01, p12, p23] = [mid(p[0], p[1]), mid(p[1], p[2]), mid(p[2], p[3])]
    const [p012, p123] = [mid(p01, p12), mid(p12, p23)]
    return { p01, p012, p123, p23 }
  }
  const time = parted([0, out.reach, 1 - into.reach, 1])
  const axes = [0, 1].map((i) => {
    const [from, to] = [pointOf(a)[i] ?? 0, pointOf(b)[i] ?? 0]
    const p1 = from + (out.speed[i] ?? 0) * out.reach * length
    const p2 = to - (into.speed[i] ?? 0) * into.reach * length
    return { from, to, ...parted([from, p1, p2, to]) }
  })
  // Control points in value and in shares of the whole time, as a handle of the shorter segment.
  const handle = (span: number, wide: number, change: readonly number[]): Handle => ({
    reach: span / wide,
    speed: change.map((v) => (span > 1e-9 ? v / (span * length) : 0)),
  })
  const free = { leave: 'free', arrive: 'free', broken: true } as const
  const made: Key = {
    at: t,
    value,
    ...free,
    arriveHandle: handle(
      share - time.p012,
      share,
      axes.map((x, i) => (value[i] ?? 0) - x.p012),
    ),
    leaveHandle: handle(
      time.p123 - share,
      1 - share,
      axes.map((x, i) => x.p123 - (value[i] ?? 0)),
    ),
  }
  keys[at] = {
    ...a,
    leave: 'free',
    broken: true,
    leaveHandle: handle(
      time.p01,
      share,
      axes.map((x) => x.p01 - x.from),
    ),
  }
  keys[at + 1] = {
    ...b,
    arrive: 'free',
    broken: true,
    arriveHandle: handle(
      1 - time.p23,
      1 - share,
      axes.map((x) => x.to - x.p23),
    ),
  }
  keys.splice(at + 1, 0, made)
  return keys
}

interface Piece {
  from: Point
  out: Point
  into: Point
  to: Point
  long: number
}

/** The segments of a path as Bezier curves on the picture, with their lengths. */
function pieces(animated: Animated): Piece[] {
  const keys = pathKeys(animated)
  return keys.slice(1).map((b, i) => {
    const a = keys[i] as Key
    const [from, to] = [pointOf(a), pointOf(b)]
    const [own, other] = [
      pathHandle(animated, i, 'leave') ?? from,
      pathHandle(animated, i + 1, 'arrive') ?? to,
    ]
    const third = (p: Point, q: Point): Point => [p[0] + (q[0] - p[0]) * THIRD, p[1] + (q[1] - p[1]) * THIRD]
    const near = (p: Point, q: Point) => maths.hypot(p[0] - q[0], p[1] - q[1]) < 1e-6
    // Where a handle has no length the way is taken as straight as the other one lets it.
    const out = near(own, from) ? third(from, near(other, to) ? to : other) : own
    const into = near(other, to) ? third(to, near(own, from) ? from : own) : other
    let long = 0
    let last = from
    for (let n = 1; n <= PIECES; n++) {
      const u = n / PIECES
      const v = 1 - u
      const at = (i: 0 | 1) =>
        v * v * v * from[i] + 3 * v * v * u * out[i] + 3 * v * u * u * into[i] + u * u * u * to[i]
      const here: Point = [at(0), at(1)]
      long += maths.hypot(here[0] - last[0], here[1] - last[1])
      last = here
    }
    return { from, out, into, to, long }
  })
}

/**
 * The keys of a place with one speed all along its path: between the first and the last, which stay, each comes when its share of the way is done, and the curves keep their shape. Between keys the
 * speed differs by what a cubic leaves, a few percent.
 */
export function evenedPath(animated: Animated): Key[] {
  const keys = pathKeys(animated)
  const list = pieces(animated)
  const [first, last] = [keys[0], keys.at(-1)]
  const whole = list.reduce((sum, p) => sum + p.long, 0)
  if (!first || !last || list.length < 1 || whole < 1e-6) return [...keys]
  const speed = whole / (last.at - first.at)
  const handle = (from: Point, to: Point, long: number): Handle => {
    const reach = Math.min(1, maths.hypot(to[0] - from[0], to[1] - from[1]) / Math.max(1e-9, long))
    const by = Math.max(1e-9, (reach * long) / speed)
    return { reach, speed: [(to[0] - from[0]) / by, (to[1] - from[1]) / by] }
  }
  let done = 0
  return keys.map((key, i): Key => {
    const [before, behind] = [list[i - 1], list[i]]
    const at = i === keys.length - 1 ? last.at : first.at + done / speed
    done += behind?.long ?? 0
    const made: Key = { ...key, at, leave: 'free', arrive: 'free', broken: true }
    if (behind) made.leaveHandle = handle(behind.from, behind.out, behind.long)
    if (before) made.arriveHandle = handle(before.into, before.to, before.long)
    return made
  })
}

/** How long the path of a place is from its first key to its last, in its own units. */
export const pathLength = (animated: Animated): number =>
  pieces(animated).reduce((sum, { long }) => sum + long, 0)

import { type Animated, type Handle, handleOf, type Key, type Interpolation } from './keys'

/** Ways in which a value goes from one key to the next. */
export interface Ease {
  id: string
  label: string
  leave: Interpolation
  arrive: Interpolation
  /** For free travel: reach as a share of the segment, speed as a share of the segment's mean speed. */
  out?: { reach: number; pace: number }
  into?: { reach: number; pace: number }
}

export const EASES: readonly Ease[] = [
  { id: 'even', label: 'Even', leave: 'linear', arrive: 'linear' },
  { id: 'gentle', label: 'Gentle', leave: 'ease', arrive: 'ease' },
  {
    id: 'landing',
    label: 'Slow landing',
    leave: 'free',
    arrive: 'free',
    out: { reach: 0.2, pace: 2 },
    into: { reach: 0.6, pace: 0 },
  },
  {
    id: 'departure',
    label: 'Slow start',
    leave: 'free',
    arrive: 'free',
    out: { reach: 0.6, pace: 0 },
    into: { reach: 0.2, pace: 2 },
  },
  {
    id: 'rush',
    label: 'Rush between',
    leave: 'free',
    arrive: 'free',
    out: { reach: 0.75, pace: 0 },
    into: { reach: 0.75, pace: 0 },
  },
  {
    id: 'over',
    label: 'Past and back',
    leave: 'free',
    arrive: 'free',
    out: { reach: 0.3, pace: 1.6 },
    into: { reach: 0.45, pace: -0.9 },
  },
  { id: 'hold', label: 'Hold', leave: 'hold', arrive: 'linear' },
]

const parts = (key: Key): number[] =>
  Array.isArray(key.value) ? key.value : typeof key.value === 'number' ? [key.value] : []

/** The mean speed between two keys, for each component. */
const slopes = (a: Key, b: Key) => parts(a).map((from, i) => ((parts(b)[i] ?? from) - from) / (b.at - a.at))

/** Gives the segment that begins at key `index` an ease. Mutates. */
export function easeSegment(animated: Animated, index: number, ease: Ease): void {
  const [a, b] = [animated.keys?.[index], animated.keys?.[index + 1]]
  if (!a || !b) return
  const slope = slopes(a, b)
  const handle = (form: { reach: number; pace: number }): Handle => ({
    reach: form.reach,
    speed: slope.map((s) => s * form.pace),
  })
  Object.assign(a, { leave: ease.leave, broken: true })
  Object.assign(b, { arrive: ease.arrive, broken: true })
  if (ease.out) a.leaveHandle = handle(ease.out)
  if (ease.into) b.arriveHandle = handle(ease.into)
}

/** The handle that a key has on one side as it stands, whatever its travel. Undefined where there is no segment. */
export function handleAt(animated: Animated, index: number, side: 'leave' | 'arrive'): Handle | undefined {
  const key = animated.keys?.[index]
  const other = animated.keys?.[side === 'leave' ? index + 1 : index - 1]
  if (!key || !other) return undefined
  const slope = side === 'leave' ? slopes(key, other) : slopes(other, key)
  const form = slope.map((s, i) => handleOf(key[side], key[`${side}Handle`], s, i))
  return { reach: form[0]?.reach ?? 0, speed: form.map((f) => f.speed) }
}

/** Sets one handle of a key freely. Joined handles keep one direction: the other side takes the same speed. Mutates. */
export function setHandle(animated: Animated, index: number, side: 'leave' | 'arrive', handle: Handle): void {
  const key = animated.keys?.[index]
  if (!key) return
  const far = side === 'leave' ? 'arrive' : 'leave'
  const other = handleAt(animated, index, far)
  key[side] = 'free'
  key[`${side}Handle`] = { reach: Math.min(1, Math.max(0, handle.reach)), speed: handle.speed }
  if (key.broken || !other) return
  key[far] = 'free'
  key[`${far}Handle`] = { reach: other.reach, speed: handle.speed }
}

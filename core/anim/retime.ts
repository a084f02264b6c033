import type { Animated, Key } from './keys'

const SAME = 1e-6
const chosen = (at: readonly number[]) => (key: Key) => at.some((t) => Math.abs(t - key.at) < SAME)

/** How times of keys change: moved, stretched about a time that stays (before it perhaps by a factor of its own), or turned about the middle of a span. */
export type Retiming =
  | { kind: 'move'; by: number }
  | { kind: 'stretch'; about: number; factor: number; before?: number }
  | { kind: 'reverse'; first: number; last: number }

/** How much time is stretched from a time on. */
const factorAt = (t: number, { about, factor, before = factor }: Extract<Retiming, { kind: 'stretch' }>) =>
  t < about ? before : factor

export const retimed = (t: number, change: Retiming): number =>
  change.kind === 'move'
    ? t + change.by
    : change.kind === 'stretch'
      ? change.about + (t - change.about) * factorAt(t, change)
      : change.first + change.last - t

/**
 * Gives the keys at these times other times. A key that comes to lie on one that was not chosen replaces it; of chosen ones that fall together the last
 * stays. Reversed keys are left as they were reached. Mutates.
 */
export function retimeKeys(animated: Animated, at: readonly number[], change: Retiming): void {
  if (!animated.keys) return
  const is = chosen(at)
  const moved = new Map<number, Key>()
  for (const key of animated.keys.filter(is)) {
    const next = { ...(change.kind === 'reverse' ? reversed(key) : scaledSpeed(key, change)) }
    next.at = retimed(key.at, change)
    moved.set(Math.round(next.at / SAME), next)
  }
  const kept = animated.keys.filter((key) => !is(key) && !moved.has(Math.round(key.at / SAME)))
  animated.keys = [...kept, ...moved.values()].sort((a, b) => a.at - b.at)
}

/** Speeds are units a frame: stretched time makes them slower. A key on the time that stays arrives by the one factor and leaves by the other. */
function scaledSpeed(key: Key, change: Retiming): Key {
  if (change.kind !== 'stretch') return key
  const slower = (handle: Key['leaveHandle'], factor: number) =>
    handle && factor !== 0 ? { ...handle, speed: handle.speed.map((s) => s / factor) } : handle
  const arrives = key.at <= change.about ? (change.before ?? change.factor) : change.factor
  return withHandles(
    key,
    slower(key.leaveHandle, factorAt(key.at, change)),
    slower(key.arriveHandle, arrives),
  )
}

/** The same key for time that runs the other way. A key that was held to is held from. */
function reversed(key: Key): Key {
  const back = (handle: Key['leaveHandle']) => handle && { ...handle, speed: handle.speed.map((s) => -s) }
  const turned: Key = { ...key, leave: key.arrive, arrive: key.leave === 'hold' ? 'linear' : key.leave }
  return withHandles(turned, back(key.arriveHandle), back(key.leaveHandle))
}

function withHandles(key: Key, leave: Key['leaveHandle'], arrive: Key['arriveHandle']): Key {
  const { leaveHandle: _l, arriveHandle: _a, ...rest } = key
  return { ...rest, ...(leave && { leaveHandle: leave }), ...(arrive && { arriveHandle: arrive }) }
}

/** Removes the keys at these times; the last one to go leaves its value. Mutates. */
export function dropKeys(animated: Animated, at: readonly number[]): void {
  if (!animated.keys) return
  const rest = animated.keys.filter((key) => !chosen(at)(key))
  if (rest.length) animated.keys = rest
  else {
    animated.value = (animated.keys.at(-1) as Key).value
    delete animated.keys
  }
}

/** Puts copies of keys, `shift` frames later; keys that are there already are replaced. Mutates. */
export function pasteKeys(animated: Animated, keys: readonly Key[], shift: number): void {
  const pasted = keys.map((key) => ({ ...key, at: key.at + shift }))
  const at = pasted.map((key) => key.at)
  animated.keys = [...(animated.keys ?? []).filter((key) => !chosen(at)(key)), ...pasted].sort(
    (a, b) => a.at - b.at,
  )
}

/** All keys of a value moved or stretched together with the span they belong to. Mutates. */
export function retimeAll(animated: Animated, change: Retiming): void {
  retimeKeys(animated, animated.keys?.map((key) => key.at) ?? [], change)
}

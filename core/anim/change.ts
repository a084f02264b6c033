import type { Animated, Key, Interpolation, Value } from './keys'

const SAME = 1e-6

/** The key at time t, if there is one. */
export const keyAt = (animated: Animated, t: number): Key | undefined =>
  animated.keys?.find((key) => Math.abs(key.at - t) < SAME)

/** Sets the value at time t: changes or adds a key when there are keys, else changes the constant. Mutates. */
export function setValue(animated: Animated, t: number, value: Value): void {
  if (!animated.keys?.length) animated.value = value
  else putKey(animated, t, value)
}

/** Puts a key at t, keeping the travel of a key that is already there. Mutates. */
export function putKey(animated: Animated, t: number, value: Value): void {
  const found = keyAt(animated, t)
  if (found) {
    found.value = value
    return
  }
  const travel: Interpolation = typeof value === 'string' || typeof value === 'boolean' ? 'hold' : 'ease'
  animated.keys = [...(animated.keys ?? []), { at: t, value, leave: travel, arrive: travel }].sort(
    (a, b) => a.at - b.at,
  )
}

/** Removes the key at t. The last key to go leaves its value as the constant. Mutates. */
export function dropKey(animated: Animated, t: number): void {
  const found = keyAt(animated, t)
  if (!found || !animated.keys) return
  const rest = animated.keys.filter((key) => key !== found)
  if (rest.length) animated.keys = rest
  else {
    animated.value = found.value
    delete animated.keys
  }
}

/** Moves the key at `from` to `to`; a key already there is replaced. Mutates. */
export function moveKey(animated: Animated, from: number, to: number): void {
  const found = keyAt(animated, from)
  if (!found || !animated.keys) return
  animated.keys = animated.keys
    .filter((key) => key === found || Math.abs(key.at - to) >= SAME)
    .map((key) => (key === found ? { ...found, at: to } : key))
    .sort((a, b) => a.at - b.at)
}

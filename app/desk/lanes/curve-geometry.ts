import { type Animated, handleAt, speedAt, type Value, valueAt } from '@stilus/core/anim'
import type { Address } from '@stilus/core/project'

/** One number that is drawn as a curve. */
export interface Curve {
  id: string
  label: string
  address: Address
  animated: Animated
  part: number
  colour: string
}

/** From time and value to pixels and back. */
export interface Plane {
  x(t: number): number
  y(v: number): number
  /** Value units in a pixel, upwards. */
  perPixel: number
}

export const partOf = (value: Value, part: number): number =>
  Number(Array.isArray(value) ? value[part] : value)

/** The numbers of a value, as parts; none for words and switches. */
export const partsOf = (value: Value): number[] =>
  Array.isArray(value) ? value.map((_, i) => i) : typeof value === 'number' ? [0] : []

/** A curve sampled every `step` frames and at every key, twice at jumps: [t, v] in rising time. */
export function samples(
  animated: Animated,
  part: number,
  what: 'value' | 'speed',
  [first, last]: readonly [number, number],
  step: number,
): [number, number][] {
  const read = (t: number) =>
    what === 'value' ? partOf(valueAt(animated, t), part) : speedAt(animated, t, part)
  const times = new Set<number>()
  for (let t = first; t < last; t += step) times.add(t)
  times.add(last)
  for (const key of animated.keys ?? []) {
    if (key.at < first || key.at > last) continue
    times.add(key.at - 1e-6)
    times.add(key.at)
  }
  return [...times].sort((a, b) => a - b).map((t) => [t, read(t)])
}

/** The lowest and highest of some curves with room around; a flat one gets room of its own size. */
export function fitValues(curves: readonly (readonly [number, number])[][]): [number, number] {
  const values = curves.flatMap((c) => c.map(([, v]) => v))
  const [low, high] = values.reduce(([a, b], v) => [Math.min(a, v), Math.max(b, v)], [Infinity, -Infinity])
  if (!Number.isFinite(low)) return [0, 1]
  const room = (high - low) * 0.12 || Math.max(0.5, Math.abs(high) * 0.25)
  return [low - room, high + room]
}

/** Where the end of a handle lies, in time and value. */
export function handlePoint(
  animated: Animated,
  index: number,
  side: 'leave' | 'arrive',
  part: number,
): { t: number; v: number } | undefined {
  const key = animated.keys?.[index]
  const other = animated.keys?.[side === 'leave' ? index + 1 : index - 1]
  const handle = handleAt(animated, index, side)
  if (!key || !other || !handle) return undefined
  const dt = handle.reach * (other.at - key.at)
  return { t: key.at + dt, v: partOf(key.value, part) + (handle.speed[part] ?? 0) * dt }
}

/** The handle that ends at a point: its reach within the segment, and the speed of one part; other parts keep theirs. */
export function handleTo(
  animated: Animated,
  index: number,
  side: 'leave' | 'arrive',
  part: number,
  { t, v }: { t: number; v: number },
): { reach: number; speed: number[] } | undefined {
  const key = animated.keys?.[index]
  const other = animated.keys?.[side === 'leave' ? index + 1 : index - 1]
  const now = handleAt(animated, index, side)
  if (!key || !other || !now) return undefined
  const length = other.at - key.at
  const reach = Math.min(1, Math.max(0.01, (t - key.at) / length))
  const dt = reach * length
  const speed = (v - partOf(key.value, part)) / dt
  return { reach, speed: now.speed.map((s, i) => (i === part ? speed : s)) }
}

/** Round numbers to write beside a scale from low to high, about `count` of them. */
export function ticks(low: number, high: number, count: number): number[] {
  const raw = (high - low) / Math.max(1, count)
  const power = 10 ** Math.floor(Math.log10(raw))
  const step = [1, 2, 5, 10].map((f) => f * power).find((s) => s >= raw) ?? raw
  const out: number[] = []
  for (let v = Math.ceil(low / step) * step; v <= high + 1e-12; v += step) out.push(Number(v.toPrecision(10)))
  return out
}

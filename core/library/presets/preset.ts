import type { Animated, Key, Value } from '../../anim'
import type { Preset } from '../../formats'

type Given = Value | Animated
const isAnimated = (given: Given): given is Animated => typeof given === 'object' && !Array.isArray(given)

/** A named state of a step; controls that it does not name have their defaults. */
export const preset = (use: string, name: string, what: Record<string, Given>): Preset => ({
  ...{ name, use },
  what: Object.fromEntries(
    Object.entries(what).map(([id, given]) => [id, isAnimated(given) ? given : { value: given }]),
  ),
})

/** Several presets of one step. */
export const presets = (use: string, states: Record<string, Record<string, Given>>): Preset[] =>
  Object.entries(states).map(([name, what]) => preset(use, name, what))

/** Keys from the head of the shot on. */
export const keyed = (...keys: [at: number, value: number][]): Animated => ({
  value: keys.at(-1)?.[1] ?? 0,
  keys: keys.map(([at, value]): Key => ({ at, value, leave: 'ease', arrive: 'ease' })),
})

/** Smooth random movement about 0. */
export function wobble(amplitude: number, frequency: number, seed: number): Animated {
  const forms = { amplitude: { value: amplitude }, frequency: { value: frequency }, decay: { value: 0 } }
  return { value: 0, movers: [{ id: `w${seed}`, on: true, kind: 'wobble', seed, octaves: 2, ...forms }] }
}

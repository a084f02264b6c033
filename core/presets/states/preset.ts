import type { Animated, Key, Value } from '../../anim'
import type { Preset } from '../../formats'
import { findStep } from '../../steps'

type Given = Value | Animated
const isAnimated = (given: Given): given is Animated => typeof given === 'object' && !Array.isArray(given)

type Thing = { id: string } & Record<string, Value>
/** What a step holds, by list. */
type Held = Record<string, Thing[]>
/** Its controls, and perhaps what it holds. */
type State = Record<string, Given> | { content: Held; [control: string]: Given | Held }

/** A named state of a step; controls that it does not name have their defaults. */
export function preset(use: string, name: string, state: State): Preset {
  const { content, ...what } = state as Record<string, Given> & { content?: Held }
  const version = findStep(use)?.version
  return {
    name,
    use,
    ...(version ? { version } : {}),
    what: Object.fromEntries(
      Object.entries(what).map(([id, given]) => [id, isAnimated(given) ? given : { value: given }]),
    ),
    ...(content ? { content: stood(content) } : {}),
  }
}

const stood = (content: Held): NonNullable<Preset['content']> =>
  Object.fromEntries(
    Object.entries(content).map(([list, things]) => [
      list,
      things.map(({ id, ...fields }) => ({
        id,
        ...Object.fromEntries(Object.entries(fields).map(([field, value]) => [field, { value }])),
      })),
    ]),
  )

/** Several presets of one step. */
export const presets = (use: string, states: Record<string, State>): Preset[] =>
  Object.entries(states).map(([name, what]) => preset(use, name, what))

/** A gradient's two colours. */
export const colours = (first: number[], last: number[]): { content: Held } => ({
  content: {
    stops: [
      { id: 'first', position: 0, colour: first, middle: 0.5 },
      { id: 'last', position: 1, colour: last, middle: 0.5 },
    ],
  },
})

/** A mesh whose named handles lie elsewhere. */
export const handles = (moved: Record<string, [number, number]>): { content: Held } => ({
  content: {
    handles: Array.from({ length: 16 }, (_, n) => {
      const [i, j] = [n % 4, Math.floor(n / 4)]
      return { id: `p${j}${i}`, at: moved[`p${j}${i}`] ?? [i / 3, j / 3] }
    }),
  },
})

/** Keys from the head of the shot on. */
export const keyed = (...keys: [at: number, value: number][]): Animated => ({
  value: keys.at(-1)?.[1] ?? 0,
  keys: keys.map(([at, value]): Key => ({ at, value, leave: 'ease', arrive: 'ease' })),
})

/** Smooth random movement about 0. */
export function wobble(amplitude: number, frequency: number, seed: number): Animated {
  const forms = { amplitude: { value: amplitude }, frequency: { value: frequency }, decay: { value: 0 } }
  return { value: 0, modifiers: [{ id: `w${seed}`, on: true, kind: 'wobble', seed, octaves: 2, ...forms }] }
}

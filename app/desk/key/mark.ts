import type { Animated, Key } from '@stilus/core/anim'
import type { Step } from '@stilus/core/project'
import type { MarkTool, ViewState } from '../../store/view'

/** What a mark says, in the order of the tools. */
export const MARK_NAMES: readonly (readonly [MarkTool['kind'], string])[] = [
  ['screen', 'Screen'],
  ['subject', 'Subject'],
  ['drop', 'Goes'],
  ['hair', 'Hair'],
]

/** A mark as it is stored. */
export interface Drawn {
  id: string
  kind: Animated
  shape: Animated
  on: Animated
  place: Animated
  size: Animated
  /** Of a brush; marks of before there was one have none. */
  wide?: Animated
  stroke?: Animated
}

/** The marks in a list of a step's content; a step that is known holds nothing else there. */
export const drawnIn = (step: Step, list: string): readonly Drawn[] =>
  (step.content?.[list] ?? []) as unknown as Drawn[]

/** Keys by which a mark counts at one time alone. */
export const frameOnly = (t: number): Key[] =>
  [t - 1, t, t + 1].map((at) => ({ at, value: at === t, leave: 'hold', arrive: 'hold' }))

/** Whether keys make a mark count at one time alone; that time. */
export function onlyAt(keys: readonly Key[] | undefined): number | undefined {
  const [, only] = keys ?? []
  return only && keys?.length === 3 && keys.every((k, i) => k.at === only.at + i - 1 && k.value === (i === 1))
    ? only.at
    : undefined
}

/** The desk as it is for drawing marks: the three tones, their controls, and the next drag a mark. */
export const drawing = (mark: MarkTool): Pick<ViewState, 'drawing' | 'mark' | 'face' | 'part' | 'look'> => ({
  drawing: 'mark',
  mark,
  face: 'what',
  part: 'Tones',
  look: 'tones',
})

/** A drag as a mark: its middle as shares of the picture, its size in pixels; a click makes a dab of 40 pixels. */
export function markFrom(
  centre: readonly [number, number],
  drawn: readonly [number, number],
  { width, height }: { width: number; height: number },
): { place: [number, number]; size: [number, number] } {
  const click = drawn[0] < 4 && drawn[1] < 4
  const side = (v: number) => (click ? 40 : Math.max(2, Math.round(v)))
  return { place: [centre[0] / width, centre[1] / height], size: [side(drawn[0]), side(drawn[1])] }
}

/** Nearer than this, in pixels, a point of a stroke adds nothing. */
const NEAR = 3

/** A way of the brush with a point more, where that lies far enough from the last. */
export const drawnOn = (way: readonly (readonly [number, number])[], to: readonly [number, number]) => {
  const last = way.at(-1)
  return last && Math.hypot(to[0] - last[0], to[1] - last[1]) < NEAR ? way : [...way, to]
}

/** A way of the brush as a mark: its middle as shares of the picture, and its points from there in pixels, to a tenth. */
export function strokeFrom(
  way: readonly (readonly [number, number])[],
  { width, height }: { width: number; height: number },
): { place: [number, number]; stroke: number[] } {
  const middle = (c: 0 | 1) => {
    const all = way.map((p) => p[c])
    return (Math.min(...all) + Math.max(...all)) / 2
  }
  const [x, y] = [middle(0), middle(1)]
  const tenth = (v: number) => Math.round(v * 10) / 10
  return {
    place: [x / width, y / height],
    stroke: way.flatMap(([u, v]) => [tenth(u - x), tenth(v - y)]),
  }
}

/** The way of a brush as SVG has it; a single point is a line of no length, which round ends show. */
export function pathOf(stroke: readonly number[], [x, y]: readonly [number, number]): string {
  const points = Array.from(
    { length: stroke.length >> 1 },
    (_, i) => `${x + (stroke[2 * i] as number)} ${y + (stroke[2 * i + 1] as number)}`,
  )
  return points.length ? `M${points.join('L')}${points.length === 1 ? `L${points[0]}` : ''}` : ''
}

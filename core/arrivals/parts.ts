import { chance } from '../hash'
import { maths } from '../maths'
import { radians } from '../matrix'
import type { Values } from '../params'
import { degrees, times } from '../params/make'
import type { Unit, UnitBox } from './declare'
import { numberIn } from './ease'

/** How far something comes from, in letter sizes. */
export const distance = (fallback: number, label = 'From as far as') =>
  times(label, 'In letter sizes; of other objects, in heights.', fallback, 200, { soft: [0, 8], unit: '×' })

/** The side that something comes from. */
export const side = (fallback: number) =>
  degrees('From', 'The side that it comes from: 0 is the right, 90 below.', fallback)

export const wayOf = (values: Values, name = 'side'): [number, number] => {
  const angle = radians(numberIn(values, name))
  return [maths.cos(angle), maths.sin(angle)]
}

/** A repeatable number from -1 to 1 for a unit. */
export const either = (values: Values, { index }: Unit, n: number): number =>
  2 * chance(numberIn(values, 'seed'), index, n) - 1

export const widthOf = ({ left, right }: UnitBox) => right - left
export const heightOf = ({ top, bottom }: UnitBox) => bottom - top

/** The least box that two lie in. */
export const unionBox = (a: UnitBox, b: UnitBox): UnitBox => ({
  left: Math.min(a.left, b.left),
  top: Math.min(a.top, b.top),
  right: Math.max(a.right, b.right),
  bottom: Math.max(a.bottom, b.bottom),
})

/** A box with room around it, as a contour. */
export const boxContour = ({ left, top, right, bottom }: UnitBox, room = 0): number[] => [
  left - room,
  top - room,
  right + room,
  top - room,
  right + room,
  bottom + room,
  left - room,
  bottom + room,
]

/** Room around a unit for what its coats add. */
export const roomOf = ({ size }: Unit): number => size * 2

/** The part of the plane before a line through a point, across a way; a contour large enough for the unit. */
export function before(
  unit: Unit,
  [px, py]: readonly [number, number],
  [x, y]: readonly [number, number],
): number[] {
  const { whole } = unit
  const r = 4 * (widthOf(whole) + heightOf(whole) + roomOf(unit))
  const at = (along: number, across: number) => [px + x * along - y * across, py + y * along + x * across]
  return [...at(0, -r), ...at(0, r), ...at(-r, r), ...at(-r, -r)]
}

/** How far the corners of a box reach along a way, from the least to the most. */
export function reachAlong(
  { left, top, right, bottom }: UnitBox,
  [x, y]: readonly [number, number],
): [number, number] {
  const all = [left, right].flatMap((a) => [top, bottom].map((b) => a * x + b * y))
  return [Math.min(...all), Math.max(...all)]
}

/** A circle as a contour. */
export const circle = (x: number, y: number, r: number, corners = 64): number[] =>
  Array.from({ length: corners }, (_, i) => {
    const turn = (2 * Math.PI * i) / corners
    return [x + r * maths.cos(turn), y + r * maths.sin(turn)]
  }).flat()

import type { Exposed } from '../arrivals'
import type { Area, Frame, Size } from '../frame'
import type { Kernels } from '../kernels'
import { invert, type Matrix3, multiply } from '../matrix'
import { type Join, joined, united } from '../polygon'
import { mapped } from '../region'
import { contoursOf, type Shape } from '../shapes'
import type { Coat } from './coat'
import { piecesOf } from './contours'
import { type Drawing, type Painted, paintedArea } from './drawing'
import { paintCoats } from './paint'
import { laidTogether, paintSight, type Sight } from './seen'

/** A body that is joined to those before it: a shape, or something else by name (a text). */
export interface Part<T> {
  join: Join
  /** From its own pixels to those of the object. */
  map?: Matrix3 | undefined
  of: Shape | { text: T } | { parts: readonly Part<T>[] }
}

/** A shape, or several that are joined to one, as they are painted. */
export interface Shaped<T = never> {
  parts: readonly Part<T>[]
  coats: readonly Coat[]
  /** From the object's own pixels to those of the picture. */
  map: Matrix3
  /** How it is seen while something moves it, from back to front. */
  looks?: readonly Exposed[] | undefined
}

/** Pixels by which a bent outline may be off. */
const TOLERANCE = 0.02
/** Steps of a pixel to which joined outlines are rounded. */
const STEPS = 256

/** Shapes with their coats on nothing: the part of a picture of a size that they touch; undefined where there is none. The caller frees it. @param lettersOf the contours of a text under a map to pixels */
export function drawShape<T>(
  k: Kernels,
  size: Size,
  { parts, coats, map, looks }: Shaped<T>,
  lettersOf: LettersOf<T>,
): { frame: Frame; area: Area } | undefined {
  const contours = contoursOfParts(parts, map, lettersOf)
  if (!contours.length) return undefined
  const body: Painted = { ...boxed(contours), pieces: piecesOf(contours) }
  // What plates lie behind is told in the object's own pixels.
  const own = boxed(contours.map((c) => mapped(c, invert(map))))
  const drawing: Drawing = {
    bodies: [body],
    boxes: { block: [own], line: [own], word: [own] },
    map: [map[0], map[1], map[2], map[3], map[4], map[5]],
  }
  if (looks) {
    const letter = own.bottom - own.top
    const sights = looks.map((one): Sight => ({ drawing, coats, looks: one, map, size: letter }))
    return laidTogether(
      k,
      sights.flatMap((sight) => paintSight(k, size, sight) ?? []),
    )
  }
  const area = paintedArea(size, drawing, coats)
  if (area.width <= 0 || area.height <= 0) return undefined
  return { area, frame: paintCoats(k, area, drawing, coats) }
}

type LettersOf<T> = (text: T, map: Matrix3) => number[][]

/** What parts come to where they are joined one after the other, as contours in pixels of the picture. */
export function contoursOfParts<T>(
  parts: readonly Part<T>[],
  map: Matrix3,
  lettersOf: LettersOf<T>,
): number[][] {
  const contoursUnder = ({ of, map: own }: Part<T>): number[][] => {
    const whole = own ? multiply(map, own) : map
    if ('text' in of) return lettersOf(of.text, whole)
    if ('parts' in of) return contoursOfParts(of.parts, whole, lettersOf)
    const unit = Math.sqrt(Math.abs(whole[0] * whole[4] - whole[1] * whole[3]))
    return contoursOf(of, TOLERANCE / Math.max(unit, 1e-6)).map((c) => mapped(c, whole))
  }
  const [first, ...rest] = parts
  if (!first) return []
  if (!rest.length) return contoursUnder(first)
  return rest.reduce(
    (body, part) => joined(part.join, body, united(contoursUnder(part), STEPS), STEPS),
    united(contoursUnder(first), STEPS),
  )
}

function boxed(contours: readonly (readonly number[])[]) {
  const box = { left: Infinity, right: -Infinity, top: Infinity, bottom: -Infinity }
  for (const contour of contours)
    for (let i = 0; i < contour.length; i += 2) {
      const [x, y] = [contour[i] as number, contour[i + 1] as number]
      if (x < box.left) box.left = x
      if (x > box.right) box.right = x
      if (y < box.top) box.top = y
      if (y > box.bottom) box.bottom = y
    }
  return box
}

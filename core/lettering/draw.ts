import { AT_REST, type Eye, type Moving } from '../arrivals'
import {
  type Coat,
  type Drawing,
  type KeptPlanes,
  laidTogether,
  matrixOfMap,
  paintCoats,
  paintedArea,
  paintSight,
} from '../coats'
import type { Area, Frame, Size } from '../frame'
import { type Kernels, layOver, overInto } from '../kernels'
import { bodiesOf, boxesOf, type LetterBody } from './bodies'
import { isBoxed, movingText, type MovingText } from './moving'
import type { Setting } from './setting'
import type { Typesetter } from './typesetter'

/** Whether coats are painted over all letters as one body, or letter by letter, each over the one before. */
export const ORDERS = ['block', 'letter'] as const
export type Order = (typeof ORDERS)[number]

/** Text as it is painted. */
export interface Lettered {
  setting: Setting
  /** From back to front. */
  coats: readonly Coat[]
  order: Order
  /** From the text's own pixels to those of the picture. */
  map: readonly [number, number, number, number, number, number]
  /** What moves its letters now, and the eye that sees them in depth. */
  moving?: readonly Moving[] | undefined
  eye?: Eye | undefined
}

/** A picture of a part of a whole. */
export interface Drawn {
  frame: Frame
  area: Area
}

const NO_BOXES = { block: [], line: [], word: [] }

/** Text with its coats on nothing: the part of a picture of a size that it touches, undefined where there is none. The caller frees it. */
export function drawText(k: Kernels, size: Size, typesetter: Typesetter, text: Lettered): Drawn | undefined {
  const { setting, coats, order, map, moving, eye } = text
  if (moving?.length && eye) {
    const parts = movingText(typesetter, setting, { coats, moving, eye, map })
    if (!parts.atRest) return drawParts(k, size, parts, order, map)
  }
  const layout = typesetter.layout(setting)
  const boxes = coats.some(isBoxed) ? boxesOf(layout, setting.text) : NO_BOXES
  const units = coats.some((c) => c.values['over'] && c.values['over'] !== 'block')
  const bodies = bodiesOf(layout, map, units ? setting.text : undefined)
  const kept = order === 'block' ? typesetter.kept : undefined
  return paintLetters(k, size, { bodies, boxes, map }, coats, order, (area) => {
    kept?.begin(JSON.stringify([setting, map, area]))
    return kept
  })
}

/** Letters that rest, and over them those that move. */
function drawParts(
  k: Kernels,
  size: Size,
  { resting, sights, all }: MovingText,
  order: Order,
  map: Lettered['map'],
): Drawn | undefined {
  const boxed = (coats: readonly Coat[]) => {
    if (!coats.length || !(all.dense > 0)) return undefined
    const looks = [{ ...AT_REST, opacity: all.dense }]
    const drawing = { bodies: [], boxes: all.boxes, map }
    return paintSight(k, size, { drawing, coats, looks, map: matrixOfMap(map), size: 1 })
  }
  const { drawing, coats } = resting
  const still = drawing.bodies.length ? paintLetters(k, size, drawing, coats, order) : undefined
  const moved = sights.map((sight) => paintSight(k, size, sight))
  const parts = [boxed(all.behind), still, ...moved, boxed(all.front)]
  return laidTogether(
    k,
    parts.flatMap((part) => part ?? []),
  )
}

/** Letters with coats, over all of them or one by one. */
function paintLetters(
  k: Kernels,
  size: Size,
  drawing: Drawing & { bodies: readonly LetterBody[] },
  coats: readonly Coat[],
  order: Order,
  keeping?: (area: Area) => KeptPlanes | undefined,
): Drawn | undefined {
  const { boxes, map } = drawing
  const area = paintedArea(size, drawing, coats)
  if (area.width <= 0 || area.height <= 0) return undefined
  if (order === 'block') return { area, frame: paintCoats(k, area, drawing, coats, keeping?.(area)) }
  // Plates and lines belong to no letter: they lie behind all of them, or over all, as they are ordered.
  const first = coats.findIndex((c) => !isBoxed(c))
  const plates = first < 0 ? coats : coats.slice(0, first)
  const rest = coats.filter((c) => !isBoxed(c))
  const front = coats.slice(plates.length).filter(isBoxed)
  const frame = paintCoats(k, area, drawing, plates)
  for (const bodies of lettersOf(drawing.bodies)) {
    const own = { bodies, boxes, map }
    const part = paintedArea(size, own, rest)
    if (part.width <= 0 || part.height <= 0) continue
    const picture = paintCoats(k, part, own, rest)
    layOver(k, { picture: frame, area }, { picture, area: part })
    k.free(picture)
  }
  if (front.length) {
    const picture = paintCoats(k, area, drawing, front)
    overInto(k, picture, frame)
    k.free(picture)
  }
  return { area, frame }
}

/** The bodies of each letter, in the order of the text. */
function lettersOf(bodies: readonly LetterBody[]): LetterBody[][] {
  const letters = new Map<number, LetterBody[]>()
  for (const body of bodies) {
    const letter = letters.get(body.index)
    if (letter) letter.push(body)
    else letters.set(body.index, [body])
  }
  return [...letters.entries()].sort(([a], [b]) => a - b).map(([, list]) => list)
}

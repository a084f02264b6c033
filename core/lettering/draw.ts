import { type Coat, paintCoats, paintedArea } from '../coats'
import type { Area, Frame, Size } from '../frame'
import { type Kernels, layOver, overInto } from '../kernels'
import { bodiesOf, boxesOf, type LetterBody } from './bodies'
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
}

/** A picture of a part of a whole. */
export interface Drawn {
  frame: Frame
  area: Area
}

const NO_BOXES = { block: [], line: [], word: [] }

/** Text with its coats on nothing: the part of a picture of a size that it touches, undefined where there is none. The caller frees it. */
export function drawText(k: Kernels, size: Size, typesetter: Typesetter, text: Lettered): Drawn | undefined {
  const { setting, coats, order, map } = text
  const layout = typesetter.layout(setting)
  const plated = coats.some((c) => c.kind === 'plate' || c.kind === 'line')
  const units = coats.some((c) => c.values['over'] && c.values['over'] !== 'block')
  const boxes = plated ? boxesOf(layout, setting.text) : NO_BOXES
  const bodies = bodiesOf(layout, map, units ? setting.text : undefined)
  const area = paintedArea(size, { bodies, boxes, map }, coats)
  if (area.width <= 0 || area.height <= 0) return undefined
  if (order === 'block') {
    typesetter.kept.begin(JSON.stringify([setting, map, area]))
    return { area, frame: paintCoats(k, area, { bodies, boxes, map }, coats, typesetter.kept) }
  }
  // Plates and lines belong to no letter: they lie behind all of them, or over all, as they are ordered.
  const ofNone = (c: Coat) => c.kind === 'plate' || c.kind === 'line'
  const first = coats.findIndex((c) => !ofNone(c))
  const plates = first < 0 ? coats : coats.slice(0, first)
  const rest = coats.filter((c) => !ofNone(c))
  const front = coats.slice(plates.length).filter(ofNone)
  const frame = paintCoats(k, area, { bodies, boxes, map }, plates)
  for (const letter of lettersOf(bodies)) {
    const own = { bodies: letter, boxes, map }
    const part = paintedArea(size, own, rest)
    if (part.width <= 0 || part.height <= 0) continue
    const picture = paintCoats(k, part, own, rest)
    layOver(k, { picture: frame, area }, { picture, area: part })
    k.free(picture)
  }
  if (front.length) {
    const picture = paintCoats(k, area, { bodies, boxes, map }, front)
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

import { eachMote, type Motes } from '../arrivals'
import { type Area, grown, intersection, isEmpty, type Frame, type Size, wholeOf } from '../frame'
import { DAB_NUMBERS, filled, type Kernels, layDabs } from '../kernels'
import { maths } from '../maths'
import type { Matrix3 } from '../matrix'
import { type Coat, colourOf } from './coat'
import { type Drawing, lengthOf } from './drawing'
import type { Painting } from './seen'

type Rgb = readonly [number, number, number]
const WHITE: Rgb = [1, 1, 1]

/** A place of an outline, and the colour there where it has one. */
interface Place {
  x: number
  y: number
  colour?: Rgb | undefined
}
/** The place at a share of an outline, in the same object each time; nothing where there is none. */
export type Outline = (share: number) => Readonly<Place> | undefined

/** The outline of bodies, by length, in pixels of the picture. */
export function outlineOf({ bodies }: Pick<Drawing, 'bodies'>, coats: readonly Coat[]): Outline {
  const front = coats.filter((c) => c.kind === 'fill').at(-1)
  const lengths: number[] = []
  const pieces: { all: Float32Array; at: number; colour: Rgb | undefined }[] = []
  let whole = 0
  for (const { pieces: all, colour } of bodies)
    for (let at = 0; at < all.length; at += 4) {
      whole += maths.hypot(
        (all[at + 2] as number) - (all[at] as number),
        (all[at + 3] as number) - (all[at + 1] as number),
      )
      lengths.push(whole)
      pieces.push({ all, at, colour })
    }
  const own = front ? colourOf(front) : undefined
  const place: Place = { x: 0, y: 0 }
  return (share) => {
    const wanted = share * whole
    let [low, high] = [0, lengths.length - 1]
    while (low < high) {
      const mid = (low + high) >> 1
      if ((lengths[mid] as number) < wanted) low = mid + 1
      else high = mid
    }
    const piece = pieces[low]
    if (!piece) return undefined
    const { all, at } = piece
    const before = low > 0 ? (lengths[low - 1] as number) : 0
    const long = (lengths[low] as number) - before
    const u = long > 0 ? Math.max(0, Math.min(1, (wanted - before) / long)) : 0
    const [x, y] = [all[at] as number, all[at + 1] as number]
    place.x = x + u * ((all[at + 2] as number) - x)
    place.y = y + u * ((all[at + 3] as number) - y)
    place.colour = piece.colour ?? own
    return place
  }
}

/** More places than this of a picture's edge are not told apart. */
const PLACES = 40_000

/** The edge of a picture: where it becomes clear, with the colours there. @param area where the picture lies */
export function edgeOf({ width, height, data }: Frame, area: Area): Outline {
  const dense = (x: number, y: number) =>
    x >= 0 && y >= 0 && x < width && y < height && (data[(y * width + x) * 4 + 3] as number) >= 0.5
  const found: number[] = []
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      if (dense(x, y) && !(dense(x - 1, y) && dense(x + 1, y) && dense(x, y - 1) && dense(x, y + 1)))
        found.push(y * width + x)
  const step = Math.max(1, Math.ceil(found.length / PLACES))
  const count = Math.floor(found.length / step)
  const colour: [number, number, number] = [0, 0, 0]
  const place: Place = { x: 0, y: 0, colour }
  return (share) => {
    const at = found[Math.min(count - 1, Math.floor(share * count)) * step]
    if (at === undefined) return undefined
    const a = data[at * 4 + 3] as number
    for (let c = 0; c < 3; c++) colour[c] = (data[at * 4 + c] as number) / a
    place.x = area.x + (at % width) + 0.5
    place.y = area.y + Math.floor(at / width) + 0.5
    return place
  }
}

/** What flies from an outline at a moment, in what of it lies in a picture of a size. @param map from the pixels that motes are told in to those of the picture */
export function paintMotes(
  k: Kernels,
  size: Size,
  outline: Outline,
  motes: Motes,
  map: Matrix3,
): Painting | undefined {
  const scale = lengthOf([map[0], map[1], map[2], map[3], map[4], map[5]])
  const list = new Float32Array(motes.count * DAB_NUMBERS)
  let [at, x0, y0, x1, y1] = [0, Infinity, Infinity, -Infinity, -Infinity]
  eachMote(motes, (mote) => {
    const place = outline(mote.where)
    if (!place) return
    const r = mote.radius * scale
    const soft = motes.form === 'bell' ? 1 : Math.max(0.7, r * 0.25)
    const reach = r + soft + 1
    const [fx, fy] = [place.x + mote.fromX * scale, place.y + mote.fromY * scale]
    const [tx, ty] = [place.x + mote.toX * scale, place.y + mote.toY * scale]
    const [left, top] = [Math.min(fx, tx) - reach, Math.min(fy, ty) - reach]
    const [right, bottom] = [Math.max(fx, tx) + reach, Math.max(fy, ty) + reach]
    if (right <= 0 || bottom <= 0 || left >= size.width || top >= size.height) return
    // A streak is as dense as what it is drawn out of.
    const spread = (2 * r) / (2 * r + maths.hypot(tx - fx, ty - fy))
    // A dab stays a pixel wide and gets fainter by its width: a spot does so by its area.
    const dense = mote.opacity * Math.max(0.15, spread) * Math.min(1, 2 * r)
    const near = motes.colour ?? place.colour ?? WHITE
    const far = motes.end ?? near
    list[at] = fx
    list[at + 1] = fy
    list[at + 2] = tx
    list[at + 3] = ty
    list[at + 4] = r
    list[at + 5] = soft
    list[at + 6] = (near[0] + (far[0] - near[0]) * mote.away) * dense
    list[at + 7] = (near[1] + (far[1] - near[1]) * mote.away) * dense
    list[at + 8] = (near[2] + (far[2] - near[2]) * mote.away) * dense
    list[at + 9] = dense
    at += DAB_NUMBERS
    x0 = Math.min(x0, left)
    y0 = Math.min(y0, top)
    x1 = Math.max(x1, right)
    y1 = Math.max(y1, bottom)
  })
  if (!at) return undefined
  const [x, y] = [Math.floor(x0), Math.floor(y0)]
  const around: Area = { x, y, width: Math.ceil(x1) - x, height: Math.ceil(y1) - y }
  const area = intersection(grown(around, 1), wholeOf(size))
  if (isEmpty(area)) return undefined
  const own = list.subarray(0, at)
  for (let i = 0; i < at; i += DAB_NUMBERS)
    for (const axis of [0, 2]) {
      own[i + axis] = (own[i + axis] as number) - area.x
      own[i + axis + 1] = (own[i + axis + 1] as number) - area.y
    }
  const frame = filled(k, area.width, area.height, [0, 0, 0, 0])
  layDabs(k, frame, own, motes.form, motes.onto)
  return { frame, area }
}

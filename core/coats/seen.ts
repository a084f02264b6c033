import type { Exposed, Look } from '../arrivals'
import {
  type Area,
  blit,
  type Frame,
  grown,
  intersection,
  sameArea,
  type Size,
  union,
  wholeOf,
} from '../frame'
import { coverOf, filled, gaussian, gaussianReach, holdBy, type Kernels, layOver, softened } from '../kernels'
import { invert, type Matrix3, multiply, through } from '../matrix'
import type { Coat } from './coat'
import { numberOf } from './coat'
import { piecesOf } from './contours'
import { bodyThrough, type Drawing, lengthOf, type Painted, paintedArea } from './drawing'
import { outlineOf, paintMotes } from './motes'
import { paintCoats } from './paint'

type Affine = Drawing['map']

/** What is painted of an area of a whole. */
export interface Painting {
  frame: Frame
  area: Area
}

/** Depth, as a share of the eye's distance, beyond which nothing is seen. */
const CLOSE = 0.02

/** A contour through a perspective, without what lies behind the eye (Sutherland and Hodgman, 1974, at w = CLOSE). */
function contourThrough(contour: readonly number[], m: Matrix3): number[] {
  const depth = (x: number, y: number) => m[6] * x + m[7] * y + m[8]
  const out: number[] = []
  const n = contour.length
  for (let i = 0; i < n; i += 2) {
    const [x0, y0] = [contour[(i + n - 2) % n] as number, contour[(i + n - 1) % n] as number]
    const [x1, y1] = [contour[i] as number, contour[i + 1] as number]
    const [w0, w1] = [depth(x0, y0), depth(x1, y1)]
    if (w0 >= CLOSE !== w1 >= CLOSE) {
      const t = (CLOSE - w0) / (w1 - w0)
      out.push(...through(m, x0 + (x1 - x0) * t, y0 + (y1 - y0) * t))
    }
    if (w1 >= CLOSE) out.push(...through(m, x1, y1))
  }
  return out
}

/** A map as it is near a place. */
function mapAt(m: Matrix3, x: number, y: number): Affine {
  const w = m[6] * x + m[7] * y + m[8]
  const [u, v] = through(m, x, y)
  const [a, b] = [(m[0] - m[6] * u) / w, (m[1] - m[7] * u) / w]
  const [d, e] = [(m[3] - m[6] * v) / w, (m[4] - m[7] * v) / w]
  return [a, b, u - a * x - b * y, d, e, v - d * x - e * y]
}

export const matrixOfMap = ([a, b, c, d, e, f]: Affine): Matrix3 => [a, b, c, d, e, f, 0, 0, 1]

type Rgb = readonly [number, number, number]

/** Coats whose colours have gone some way towards another. */
export function tinted(coats: readonly Coat[], tint: Rgb, towards: number): Coat[] {
  if (towards <= 0) return [...coats]
  const mixed = (colour: readonly number[]) =>
    colour.map((v, c) => v + ((tint[c] as number) - v) * towards) as [number, number, number]
  return coats.map((coat) => {
    const { colour } = coat.values
    const own = Array.isArray(colour) ? { ...coat.values, colour: mixed(colour as number[]) } : coat.values
    return { ...coat, values: own, stops: coat.stops.map((s) => ({ ...s, colour: mixed(s.colour) })) }
  })
}

/** The pen of outlines that draw themselves where no coat has an edge, in sizes of the letters. */
const PEN = 0.028

/** Coats as a look changes them: thinner, with their edge drawn in part, coloured. @param size of letters, own pixels */
function coatsUnder(coats: readonly Coat[], { thin, drawn, tint, towards }: Look, size: number): Coat[] {
  let out = tint ? tinted(coats, tint, towards) : [...coats]
  if (thin > 0)
    out = out.map((coat) => {
      const name = coat.kind === 'edge' ? 'gap' : 'grow'
      if (!(name in coat.values)) return coat
      return { ...coat, values: { ...coat.values, [name]: numberOf(coat, name) - thin } }
    })
  return drawn === undefined ? out : inPart(out, drawn, size)
}

/** Coats of which the edge is drawn up to a share, and the rest comes from 1 to 2. */
function inPart(coats: readonly Coat[], drawn: number, size: number): Coat[] {
  const fill = Math.max(0, drawn - 1)
  const to = Math.min(1, drawn)
  const faded = (coat: Coat, by: number): Coat => ({
    ...coat,
    values: { ...coat.values, opacity: numberOf(coat, 'opacity', 1) * by },
  })
  const edges = coats.filter((c) => c.kind === 'edge')
  const out = coats.map((coat) => {
    if (coat.kind !== 'edge') return faded(coat, fill)
    const whole = numberOf(coat, 'to', 1)
    return to < 1 ? { ...coat, values: { ...coat.values, to: whole * to } } : coat
  })
  const front = coats.filter((c) => c.kind === 'fill').at(-1)
  if (edges.length || !front || fill >= 1) return out
  const { colour, opacity = 1 } = front.values
  const pen = { paint: 'colour', colour: colour ?? [1, 1, 1], width: PEN * size, side: 'centred', gap: 0 }
  const values = { ...pen, corners: 'round', ends: 'round', from: 0, to, opacity, blend: 'normal' }
  return [...out, faded({ kind: 'edge', values, stops: [] }, 1 - fill)]
}

/** Makes a picture as dense and bright as it is seen, and takes away what is cut off. Mutates. @param map from the object's own pixels to those of the whole */
function finish(k: Kernels, { frame, area }: Painting, { cuts, light, opacity }: Look, map: Matrix3): void {
  for (const cut of cuts) {
    const m = multiply(map, cut.matrix)
    const contours = cut.contours.map((c) => contourThrough(c, m)).filter((c) => c.length >= 6)
    const unit = lengthOf([m[0], m[1], m[2], m[3], m[4], m[5]])
    const matte = softened(k, coverOf(k, area, [{ pieces: piecesOf(wound(contours)) }]), cut.soft * unit)
    holdBy(k, frame, matte)
    k.free(matte)
  }
  if (light === 1 && opacity === 1) return
  if (light === 1)
    return k.raw.addScaled(frame.block.at, frame.block.at, frame.width * frame.height, opacity - 1)
  const { data } = frame
  const colour = light * opacity
  for (let i = 0; i < data.length; i += 4) {
    data[i] = (data[i] as number) * colour
    data[i + 1] = (data[i + 1] as number) * colour
    data[i + 2] = (data[i + 2] as number) * colour
    data[i + 3] = (data[i + 3] as number) * opacity
  }
}

/** Contours that all wind alike, so that what several cover is covered once. */
const wound = (contours: readonly number[][]): number[][] =>
  contours.map((contour) => {
    let sum = 0
    for (let i = 0; i < contour.length; i += 2) {
      const n = (i + 2) % contour.length
      sum +=
        (contour[i] as number) * (contour[n + 1] as number) -
        (contour[n] as number) * (contour[i + 1] as number)
    }
    if (sum >= 0) return contour
    const out: number[] = []
    for (let i = contour.length - 2; i >= 0; i -= 2) out.push(contour[i] as number, contour[i + 1] as number)
    return out
  })

/** A picture as a look shows it, in what of that lies in a whole of a size. The picture is freed. */
export function seen(k: Kernels, picture: Painting, look: Look, map: Matrix3, size: Size): Painting {
  finish(k, picture, look, map)
  const sigma = look.blur * lengthOf([map[0], map[1], map[2], map[3], map[4], map[5]])
  if (!(sigma > 0.05)) return picture
  // Of what it is spread over only what lies in the whole is wanted.
  const spread = intersection(grown(picture.area, gaussianReach(sigma)), wholeOf(size))
  const area = union(picture.area, spread)
  const room = filled(k, area.width, area.height, [0, 0, 0, 0])
  blit({ picture: room, area }, { picture: picture.frame, area: picture.area })
  k.free(picture.frame)
  const soft = gaussian(k, room, sigma, sigma, 'black')
  k.free(room)
  return { frame: soft, area }
}

/** Bodies that are painted alike, and how they are seen. */
export interface Sight {
  drawing: Drawing
  coats: readonly Coat[]
  looks: Exposed
  /** From the object's own pixels to those of the picture. */
  map: Matrix3
  /** The size of its letters, own pixels. */
  size: number
  /** What is drawn in place of its bodies, by letter. */
  letters?: ((letter: string) => readonly Painted[]) | undefined
}

/** What a sight comes to: the mean of its moments. Undefined where nothing of it is in the picture. */
export function paintSight(k: Kernels, size: Size, sight: Sight): Painting | undefined {
  const { looks } = sight
  const weight = 1 / looks.length
  let sum: Painting | undefined
  for (const look of looks) {
    const picture = paintLook(k, size, sight, look)
    if (!picture) continue
    if (looks.length === 1) return picture
    sum = added(k, sum, picture, weight)
  }
  return sum
}

function paintLook(k: Kernels, size: Size, sight: Sight, look: Look): Painting | undefined {
  const { drawing, map } = sight
  if (!(look.opacity > 0)) return undefined
  if (look.motes) {
    const flying = paintMotes(k, size, outlineOf(drawing, sight.coats), look.motes, map)
    return flying && seen(k, flying, { ...look, cuts: [] }, map, size)
  }
  const whole = multiply(map, look.matrix)
  const by = multiply(whole, invert(map))
  const extra: Painted[] = (look.extra ?? []).map((contour) => {
    const through = contourThrough(contour, map)
    return bodyThrough({ left: 0, top: 0, right: 0, bottom: 0, pieces: piecesOf([through]) }, by)
  })
  const own = look.letter === undefined ? undefined : sight.letters?.(look.letter)
  const bodies = [...(own ?? drawing.bodies).map((body) => bodyThrough(body, by)), ...extra]
  const [x, y] = middleOf(drawing, map)
  const extent = drawing.extent && extentThrough(drawing.extent, by)
  const moved: Drawing = {
    bodies,
    boxes: drawing.boxes,
    map: mapAt(whole, x, y),
    extent,
    bent: { map: drawing.map, by },
  }
  const coats = coatsUnder(sight.coats, look, sight.size)
  const area = paintedArea(size, moved, coats)
  if (area.width <= 0 || area.height <= 0) return undefined
  return seen(k, { frame: paintCoats(k, area, moved, coats), area }, look, map, size)
}

/** The middle of what is painted, in the object's own pixels. */
function middleOf({ bodies, boxes }: Drawing, map: Matrix3): [number, number] {
  const [box] = boxes.block
  if (!bodies.length && box) return [(box.left + box.right) / 2, (box.top + box.bottom) / 2]
  if (!bodies.length) return [0, 0]
  const [left, right] = [Math.min(...bodies.map((b) => b.left)), Math.max(...bodies.map((b) => b.right))]
  const [top, bottom] = [Math.min(...bodies.map((b) => b.top)), Math.max(...bodies.map((b) => b.bottom))]
  return through(invert(map), (left + right) / 2, (top + bottom) / 2)
}

function extentThrough([left, top, right, bottom]: NonNullable<Drawing['extent']>, m: Matrix3) {
  const corners = [left, right].flatMap((x) => [top, bottom].map((y) => through(m, x, y)))
  const [xs, ys] = [corners.map((c) => c[0]), corners.map((c) => c[1])]
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)] as const
}

/** A sum with a part of a picture added, which is freed; it grows where it must. */
export function added(k: Kernels, sum: Painting | undefined, picture: Painting, weight: number): Painting {
  const { area: part } = picture
  const out = roomFor(k, sum, part)
  const { area } = out
  const across = 4 * Float32Array.BYTES_PER_ELEMENT
  const [to, from] = [out.frame.block.at, picture.frame.block.at]
  for (let y = 0; y < part.height; y++) {
    const at = (part.y - area.y + y) * area.width + part.x - area.x
    k.raw.addScaled(to + at * across, from + y * part.width * across, part.width, weight)
  }
  k.free(picture.frame)
  return out
}

/** A picture that has room for an area: the same, or one that is larger, of which the rest is clear. */
export function roomFor(k: Kernels, picture: Painting | undefined, part: Area): Painting {
  const area = picture ? union(picture.area, part) : part
  if (picture && area.width === picture.area.width && area.height === picture.area.height) return picture
  const room = { frame: filled(k, area.width, area.height, [0, 0, 0, 0]), area }
  if (picture) {
    blit({ picture: room.frame, area }, { picture: picture.frame, area: picture.area })
    k.free(picture.frame)
  }
  return room
}

/** Pictures laid over each other from back to front, which are freed; undefined for none. */
export function laidTogether(k: Kernels, pictures: readonly Painting[]): Painting | undefined {
  const [first, ...rest] = pictures
  if (!first) return undefined
  if (!rest.length) return first
  const area = pictures.map((p) => p.area).reduce(union)
  // What lies behind all others and is as large takes them up.
  const under = sameArea(first.area, area) ? first.frame : filled(k, area.width, area.height, [0, 0, 0, 0])
  if (under !== first.frame) {
    blit({ picture: under, area }, { picture: first.frame, area: first.area })
    k.free(first.frame)
  }
  for (const picture of rest) {
    layOver(k, { picture: under, area }, { picture: picture.frame, area: picture.area })
    k.free(picture.frame)
  }
  return { frame: under, area }
}

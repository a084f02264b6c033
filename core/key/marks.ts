import type { Frame, Size } from '../frame'
import { type Kernels, partsOf, mapOf } from '../kernels'
import { type ScreenColour, standsOut } from './colour'
import { hairsAmong } from './hair'
import { DROP, KEEP, UNDECIDED } from './tones'

/** What a mark says of what lies under it. */
export type MarkKind = 'screen' | 'subject' | 'drop' | 'hair'

/** A mark on the picture: an ellipse, a box or the way of a brush, in pixels. */
export interface Mark {
  kind: MarkKind
  shape: 'dab' | 'box' | 'brush'
  centre: readonly [number, number]
  /** Of a brush, how wide it is. */
  size: readonly [number, number]
  /** The way of a brush: x0, y0, x1, y1, … from its centre. */
  stroke?: readonly number[]
}

/** The numbers of the places that a mark covers, by rows: those whose middles lie in it. */
export function placesUnder(picture: Size, mark: Mark): number[] {
  const { shape, centre, size } = mark
  if (shape === 'brush') return underBrush(picture, mark)
  const { width, height } = picture
  const [x0, y0] = centre
  const [rx, ry] = [Math.max(0.5, size[0] / 2), Math.max(0.5, size[1] / 2)]
  const out: number[] = []
  const [top, bottom] = [Math.max(0, Math.floor(y0 - ry)), Math.min(height - 1, Math.ceil(y0 + ry))]
  const [left, right] = [Math.max(0, Math.floor(x0 - rx)), Math.min(width - 1, Math.ceil(x0 + rx))]
  for (let y = top; y <= bottom; y++)
    for (let x = left; x <= right; x++) {
      const [u, v] = [(x + 0.5 - x0) / rx, (y + 0.5 - y0) / ry]
      const within = shape === 'box' ? Math.abs(u) <= 1 && Math.abs(v) <= 1 : u * u + v * v <= 1
      if (within) out.push(y * width + x)
    }
  return out
}

/** The places whose middles lie within half its width of a brush's way; a way of one point is a disc. */
function underBrush(
  { width, height }: Size,
  { centre: [x0, y0], size: [wide], stroke = [] }: Mark,
): number[] {
  const radius = Math.max(0.5, wide / 2)
  const points = Array.from({ length: stroke.length >> 1 }, (_, i): [number, number] => [
    x0 + (stroke[2 * i] as number),
    y0 + (stroke[2 * i + 1] as number),
  ])
  const found = new Set<number>()
  points.forEach(([ax, ay], n) => {
    const [bx, by] = points[n + 1] ?? [ax, ay]
    if (n > 0 && n === points.length - 1) return
    const long = (bx - ax) * (bx - ax) + (by - ay) * (by - ay)
    const top = Math.max(0, Math.floor(Math.min(ay, by) - radius))
    const bottom = Math.min(height - 1, Math.ceil(Math.max(ay, by) + radius))
    const left = Math.max(0, Math.floor(Math.min(ax, bx) - radius))
    const right = Math.min(width - 1, Math.ceil(Math.max(ax, bx) + radius))
    for (let y = top; y <= bottom; y++)
      for (let x = left; x <= right; x++) {
        const [u, v] = [x + 0.5 - ax, y + 0.5 - ay]
        const t = long > 0 ? Math.min(1, Math.max(0, (u * (bx - ax) + v * (by - ay)) / long)) : 0
        const [du, dv] = [u - t * (bx - ax), v - t * (by - ay)]
        if (du * du + dv * dv <= radius * radius) found.add(y * width + x)
      }
  })
  return [...found].sort((a, b) => a - b)
}

/** What is marked as screen is that where it has more than this of its light. */
const LEAST = 0.3

/** The places under marks that say screen and that have the colour of the screen, if only in shade: a black seam, a bare wall and a sleeve stay what they are. */
export function markedScreen(
  picture: Frame,
  lit: Frame,
  { channel, others, shares, spread }: ScreenColour,
  marks: readonly Mark[],
): number[] {
  const radius = 1.5 * Math.max(2.5 * spread, 0.03)
  const [a, b] = others
  return marks
    .filter((mark) => mark.kind === 'screen')
    .flatMap((mark) => placesUnder(picture, mark))
    .filter((i) => {
      const at = i * 4
      const key = picture.data[at + channel] as number
      const out = standsOut(picture.data, at, channel, a, b)
      if (!(out > LEAST * standsOut(lit.data, at, channel, a, b))) return false
      const p = (picture.data[at + a] as number) / key - shares[0]
      const q = (picture.data[at + b] as number) / key - shares[1]
      return p * p + q * q < radius * radius
    })
}

/**
 * What marks say of the tones, in their order. A part (what hangs together) of which at least half lies under a mark goes or stays as a whole, of another one only what lies under it: a mark does nothing to what it
 * does not touch. Hair makes what went undecided again along thin lines. Mutates.
 * @param share how much of the screen is left at each place
 */
export function applyMarks(
  k: Kernels,
  size: Size,
  tones: Uint8Array,
  share: Float32Array,
  marks: readonly Mark[],
): void {
  for (const mark of marks) {
    const places = placesUnder(size, mark)
    if (mark.kind === 'drop') setParts(k, size, tones, places, mapOf(k, tones, DROP, false), DROP)
    else if (mark.kind === 'subject') {
      // A dab may reach over an edge: of what is surely screen it fills whole holes alone. A box or a brush means all of it.
      const own = mark.shape !== 'dab' ? places : places.filter((i) => tones[i] === UNDECIDED)
      setParts(k, size, tones, places, mapOf(k, tones, KEEP, false), KEEP, own)
    } else if (mark.kind === 'hair')
      for (const i of hairsAmong(size, tones, share, places)) tones[i] = UNDECIDED
  }
}

/** Sets the places `own`, and parts of a map of which at least half lies among `places`. */
function setParts(
  k: Kernels,
  size: Size,
  tones: Uint8Array,
  places: readonly number[],
  map: Uint8Array,
  tone: number,
  own = places,
) {
  partsOf(k, size, map, (parts) => {
    const sizes = parts.counts(map, 1)
    const under = new Uint32Array(sizes.length)
    for (const i of places) {
      const part = parts.of[i] as number
      under[part] = (under[part] as number) + 1
    }
    for (const i of own) if (map[i]) tones[i] = tone
    const flags = Uint8Array.from(sizes, (size, part) => (2 * (under[part] as number) >= size ? 1 : 0))
    parts.set(tones, flags, tone)
  })
}

import type { Frame } from '../frame'
import { maths } from '../maths'
import { type Edge, edgeIndex, filterX, filterY, makeFilter, splineWeights } from './filter'
import type { Kernels } from './kernels'
import { statistics } from './measure'
import { resample } from './resample'
import { Rows } from './rows'

/** The opening of a lens. */
export interface Aperture {
  /** Pixels from the centre to a corner. */
  radius: number
  /** 3 or more blades; 0 for a circle. */
  blades: number
  /** 0 straight blades, 1 so round that they make a circle. */
  curvature: number
  /** Degrees. */
  rotation: number
}

/** One row of an aperture: it covers [x0, x1) of the row dy below the centre, in pixels from the centre pixel's left edge. */
export interface Span {
  dy: number
  x0: number
  x1: number
}

const SLICES = 16
/** The radius in pixels above which full quality works on a picture of half the size, and of that again. */
const FULL = 24
/** The same for the preview. */
const PREVIEW = 6
/** Columns that are worked on at a time. */
const STRIP = 320

/**
 * The rows of an aperture. Each span is as long as the aperture's mean width over that row (16 slices); where a row is covered in part, it is shorter in
 * that proportion about its middle. Ends lie on quarters of a pixel; what rounding takes from one row the next one gets, so the area stays.
 */
export function apertureSpans(aperture: Aperture): Span[] {
  const reach = Math.ceil(aperture.radius)
  const spans: Span[] = []
  const [first, last] = [quarters(), quarters()]
  for (let dy = -reach; dy <= reach; dy++) {
    let [left, right, hit] = [0, 0, 0]
    for (let s = 0; s < SLICES; s++) {
      const slice = chord(aperture, dy - 0.5 + (s + 0.5) / SLICES)
      if (!slice) continue
      left += slice[0]
      right += slice[1]
      hit++
    }
    if (!hit) continue
    const [middle, half] = [(left + right) / (2 * hit), (right - left) / (2 * SLICES)]
    const [x0, x1] = [first(middle - half + 0.5), last(middle + half + 0.5)]
    if (x1 > x0) spans.push({ dy, x0, x1 })
  }
  return spans
}

/** Rounds to quarters and carries the rest over. */
function quarters() {
  let rest = 0
  return (x: number) => {
    const rounded = Math.round((x + rest) * 4) / 4
    rest += x - rounded
    return rounded
  }
}

/** Where the line y cuts an aperture: its left and right end. The outline in polar form is mixed between polygon and circle by curvature. */
function chord(aperture: Aperture, y: number): [number, number] | undefined {
  const points = outline(aperture)
  let [left, right] = [Infinity, -Infinity]
  points.forEach(([x0, y0], i) => {
    const [x1, y1] = points[(i + 1) % points.length] as [number, number]
    if (y0 <= y === y1 <= y) return
    const x = x0 + ((y - y0) / (y1 - y0)) * (x1 - x0)
    left = Math.min(left, x)
    right = Math.max(right, x)
  })
  return right > left ? [left, right] : undefined
}

const outlines = new Map<string, [number, number][]>()

function outline({ radius, blades, curvature, rotation }: Aperture): [number, number][] {
  const key = [radius, blades, curvature, rotation].join()
  const known = outlines.get(key)
  if (known) return known
  const count = 720
  const sector = (2 * Math.PI) / Math.max(blades, 1)
  const turn = (rotation * Math.PI) / 180
  const points = Array.from({ length: count }, (_, i): [number, number] => {
    const angle = (2 * Math.PI * i) / count
    const within = (((angle % sector) + sector) % sector) - sector / 2
    const straight = blades >= 3 ? maths.cos(sector / 2) / maths.cos(within) : 1
    const r = radius * (straight + (1 - straight) * Math.min(1, Math.max(0, curvature)))
    return [r * maths.cos(angle + turn), r * maths.sin(angle + turn)]
  })
  if (outlines.size > 16) outlines.clear()
  outlines.set(key, points)
  return points
}

/**
 * Blurs as a lens out of focus does: every point becomes the aperture. Up to a radius of 24 px each output is the exact mean over the aperture's
 * spans; above that (and in the preview above 6 px) the picture is halved until it is below and brought up again by a cubic B-spline, which softens
 * the discs' rims by about the decimation. Sums are integers: beside the greatest value of the picture no error passes 1e-7 of it. Radius 0 copies.
 */
export function iris(
  k: Kernels,
  src: Frame,
  aperture: Aperture,
  edge: Edge,
  quality: 'full' | 'preview' = 'full',
): Frame {
  const most = quality === 'full' ? FULL : PREVIEW
  let by = 1
  while (aperture.radius / by > most) by *= 2
  if (by === 1) return convolve(k, src, aperture, edge)
  const small = resample(k, src, Math.ceil(src.width / by), Math.ceil(src.height / by))
  const blurred = convolve(k, small, { ...aperture, radius: aperture.radius / by }, edge)
  k.free(small)
  const tall = filterY(k, blurred, rise(blurred.height, src.height))
  k.free(blurred)
  const out = filterX(k, tall, rise(tall.width, src.width))
  k.free(tall)
  return out
}

/** From n to m samples by a cubic B-spline. */
function rise(n: number, m: number) {
  return makeFilter(m, n, 4, 'clamp', (o) => {
    const at = ((o + 0.5) * n) / m - 0.5
    const base = Math.floor(at)
    return { start: base - 1, weights: splineWeights(at - base) }
  })
}

function convolve(k: Kernels, src: Frame, aperture: Aperture, edge: Edge): Frame {
  const { width: w, height: h } = src
  const dst = k.frame(w, h)
  const spans = apertureSpans(aperture)
  const area = spans.reduce((sum, s) => sum + s.x1 - s.x0, 0)
  if (!(area > 0)) {
    dst.data.set(src.data)
    return dst
  }
  const reach = Math.ceil(aperture.radius) + 1
  // The sum over the aperture stays below 2^30 quanta.
  const quanta = 2 ** 30 / (Math.max(greatest(k, src), 1e-20) * (area + spans.length))
  for (let x = 0; x < w; x += STRIP)
    strip(k, src, dst, spans, {
      x,
      width: Math.min(STRIP, w - x),
      reach,
      edge,
      quanta,
      weight: 1 / (area * quanta),
    })
  return dst
}

interface Strip {
  x: number
  width: number
  reach: number
  edge: Edge
  quanta: number
  weight: number
}

/** Columns from x on: few enough that the sums of all rows of the aperture stay in the cache. */
function strip(k: Kernels, src: Frame, dst: Frame, spans: readonly Span[], s: Strip): void {
  const { width: w, height: h } = src
  const wide = s.width + 2 * s.reach + 2
  const slots = 2 * s.reach + 1
  const pitch = wide * 16
  k.scratch(wide * 4 + spans.length * 8 + 64 + slots * pitch * 4, (block) => {
    const words = k.words(block)
    for (let i = 0; i < wide; i++) words[i] = edgeIndex(s.x + i - s.reach, w, s.edge)
    const list = block.at + wide * 4
    const sums = Math.ceil((list + spans.length * 8) / 64) * 64
    const rows = new Rows(slots, sums, pitch * 4, (row, at) => {
      const from = edgeIndex(row, h, s.edge)
      if (from >= 0) k.raw.irisSums(at, src.block.at + from * w * 16, block.at, wide, pitch, s.quanta)
      return from >= 0
    })
    for (let y = 0; y < h; y++) {
      let word = (list - block.at) / 4
      let count = 0
      for (const { dy, x0, x1 } of spans) {
        const at = rows.at(y + dy)
        if (at === undefined) continue
        for (const x of [x0, x1]) {
          const whole = Math.floor(x)
          words[word++] = at + (x - whole) * 4 * pitch + (whole + s.reach) * 16
        }
        count++
      }
      const to = dst.block.at + (y * w + s.x) * 16
      k.raw.irisRow(to, s.width, list, count, s.weight)
    }
  })
}

function greatest(k: Kernels, src: Frame): number {
  const { min, max } = statistics(k, src)
  return Math.max(...min.map(Math.abs), ...max.map(Math.abs))
}

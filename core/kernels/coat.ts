import type { Area, Frame, Plane } from '../frame'
import { maths } from '../maths'
import type { Kernels } from './kernels'

/** Straight pieces x0, y0, x1, y1 … of closed outlines, in pixels; what lies inside is filled, overlaps once. */
export type Pieces = Float32Array

/** The exact share of each pixel that lies inside of outlines that all wind alike. */
export function coverPieces(k: Kernels, width: number, height: number, pieces: Pieces): Plane {
  const plane = k.plane(width, height)
  withPieces(k, pieces, (list) =>
    k.scratch((width + 2) * height * 4 + 16, (sums) => {
      k.raw.pathSums(sums.at, width, height, list, pieces.length / 4)
      k.raw.pathCover(plane.block.at, sums.at, width, height, 0)
    }),
  )
  return plane
}

function withPieces<T>(k: Kernels, pieces: Pieces, use: (at: number) => T): T {
  return k.scratch(Math.max(16, pieces.byteLength), (block) => {
    k.floats(block).set(pieces)
    return use(block.at)
  })
}

/** Outlines with the box that they take up, in pixels. */
export interface Body {
  pieces: Pieces
  left: number
  top: number
  right: number
  bottom: number
}

/**
 * The distance of the middle of every pixel of an area to the edge of the union of bodies, negative inside, exact up to `reach` and `reach` beyond: the least of the distances to each body, so that
 * an edge within another body does not count.
 */
export function distanceTo(
  k: Kernels,
  { x: x0, y: y0, width, height }: Area,
  bodies: readonly Body[],
  reach: number,
): Plane {
  const out = k.plane(width, height)
  k.raw.fillPlane(out.block.at, width * height, reach)
  for (const { pieces, left, top, right, bottom } of bodies) {
    const x = Math.max(0, Math.floor(left - x0 - reach) - 1) & ~3
    const y = Math.max(0, Math.floor(top - y0 - reach) - 1)
    const w = Math.min(width, Math.ceil(right - x0 + reach) + 1) - x
    const h = Math.min(height, Math.ceil(bottom - y0 + reach) + 1) - y
    if (w <= 0 || h <= 0) continue
    const own = new Float32Array(pieces.length)
    movedInto(own, 0, pieces, -x - x0, -y - y0)
    const cover = coverPieces(k, w, h, own)
    withPieces(k, own, (list) =>
      k.scratch(w * h * 4 + 16, (d2) => {
        k.raw.pathDistance(d2.at, w, h, list, own.length / 4, reach, 0, 0)
        k.raw.nearer(out.block.at, width, height, cover.block.at, d2.at, w, h, x, y)
      }),
    )
    k.free(cover)
  }
  return out
}

/** Pieces elsewhere, written from an index on. */
function movedInto(out: Float32Array, at: number, pieces: Pieces, dx: number, dy: number): void {
  for (let i = 0; i < pieces.length; i += 2) {
    out[at + i] = (pieces[i] as number) + dx
    out[at + i + 1] = (pieces[i + 1] as number) + dy
  }
}

/** The exact share of each pixel of an area that lies inside of bodies. */
export function coverOf(
  k: Kernels,
  { x, y, width, height }: Area,
  bodies: readonly Pick<Body, 'pieces'>[],
): Plane {
  const all = new Float32Array(bodies.reduce((n, b) => n + b.pieces.length, 0))
  let at = 0
  for (const { pieces } of bodies) {
    movedInto(all, at, pieces, -x, -y)
    at += pieces.length
  }
  return coverPieces(k, width, height, all)
}

/**
 * What bodies of an area cover where their outlines are moved out by some pixels, from the distances to them: over one pixel at the edge; where the distance bends, as at corners and along the middle of strokes, by 4 x 4
 * samples a pixel.
 */
export function grownFrom(
  k: Kernels,
  distance: Plane,
  by: number,
  { x, y }: Area,
  bodies: readonly Body[],
): Plane {
  const { width, height } = distance
  const out = k.plane(width, height)
  k.raw.within(out.block.at, distance.block.at, width * height, by)
  const total = bodies.reduce((n, b) => n + b.pieces.length, 0)
  if (!total) return out
  const table = Math.ceil((bodies.length * 24) / 16) * 16
  k.scratch(table + total * 8, (block) => {
    const heads = k.floats(block)
    const all = k.floatsAt(block.at + table, total)
    let at = 0
    bodies.forEach(({ pieces, left, top, right, bottom }, i) => {
      heads.set([left - x, top - y, right - x, bottom - y, at / 4, pieces.length / 4], 6 * i)
      movedInto(all, at, pieces, -x, -y)
      at += pieces.length
    })
    const [from, end] = [block.at + table, block.at + table + total * 4]
    k.raw.refine(out.block.at, distance.block.at, width, height, by, block.at, bodies.length, from, end)
  })
  return out
}

/** Above this many pixels a blur works at half the size, and so on. */
const FINE = 2.4

/** A plane blurred by a Gaussian of `sigma` pixels, nothing around it; the plane is freed. */
export function softened(k: Kernels, plane: Plane, sigma: number): Plane {
  if (sigma < 0.05) return plane
  const { width, height } = plane
  if (sigma > FINE) {
    const half = k.plane((width + 1) >> 1, (height + 1) >> 1)
    k.raw.halfPlane(half.block.at, plane.block.at, width, height)
    // Means of two by two and the way back widen by a quarter and by three eighths of a pixel's square.
    const soft = softened(k, half, Math.sqrt(sigma * sigma - 0.25 - 0.75) / 2)
    k.raw.doublePlane(plane.block.at, soft.block.at, width, height)
    k.free(soft)
    return plane
  }
  const weights = gaussWeights(sigma)
  const r = (weights.length - 1) / 2
  k.scratch(weights.byteLength + (width + 2 * r + 16) * 4, (block) => {
    k.floats(block).set(weights)
    const between = k.plane(width, height)
    k.raw.weighRows(
      between.block.at,
      plane.block.at,
      width,
      height,
      block.at,
      r,
      (block.at + weights.byteLength + 15) & ~15,
    )
    k.raw.weighColumns(plane.block.at, between.block.at, width, height, block.at, r)
    k.free(between)
  })
  return plane
}

/** Weights of a Gaussian at whole steps out to 3.5 sigma, their sum 1. */
function gaussWeights(sigma: number): Float32Array {
  const r = Math.max(1, Math.ceil(sigma * 3.5))
  const out = new Float32Array(2 * r + 1)
  let sum = 0
  for (let i = -r; i <= r; i++) sum += out[i + r] = maths.exp((-i * i) / (2 * sigma * sigma))
  for (let i = 0; i < out.length; i++) out[i] = (out[i] as number) / sum
  return out
}

/** A plane moved by pixels and their parts, times a factor, nowhere above 1. */
export function shifted(k: Kernels, plane: Plane, dx: number, dy: number, factor = 1): Plane {
  const { width, height } = plane
  const out = k.plane(width, height)
  k.raw.shiftPlane(out.block.at, plane.block.at, width, height, dx, dy, factor)
  return out
}

/** One colour (linear, not premultiplied) through a plane, over a frame. */
export function paintThrough(
  k: Kernels,
  frame: Frame,
  plane: Plane,
  [r, g, b]: readonly [number, number, number],
  alpha: number,
): void {
  const { width, height } = plane
  const colour = [r * alpha, g * alpha, b * alpha, alpha] as const
  k.raw.paintThrough(
    frame.block.at,
    frame.width,
    frame.height,
    plane.block.at,
    width,
    height,
    0,
    0,
    ...colour,
  )
}

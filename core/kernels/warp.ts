import type { Frame } from '../frame'
import { maths } from '../maths'
import { type Edge, EDGES, filterX, filterY, makeFilter } from './filter'
import type { Kernels } from './kernels'

/** Three rows of three. */
export type Homography = readonly number[]

export interface WarpOptions {
  edge: Edge
  /** Between pixels where the picture does not shrink. Bicubic is Catmull-Rom. */
  filter: 'bilinear' | 'bicubic'
  /** Leaves out the filtering where it shrinks: for rules that tear the picture. */
  sharp?: boolean
  /** Size of the result; the source's unless given. */
  width?: number
  height?: number
}

/** Source places of knots over the destination, cols x rows of (x, y) by rows, evenly spaced from its first edge to its last; linear between. */
export interface Mesh {
  cols: number
  rows: number
  places: ArrayLike<number>
}

/**
 * Moves a picture by a matrix that takes destination places to source places (homogeneous, in pixels, centres on halves). Where it shrinks, each
 * footprint is filtered: up to eight probes along its longer axis in a pyramid made with [1 3 3 1]/8, linear between levels. Places behind the
 * horizon are empty.
 */
export function warpPerspective(k: Kernels, src: Frame, toSource: Homography, options: WarpOptions): Frame {
  const place = (x: number, y: number): [number, number] => {
    const [a = 0, b = 0, c = 0, d = 0, e = 0, f = 0, g = 0, h = 0, i = 1] = toSource
    const q = g * x + h * y + i
    return q > 1e-6 ? [(a * x + b * y + c) / q, (d * x + e * y + f) / q] : [NaN, NaN]
  }
  return warp(k, src, options, place, 36, (table, at, row, count) => {
    if (row === 0) k.floats(table).set(toSource)
    k.raw.placePerspective(at, count, row, table.at)
  })
}

/** Moves a picture by a mesh of at least 2 x 2 knots; filtered as a perspective is. */
export function warpMesh(k: Kernels, src: Frame, { cols, rows, places }: Mesh, options: WarpOptions): Frame {
  const [w, h] = [options.width ?? src.width, options.height ?? src.height]
  const place = (x: number, y: number): [number, number] => {
    const [u, v] = [(x / w) * (cols - 1), (y / h) * (rows - 1)]
    const [i, j] = [Math.min(Math.floor(u), cols - 2), Math.min(Math.floor(v), rows - 2)]
    const knot = (dx: number, dy: number, c: number) => places[((j + dy) * cols + i + dx) * 2 + c] as number
    const at = (c: number) => {
      const top = knot(0, 0, c) + (knot(1, 0, c) - knot(0, 0, c)) * (u - i)
      const low = knot(0, 1, c) + (knot(1, 1, c) - knot(0, 1, c)) * (u - i)
      return top + (low - top) * (v - j)
    }
    return [at(0), at(1)]
  }
  return warp(k, src, options, place, cols * rows * 8, (table, at, row, count) => {
    if (row === 0) k.floats(table).set(places)
    k.raw.placeMesh(at, count, row, table.at, cols, rows, w / (cols - 1), h / (rows - 1))
  })
}

/**
 * Moves a picture by any rule: `place` writes the source place (x, y) of a destination place into `to`; NaN or far away is nothing. Exact for every pixel, filtered as a
 * perspective is, by the places of neighbouring pixels.
 */
export function warpBy(
  k: Kernels,
  src: Frame,
  rule: (x: number, y: number, to: [number, number]) => void,
  options: WarpOptions,
): Frame {
  const to: [number, number] = [0, 0]
  const place = (x: number, y: number): [number, number] => {
    rule(x + 0.5, y + 0.5, to)
    return [...to]
  }
  return warp(k, src, options, place, 16, (_, at, row, count) => {
    const places = k.floatsAt(at, count * 2)
    for (let x = 0; x < count; x++) {
      rule(x + 0.5, row + 0.5, to)
      const known = to[0] === to[0] && to[1] === to[1]
      places[2 * x] = known ? to[0] : NOWHERE
      places[2 * x + 1] = known ? to[1] : NOWHERE
    }
  })
}

const NOWHERE = 1e9

/** Writes the places of a row; the table is lent for all of them, and filled with the first. */
type Fill = (table: Parameters<Kernels['floats']>[0], at: number, row: number, count: number) => void

function warp(
  k: Kernels,
  src: Frame,
  { edge, filter, sharp = false, width = src.width, height = src.height }: WarpOptions,
  place: (x: number, y: number) => [number, number],
  tableBytes: number,
  fill: Fill,
): Frame {
  const dst = k.frame(width, height)
  const levels = pyramid(k, src, sharp ? 1 : shrink(place, width, height), edge)
  const pitch = (width + 5) * 8
  k.scratch(tableBytes, (table) =>
    k.scratch(levels.length * 12 + 2 * pitch + 64, (block) => {
      k.words(block).set(levels.flatMap((l) => [l.block.at, l.width, l.height]))
      const rows = Math.ceil((block.at + levels.length * 12) / 16) * 16
      const row = (y: number) => rows + (y % 2) * pitch
      fill(table, row(0), 0, width + 1)
      for (let y = 0; y < height; y++) {
        fill(table, row(y + 1), y + 1, width + 1)
        const at = dst.block.at + y * width * 16
        k.raw.sampleRow(
          at,
          width,
          row(y),
          row(y + 1),
          block.at,
          levels.length,
          EDGES.indexOf(edge),
          filter === 'bicubic',
        )
      }
    }),
  )
  k.free(...levels.slice(1))
  return dst
}

/** The most that the picture shrinks anywhere, looked up on a grid: source pixels for one destination pixel. */
function shrink(place: (x: number, y: number) => [number, number], width: number, height: number): number {
  let most = 1
  const N = 12
  for (let j = 0; j <= N; j++)
    for (let i = 0; i <= N; i++) {
      const [x, y] = [(i / N) * (width - 1), (j / N) * (height - 1)]
      const [here, right, below] = [place(x, y), place(x + 1, y), place(x, y + 1)]
      for (const to of [right, below]) {
        const d = maths.hypot(to[0] - here[0], to[1] - here[1])
        if (d > most) most = d
      }
    }
  return most
}

/** The picture and its halves, as many as a shrinking by `most` asks for. */
function pyramid(k: Kernels, src: Frame, most: number, edge: Edge): Frame[] {
  const levels = [src]
  for (let s = most; s > 1.001; s /= 2) {
    const last = levels.at(-1) as Frame
    if (last.width === 1 && last.height === 1) break
    const narrow = filterX(k, last, half(last.width, edge))
    levels.push(filterY(k, narrow, half(last.height, edge)))
    k.free(narrow)
  }
  return levels
}

const half = (n: number, edge: Edge) =>
  makeFilter(Math.ceil(n / 2), n, 4, edge, (o) => ({
    start: 2 * o - 1,
    weights: [0.125, 0.375, 0.375, 0.125],
  }))

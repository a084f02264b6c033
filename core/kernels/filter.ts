import type { Frame } from '../frame'
import type { Kernels } from './kernels'

/** What lies beyond the border: nothing, the border's own value, the mirrored picture, or the picture again. */
export type Edge = 'black' | 'clamp' | 'mirror' | 'wrap'
/** In the order that kernels number them. */
export const EDGES: readonly Edge[] = ['black', 'clamp', 'mirror', 'wrap']

/**
 * A one-dimensional filter as a sparse matrix: output o is the sum over t of weight[o * taps + t] * input[index[o * taps + t]].
 */
export interface Filter {
  outputs: number
  inputs: number
  taps: number
  index: Uint32Array
  weight: Float32Array
}

/** Where position i of an endless line of n samples really lies; -1 for nothing. */
export function edgeIndex(i: number, n: number, edge: Edge): number {
  if (i >= 0 && i < n) return i
  if (edge === 'black') return -1
  if (edge === 'clamp') return i < 0 ? 0 : n - 1
  const m = (a: number, b: number) => ((a % b) + b) % b
  if (edge === 'wrap') return m(i, n)
  const j = m(i, 2 * n)
  return j < n ? j : 2 * n - 1 - j
}

/**
 * Builds a filter row by row: `row(o)` gives the first input position and the weights from there on; positions beyond the
 * line go through `edge`.
 */
export function makeFilter(
  outputs: number,
  inputs: number,
  taps: number,
  edge: Edge,
  row: (output: number) => { start: number; weights: ArrayLike<number> },
): Filter {
  const index = new Uint32Array(outputs * taps)
  const weight = new Float32Array(outputs * taps)
  for (let o = 0; o < outputs; o++) {
    const { start, weights } = row(o)
    for (let t = 0; t < weights.length; t++) {
      const at = edgeIndex(start + t, inputs, edge)
      index[o * taps + t] = Math.max(at, 0)
      weight[o * taps + t] = at < 0 ? 0 : (weights[t] ?? 0)
    }
  }
  return { outputs, inputs, taps, index, weight }
}

/** Cubic B-spline weights of the four samples around a fraction f in [0, 1). */
export function splineWeights(f: number): number[] {
  const g = 1 - f
  return [
    (g * g * g) / 6,
    (3 * f * f * f - 6 * f * f + 4) / 6,
    (3 * g * g * g - 6 * g * g + 4) / 6,
    (f * f * f) / 6,
  ]
}

/** Filters every row; the result is `outputs` wide. */
export function filterX(k: Kernels, src: Frame, filter: Filter): Frame {
  const dst = k.frame(filter.outputs, src.height)
  withTables(k, filter, 16, (index, weight) =>
    k.raw.filterX(
      dst.block.at,
      src.block.at,
      filter.outputs,
      src.width,
      src.height,
      index,
      weight,
      filter.taps,
    ),
  )
  return dst
}

/** Filters every column; the result is `outputs` high. */
export function filterY(k: Kernels, src: Frame, filter: Filter): Frame {
  const dst = k.frame(src.width, filter.outputs)
  withTables(k, filter, src.width * 16, (index, weight) =>
    k.raw.filterY(dst.block.at, src.block.at, src.width, filter.outputs, index, weight, filter.taps),
  )
  return dst
}

/** Lends the tables to `use`, with indices as byte offsets of `stride` each. */
function withTables(
  k: Kernels,
  { index, weight }: Filter,
  stride: number,
  use: (index: number, weight: number) => void,
) {
  k.scratch(index.byteLength * 2, (block) => {
    const offsets = k.words(block)
    for (let i = 0; i < index.length; i++) offsets[i] = (index[i] as number) * stride
    k.floats(block).set(weight, index.length)
    use(block.at, block.at + index.byteLength)
  })
}

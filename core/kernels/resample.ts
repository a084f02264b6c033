import type { Frame } from '../frame'
import { maths } from '../maths'
import { type Filter, filterX, filterY, makeFilter } from './filter'
import type { Kernels } from './kernels'

/**
 * How to get from one size to another. area: the exact mean going down, Catmull-Rom going up. The others are their kernels, stretched by the ratio
 * when going down so that nothing aliases: bilinear (triangle), bicubic (Catmull-Rom), lanczos3.
 */
export type Resampling = 'area' | 'bilinear' | 'bicubic' | 'lanczos3'

/** Brings a frame to another size; each axis for itself, borders held. Returns a new frame. */
export function resample(
  k: Kernels,
  src: Frame,
  width: number,
  height: number,
  kind: Resampling = 'area',
): Frame {
  const narrow = filterX(k, src, axis(src.width, width, kind))
  const out = filterY(k, narrow, axis(src.height, height, kind))
  k.free(narrow)
  return out
}

function axis(from: number, to: number, kind: Resampling): Filter {
  if (kind === 'area' && to < from) return areaMean(from, to)
  return stretched(from, to, kind === 'area' ? 'bicubic' : kind)
}

/** Kernels by distance in samples, and how far they reach. */
export const RESAMPLING: Record<Exclude<Resampling, 'area'>, { reach: number; at(d: number): number }> = {
  bilinear: { reach: 1, at: (d) => Math.max(0, 1 - d) },
  bicubic: {
    reach: 2,
    at: (d) => (d < 1 ? (1.5 * d - 2.5) * d * d + 1 : d < 2 ? ((-0.5 * d + 2.5) * d - 4) * d + 2 : 0),
  },
  lanczos3: {
    reach: 3,
    at: (d) =>
      d === 0
        ? 1
        : d < 3
          ? (3 * maths.sin(Math.PI * d) * maths.sin((Math.PI * d) / 3)) / maths.pow(Math.PI * d, 2)
          : 0,
  },
}

function stretched(from: number, to: number, kind: Exclude<Resampling, 'area'>): Filter {
  const { reach, at } = RESAMPLING[kind]
  const stretch = Math.max(1, from / to)
  const taps = 2 * Math.ceil(reach * stretch)
  return makeFilter(to, from, taps, 'clamp', (o) => {
    const middle = ((o + 0.5) * from) / to - 0.5
    const start = Math.floor(middle) + 1 - taps / 2
    const weights = Array.from({ length: taps }, (_, t) => at(Math.abs(start + t - middle) / stretch))
    const sum = weights.reduce((a, b) => a + b)
    return { start, weights: weights.map((w) => w / sum) }
  })
}

function areaMean(from: number, to: number): Filter {
  const ratio = from / to
  const taps = Math.ceil(ratio) + 1
  return makeFilter(to, from, taps, 'clamp', (o) => {
    const a = o * ratio
    const b = a + ratio
    const start = Math.floor(a)
    const weights = Array.from({ length: taps }, (_, t) => {
      const overlap = Math.min(b, start + t + 1) - Math.max(a, start + t)
      return Math.max(0, overlap) / ratio
    })
    return { start, weights }
  })
}

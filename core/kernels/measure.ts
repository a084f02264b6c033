import type { Frame } from '../frame'
import type { Kernels } from './kernels'

/** By channel, r g b a, of premultiplied values. */
export interface Statistics {
  min: number[]
  max: number[]
  mean: number[]
  /** Mean of squared distances from the mean. */
  variance: number[]
}

/** Extremes, mean and variance, summed in double precision. */
export function statistics(k: Kernels, frame: Frame): Statistics {
  const n = frame.width * frame.height
  return k.scratch(96, (block) => {
    k.raw.statistics(block.at, frame.block.at, n)
    const floats = k.floats(block, 8)
    const sums = new Float64Array(k.bytes(block).slice(32, 96).buffer)
    const mean = [...sums.slice(0, 4)].map((s) => s / n)
    return {
      min: [...floats.slice(0, 4)],
      max: [...floats.slice(4, 8)],
      mean,
      variance: mean.map((m, i) => Math.max(0, (sums[4 + i] as number) / n - m * m)),
    }
  })
}

/** Counts of r, g, b and Rec. 709 luminance in `bins` even bins over [low, high); what lies beyond falls into the first and last. */
export function histogram(k: Kernels, frame: Frame, bins: number, low: number, high: number): Uint32Array[] {
  return k.scratch(bins * 16, (block) => {
    const counts = k.words(block, bins * 4).fill(0)
    k.raw.histogram(block.at, frame.block.at, frame.width * frame.height, low, bins / (high - low), bins)
    return [0, 1, 2, 3].map((c) => counts.slice(c * bins, (c + 1) * bins))
  })
}

/** What noise is asked for: `frame` tells its moment, (x, y) the place of the frame's first pixel in the whole field. */
export interface NoisePlace {
  seed: number
  frame: number
  x?: number
  y?: number
}

/**
 * A field of four independent values a pixel that depends on seed, frame and place alone. uniform: [0, 1); normal: mean 0, variance 1, the sum of four
 * uniforms (within ±3.47).
 */
export function noise(
  k: Kernels,
  width: number,
  height: number,
  { seed, frame, x = 0, y = 0 }: NoisePlace,
  kind: 'uniform' | 'normal',
): Frame {
  const out = k.frame(width, height)
  k.raw.noise(out.block.at, width, height, x, y, seed, frame, kind === 'uniform' ? 0 : 1)
  return out
}

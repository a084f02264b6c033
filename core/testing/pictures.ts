import type { Frame } from '../frame'
import { Kernels } from '../kernels'

/** Kernels with enough room for the small pictures of tests. */
export const testKernels = (megabytes = 64) => new Kernels(megabytes * 1048576)

/** A repeatable stream of numbers in [0, 1): a linear congruence, good enough to make content. */
export function numbers(seed: number): () => number {
  let state = seed >>> 0
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0
    return state / 4294967296
  }
}

/** Opaque soft content with highlights, negatives and detail at several sizes. */
export function testPicture(
  k: Kernels,
  width: number,
  height: number,
  alpha: 'opaque' | 'soft' = 'opaque',
): Frame {
  const frame = k.frame(width, height)
  for (let y = 0, at = 0; y < height; y++) {
    for (let x = 0; x < width; x++, at += 4) {
      const [u, v] = [x / width, y / height]
      const a = alpha === 'opaque' ? 1 : Math.min(1, Math.max(0, 1.4 - 3 * Math.hypot(u - 0.5, v - 0.5)))
      const light = 6 * Math.exp(-400 * ((u - 0.3) ** 2 + (v - 0.4) ** 2))
      frame.data[at] = a * (0.3 + 0.25 * Math.sin(9 * u + 4 * v) + light)
      frame.data[at + 1] = a * (0.25 + 0.2 * Math.cos(7 * v - 2 * u) + light * 0.8)
      frame.data[at + 2] = a * (0.1 + 0.15 * Math.sin(12 * u * v) + light * 0.5)
      frame.data[at + 3] = a
    }
  }
  return frame
}

/** The largest difference between two lists of numbers, or NaN if any is not a number. */
export function worst(a: ArrayLike<number>, b: ArrayLike<number>): number {
  let max = 0
  for (let i = 0; i < a.length; i++) {
    const d = Math.abs((a[i] as number) - (b[i] as number))
    if (!(d <= max)) max = d
    if (Number.isNaN(d)) return NaN
  }
  return max
}

/** The largest difference as a share of what is allowed: absolute + relative * |exact| for each number; NaN if any is not a number. */
export function worstShare(
  got: ArrayLike<number>,
  exact: ArrayLike<number>,
  absolute: number,
  relative: number,
): number {
  const share = Array.from(
    exact,
    (v, i) => Math.abs((got[i] as number) - v) / (absolute + relative * Math.abs(v)),
  )
  return worst(share, new Float64Array(share.length))
}

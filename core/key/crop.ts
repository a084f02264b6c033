import type { Plane, Size } from '../frame'
import { type Kernels, outerPlane } from '../kernels'

/** What of a picture counts: from the left to the right and from the top to the bottom, as shares of it, and how wide its edges fade out inwards, in pixels of this picture. */
export interface Crop {
  across: readonly [number, number]
  down: readonly [number, number]
  feather: number
}

/** A crop as a matte; undefined where it takes nothing off. A hard edge covers what it cuts through in part. The caller's to free. */
export function cropMatte(
  k: Kernels,
  { width, height }: Size,
  { across, down, feather }: Crop,
): Plane | undefined {
  const whole = ([from, to]: readonly [number, number]) => from <= 0 && to >= 1
  if (whole(across) && whole(down)) return undefined
  const xs = rampsOf(width, across, feather)
  const ys = rampsOf(height, down, feather)
  return outerPlane(k, xs, ys, 'product')
}

/** Along a side: how much of each pixel lies within; an edge at the picture's own border does not fade. */
function rampsOf(n: number, [from, to]: readonly [number, number], feather: number): Float32Array {
  const wide = Math.max(1, feather)
  const lead = feather < 1 ? 0.5 : 0
  return Float32Array.from({ length: n }, (_, i) => {
    const left = from <= 0 ? 1 : (i + 0.5 - from * n) / wide + lead
    const right = to >= 1 ? 1 : (to * n - i - 0.5) / wide + lead
    return Math.min(1, Math.max(0, left)) * Math.min(1, Math.max(0, right))
  })
}

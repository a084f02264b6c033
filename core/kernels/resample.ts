import type { Frame } from '../frame'
import { type Filter, filterX, filterY, makeFilter } from './filter'
import type { Kernels } from './kernels'

/**
 * Brings a frame to another size. Going down it takes the exact area mean; going up it interpolates with a Catmull-Rom cubic.
 * Borders are clamped. Returns a new frame.
 */
export function resample(k: Kernels, src: Frame, width: number, height: number): Frame {
  const narrow = filterX(k, src, axis(src.width, width))
  const out = filterY(k, narrow, axis(src.height, height))
  k.free(narrow)
  return out
}

function axis(from: number, to: number): Filter {
  return to < from ? areaMean(from, to) : cubic(from, to)
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

function cubic(from: number, to: number): Filter {
  return makeFilter(to, from, 4, 'clamp', (o) => {
    const at = ((o + 0.5) * from) / to - 0.5
    const base = Math.floor(at)
    const f = at - base
    return {
      start: base - 1,
      weights: [
        ((-f + 2) * f - 1) * f * 0.5,
        ((3 * f - 5) * f * f + 2) * 0.5,
        ((-3 * f + 4) * f + 1) * f * 0.5,
        (f - 1) * f * f * 0.5,
      ],
    }
  })
}

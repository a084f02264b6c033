import type { Plane } from '../../frame'
import { type Lens, POINT_NUMBERS } from '../../kernels'
import { maths } from '../../maths'
import { straightened } from './lens'

/** What a tracker knows of the thing that it follows: points with their values and slopes, on every level. */
export interface Template {
  /** Points of each level, the finest first; levels on which too little is left are missing. */
  levels: Float32Array[]
  /** Places are counted from here, in units of `unit` pixels of the full-size picture. */
  centre: [number, number]
  unit: number
  /** Pixels whose slope can be told from noise. */
  usable: number
  lens: Lens | undefined
}

/** Points that are looked at on each level; where there are more, those with the steepest slopes. */
const MOST = [5000, 2500, 2500, 2500, 2500]
/** Fewer points than this make no level. */
const LEAST = 60
/** A slope of coded luminance a pixel that grain alone does not make. */
const SLOPE = 0.012

/**
 * Takes a template from a pyramid. `inside` gives the share (0 to 1) with which a place of the full-size picture counts; `box` is what it lies in: left, top, right, bottom.
 * Slopes are central differences. With a lens, places
 * are those without it.
 */
export function makeTemplate(
  pyramid: readonly Plane[],
  inside: (x: number, y: number) => number,
  box: readonly [number, number, number, number],
  lens?: Lens,
): Template {
  const [left, top, right, bottom] = box
  const centre = straightened(lens, (left + right) / 2, (top + bottom) / 2)
  const unit = Math.max(4, maths.hypot(right - left, bottom - top) / 2)
  const levels: Float32Array[] = []
  let usable = 0
  for (const [level, { width, height, data }] of pyramid.entries()) {
    const size = maths.pow(2, level)
    const [x0, y0] = [Math.max(1, Math.floor(left / size)), Math.max(1, Math.floor(top / size))]
    const [x1, y1] = [
      Math.min(width - 2, Math.ceil(right / size)),
      Math.min(height - 2, Math.ceil(bottom / size)),
    ]
    const points: number[] = []
    const steep: number[] = []
    for (let y = y0; y <= y1; y++)
      for (let x = x0; x <= x1; x++) {
        const [px, py] = [(x + 0.5) * size, (y + 0.5) * size]
        const share = inside(px, py)
        if (share < 0.5) continue
        const at = y * width + x
        const gx = ((data[at + 1] as number) - (data[at - 1] as number)) / 2
        const gy = ((data[at + width] as number) - (data[at - width] as number)) / 2
        const slope = maths.hypot(gx, gy)
        if (level === 0 && slope > SLOPE) usable++
        steep.push(slope)
        const to = unit / size
        const [sx, sy] = straightened(lens, px, py)
        points.push(
          (sx - centre[0]) / unit,
          (sy - centre[1]) / unit,
          data[at] as number,
          gx * to,
          gy * to,
          share,
          0,
          0,
        )
      }
    if (steep.length < LEAST && level > 0) break
    levels.push(steepest(points, steep, MOST[level] as number))
  }
  return { levels, centre, unit, usable, lens }
}

function steepest(points: readonly number[], steep: readonly number[], most: number): Float32Array {
  const n = steep.length
  if (n <= most) return Float32Array.from(points)
  const least = Float32Array.from(steep).sort()[n - most] as number
  const kept: number[] = []
  for (let i = 0; i < n; i++)
    if ((steep[i] as number) >= least)
      for (let c = 0; c < POINT_NUMBERS; c++) kept.push(points[i * POINT_NUMBERS + c] as number)
  return Float32Array.from(kept)
}

import { fillPath, type Kernels } from '@stilus/core/kernels'
import { invert, type Matrix3, multiply, through } from '@stilus/core/matrix'
import { PlanarTracker, POINT_OPTIONS, PointTracker, pyramidOf } from '@stilus/core/motion'
import { twiceArea } from '@stilus/core/region'
import { median } from '../measure'
import { FREE, normals, planeOf, Scene, waves } from './scenes'

/** Root mean square error of the point tracker over sub-pixel shifts with noise of 2 %. */
export function pointShifts(k: Kernels, trials = 60): number {
  const noise = normals(7)
  let sum = 0
  for (let i = 0; i < trials; i++) {
    const [dx, dy] = [3 * Math.sin(i * 1.7) + 0.37, 2.5 * Math.cos(i * 2.3) - 0.21]
    const first = pyramidOf(
      k,
      planeOf(k, 160, 140, (x, y) => waves(x, y) + 0.02 * noise()),
    )
    const next = pyramidOf(
      k,
      planeOf(k, 160, 140, (x, y) => waves(x - dx, y - dy) + 0.02 * noise()),
    )
    const tracker = new PointTracker(k, first, [80, 70], { ...POINT_OPTIONS, turning: false })
    const { place } = tracker.follow(next)
    sum += (place[0] - 80 - dx) ** 2 + (place[1] - 70 - dy) ** 2
    k.free(...first, ...next)
  }
  return Math.sqrt(sum / trials / 2)
}

/** A patch that moves, turns and grows while 40 % of it come to be covered by something that moves otherwise: corner errors, and how often it says that it is unsure. */
export function coveredErrors(k: Kernels): { errors: number[]; unsure: number; frames: number } {
  const noise = normals(3)
  const scene = new Scene(k)
  const box = [60, 60, 220, 180] as const
  const corners = [60, 60, 220, 60, 220, 180, 60, 180]
  const mapAt = (n: number): Matrix3 => {
    const [a, s] = [n * 0.006, 1 + n * 0.004]
    const [c, d] = [Math.cos(a) * s, Math.sin(a) * s]
    return multiply(
      [1, 0, 140 + n * 1.3, 0, 1, 120 + n * 0.7, 0, 0, 1],
      multiply([c, -d, 0, d, c, 0, 0, 0, 1], [1, 0, -140, 0, 1, -120, 0, 0, 1]),
    )
  }
  const pictureAt = (n: number) => {
    const back = invert(mapAt(n))
    // The cover slides in from the left until it hides two fifths of the patch.
    const edge = 60 + Math.min(64, n * 8)
    return pyramidOf(
      k,
      planeOf(k, 320, 260, (x, y) => {
        const [u, v] = through(back, x, y)
        // Another part of the film, which moves on its own.
        const own = u < edge ? scene.at(310 - x + 3 * n, 300 - y) : scene.at(u, v)
        return own + 0.01 * noise()
      }),
    )
  }
  const first = pictureAt(0)
  const tracker = new PlanarTracker(k, first, () => 1, box, { freedom: FREE })
  k.free(...first)
  const errors: number[] = []
  let unsure = 0
  for (let n = 1; n <= 30; n++) {
    const levels = pictureAt(n)
    const found = tracker.follow(levels)
    k.free(...levels)
    if (found.lost || found.quality < 0.5) unsure++
    for (let i = 0; i < 8; i += 2) {
      const [a, b] = [
        found.place(corners[i] as number, corners[i + 1] as number),
        through(mapAt(n), corners[i] as number, corners[i + 1] as number),
      ]
      errors.push(Math.hypot(a[0] - b[0], a[1] - b[1]))
    }
  }
  return { errors, unsure, frames: 30 }
}

/** The worst error of a polygon's area over some polygons, relative to its exact area. */
export function areaError(k: Kernels): number {
  let worst = 0
  for (let i = 0; i < 12; i++) {
    const contour = Array.from({ length: 9 + i * 5 }, (_, j) => {
      const a = (j / (9 + i * 5)) * 2 * Math.PI
      const r = 120 + 70 * Math.sin(3 * a + i) + 11 * Math.sin(7 * a)
      return [320.3 + r * Math.cos(a), 240.7 + r * Math.sin(a)]
    }).flat()
    const plane = fillPath(k, 640, 480, [contour], { rule: 'non-zero', inner: 0, outer: 0 })
    const area = plane.data.reduce((s, v) => s + v, 0)
    k.free(plane)
    const exact = Math.abs(twiceArea(contour)) / 2
    worst = Math.max(worst, Math.abs(area - exact) / exact)
  }
  return worst
}

/** Milliseconds of a soft outline of 200 points at 1280x720. */
export function softOutline(k: Kernels): number {
  const contour = Array.from({ length: 200 }, (_, i) => {
    const a = (i / 100) * Math.PI
    const r = 230 + 70 * Math.sin(6 * a)
    return [640 + r * Math.cos(a), 360 + r * Math.sin(a)]
  }).flat()
  const times = Array.from({ length: 15 }, () => {
    const began = performance.now()
    k.free(fillPath(k, 1280, 720, [contour], { rule: 'non-zero', inner: 20, outer: 20 }))
    return performance.now() - began
  })
  return median(times)
}

import { maths } from '../maths'

type Point = readonly [number, number]

/** Radii below this are none. */
const SMALL = 1e-3

/**
 * A polygon with round corners: each is an arc of a radius that touches both sides, smaller where a side is too short for it. Arcs are off by less than a tolerance.
 * @param radii of each corner
 */
export function rounded(corners: readonly Point[], radii: readonly number[], tolerance = 0.02): number[] {
  const n = corners.length
  const way = (from: Point, to: Point) => {
    const [dx, dy] = [to[0] - from[0], to[1] - from[1]]
    const long = maths.hypot(dx, dy)
    return { long, x: long > 0 ? dx / long : 0, y: long > 0 ? dy / long : 0 }
  }
  return corners.flatMap((here, i) => {
    const before = way(here, corners[(i + n - 1) % n] as Point)
    const after = way(here, corners[(i + 1) % n] as Point)
    const cross = before.x * after.y - before.y * after.x
    const angle = Math.abs(maths.atan2(cross, before.x * after.x + before.y * after.y))
    const wanted = radii[i] ?? 0
    if (!(wanted > SMALL) || angle < 1e-4 || angle > Math.PI - 1e-4) return [...here]
    const half = maths.tan(angle / 2)
    const reach = Math.min(wanted / half, before.long / 2, after.long / 2)
    const radius = reach * half
    if (!(radius > SMALL)) return [...here]
    const out = maths.hypot(reach, radius)
    const middle = way([0, 0], [before.x + after.x, before.y + after.y])
    const [cx, cy] = [here[0] + middle.x * out, here[1] + middle.y * out]
    const from = maths.atan2(here[1] + before.y * reach - cy, here[0] + before.x * reach - cx)
    const sweep = (Math.PI - angle) * (cross > 0 ? -1 : 1)
    const steps = stepsOf(radius, Math.abs(sweep), tolerance)
    return Array.from({ length: steps + 1 }, (_, s) => {
      const turn = from + (sweep * s) / steps
      return [cx + radius * maths.cos(turn), cy + radius * maths.sin(turn)]
    }).flat()
  })
}

/** Straight pieces of an arc that is nowhere off by more than a tolerance: the rise of a chord is r (1 - cos(t / 2)). */
const stepsOf = (radius: number, sweep: number, tolerance: number) =>
  Math.max(1, Math.ceil(sweep / (2 * Math.sqrt((2 * Math.min(tolerance, radius / 2)) / radius))))

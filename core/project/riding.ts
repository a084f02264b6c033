import { apply, invert, type Matrix3, multiply, shifted } from '../matrix'

/** How much of a motion an object goes along with: its place, its turn and size too, or the whole of its perspective. */
export type RidePart = 'place' | 'turn' | 'plane'

/**
 * A map as it is near a place: moved; moved, turned and sized alike in all directions; or by its derivative, with what is then left of a perspective (the map after the inverse of its
 * derivative, which leaves the neighbourhood of the place as it is).
 */
export function riddenAt(
  map: Matrix3,
  [x, y]: readonly [number, number],
  part: RidePart,
): { near: Matrix3; rest?: Matrix3 | undefined } {
  const [u, v, w] = apply(map, [x, y, 1])
  if (!(w > 1e-6)) return { near: shifted(0, 0) }
  const [px, py] = [u / w, v / w]
  if (part === 'place') return { near: shifted(px - x, py - y) }
  const [a, b, , d, e, , g, h] = map
  // The derivative of (u / w, v / w).
  const [ax, bx] = [(a - px * g) / w, (b - px * h) / w]
  const [dy, ey] = [(d - py * g) / w, (e - py * h) / w]
  const about = (m: readonly [number, number, number, number]): Matrix3 => [
    m[0],
    m[1],
    px - m[0] * x - m[1] * y,
    m[2],
    m[3],
    py - m[2] * x - m[3] * y,
    0,
    0,
    1,
  ]
  if (part === 'turn') {
    const [c, s] = [(ax + ey) / 2, (dy - bx) / 2]
    return { near: about([c, -s, s, c]) }
  }
  const near = about([ax, bx, dy, ey])
  const flat = Math.abs(g) < 1e-9 && Math.abs(h) < 1e-9
  return flat || Math.abs(ax * ey - bx * dy) < 1e-9 ? { near } : { near, rest: multiply(map, invert(near)) }
}

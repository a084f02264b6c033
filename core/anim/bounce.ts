import type { Key } from './keys'

/**
 * Keys of a place that goes on straight from where it is and is thrown back by the sides of a box, until a time: each way is even. @param speed units a frame @param room left, top, right and bottom
 * within which the place stays
 */
export function bouncing(
  [x0, y0]: readonly [number, number],
  [vx, vy]: readonly [number, number],
  room: readonly [left: number, top: number, right: number, bottom: number],
  [from, until]: readonly [number, number],
): Key[] {
  const clamp = (v: number, low: number, high: number) => Math.max(low, Math.min(Math.max(low, high), v))
  let [x, y, t] = [clamp(x0, room[0], room[2]), clamp(y0, room[1], room[3]), from]
  let [dx, dy] = [vx, vy]
  const key = (): Key => ({ at: t, value: [x, y], leave: 'linear', arrive: 'linear' })
  const keys = [key()]
  const wait = (p: number, v: number, low: number, high: number) =>
    v > 0 ? (high - p) / v : v < 0 ? (low - p) / v : Infinity
  while (t < until && keys.length < 500 && (dx !== 0 || dy !== 0)) {
    // Where there is no room along an axis nothing moves along it.
    if (room[2] - room[0] < 1e-6) dx = 0
    if (room[3] - room[1] < 1e-6) dy = 0
    const [across, down] = [wait(x, dx, room[0], room[2]), wait(y, dy, room[1], room[3])]
    const step = Math.min(across, down, until - t)
    if (!Number.isFinite(step)) break
    t += step
    x = clamp(x + dx * step, room[0], room[2])
    y = clamp(y + dy * step, room[1], room[3])
    if (across - step < 1e-9) dx = 0 - dx
    if (down - step < 1e-9) dy = 0 - dy
    if (step > 1e-9) keys.push(key())
  }
  return keys
}

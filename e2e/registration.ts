import { apply, type Matrix3 } from '@stilus/core/matrix'
import { type Homography, type Pixel } from '../demo/truth/read'

export type { Pixel }
export const [W, H] = [1280, 720]

/** A plane at a place in pixels, linear between pixel centres. */
export const sample = (plane: Float32Array, x: number, y: number): number => {
  const [u, v] = [Math.min(W - 1.001, Math.max(0, x - 0.5)), Math.min(H - 1.001, Math.max(0, y - 0.5))]
  const [i, j] = [Math.floor(u), Math.floor(v)]
  const at = (a: number, b: number) => plane[(j + b) * W + i + a] as number
  const [s, t] = [u - i, v - j]
  return (at(0, 0) * (1 - s) + at(1, 0) * s) * (1 - t) + (at(0, 1) * (1 - s) + at(1, 1) * s) * t
}
/** Where a homography takes a place. */
export const through = (h: Homography, x: number, y: number): Pixel => {
  const [a, b, w] = apply(h as unknown as Matrix3, [x, y, 1])
  return [a / w, b / w]
}

/** Where the marks are that differ from their surround by `sign`, near a place: the centre of their weight. */
export function centre(plane: Float32Array, [x, y]: Pixel, reach: number, sign: 1 | -1): Pixel {
  const [x0, y0] = [Math.round(x), Math.round(y)]
  const values: [number, number, number][] = []
  for (let j = -reach; j <= reach; j++)
    for (let i = -reach; i <= reach; i++)
      values.push([x0 + i, y0 + j, sign * (plane[(y0 + j) * W + x0 + i] as number)])
  const sorted = values.map(([, , v]) => v).sort((a, b) => a - b)
  const [low, high] = [
    sorted[Math.floor(sorted.length * 0.3)] as number,
    sorted[Math.floor(sorted.length * 0.985)] as number,
  ]
  let [sx, sy, sum] = [0, 0, 0]
  for (const [px, py, v] of values) {
    const w = Math.max(0, Math.min(1, (v - low) / (high - low)) - 0.35)
    sx += w * (px + 0.5)
    sy += w * (py + 0.5)
    sum += w
  }
  return [sx / sum, sy / sum]
}

/**
 * The shift that best takes `moved` onto `still` (Lucas and Kanade's least squares with gain, offset and a slope of the light), both sampled at a
 * list of places; it works for shifts below about two pixels.
 */
export function shift(
  still: (i: number) => number,
  moved: (i: number, dx: number, dy: number) => number,
  count: number,
  across: number,
): Pixel {
  let [dx, dy] = [0, 0]
  for (let round = 0; round < 8; round++) {
    const rows = Array.from({ length: count }, (_, i) => {
      const gx = moved(i, dx + 0.5, dy) - moved(i, dx - 0.5, dy)
      const gy = moved(i, dx, dy + 0.5) - moved(i, dx, dy - 0.5)
      const [u, v] = [(i % across) / across, i / count]
      return [gx, gy, moved(i, dx, dy), 1, u, v, still(i)]
    })
    const [sx, sy, gain] = solve(rows) as [number, number, number]
    const [a, b] = [sx / gain, sy / gain]
    dx += a
    dy += b
  }
  return [dx, dy]
}

/** Least squares: the last number of each row as a sum of the others; the coefficients. */
function solve(rows: readonly number[][]): number[] {
  const n = (rows[0] as number[]).length - 1
  const m = Array.from({ length: n }, () => new Array<number>(n + 1).fill(0))
  for (const row of rows)
    for (let i = 0; i < n; i++)
      for (let j = 0; j <= n; j++) (m[i] as number[])[j]! += (row[i] as number) * (row[j] as number)
  for (let i = 0; i < n; i++) {
    const pivot = m[i] as number[]
    for (const row of m.filter((_, k) => k !== i)) {
      const factor = (row[i] as number) / (pivot[i] as number)
      for (let j = i; j <= n; j++) row[j]! -= factor * (pivot[j] as number)
    }
  }
  return m.map((row, i) => (row[n] as number) / (row[i] as number))
}

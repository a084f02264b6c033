/** Plain references of the kernels: the same definitions in double precision, pixel by pixel. They are oracles for tests; speed is no concern. */
import { type Edge, edgeIndex } from '../filter'

/** Rows of `channels` values a pixel. */
export interface Image {
  width: number
  height: number
  channels: number
  data: ArrayLike<number>
}

/** Channel c at column x and row y, which may lie outside. */
export function valueAt(image: Image, x: number, y: number, c: number, edge: Edge): number {
  const [i, j] = [edgeIndex(x, image.width, edge), edgeIndex(y, image.height, edge)]
  return i < 0 || j < 0 ? 0 : (image.data[(j * image.width + i) * image.channels + c] as number)
}

/** An image from a function of place and channel. */
export function imageFrom(
  width: number,
  height: number,
  channels: number,
  make: (x: number, y: number, c: number) => number,
): Float64Array {
  const out = new Float64Array(width * height * channels)
  for (let i = 0; i < out.length; i++) {
    const pixel = Math.floor(i / channels)
    out[i] = make(pixel % width, Math.floor(pixel / width), i % channels)
  }
  return out
}

/** Linear between the four pixels around a continuous place, centres on halves. */
export function linearAt(image: Image, x: number, y: number, c: number, edge: Edge): number {
  const [u, v] = [x - 0.5, y - 0.5]
  const [i, j] = [Math.floor(u), Math.floor(v)]
  const row = (dy: number) =>
    valueAt(image, i, j + dy, c, edge) * (1 - u + i) + valueAt(image, i + 1, j + dy, c, edge) * (u - i)
  return row(0) * (1 - v + j) + row(1) * (v - j)
}

const catmullRom = (d: number) => {
  const a = Math.abs(d)
  return a < 1 ? (1.5 * a - 2.5) * a * a + 1 : a < 2 ? ((-0.5 * a + 2.5) * a - 4) * a + 2 : 0
}

/** Catmull-Rom from the sixteen pixels around a continuous place. */
export function cubicAt(image: Image, x: number, y: number, c: number, edge: Edge): number {
  const [u, v] = [x - 0.5, y - 0.5]
  let sum = 0
  for (let j = Math.floor(v) - 1; j <= Math.floor(v) + 2; j++)
    for (let i = Math.floor(u) - 1; i <= Math.floor(u) + 2; i++)
      sum += valueAt(image, i, j, c, edge) * catmullRom(u - i) * catmullRom(v - j)
  return sum
}

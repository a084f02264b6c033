import { type Edge, edgeIndex } from '../filter'
import type { Span } from '../iris'
import type { Turn } from '../streak'
import { type Image, imageFrom, linearAt, valueAt } from './image'

/** The sampled, normalised Gaussian, out to 8 sigma, of one line. */
export function referenceGaussian(line: ArrayLike<number>, sigma: number, edge: Edge): number[] {
  const r = Math.ceil(8 * sigma)
  const bell = Array.from({ length: 2 * r + 1 }, (_, i) => Math.exp(-((i - r) ** 2) / (2 * sigma * sigma)))
  const sum = bell.reduce((a, b) => a + b)
  return Array.from({ length: line.length }, (_, o) =>
    bell.reduce((total, w, i) => {
      const at = edgeIndex(o + i - r, line.length, edge)
      return total + (at < 0 ? 0 : (w / sum) * (line[at] as number))
    }, 0),
  )
}

/** Convolution with an aperture's spans: whole pixels count in full, those that an end falls into by their share. */
export function referenceIris(image: Image, spans: readonly Span[], edge: Edge): Float64Array {
  const area = spans.reduce((sum, s) => sum + s.x1 - s.x0, 0)
  return imageFrom(image.width, image.height, 4, (x, y, c) => {
    let sum = 0
    for (const { dy, x0, x1 } of spans)
      for (let dx = Math.floor(x0); dx < x1; dx++) {
        const share = Math.min(dx + 1, x1) - Math.max(dx, x0)
        sum += share * valueAt(image, x + dx, y + dy, c, edge)
      }
    return sum / area
  })
}

/** Mean along lines one row down and `slope` columns across, with the same two linear shears as the kernel. */
export function referenceStreak(
  image: Image,
  slope: number,
  before: number,
  after: number,
  edge: Edge,
): Float64Array {
  /** The sheared picture: row j at column c of a frame whose lines stand upright. */
  const sheared = (c: number, j: number, channel: number) => {
    const x = c + slope * j
    const i = Math.floor(x)
    return (
      valueAt(image, i, j, channel, edge) * (1 - x + i) + valueAt(image, i + 1, j, channel, edge) * (x - i)
    )
  }
  const mean = (c: number, y: number, channel: number) => {
    let sum = 0
    for (let j = Math.floor(y + 0.5 - before); j < y + 0.5 + after; j++) {
      const share = Math.min(j + 1, y + 0.5 + after) - Math.max(j, y + 0.5 - before)
      sum += share * sheared(c, j, channel)
    }
    return sum / (before + after)
  }
  // The kernel's columns are whole numbers from `left` on.
  const left = slope > 0 ? -slope * (image.height - 1) - 1 : -1
  return imageFrom(image.width, image.height, 4, (x, y, c) => {
    const at = x - left - slope * y
    const i = Math.floor(at)
    return mean(i + left, y, c) * (1 - at + i) + mean(i + 1 + left, y, c) * (at - i)
  })
}

/** Mean over a turn by many linear samples along each path. */
export function referenceRadial(image: Image, cx: number, cy: number, turn: Turn, edge: Edge, samples = 96) {
  return imageFrom(image.width, image.height, 4, (x, y, c) => {
    const [dx, dy] = [x + 0.5 - cx, y + 0.5 - cy]
    let sum = 0
    for (let i = 0; i < samples; i++) {
      const t = turn.from + (turn.to - turn.from) * ((i + 0.5) / samples)
      const a = (t * Math.PI) / 180
      const [u, v] =
        turn.kind === 'spin'
          ? [dx * Math.cos(a) - dy * Math.sin(a), dx * Math.sin(a) + dy * Math.cos(a)]
          : [dx * t, dy * t]
      sum += linearAt(image, cx + u, cy + v, c, edge)
    }
    return sum / samples
  })
}

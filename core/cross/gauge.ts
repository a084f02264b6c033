import type { Plane } from '../frame'
import { maths } from '../maths'

/** Directions that a table holds. */
const N = 2048
/** An outline reaches at least this share of its farthest reach everywhere, so that it comes to cover the picture when it grows. */
const LEAST = 0.04
/** Of a pixel, how far apart an outline is looked for along a ray. */
const STRIDE = 0.5

/** How far an outline reaches from its middle in each direction. */
export interface Gauge {
  x: number
  y: number
  /** Pixels by direction (see `directionAt`), N of them and the first again. */
  reach: Float32Array
  /** How fast r / reach changes across a place, as times of 1 / reach: more than 1 where the outline runs aslant. */
  steep: Float32Array
}

/** A number in [0, N) for a direction, growing with its angle: the way round the square |x| + |y| = 1, which needs no arc tangent. */
export function directionAt(x: number, y: number): number {
  const sum = Math.abs(x) + Math.abs(y)
  if (sum === 0) return 0
  const turn = y >= 0 ? 1 - x / sum : 3 + x / sum
  return Math.min(N - 1e-3, (turn * N) / 4)
}

/** The direction of a number, as a step of length 1. */
function stepOf(at: number): [number, number] {
  const turn = (4 * at) / N
  const [x, y] = turn < 2 ? [1 - turn, 1 - Math.abs(1 - turn)] : [turn - 3, Math.abs(turn - 3) - 1]
  const far = Math.sqrt(x * x + y * y)
  return [x / far, y / far]
}

/**
 * The outline of a matte, where it is half, seen from its centre of mass: the farthest place in each direction, between pixels. Undefined where there is no
 * such outline.
 */
export function gaugeOf(matte: Plane): Gauge | undefined {
  const { width, height, data } = matte
  let [mass, x, y] = [0, 0, 0]
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity]
  for (let j = 0, at = 0; j < height; j++)
    for (let i = 0; i < width; i++, at++) {
      const m = data[at] as number
      if (m < 0.5) continue
      mass += m
      x += m * (i + 0.5)
      y += m * (j + 0.5)
      left = Math.min(left, i)
      right = Math.max(right, i + 1)
      top = Math.min(top, j)
      bottom = Math.max(bottom, j + 1)
    }
  if (mass === 0) return undefined
  x /= mass
  y /= mass
  const farthest = maths.hypot(Math.max(x - left, right - x), Math.max(y - top, bottom - y)) + 1
  const reach = new Float32Array(N + 1)
  for (let n = 0; n < N; n++) {
    const [dx, dy] = stepOf(n)
    let outer = 0
    for (let r = farthest; r > 0; r -= STRIDE) {
      const here = sampled(matte, x + r * dx, y + r * dy)
      if (here >= 0.5) {
        reach[n] = r + (STRIDE * (here - 0.5)) / Math.max(1e-6, here - outer)
        break
      }
      outer = here
    }
  }
  const least = Math.max(...reach) * LEAST
  for (let n = 0; n < N; n++) reach[n] = Math.max(least, reach[n] as number)
  reach[N] = reach[0] as number
  return { x, y, reach, steep: steepnessOf(reach) }
}

/** A matte between its pixels, bilinear; nothing lies beyond it. */
function sampled(matte: Plane, u: number, v: number): number {
  const i = Math.floor(u - 0.5)
  const j = Math.floor(v - 0.5)
  const fu = u - 0.5 - i
  const fv = v - 0.5 - j
  const low = pixel(matte, i, j) * (1 - fu) + pixel(matte, i + 1, j) * fu
  const high = pixel(matte, i, j + 1) * (1 - fu) + pixel(matte, i + 1, j + 1) * fu
  return low + (high - low) * fv
}

const pixel = ({ width, height, data }: Plane, x: number, y: number): number =>
  x < 0 || y < 0 || x >= width || y >= height ? 0 : (data[y * width + x] as number)

/** |grad(r / reach)| reach = sqrt(1 + (reach' / reach)^2), by the change over the directions beside each. */
function steepnessOf(reach: Float32Array): Float32Array {
  const out = new Float32Array(N + 1)
  for (let n = 0; n < N; n++) {
    const [a, b] = [(n + N - 1) % N, (n + 1) % N]
    const [from, to] = [stepOf(a), stepOf(b)]
    const angle = from[0] * to[1] - from[1] * to[0]
    const slope = ((reach[b] as number) - (reach[a] as number)) / (angle * (reach[n] as number))
    out[n] = Math.sqrt(1 + slope * slope)
  }
  out[N] = out[0] as number
  return out
}

import type { Frame } from '../frame'
import { type Kernels, mixInto, resample, runProgram, warpMesh, weigh } from '../kernels'
import { maths } from '../maths'

/** Motions are measured on pictures of at most this width, and of halves of that. */
const WIDTH = 320
const LEVELS = 4
/** Pixels between knots of the net, and half the window that each looks at. */
const [STEP, HALF] = [8, 7]
const ROUNDS = 6
/** Added to the structure of each window, so that flat ones stay where their neighbours' coarser motion puts them. */
const STIFFNESS = 2e-3

interface Grey {
  width: number
  height: number
  data: Float32Array
}

/** How a picture moves between two frames, at a net of knots spread evenly from border to border: pixels of the frames, by rows. */
export interface Flow {
  cols: number
  rows: number
  dx: Float32Array
  dy: Float32Array
}

/**
 * The motion from `before` to `after`, seen from the moment `share` of the way between them: what is at p then was at p - share F before and will be at p + (1 - share) F after. For each knot the
 * sum of squared differences of display luma over a window is made least by Gauss and Newton's steps (Lucas and Kanade 1981), from coarse to fine, with a 3 x 3 median between levels.
 */
export function flowBetween(k: Kernels, before: Frame, after: Frame, share: number): Flow {
  const a = pyramid(k, before)
  const b = pyramid(k, after)
  let flow: Flow | undefined
  for (let level = a.length - 1; level >= 0; level--) {
    const [one, two] = [a[level] as Grey, b[level] as Grey]
    const cols = Math.max(2, Math.round(one.width / STEP) + 1)
    const rows = Math.max(2, Math.round(one.height / STEP) + 1)
    const next = flow ? resized(flow, cols, rows, 2) : still(cols, rows)
    for (let j = 0; j < rows; j++)
      for (let i = 0; i < cols; i++)
        refine(next, j * cols + i, one, two, share, [i / (cols - 1), j / (rows - 1)])
    flow = smoothed(next)
  }
  const found = flow as Flow
  const scale = before.width / (a[0] as Grey).width
  return { ...found, dx: found.dx.map((v) => v * scale), dy: found.dy.map((v) => v * scale) }
}

/** The picture at `share` of the way between two frames: both moved along their motion and mixed. Where something is covered or comes into sight both are seen faintly. */
export function betweenFrames(k: Kernels, before: Frame, after: Frame, share: number): Frame {
  const flow = flowBetween(k, before, after, share)
  const moved = (frame: Frame, by: number) => {
    const places = new Float64Array(flow.cols * flow.rows * 2)
    for (let n = 0; n < flow.dx.length; n++) {
      const [i, j] = [n % flow.cols, Math.floor(n / flow.cols)]
      places[2 * n] = (i / (flow.cols - 1)) * frame.width + by * (flow.dx[n] as number)
      places[2 * n + 1] = (j / (flow.rows - 1)) * frame.height + by * (flow.dy[n] as number)
    }
    const net = { cols: flow.cols, rows: flow.rows, places }
    return warpMesh(k, frame, net, { edge: 'clamp', filter: 'bicubic' })
  }
  const first = moved(before, -share)
  const out = moved(after, 1 - share)
  mixInto(k, first, out, share)
  k.free(first)
  return out
}

/** Display luma of a picture and its halves, the largest first. */
function pyramid(k: Kernels, frame: Frame): Grey[] {
  const width = Math.min(WIDTH, frame.width)
  const height = Math.max(1, Math.round((frame.height * width) / frame.width))
  let current = resample(k, frame, width, height)
  runProgram(k, current, [{ op: 'clamp', low: 0, high: 4 }, { op: 'encode' }], current)
  const levels: Grey[] = []
  for (let level = 0; level < LEVELS; level++) {
    const plane = weigh(k, current, [0.2126, 0.7152, 0.0722, 0])
    levels.push({ width: plane.width, height: plane.height, data: plane.data.slice() })
    k.free(plane)
    if (Math.min(current.width, current.height) < 24) break
    const half = resample(k, current, Math.ceil(current.width / 2), Math.ceil(current.height / 2))
    k.free(current)
    current = half
  }
  k.free(current)
  return levels
}

const still = (cols: number, rows: number): Flow => ({
  cols,
  rows,
  dx: new Float32Array(cols * rows),
  dy: new Float32Array(cols * rows),
})

/** A value between four pixels; borders are held. */
function at({ width, height, data }: Grey, x: number, y: number): number {
  const u = Math.min(width - 1.001, Math.max(0, x - 0.5))
  const v = Math.min(height - 1.001, Math.max(0, y - 0.5))
  const [i, j] = [u | 0, v | 0]
  const [fx, fy] = [u - i, v - j]
  const p = j * width + i
  const q = j + 1 < height ? p + width : p
  const right = i + 1 < width ? 1 : 0
  const top = (data[p] as number) + ((data[p + right] as number) - (data[p] as number)) * fx
  const low = (data[q] as number) + ((data[q + right] as number) - (data[q] as number)) * fx
  return top + (low - top) * fy
}

/** Betters the motion of one knot, which lies at shares (u, v) of the picture. */
function refine(flow: Flow, n: number, a: Grey, b: Grey, share: number, [u, v]: [number, number]): void {
  const [cx, cy] = [u * a.width, v * a.height]
  let [dx, dy] = [flow.dx[n] as number, flow.dy[n] as number]
  for (let round = 0; round < ROUNDS; round++) {
    let [xx, xy, yy, ex, ey] = [STIFFNESS, 0, STIFFNESS, 0, 0]
    for (let j = -HALF; j <= HALF; j += 2)
      for (let i = -HALF; i <= HALF; i += 2) {
        const [ax, ay] = [cx + i - share * dx, cy + j - share * dy]
        const [bx, by] = [cx + i + (1 - share) * dx, cy + j + (1 - share) * dy]
        const gx = slope(a, ax, ay, 1, 0) * share + slope(b, bx, by, 1, 0) * (1 - share)
        const gy = slope(a, ax, ay, 0, 1) * share + slope(b, bx, by, 0, 1) * (1 - share)
        const e = at(b, bx, by) - at(a, ax, ay)
        xx += gx * gx
        xy += gx * gy
        yy += gy * gy
        ex += gx * e
        ey += gy * e
      }
    const det = xx * yy - xy * xy
    if (!(det > 1e-12)) return
    const [sx, sy] = [(xy * ey - yy * ex) / det, (xy * ex - xx * ey) / det]
    const length = maths.hypot(sx, sy)
    const limit = length > 2 ? 2 / length : 1
    dx += sx * limit
    dy += sy * limit
    if (length < 0.01) break
  }
  flow.dx[n] = dx
  flow.dy[n] = dy
}

const slope = (g: Grey, x: number, y: number, i: number, j: number) =>
  (at(g, x + i, y + j) - at(g, x - i, y - j)) / 2

/** A net of other size, with motions times a factor; linear between knots. */
function resized(flow: Flow, cols: number, rows: number, factor: number): Flow {
  const out = still(cols, rows)
  const from = (values: Float32Array) => ({ width: flow.cols, height: flow.rows, data: values })
  for (let j = 0; j < rows; j++)
    for (let i = 0; i < cols; i++) {
      const x = (i / (cols - 1)) * (flow.cols - 1) + 0.5
      const y = (j / (rows - 1)) * (flow.rows - 1) + 0.5
      out.dx[j * cols + i] = at(from(flow.dx), x, y) * factor
      out.dy[j * cols + i] = at(from(flow.dy), x, y) * factor
    }
  return out
}

/** Each motion as the median of those about it. */
function smoothed(flow: Flow): Flow {
  const { cols, rows } = flow
  const median = (values: Float32Array) =>
    values.map((_, n) => {
      const [x, y] = [n % cols, Math.floor(n / cols)]
      const near: number[] = []
      for (let j = Math.max(0, y - 1); j <= Math.min(rows - 1, y + 1); j++)
        for (let i = Math.max(0, x - 1); i <= Math.min(cols - 1, x + 1); i++)
          near.push(values[j * cols + i] as number)
      near.sort((p, q) => p - q)
      return near[near.length >> 1] as number
    })
  return { ...flow, dx: median(flow.dx), dy: median(flow.dy) }
}

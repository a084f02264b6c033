import { createRequire } from 'node:module'
import { fileURLToPath } from 'node:url'
import type { Plane } from '@stilus/core/frame'
import { fillPath, type Kernels } from '@stilus/core/kernels'
import { invert, type Matrix3, multiply, type Quad, squareToQuad, through } from '@stilus/core/matrix'
import {
  Follower,
  type FollowSetup,
  makeTemplate,
  mapOf,
  type Motion,
  placesAt,
  PlanarTracker,
  POINT_OPTIONS,
  PointTracker,
  poseOf,
  pyramidOf,
  register,
  withPlace,
} from '@stilus/core/motion'
import { twiceArea } from '@stilus/core/region'
import { LumaClip } from '../demo/luma'
import { mediaPath } from '../demo/project'
import { TruthReader } from '../demo/truth/read'
import { median } from './measure'

export interface TrackRow {
  what: string
  bar: string
  found: string
  held: boolean | null
}

const truth = new TruthReader(fileURLToPath(new URL('../demo/truth/', import.meta.url)))
const FREE = { scale: true, rotation: true, shear: true, perspective: true }
const SETUP: Omit<FollowSetup, 'form' | 'anchor'> = {
  ...{ ...FREE, pattern: [14, 14], search: [40, 40], refresh: 'worn' },
}

/** Repeatable Gaussian noise (Box and Muller). */
function normals(seed: number): () => number {
  let state = seed >>> 0
  const next = () => ((state = (Math.imul(state, 1664525) + 1013904223) >>> 0) + 0.5) / 4294967296
  return () => Math.sqrt(-2 * Math.log(next())) * Math.cos(2 * Math.PI * next())
}

/** A picture that is known between its pixels too: waves of several lengths and directions, between 0 and 1. */
export function waves(x: number, y: number): number {
  return (
    0.5 +
    0.16 * Math.sin(0.31 * x + 0.13 * y) +
    0.14 * Math.sin(-0.17 * x + 0.37 * y + 1) +
    0.1 * Math.sin(0.53 * x + 0.41 * y + 2) +
    0.08 * Math.sin(0.71 * x - 0.62 * y + 0.5)
  )
}

export function planeOf(
  k: Kernels,
  width: number,
  height: number,
  at: (x: number, y: number) => number,
): Plane {
  const plane = k.plane(width, height)
  for (let i = 0; i < width * height; i++) plane.data[i] = at((i % width) + 0.5, Math.floor(i / width) + 0.5)
  return plane
}

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

/** Follows a thing through a clip; `hold` gives what is in front. */
export function followed(
  k: Kernels,
  clip: LumaClip,
  setup: FollowSetup,
  frames: readonly number[],
  hold?: (frame: number) => Float32Array,
): { motion: Motion; lostAt: number | undefined } {
  const [reference = 0, ...rest] = frames
  const front = (n: number) => {
    const data = hold?.(n)
    if (!data) return undefined
    const plane = k.plane(clip.width, clip.height)
    plane.data.set(data)
    return plane
  }
  const looking = <T>(n: number, look: (levels: Plane[], held?: Plane) => T): T => {
    const [levels, held] = [clip.pyramid(k, n), front(n)]
    const out = look(levels, held)
    k.free(...levels, ...(held ? [held] : []))
    return out
  }
  const follower = looking(reference, (levels, held) => new Follower(k, levels, setup, held))
  const { form, anchor } = setup
  let motion: Motion = { form, reference, anchor, first: reference, places: [anchor], quality: [1] }
  for (const n of rest) {
    const found = looking(n, (levels, held) => follower.follow(levels, held))
    motion = withPlace(motion, n, found.lost ? null : found.places, found.quality)
    if (found.lost) return { motion, lostAt: n }
  }
  return { motion, lostAt: undefined }
}

/** Distances of a motion's corners from the truth, frame by frame. */
export const cornerErrors = (
  motion: Motion,
  frames: readonly number[],
  exact: (n: number) => number[],
): number[] =>
  frames.flatMap((n) => {
    const [found, real] = [placesAt(motion, n), exact(n)]
    return [0, 2, 4, 6].map((i) =>
      Math.hypot(
        (found[i] as number) - (real[i] as number),
        (found[i + 1] as number) - (real[i + 1] as number),
      ),
    )
  })

const count = (from: number, to: number): number[] =>
  Array.from({ length: Math.abs(to - from) + 1 }, (_, i) => from + (to > from ? i : -i))

export function flagErrors(k: Kernels, flag: 'red' | 'blue') {
  const { frames, file, count: n } = truth.numbers('two-flags')
  const clip = new LumaClip(mediaPath(file), 1280, 720)
  const setup: FollowSetup = { ...SETUP, form: 'point', anchor: [...(frames[0]?.[flag] ?? [0, 0])] }
  const { motion, lostAt } = followed(k, clip, setup, count(0, n - 1))
  const last = lostAt === undefined ? n - 1 : lostAt - 1
  const errors = count(0, last).map((f) => {
    const [[x = 0, y = 0], [u, v]] = [placesAt(motion, f), frames[f]?.[flag] ?? [0, 0]]
    return Math.hypot(x - u, y - v)
  })
  const visible = (f: number) => flag === 'red' || (frames[f]?.blueVisible ?? false)
  return { errors, lostAt, lostWhileSeen: lostAt !== undefined && visible(lostAt) }
}

/** The sign of the cart, tracked back from the frame in which it is largest. */
export function cartErrors(k: Kernels): number[] {
  const { frames, file, count: n } = truth.numbers('cart-comes')
  const clip = new LumaClip(mediaPath(file), 1280, 720)
  const exact = (f: number) =>
    [
      [0, 0],
      [1, 0],
      [1, 1],
      [0, 1],
    ].flatMap(([u, v]) => through((frames[f]?.sign ?? []) as unknown as Matrix3, u as number, v as number))
  const order = count(n - 1, 0)
  const { motion } = followed(k, clip, { ...SETUP, form: 'plane', anchor: exact(n - 1) }, order)
  return cornerErrors(motion, order.slice(1), exact)
}

/** The tablet on the bench with the arm held out; its lens bends by `lens`. */
export function benchErrors(k: Kernels, lens?: number): number[] {
  const { frames, file, count: n } = truth.numbers('bench-tablet')
  const clip = new LumaClip(mediaPath(file), 1280, 720)
  const exact = (f: number) => (frames[f]?.corners ?? []).flat()
  const anchor = exact(0)
  const [cx, cy] = [0, 1].map((c) => anchor.reduce((s, v, i) => (i % 2 === c ? s + v / 4 : s), 0)) as [
    number,
    number,
  ]
  // Drawn a little outside of the face, so that its edge is in it.
  const area = anchor.map((v, i) => v + 3 * Math.sign(v - (i % 2 ? cy : cx)))
  const hold = (f: number) => {
    const { data, channels } = truth.channel('bench-tablet-arm', f)
    return channels === 1
      ? data
      : Float32Array.from({ length: 1280 * 720 }, (_, i) => data[i * channels] as number)
  }
  const setup: FollowSetup = { ...SETUP, form: 'plane', anchor, area, lens }
  const { motion } = followed(k, clip, setup, count(0, n - 1), hold)
  return cornerErrors(motion, count(1, n - 1), exact)
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

interface OpenCv {
  onRuntimeInitialized?: () => void
  Mat?: unknown
  matFromArray(
    rows: number,
    cols: number,
    type: number,
    values: ArrayLike<number>,
  ): { data32F: Float32Array; delete(): void }
  findTransformECC(...args: unknown[]): number
  TermCriteria: new (type: number, count: number, epsilon: number) => object
  [constant: string]: unknown
}

/** In an object: the module has a `then` of its own, which would never settle. */
async function opencv(): Promise<{ cv: OpenCv }> {
  const cv = createRequire(import.meta.url)('@techstark/opencv-js') as OpenCv
  await new Promise<void>((resolve) => (cv.Mat ? resolve() : (cv.onRuntimeInitialized = resolve)))
  for (const event of ['uncaughtException', 'unhandledRejection']) process.removeAllListeners(event)
  return { cv }
}

const SIDE = 320

/** A picture of the film, and what it looks like through a map from its pixels: bicubic, with noise of 1 %. */
class Scene {
  readonly picture: Float32Array

  constructor(k: Kernels) {
    const clip = new LumaClip(mediaPath('harbour-wide.mp4'), 1280, 720)
    const levels = clip.pyramid(k, 60)
    const { data } = levels[0] as Plane
    this.picture = new Float32Array(SIDE * SIDE)
    for (let y = 0; y < SIDE; y++)
      for (let x = 0; x < SIDE; x++) this.picture[y * SIDE + x] = data[(y + 230) * 1280 + x + 420] as number
    k.free(...levels)
  }

  /** Catmull and Rom's spline. */
  at(x: number, y: number): number {
    const [px, py] = [x - 0.5, y - 0.5]
    const [i, j] = [Math.floor(px), Math.floor(py)]
    const weights = (t: number) => [
      t * (-0.5 + t * (1 - 0.5 * t)),
      1 + t * t * (-2.5 + 1.5 * t),
      t * (0.5 + t * (2 - 1.5 * t)),
      t * t * (-0.5 + 0.5 * t),
    ]
    const [wx, wy] = [weights(px - i), weights(py - j)]
    let sum = 0
    for (let b = 0; b < 4; b++)
      for (let a = 0; a < 4; a++) {
        const [u, v] = [
          Math.min(SIDE - 1, Math.max(0, i + a - 1)),
          Math.min(SIDE - 1, Math.max(0, j + b - 1)),
        ]
        sum += (wx[a] as number) * (wy[b] as number) * (this.picture[v * SIDE + u] as number)
      }
    return sum
  }
}

/** For each deviation of the corners of a patch of 100 x 100 the share of trials in which a tracker comes within 1 px, ours and findTransformECC's. */
export async function convergence(
  k: Kernels,
  trials: number,
): Promise<{ sigma: number; ours: number; theirs: number }[]> {
  const { cv } = await opencv()
  const scene = new Scene(k)
  const noise = normals(11)
  const [x0, n] = [110, 100]
  const corners = [x0, x0, x0 + n, x0, x0 + n, x0 + n, x0, x0 + n]
  const quad = (list: readonly number[]) => [0, 2, 4, 6].map((i) => [list[i], list[i + 1]]) as unknown as Quad
  const error = (map: Matrix3, exact: Matrix3) =>
    Math.sqrt(
      [0, 2, 4, 6].reduce((s, i) => {
        const [a, b] = [
          through(map, corners[i] as number, corners[i + 1] as number),
          through(exact, corners[i] as number, corners[i + 1] as number),
        ]
        return s + ((a[0] - b[0]) ** 2 + (a[1] - b[1]) ** 2) / 4
      }, 0),
    )
  const image = pyramidOf(
    k,
    planeOf(k, SIDE, SIDE, (x, y) => scene.picture[Math.floor(y) * SIDE + Math.floor(x)] as number),
  )
  const input = cv.matFromArray(SIDE, SIDE, cv.CV_32FC1 as number, scene.picture)
  const rows: { sigma: number; ours: number; theirs: number }[] = []
  for (let sigma = 1; sigma <= 10; sigma++) {
    let [ours, theirs] = [0, 0]
    for (let trial = 0; trial < trials; trial++) {
      const moved = corners.map((v) => v + sigma * noise())
      const [a, b] = [squareToQuad(quad(corners)), squareToQuad(quad(moved))]
      if (!a || !b) continue
      const exact = multiply(b, invert(a))
      // What the patch looks like where it stands still: the picture at the moved places.
      const seen = planeOf(k, SIDE, SIDE, (x, y) => {
        if (x < x0 - 20 || y < x0 - 20 || x > x0 + n + 20 || y > x0 + n + 20) return 0
        return scene.at(...through(exact, x, y)) + 0.01 * noise()
      })
      const crop = new Float32Array(n * n)
      for (let y = 0; y < n; y++)
        for (let x = 0; x < n; x++) crop[y * n + x] = seen.data[(y + x0) * SIDE + x + x0] as number
      const levels = pyramidOf(k, seen)
      const template = makeTemplate(levels, () => 1, [x0 + 1, x0 + 1, x0 + n - 1, x0 + n - 1])
      const fit = register(k, template, image, poseOf(template), {
        freedom: FREE,
        rounds: 20,
        thorough: true,
      })
      k.free(...levels)
      if (error(mapOf(template, fit), exact) < 1) ours++
      const small = cv.matFromArray(n, n, cv.CV_32FC1 as number, crop)
      const warp = cv.matFromArray(3, 3, cv.CV_32FC1 as number, [1, 0, x0, 0, 1, x0, 0, 0, 1])
      try {
        const until = new cv.TermCriteria(
          (cv.TermCriteria_COUNT as number) + (cv.TermCriteria_EPS as number) || 3,
          100,
          1e-4,
        )
        const none = new (cv.Mat as new () => { delete(): void })()
        cv.findTransformECC(small, input, warp, cv.MOTION_HOMOGRAPHY, until, none, 5)
        none.delete()
        // Its places count from the middle of the first pixel of the crop and of the picture.
        const map = [...warp.data32F] as unknown as Matrix3
        const centred: Matrix3 = [1, 0, 0.5, 0, 1, 0.5, 0, 0, 1]
        const own: Matrix3 = [1, 0, -x0 - 0.5, 0, 1, -x0 - 0.5, 0, 0, 1]
        if (error(multiply(centred, multiply(map, own)), exact) < 1) theirs++
      } catch {
        // It throws where it does not converge.
      }
      small.delete()
      warp.delete()
    }
    rows.push({ sigma, ours: ours / trials, theirs: theirs / trials })
  }
  k.free(...image)
  return rows
}

/** Milliseconds a frame for a perspective patch of 200 x 150 that moves by some pixels: ours from luminance on, and findTransformECC's. */
export async function planarSpeed(k: Kernels): Promise<{ ours: number; tracking: number; theirs: number }> {
  const { cv } = await opencv()
  const { frames, file } = truth.numbers('cart-comes')
  const clip = new LumaClip(mediaPath(file), 1280, 720)
  const [l, t] = [(frames[70]?.sign as number[])[2] ?? 600, (frames[70]?.sign as number[])[5] ?? 290]
  const [x0, y0, w, h] = [Math.round(l) + 20, Math.round(t) - 60, 200, 150]
  const first = clip.pyramid(k, 70)
  const crop = new Float32Array(w * h)
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) crop[y * w + x] = (first[0] as Plane).data[(y + y0) * 1280 + x + x0] as number
  const tracker = new PlanarTracker(k, first, () => 1, [x0, y0, x0 + w, y0 + h], { freedom: FREE })
  k.free(...first)
  const [ours, tracking, theirs]: [number[], number[], number[]] = [[], [], []]
  const small = cv.matFromArray(h, w, cv.CV_32FC1 as number, crop)
  for (let n = 71; n < 76; n++)
    for (let again = 0; again < 3; again++) {
      const began = performance.now()
      const levels = clip.pyramid(k, n)
      const middle = performance.now()
      tracker.follow(levels)
      ours.push(performance.now() - began)
      tracking.push(performance.now() - middle)
      const plane = levels[0] as Plane
      const input = cv.matFromArray(720, 1280, cv.CV_32FC1 as number, plane.data)
      k.free(...levels)
      const warp = cv.matFromArray(3, 3, cv.CV_32FC1 as number, [1, 0, x0, 0, 1, y0, 0, 0, 1])
      const start = performance.now()
      try {
        const none = new (cv.Mat as new () => { delete(): void })()
        cv.findTransformECC(
          small,
          input,
          warp,
          cv.MOTION_HOMOGRAPHY,
          new cv.TermCriteria(3, 50, 1e-3),
          none,
          5,
        )
        none.delete()
      } catch {
        // It may give up; the time counts all the same.
      }
      theirs.push(performance.now() - start)
      input.delete()
      warp.delete()
    }
  return { ours: median(ours), tracking: median(tracking), theirs: median(theirs) }
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

function softOutline(k: Kernels): number {
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

const px = (v: number) => `${v.toFixed(3)} px`

/** All rows of the table, in its order. */
export async function trackRows(k: Kernels, trials = 500): Promise<TrackRow[]> {
  const rows: TrackRow[] = []
  const row = (what: string, bar: string, found: string, held: boolean | null) => {
    rows.push({ what, bar, found, held })
    console.log(`${what}: ${found}`)
  }
  const shifts = pointShifts(k)
  row('point, sub-pixel shifts, noise 2 %', 'RMS below 0.05 px', px(shifts), shifts < 0.05)
  for (const flag of ['red', 'blue'] as const) {
    const { errors, lostAt, lostWhileSeen } = flagErrors(k, flag)
    const worst = Math.max(...errors)
    const lost =
      lostAt === undefined
        ? 'never lost'
        : `lost at frame ${lostAt}, ${lostWhileSeen ? 'while seen' : 'when covered'}`
    row(
      `point, two flags, ${flag}`,
      'never above 1 px; lost only when covered',
      `worst ${px(worst)}, ${lost}`,
      worst < 1 && !lostWhileSeen,
    )
  }
  const plane = (what: string, errors: number[], judge = true) => {
    const [mid, worst] = [median(errors), Math.max(...errors)]
    row(
      what,
      'median below 0.15 px, worst below 0.8 px',
      `median ${px(mid)}, worst ${px(worst)}`,
      judge ? mid < 0.15 && worst < 0.8 : null,
    )
  }
  plane('plane, cart comes', cartErrors(k))
  plane('plane, bench tablet, arm held out', benchErrors(k))
  plane('plane, bench tablet, arm held out, bend of the lens given', benchErrors(k, 0.115))
  const covered = coveredErrors(k)
  const mid = median(covered.errors)
  row(
    'plane, 40 % covered by what is not held out',
    'median below 0.5 px, or unsure',
    `median ${px(mid)}, worst ${px(Math.max(...covered.errors))}, unsure in ${covered.unsure} of ${covered.frames}`,
    mid < 0.5,
  )
  const speed = await planarSpeed(k)
  row(
    'plane, perspective, 200 x 150: frames a second after decoding',
    'above 60',
    `${(1000 / speed.ours).toFixed(0)} (${speed.ours.toFixed(1)} ms, of them ${speed.tracking.toFixed(1)} ms tracking)`,
    speed.ours < 1000 / 60,
  )
  row(
    'the same against findTransformECC',
    'at least 5 times',
    `${(speed.theirs / speed.tracking).toFixed(1)} times (${speed.theirs.toFixed(1)} ms)`,
    speed.theirs >= 5 * speed.tracking,
  )
  const area = areaError(k)
  row('outline, area against the exact one', 'below 1e-4', area.toExponential(1), area < 1e-4)
  const soft = softOutline(k)
  row('outline, 200 points, feather 40 px, 1280x720', 'below 12 ms', `${soft.toFixed(1)} ms`, soft < 12)
  for (const { sigma, ours, theirs } of await convergence(k, trials))
    row(
      `plane from corners moved by ${sigma} px, ${trials} trials: within 1 px`,
      'never below findTransformECC',
      `${(ours * 100).toFixed(1)} %, findTransformECC ${(theirs * 100).toFixed(1)} %`,
      ours >= theirs,
    )
  return rows
}

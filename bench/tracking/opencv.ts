import { createRequire } from 'node:module'
import type { Plane } from '@stilus/core/frame'
import type { Kernels } from '@stilus/core/kernels'
import { invert, type Matrix3, multiply, type Quad, squareToQuad, through } from '@stilus/core/matrix'
import { makeTemplate, mapOf, PlanarTracker, poseOf, pyramidOf, register } from '@stilus/core/motion'
import { LumaClip } from '../../demo/luma'
import { mediaPath } from '../../demo/paths'
import { median } from '../measure'
import { truth } from './film'
import { FREE, normals, planeOf, Scene, SIDE } from './scenes'

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

/** Milliseconds a frame for a perspective patch of 200 x 150 that moves by some pixels in the film, and lies in one plane: ours from luminance on, and findTransformECC's. */
export async function planarSpeed(k: Kernels): Promise<{ ours: number; tracking: number; theirs: number }> {
  const { cv } = await opencv()
  const clip = new LumaClip(mediaPath(truth.numbers('tower-tilt').file), 1280, 720)
  const [x0, y0, w, h, reference] = [300, 200, 200, 150, 20]
  const first = clip.pyramid(k, reference)
  const crop = new Float32Array(w * h)
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) crop[y * w + x] = (first[0] as Plane).data[(y + y0) * 1280 + x + x0] as number
  const tracker = new PlanarTracker(k, first, () => 1, [x0, y0, x0 + w, y0 + h], { freedom: FREE })
  k.free(...first)
  const [ours, tracking, theirs]: [number[], number[], number[]] = [[], [], []]
  const small = cv.matFromArray(h, w, cv.CV_32FC1 as number, crop)
  // Both go on from where the last picture was found.
  let warp = cv.matFromArray(3, 3, cv.CV_32FC1 as number, [1, 0, x0, 0, 1, y0, 0, 0, 1])
  for (let n = reference + 1; n <= reference + 20; n++) {
    const began = performance.now()
    const levels = clip.pyramid(k, n)
    const middle = performance.now()
    tracker.follow(levels)
    ours.push(performance.now() - began)
    tracking.push(performance.now() - middle)
    const input = cv.matFromArray(720, 1280, cv.CV_32FC1 as number, (levels[0] as Plane).data)
    k.free(...levels)
    const last = [...warp.data32F]
    const start = performance.now()
    try {
      const none = new (cv.Mat as new () => { delete(): void })()
      const until = new cv.TermCriteria(3, 50, 1e-3)
      cv.findTransformECC(small, input, warp, cv.MOTION_HOMOGRAPHY, until, none, 5)
      none.delete()
    } catch {
      // It may give up; the time counts all the same.
      warp.delete()
      warp = cv.matFromArray(3, 3, cv.CV_32FC1 as number, last)
    }
    theirs.push(performance.now() - start)
    input.delete()
  }
  return { ours: median(ours), tracking: median(tracking), theirs: median(theirs) }
}

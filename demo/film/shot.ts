import { type Frame } from '@stilus/core/frame'
import { apply, type Matrix3, multiply } from '@stilus/core/matrix'
import { type Composer, handheld, moved } from './composer'
import { type Camera, seen, type V3 } from './space'
import { type Job } from './tracer'

export const WIDTH = 1280
export const HEIGHT = 720

/** How one shot of the film is made. */
export interface Shot {
  name: string
  frames: number
  rate: { num: number; den: number }
  /** Its file among the media, and how it is encoded. */
  file: string
  seed: number
  /** Stop motion on twos: what is traced holds for two frames, while camera, sparks and grain go on. */
  twos?: true
  grain?: number
  /** Encoder quality (constant rate factor). */
  quality?: number
  size?: { width: number; height: number }
  /** Pictures traced once. */
  plates?(): Job[]
  /** Pictures traced for frame n; names without a number. */
  jobs?(n: number): Job[]
  /** The finished picture of frame n in linear light; `at` gives the files of plates and jobs by name. */
  compose(c: Composer, n: number, at: (name: string) => string): Frame
  /** What is known exactly of frame n, in pixels of the finished picture and stage units. */
  truth?(n: number): Record<string, unknown>
  /** Mattes (or other single channels) kept for frame n, from 0 to 1, by name. */
  mattes?(c: Composer, n: number, at: (name: string) => string): Record<string, Frame>
}

/** The frame whose traced pictures frame n shows. */
export const heldFrame = ({ twos }: Shot, n: number): number => (twos ? n - (n % 2) : n)

/** Room around the picture for a camera that is moved after tracing. */
export const MARGIN = { x: 40, y: 22.5 }
export const WIDE = { width: WIDTH + 2 * MARGIN.x, height: HEIGHT + 2 * MARGIN.y }

/** For shots whose planes are measured to a tenth of a pixel: edges that run along the pixels would stand on the grid of few samples. */
export const EXACT = { smooth: 0.12, halvings: 3 }

/** The same lens with room around the picture. */
export const roomy = (camera: Camera): Camera => ({
  ...camera,
  focal: (camera.focal * HEIGHT) / WIDE.height,
  ...WIDE,
})

/** From roomy pixels to those of the picture, with a hand-held wobble of so many pixels. */
export function held(n: number, fps: number, seed: number, pixels: number, focal: number): Matrix3 {
  const wobble = handheld(n / fps, seed, pixels, (focal * HEIGHT) / WIDE.height, WIDE.width, WIDE.height)
  return multiply(moved(-MARGIN.x, -MARGIN.y), wobble)
}

export const cinema: Pick<Camera, 'width' | 'height'> = { width: WIDTH, height: HEIGHT }

/** Where a point of the stage lands in the finished picture after `toPicture`. */
export function lands(camera: Camera, toPicture: Matrix3, point: V3): [number, number] {
  const { x, y } = seen(camera, point)
  const [u, v, w] = apply(toPicture, [x, y, 1])
  return [u / w, v / w]
}

/** The part of a picture that holds these points, with a margin, cut to the picture. */
export function partAround(camera: Camera, points: readonly V3[], margin: number) {
  const all = points.map((p) => seen(camera, p))
  const low = (key: 'x' | 'y') => Math.min(...all.map((p) => p[key])) - margin
  const high = (key: 'x' | 'y') => Math.max(...all.map((p) => p[key])) + margin
  const cut = (v: number, max: number) => Math.min(max, Math.max(0, Math.round(v)))
  const [left, right] = [cut(low('x'), camera.width - 8), cut(high('x'), camera.width)]
  const [top, bottom] = [cut(low('y'), camera.height - 8), cut(high('y'), camera.height)]
  return { left, top, right: Math.max(right, left + 8), bottom: Math.max(bottom, top + 8) }
}

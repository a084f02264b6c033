import type { Plane } from '@stilus/core/frame'
import type { Kernels } from '@stilus/core/kernels'
import { LumaClip } from '../../demo/luma'
import { mediaPath } from '../../demo/paths'

/** Everything but position may change too. */
export const FREE = { scale: true, rotation: true, shear: true, perspective: true }

/** Repeatable Gaussian noise (Box and Muller). */
export function normals(seed: number): () => number {
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

/** Pixels of a scene's side. */
export const SIDE = 320

/** A picture of the film, and what it looks like through a map from its pixels: bicubic, with noise of 1 %. */
export class Scene {
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

import {
  addScaledInto,
  gaussian,
  iris,
  Kernels,
  type Mesh,
  overInto,
  warpMesh,
  warpPerspective,
} from '@stilus/core/kernels'
import { type Frame } from '@stilus/core/frame'
import { invert, type Matrix3, multiply } from '@stilus/core/matrix'
import { drift } from './motion'
import { readTraced } from './tracer'

/** Puts pictures of a shot together in linear light. Frames that it hands out are freed at the end of each picture. */
export class Composer {
  readonly k = new Kernels(1400 * 1048576)
  #passing: Frame[] = []
  #kept = new Map<string, Frame>()

  /** A frame that lives until the next picture. */
  pass(frame: Frame): Frame {
    this.#passing.push(frame)
    return frame
  }

  /** A picture from a file, for this picture only. */
  picture(path: string): Frame {
    const { width, height, data } = readTraced(path)
    return this.pass(this.k.frameOf(width, height, data))
  }

  /** A picture made once and kept for the whole shot. */
  plate(name: string, make: () => Frame): Frame {
    const known = this.#kept.get(name)
    if (known) return known
    const made = make()
    this.#passing = this.#passing.filter((frame) => frame !== made)
    this.#kept.set(name, made)
    return made
  }

  /** Frees what was made for the picture that is done. */
  next(): void {
    this.k.free(...this.#passing)
    this.#passing = []
  }

  clear(width: number, height: number): Frame {
    const frame = this.pass(this.k.frame(width, height))
    frame.data.fill(0)
    return frame
  }

  copy(frame: Frame): Frame {
    const made = this.pass(this.k.frame(frame.width, frame.height))
    made.data.set(frame.data)
    return made
  }

  /** Lays `top` over `below`, which is changed. Both have one size. */
  over(below: Frame, top: Frame): void {
    overInto(this.k, top, below)
  }

  add(below: Frame, light: Frame, amount: number): void {
    addScaledInto(this.k, below, light, amount)
  }

  soft(frame: Frame, sigma: number): Frame {
    return this.pass(gaussian(this.k, frame, sigma, sigma, 'clamp'))
  }

  lens(frame: Frame, radius: number): Frame {
    return this.pass(
      iris(this.k, frame, { radius, blades: 6, curvature: 0.7, rotation: 10 }, 'clamp', 'full'),
    )
  }

  /** A picture through a homography from its pixels to those of the result. */
  warp(
    frame: Frame,
    toResult: Matrix3,
    width: number,
    height: number,
    edge: 'black' | 'clamp' = 'black',
  ): Frame {
    return this.pass(
      warpPerspective(this.k, frame, invert(toResult), { edge, filter: 'bicubic', width, height }),
    )
  }

  bend(frame: Frame, mesh: Mesh, width: number, height: number): Frame {
    return this.pass(warpMesh(this.k, frame, mesh, { edge: 'clamp', filter: 'bicubic', width, height }))
  }

  /** Multiplies colour (and alpha, when a fourth factor is given) in place. */
  gain(frame: Frame, [r, g, b]: readonly [number, number, number], alpha = 1): void {
    const { data } = frame
    for (let i = 0; i < data.length; i += 4) {
      data[i] = (data[i] as number) * r
      data[i + 1] = (data[i + 1] as number) * g
      data[i + 2] = (data[i + 2] as number) * b
      data[i + 3] = (data[i + 3] as number) * alpha
    }
  }
}

export const moved = (x: number, y: number): Matrix3 => [1, 0, x, 0, 1, y, 0, 0, 1]
export const scaledAbout = (s: number, x: number, y: number): Matrix3 => [
  s,
  0,
  x * (1 - s),
  0,
  s,
  y * (1 - s),
  0,
  0,
  1,
]

/**
 * A hand-held camera as a homography of the picture: turning about the lens by small angles (in pixels at the centre) and
 * rolling. A turn about the lens moves near and far alike, so the traced picture may be warped after the fact, exactly.
 */
export function handheld(
  t: number,
  seed: number,
  pixels: number,
  focal: number,
  width: number,
  height: number,
): Matrix3 {
  const f = focal * height
  const pan = (pixels * drift(t * 1.1, seed)) / f
  const tilt = (pixels * 0.8 * drift(t * 1.3, seed + 1)) / f
  const roll = 0.0012 * pixels * 0.3 * drift(t * 0.9, seed + 2)
  return turning(pan, tilt, roll, f, width, height)
}

/** The homography of a camera that turns about its lens by these radians. */
export function turning(
  pan: number,
  tilt: number,
  roll: number,
  f: number,
  width: number,
  height: number,
): Matrix3 {
  const [cx, cy] = [width / 2, height / 2]
  const K: Matrix3 = [f, 0, cx, 0, f, cy, 0, 0, 1]
  const [cp, sp, ct, st, cr, sr] = [
    Math.cos(pan),
    Math.sin(pan),
    Math.cos(tilt),
    Math.sin(tilt),
    Math.cos(roll),
    Math.sin(roll),
  ]
  const R = multiply(
    [cr, -sr, 0, sr, cr, 0, 0, 0, 1],
    multiply([1, 0, 0, 0, ct, -st, 0, st, ct], [cp, 0, sp, 0, 1, 0, -sp, 0, cp]),
  )
  return multiply(K, multiply(R, invert(K)))
}

import type { Frame, Size } from '../frame'
import { type Kernels, warpPerspective } from '../kernels'
import { invert, type Matrix3, multiply, shifted, through, turned } from '../matrix'

/** Where a subject's picture is put: its middle as shares of the frame, times of its size, and degrees clockwise. */
export interface Standing {
  place: readonly [number, number]
  size: number
  turn: number
}

export const SIDES = ['left', 'right', 'top', 'bottom'] as const
export type Side = (typeof SIDES)[number]

const asItCame = ({ place: [x, y], size, turn }: Standing) =>
  x === 0.5 && y === 0.5 && size === 1 && turn === 0

/** From the subject's picture into the frame, both in pixels of one size. */
export function intoFrame({ place: [x, y], size, turn }: Standing, { width, height }: Size): Matrix3 {
  return [shifted(x * width, y * height), turned(turn, size), shifted(-width / 2, -height / 2)].reduce(
    multiply,
  )
}

/** A subject (premultiplied) put where it is to stand, bicubic; undefined where it stays as it came. */
export function placed(k: Kernels, front: Frame, standing: Standing): Frame | undefined {
  if (asItCame(standing)) return undefined
  const out = warpPerspective(k, front, invert(intoFrame(standing, front)), {
    edge: 'black',
    filter: 'bicubic',
  })
  // A bicubic filter swings over at hard edges; alpha may not.
  for (let at = 3; at < out.data.length; at += 4)
    out.data[at] = Math.min(1, Math.max(0, out.data[at] as number))
  return out
}

/** How many places of a side are asked. */
const ASKED = 24

/** The sides of the subject's picture that come to lie within the frame: where the subject runs over one it would be seen cut off. A side along the frame's own does not. */
export function sidesInSight(standing: Standing, size: Size): Side[] {
  if (asItCame(standing)) return []
  const { width, height } = size
  const to = intoFrame(standing, size)
  const ends: Record<Side, [number, number, number, number]> = {
    left: [0, 0, 0, height],
    right: [width, 0, width, height],
    top: [0, 0, width, 0],
    bottom: [0, height, width, height],
  }
  const edge = 0.5
  return SIDES.filter((side) => {
    const [x0, y0, x1, y1] = ends[side]
    return Array.from({ length: ASKED }, (_, i) => (i + 0.5) / ASKED).some((t) => {
      const [x, y] = through(to, x0 + (x1 - x0) * t, y0 + (y1 - y0) * t)
      return x > edge && x < width - edge && y > edge && y < height - edge
    })
  })
}

import type { Frame } from '../frame'
import { type Kernels, mixInto } from '../kernels'
import { maths } from '../maths'
import { type Matrix3, multiply, radians, shifted } from '../matrix'
import { choice, count } from '../params/make'
import { warped } from './moving'

/** Heights of the picture between the eye and it. */
const EYE = 2

interface Hung {
  /** Degrees about the axis. */
  by: number
  /** Where the axis lies: aside from the middle and behind the picture, as shares of the size across it. */
  aside: number
  behind: number
  /** The axis stands upright, or lies level. */
  upright: boolean
}

/** A picture hung in space, turned about an axis, and seen from two heights away; empty where it shows its back. */
export function hung(k: Kernels, frame: Frame, { by, aside, behind, upright }: Hung): Frame {
  const [w, h] = [frame.width, frame.height]
  const d = EYE * h
  const size = upright ? w : h
  const [ox, oz] = [aside * size, behind * size]
  const [c, s] = [maths.cos(radians(by)), maths.sin(radians(by))]
  // u runs across the axis: u' = ox + (u - ox) c + (0 - oz) s, z' = oz - (u - ox) s + (0 - oz) c.
  const u: [number, number] = [c, ox - ox * c - oz * s]
  const z: [number, number] = [-s, oz + ox * s - oz * c]
  const rows: Matrix3 = upright
    ? [d * u[0], 0, d * u[1], 0, d, 0, z[0], 0, d + z[1]]
    : [d, 0, 0, 0, d * u[0], d * u[1], 0, z[0], d + z[1]]
  const map = multiply(shifted(w / 2, h / 2), multiply(rows, shifted(-w / 2, -h / 2)))
  const [a, b, e, f] = [map[0], map[1], map[3], map[4]]
  const weight = map[6] * (w / 2) + map[7] * (h / 2) + map[8]
  if (weight <= 1e-6 || Math.abs(a * f - b * e) < 1e-9 || Math.abs(c) < 1e-4) {
    const out = k.frame(w, h)
    out.data.fill(0)
    return out
  }
  return warped(k, frame, map, 'black')
}

export const TURNS = {
  to: choice('Turns', 'About which axis, and where to.', {
    left: 'To the left',
    right: 'To the right',
    up: 'Upwards',
    down: 'Downwards',
  }),
  samples: count('Motion blur', 'How many moments of the exposure are seen; 1 is sharp.', 4, [1, 16]),
} as const

export const upright = (to: string) => to === 'left' || to === 'right'
export const sign = (to: string) => (to === 'left' || to === 'up' ? 1 : -1)

/** The mean of a picture over the moments of an exposure of a twentieth of the whole. */
export function exposed(k: Kernels, samples: number, speed: number, at: (by: number) => Frame): Frame {
  const n = Math.max(1, Math.round(samples))
  const open = n > 1 ? 0.05 * speed : 0
  const out = at(0.5 * open * (1 / n - 1))
  for (let i = 1; i < n; i++) {
    const next = at(open * ((i + 0.5) / n - 0.5))
    mixInto(k, next, out, i / (i + 1))
    k.free(next)
  }
  return out
}

export const within = (t: number) => Math.min(1, Math.max(0, t))

import type { Frame, Plane } from '../frame'
import { field, type Kernels } from '../kernels'
import { maths } from '../maths'
import { count, number, point, px, seed, share } from '../params/make'
import type { Place } from '../steps/declare'

/** The controls of what spreads from a point with a ragged edge. */
export const SPREADS = {
  centre: point('Centre', 'Where it begins.', [0.5, 0.5]),
  ragged: share('Ragged', 'How far the edge strays from a circle.', 0.6),
  size: px('Size', 'Size of the largest bays of the edge.', 220, [8, 800], { limits: [1, 8000] }),
  octaves: count('Detail', 'How many layers of finer forms the edge has.', 5, [1, 8]),
  roughness: number('Roughness', 'How strong finer forms are.', 0.55, [0, 1]),
  seed: seed(7),
} as const

export interface Spread {
  centre: readonly [number, number]
  ragged: number
  size: number
  octaves: number
  roughness: number
  seed: number
}

/** When what spreads comes to each place, from 0 at its centre to 1 at the farthest: a circle whose edge noise moves. */
export function spreading(k: Kernels, size: Frame, place: Place, scale: number, v: Spread): Plane {
  const f = 1 / Math.max(1, v.size * scale)
  const when = field(k, size.width, size.height, {
    kind: 'smooth',
    to: [f, 0, place.x * f, 0, f, place.y * f],
    depth: 0,
    seed: v.seed,
    octaves: Math.round(v.octaves),
    gain: v.roughness,
  })
  const [cx, cy] = [v.centre[0] * place.width, v.centre[1] * place.height]
  const far = maths.hypot(Math.max(cx, place.width - cx), Math.max(cy, place.height - cy))
  const { data } = when
  for (let j = 0, at = 0; j < size.height; j++)
    for (let i = 0; i < size.width; i++, at++) {
      const [dx, dy] = [place.x + i + 0.5 - cx, place.y + j + 0.5 - cy]
      const radial = Math.sqrt(dx * dx + dy * dy) / far
      // Most of the noise lies within 0.75 of 0.
      const strays = 0.5 + Math.min(0.5, Math.max(-0.5, (data[at] as number) * 0.66))
      const comes = radial * (1 - v.ragged) + strays * v.ragged
      // Hardly anything of the sum lies at its ends.
      data[at] = Math.min(1, Math.max(0, (comes - 0.3 * v.ragged) / (1 - 0.5 * v.ragged)))
    }
  return when
}

import type { Frame } from '../../frame'
import { type Edge, type Kernels, warpBy } from '../../kernels'
import type { Place } from '../declare'

/** Moves a picture by a rule on places about a centre (shares of the picture), in heights: it changes `to`, which holds the place itself. */
export function bent(
  k: Kernels,
  input: Frame,
  place: Place,
  centre: readonly [number, number],
  edge: string,
  rule: (u: number, v: number, to: [number, number]) => void,
): Frame {
  const h = place.height
  const [cx, cy] = [centre[0] * place.width - place.x, centre[1] * h - place.y]
  return warpBy(
    k,
    input,
    (x, y, to) => {
      const u = (x - cx) / h
      const v = (y - cy) / h
      to[0] = u
      to[1] = v
      rule(u, v, to)
      to[0] = cx + to[0] * h
      to[1] = cy + to[1] * h
    },
    { edge: edge as Edge, filter: 'bicubic' },
  )
}

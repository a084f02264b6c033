import type { Frame } from '../../frame'
import { type Edge, type Kernels, warpBy, warpMesh } from '../../kernels'
import type { Place } from '../declare'

/**
 * Moves a picture by a rule on places about a centre (shares of the picture), in heights: it changes `to`, which holds the place itself. The rule is
 * asked at every pixel, or for rules that bend gently every `spacing` pixels, with straight lines between: off by spacing^2 / 8 times the bend.
 */
export function bent(
  k: Kernels,
  input: Frame,
  place: Place,
  centre: readonly [number, number],
  edge: string,
  rule: (u: number, v: number, to: [number, number]) => void,
  spacing = 1,
): Frame {
  const h = place.height
  const [cx, cy] = [centre[0] * place.width - place.x, centre[1] * h - place.y]
  const moved = (x: number, y: number, to: [number, number]) => {
    const u = (x - cx) / h
    const v = (y - cy) / h
    to[0] = u
    to[1] = v
    rule(u, v, to)
    to[0] = cx + to[0] * h
    to[1] = cy + to[1] * h
  }
  const options = { edge: edge as Edge, filter: 'bicubic' } as const
  if (spacing < 2) return warpBy(k, input, moved, options)
  const [cols, rows] = [Math.ceil(input.width / spacing) + 1, Math.ceil(input.height / spacing) + 1]
  const places = new Float64Array(cols * rows * 2)
  const to: [number, number] = [0, 0]
  for (let n = 0; n < cols * rows; n++) {
    moved(((n % cols) / (cols - 1)) * input.width, (Math.floor(n / cols) / (rows - 1)) * input.height, to)
    places.set(to, n * 2)
  }
  return warpMesh(k, input, { cols, rows, places }, options)
}

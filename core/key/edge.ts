import type { Frame, Plane } from '../frame'
import { copyOf, fillIn, gaussian, grow, type Kernels, showPlane } from '../kernels'

export interface EdgeOptions {
  /** How far the edge goes out (above 0) or in, in pixels of this picture; also parts of one. */
  out: number
  /** How soft it gets, in pixels of this picture. */
  soft: number
}

/**
 * Moves and softens the edge of a subject (premultiplied): alpha grown by a disc, or blurred by a Gaussian; where that gives alpha to places that had none their colour goes on from the subject's own. Neither changes a
 * place whose surroundings are wholly subject, or wholly not. Mutates both.
 */
export function moveEdge(k: Kernels, front: Frame, alpha: Plane, { out, soft }: EdgeOptions): void {
  if (out === 0 && soft === 0) return
  const grown = out === 0 ? undefined : grow(k, alpha, out)
  const moved = soft > 0 ? softened(k, grown ?? alpha, soft) : (grown as Plane)
  // The subject's straight colour everywhere: what alpha there is weighs it.
  const straight = copyOf(k, front)
  fillIn(k, straight)
  for (let i = 0; i < alpha.data.length; i++) {
    const before = alpha.data[i] as number
    const after = moved.data[i] as number
    // What only rounding changes stays.
    if (Math.abs(after - before) < 1e-6) continue
    const own = before > ENOUGH ? after / before : 0
    for (let at = i * 4; at < i * 4 + 3; at++)
      front.data[at] = own > 0 ? (front.data[at] as number) * own : after * (straight.data[at] as number)
    front.data[i * 4 + 3] = after
    alpha.data[i] = after
  }
  k.free(straight, moved)
  if (grown && grown !== moved) k.free(grown)
}

/** With less alpha a place says too little of its own colour. */
const ENOUGH = 0.25

function softened(k: Kernels, plane: Plane, sigma: number): Plane {
  const shown = showPlane(k, plane)
  const blurred = gaussian(k, shown, sigma, sigma, 'clamp')
  const out = k.plane(plane.width, plane.height)
  for (let i = 0; i < out.data.length; i++) out.data[i] = blurred.data[i * 4] as number
  k.free(shown, blurred)
  return out
}

import type { Frame, Plane } from '../frame'
import type { Kernels } from '../kernels'
import type { ScreenColour } from './colour'

/** A subject that is cut out, before its colour is put right: all are the caller's to free. */
export interface Cut {
  colour: ScreenColour
  screen: Frame
  alpha: Plane
  front: Frame
}

interface Kept {
  colour: ScreenColour
  screen: Float32Array
  alpha: Float32Array
  front: Float32Array
}

/** The last picture that was cut: a hand on a later stage (spill, edge, wrap, fit) comes back to it. */
let last: { key: string; kept: Kept } | undefined
/** Larger pictures are not kept: 36 bytes a place. */
const MOST = 1920 * 1200

/** Cuts a picture, or takes what was cut by the same key before; the key must say all that it depends on. Undefined where there is nothing to cut. */
export function cutOnce(
  k: Kernels,
  { width, height }: Frame,
  key: string,
  make: () => Cut | undefined,
): Cut | undefined {
  if (last?.key === key) {
    const { colour, screen, alpha, front } = last.kept
    const plane = k.plane(width, height)
    plane.data.set(alpha)
    return {
      colour,
      screen: k.frameOf(width, height, screen),
      alpha: plane,
      front: k.frameOf(width, height, front),
    }
  }
  const made = make()
  last =
    made && width * height <= MOST
      ? {
          key,
          kept: {
            colour: made.colour,
            screen: made.screen.data.slice(),
            alpha: made.alpha.data.slice(),
            front: made.front.data.slice(),
          },
        }
      : undefined
  return made
}

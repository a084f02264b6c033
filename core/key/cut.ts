import type { Frame, Plane } from '../frame'
import type { Kernels } from '../kernels'
import { Again, type Origin, planeOf, valuesOf } from './again'
import type { ScreenColour } from './colour'

/** A subject that is cut out, before its colour is put right: all are the caller's to free. */
export interface Cut {
  colour: ScreenColour
  screen: Frame
  alpha: Plane
  front: Frame
}

type Kept = Record<'screen' | 'alpha' | 'front', Float32Array> & Pick<Cut, 'colour'>

const last = new Again<Kept>()

/** Cuts a picture, or takes what was cut of it before. Undefined where there is nothing to cut. */
export const cutOnce = (
  k: Kernels,
  size: Frame,
  origin: Origin,
  make: () => Cut | undefined,
): Cut | undefined =>
  last.take(size, origin, make, {
    keep: ({ colour, screen, alpha, front }) => ({
      colour,
      screen: valuesOf(screen),
      alpha: valuesOf(alpha),
      front: valuesOf(front),
    }),
    lend: ({ colour, screen, alpha, front }) => ({
      colour,
      screen: k.frameOf(size.width, size.height, screen),
      alpha: planeOf(k, size, alpha),
      front: k.frameOf(size.width, size.height, front),
    }),
  })

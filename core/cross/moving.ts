import type { Frame } from '../frame'
import { copyOf, directional, type Edge, type Homography, type Kernels, warpPerspective } from '../kernels'
import { invert, type Matrix3, shifted } from '../matrix'

/** A picture by a map to where it goes. */
export const warped = (k: Kernels, frame: Frame, toDestination: Matrix3, beyond: Edge): Frame =>
  warpPerspective(k, frame, invert(toDestination) as Homography, { edge: beyond, filter: 'bicubic' })

/** A picture moved by pixels; one that does not move stays as it is to the bit. */
export function moved(k: Kernels, frame: Frame, dx: number, dy: number, beyond: Edge): Frame {
  const stays = Math.abs(dx) < 1e-6 && Math.abs(dy) < 1e-6
  return stays ? copyOf(k, frame) : warped(k, frame, shifted(dx, dy), beyond)
}

/** Blurred along its way, by half of the length to either side. */
export function along(k: Kernels, frame: Frame, angle: number, length: number, beyond: Edge): Frame {
  if (length < 0.5) return frame
  const out = directional(k, frame, angle, length / 2, length / 2, beyond)
  k.free(frame)
  return out
}

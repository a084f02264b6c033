import type { Frame } from '../../frame'
import type { Kernels } from '../../kernels'

/** A copy of a picture: what steps give that only choose which one is seen. */
export function copyOf(k: Kernels, frame: Frame): Frame {
  const out = k.frame(frame.width, frame.height)
  out.data.set(frame.data)
  return out
}

import type { Frame } from '../frame'
import { type Kernels, mixInto } from '../kernels'

/** How far the incoming picture has come where both are mixed over a part of the time, in the middle of it. */
export const middle = (p: number, overlap: number): number =>
  Math.min(1, Math.max(0, (p - 0.5) / Math.max(overlap, 1e-6) + 0.5))

/** Both pictures mixed; one that does not show is not made. */
export function mixedAt(k: Kernels, share: number, from: () => Frame, to: () => Frame): Frame {
  if (share <= 0) return from()
  if (share >= 1) return to()
  const [a, b] = [from(), to()]
  mixInto(k, a, b, share)
  k.free(a)
  return b
}

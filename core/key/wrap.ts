import type { Frame, Plane } from '../frame'
import { gaussian, type Kernels, runProgram, weighted } from '../kernels'

export interface WrapOptions {
  /** How strong, 0 to 1. */
  amount: number
  /** How far the light reaches in, in pixels of the full picture. */
  width: number
  saturation: number
}

/**
 * The light of what lies behind that spills over a subject's edge: alpha times the blurred part of it that is seen around the subject, so that what is thin takes little and nothing beyond three widths takes any. A premultiplied
 * light without alpha of its own, to be added; the caller's to free.
 */
export function lightWrap(
  k: Kernels,
  alpha: Plane,
  behind: Frame,
  { amount, width, saturation }: WrapOptions,
  scale: number,
): Frame {
  const cover = alpha.data
  const rest = k.plane(behind.width, behind.height)
  for (let i = 0; i < cover.length; i++) rest.data[i] = amount * (1 - (cover[i] as number))
  const seen = weighted(k, behind, rest)
  const blurred = gaussian(k, seen, width * scale, width * scale, 'clamp')
  k.free(seen, rest)
  if (saturation !== 1) runProgram(k, blurred, [{ op: 'saturation', amount: saturation }], blurred)
  const out = weighted(k, blurred, alpha)
  k.free(blurred)
  for (let at = 3; at < out.data.length; at += 4) out.data[at] = 0
  return out
}

import type { Frame, Plane } from '../frame'
import { around, gaussian, type Kernels, lightOn, runProgram } from '../kernels'

export interface WrapOptions {
  /** How strong, 0 to 1. */
  amount: number
  /** How far the light reaches in, in pixels of the full picture. */
  width: number
  /** 0 keeps it to the very edge, 1 lets it fall off as the blur does. */
  softness: number
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
  { amount, width, softness, saturation }: WrapOptions,
  scale: number,
): Frame {
  const seen = around(k, behind, alpha)
  const light = gaussian(k, seen, width * scale, width * scale, 'clamp')
  k.free(seen)
  lightOn(k, light, alpha, { amount, softness })
  if (saturation !== 1) runProgram(k, light, [{ op: 'saturation', amount: saturation }], light)
  return light
}

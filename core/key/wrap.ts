import type { Frame, Plane } from '../frame'
import { gaussian, type Kernels, runProgram } from '../kernels'

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
  const seen = k.frame(behind.width, behind.height)
  for (let i = 0; i < alpha.data.length; i++) {
    const rest = 1 - (alpha.data[i] as number)
    for (let at = i * 4; at < i * 4 + 4; at++) seen.data[at] = rest * (behind.data[at] as number)
  }
  const out = gaussian(k, seen, width * scale, width * scale, 'clamp')
  k.free(seen)
  if (saturation !== 1) runProgram(k, out, [{ op: 'saturation', amount: saturation }], out)
  for (let i = 0; i < alpha.data.length; i++) {
    const share = amount * (alpha.data[i] as number)
    const at = i * 4
    for (let c = 0; c < 3; c++) out.data[at + c] = share * (out.data[at + c] as number)
    out.data[at + 3] = 0
  }
  return out
}

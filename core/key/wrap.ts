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
  const [to, from, cover] = [seen.data, behind.data, alpha.data]
  for (let i = 0; i < cover.length; i++) {
    const rest = 1 - (cover[i] as number)
    const at = i * 4
    to[at] = rest * (from[at] as number)
    to[at + 1] = rest * (from[at + 1] as number)
    to[at + 2] = rest * (from[at + 2] as number)
    to[at + 3] = rest * (from[at + 3] as number)
  }
  const out = gaussian(k, seen, width * scale, width * scale, 'clamp')
  k.free(seen)
  if (saturation !== 1) runProgram(k, out, [{ op: 'saturation', amount: saturation }], out)
  const light = out.data
  for (let i = 0; i < cover.length; i++) {
    const share = amount * (cover[i] as number)
    const at = i * 4
    light[at] = share * (light[at] as number)
    light[at + 1] = share * (light[at + 1] as number)
    light[at + 2] = share * (light[at + 2] as number)
    light[at + 3] = 0
  }
  return out
}

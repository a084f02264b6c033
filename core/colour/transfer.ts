import { maths } from '../maths'
/** IEC 61966-2-1 decoding, odd about zero: code value (1 = white) to linear light. */
export function decodeSrgb(v: number): number {
  const a = Math.abs(v)
  const y = a <= 0.04045 ? a / 12.92 : maths.pow((a + 0.055) / 1.055, 2.4)
  return v < 0 ? -y : y
}

/** IEC 61966-2-1 encoding, odd about zero: linear light to code value (1 = white). */
export function encodeSrgb(y: number): number {
  const a = Math.abs(y)
  const v = a <= 0.0031308 ? a * 12.92 : 1.055 * maths.pow(a, 1 / 2.4) - 0.055
  return y < 0 ? -v : v
}

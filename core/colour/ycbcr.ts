import { maths } from '../maths'
/** Luma weights of red and blue: ITU-R BT.601-7, BT.709-6, BT.2020-2 (non-constant luminance). */
export function lumaWeights(matrix: 'bt601' | 'bt709' | 'bt2020'): { kr: number; kb: number } {
  if (matrix === 'bt601') return { kr: 0.299, kb: 0.114 }
  if (matrix === 'bt709') return { kr: 0.2126, kb: 0.0722 }
  return { kr: 0.2627, kb: 0.0593 }
}

/** What turns code values into Y' in 0..1 and Cb, Cr in -0.5..0.5: factors, and the codes of black and of no colour. */
export function limitedScale(bits: number, range: 'limited' | 'full') {
  const unit = maths.pow(2, bits - 8)
  const grey = 128 * unit
  if (range === 'full') return { luma: 1 / (256 * unit - 1), chroma: 1 / (256 * unit - 1), black: 0, grey }
  return { luma: 1 / (219 * unit), chroma: 1 / (224 * unit), black: 16 * unit, grey }
}

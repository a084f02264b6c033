import { LUMA_WEIGHTS } from './program'
import type { Frame } from '../frame'
import type { Kernels } from './kernels'
import { shuffle, unpremultiply } from './channels'
import { runProgram } from './program'

type Look = 'red' | 'green' | 'blue' | 'alpha' | 'luminance' | 'clipping'

/** Marks of what is too light and too dark, in linear light: told apart by lightness too. */
const OVER = [0.9, 0.08, 0.02]
const UNDER = [0.02, 0.1, 0.75]

/**
 * Turns a picture, in place, into an opaque look at it: one channel of its straight colour, alpha or its luminance as grey; or the picture in grey with
 * values at or above 1 and at or below 0 of any channel marked.
 */
export function inspect(k: Kernels, frame: Frame, look: Look): void {
  if (look === 'alpha') return shuffle(k, frame, ['a', 'a', 'a', 'one'])
  unpremultiply(k, frame)
  if (look === 'red') return shuffle(k, frame, ['r', 'r', 'r', 'one'])
  if (look === 'green') return shuffle(k, frame, ['g', 'g', 'g', 'one'])
  if (look === 'blue') return shuffle(k, frame, ['b', 'b', 'b', 'one'])
  shuffle(k, frame, ['r', 'g', 'b', 'one'])
  if (look === 'luminance') {
    runProgram(k, frame, [{ op: 'saturation', amount: 0 }], frame)
    return
  }
  const { data } = frame
  for (let i = 0; i < data.length; i += 4) {
    const [r, g, b] = [data[i] as number, data[i + 1] as number, data[i + 2] as number]
    const luma = 0.5 * (LUMA_WEIGHTS[0] * r + LUMA_WEIGHTS[1] * g + LUMA_WEIGHTS[2] * b)
    const mark = r >= 1 || g >= 1 || b >= 1 ? OVER : r <= 0 || g <= 0 || b <= 0 ? UNDER : undefined
    for (let c = 0; c < 3; c++) data[i + c] = mark ? (mark[c] as number) : luma
  }
}

/** |picture - other| times a gain in linear light, opaque, in place of the picture. */
export function difference(_: Kernels, frame: Frame, other: Frame, gain: number): void {
  const { data } = frame
  const from = other.data
  for (let i = 0; i < data.length; i += 4) {
    for (let c = 0; c < 3; c++)
      data[i + c] = Math.min(1e9, Math.abs((data[i + c] as number) - (from[i + c] as number)) * gain)
    data[i + 3] = 1
  }
}

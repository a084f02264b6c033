import { CHROMA_END, decodeSrgb, hueOf, oklab } from '../colour'
import { type Drawn, type Shown, strideFor } from './shown'
import { maths } from '../maths'
import { blank, line } from './canvas'

/** What a key looks at, from 0 to its end. */
export type Tone = 'lightness' | 'chroma' | 'hue'
export const TONE_ENDS: Record<Tone, number> = { lightness: 1, chroma: CHROMA_END, hue: 1 }

let linear: Float64Array | undefined

/** A tone of a colour of code values 0 to 255: Oklab lightness, chroma, or hue in turns. */
export function toneOf(tone: Tone, r: number, g: number, b: number): number {
  linear ??= Float64Array.from({ length: 256 }, (_, i) => decodeSrgb(i / 255))
  const rgb = [linear[r] as number, linear[g] as number, linear[b] as number] as const
  if (tone === 'hue') return hueOf(rgb).hue
  const [light, a, c] = oklab(rgb)
  return tone === 'lightness' ? light : maths.hypot(a, c)
}

/** How often each tone occurs, 0 on the left. The root of the counts is drawn, so that few still show. Greys have no hue: they are left out of that. */
export function drawTones(shown: Shown, width: number, height: number, tone: Tone): Drawn {
  const out = blank(width, height)
  const bins = new Float64Array(width)
  const stride = strideFor(shown, 30_000)
  for (let y = 0; y < shown.height; y += stride)
    for (let x = 0; x < shown.width; x += stride) {
      const at = (y * shown.width + x) * 4
      const [r, g, b] = [shown.data[at] as number, shown.data[at + 1] as number, shown.data[at + 2] as number]
      if (tone === 'hue' && Math.max(r, g, b) - Math.min(r, g, b) < 8) continue
      const bin = Math.min(width - 1, Math.floor((toneOf(tone, r, g, b) / TONE_ENDS[tone]) * width))
      bins[bin] = (bins[bin] as number) + 1
    }
  for (const share of [0.25, 0.5, 0.75])
    line(out, share * (width - 1), 0, share * (width - 1), height - 1, 40)
  const most = Math.sqrt(Math.max(1, ...bins.subarray(1, width - 1)))
  for (let x = 0; x < width; x++) {
    const high = Math.min(height, Math.round((Math.sqrt(bins[x] as number) / most) * (height - 2)))
    for (let y = 0; y < high; y++) {
      const at = ((height - 1 - y) * width + x) * 4
      for (let c = 0; c < 3; c++) out.data[at + c] = 150
    }
  }
  return out
}

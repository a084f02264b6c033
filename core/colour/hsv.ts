import { decodeSrgb, encodeSrgb } from './transfer'

export type Triplet = [number, number, number]

/** Hue in degrees, saturation and value from 0 to 1, of the sRGB code values of a linear colour. */
export function toHsv(rgb: readonly number[]): Triplet {
  const [r, g, b] = rgb.map((v) => Math.min(1, Math.max(0, encodeSrgb(v)))) as Triplet
  const max = Math.max(r, g, b)
  const d = max - Math.min(r, g, b)
  const h = d === 0 ? 0 : max === r ? ((g - b) / d) % 6 : max === g ? (b - r) / d + 2 : (r - g) / d + 4
  return [(h * 60 + 360) % 360, max ? d / max : 0, max]
}

/** The linear colour of a hue in degrees, saturation and value of its sRGB code values. */
export function fromHsv([h, s, v]: Triplet): Triplet {
  const f = (n: number) => {
    const k = (n + h / 60) % 6
    return decodeSrgb(v - v * s * Math.max(0, Math.min(k, 4 - k, 1)))
  }
  return [f(5), f(3), f(1)]
}

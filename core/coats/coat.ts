import type { Area, Frame } from '../frame'
import type { Values } from '../params'
import type { CoatKind } from './forms'

type Rgb = readonly [number, number, number]

/** A colour in a gradient, linear and not premultiplied. */
export interface Stop {
  at: number
  colour: Rgb
  opacity: number
}

/** A coat at one time. */
export interface Coat {
  kind: CoatKind
  values: Values
  stops: readonly Stop[]
  /** What it is painted with where that is a picture, as it lies on the picture that is made. */
  picture?: { frame: Frame; area: Area } | undefined
}

/** A coat's value by name: of a number, pair or colour the numbers. */
export const numberOf = ({ values }: Coat, name: string, fallback = 0): number => {
  const v = values[name]
  return typeof v === 'number' ? v : fallback
}
export const pairOf = ({ values }: Coat, name: string): [number, number] => {
  const v = values[name]
  return Array.isArray(v) ? [Number(v[0] ?? 0), Number(v[1] ?? 0)] : [0, 0]
}
export const colourOf = ({ values }: Coat, name = 'colour'): [number, number, number] => {
  const v = values[name]
  return Array.isArray(v) ? [Number(v[0]), Number(v[1]), Number(v[2])] : [0, 0, 0]
}

const COLOURS = 257

/** Premultiplied colours of rising stops at 257 places from 0 to 1, even to the eye: mixed in the square root of light. */
export function coloursOf(stops: readonly Stop[]): Float32Array {
  const rising = [...stops].sort((a, b) => a.at - b.at)
  const out = new Float32Array(COLOURS * 4)
  for (let i = 0; i < COLOURS; i++) {
    const at = i / (COLOURS - 1)
    const next = rising.findIndex((s) => s.at > at)
    const b = rising[next < 0 ? rising.length - 1 : next]
    const a = (next < 0 ? b : rising[next - 1]) ?? b
    if (!a || !b) continue
    const t = b.at > a.at ? Math.min(1, Math.max(0, (at - a.at) / (b.at - a.at))) : 0
    const alpha = a.opacity + (b.opacity - a.opacity) * t
    for (let c = 0; c < 3; c++) {
      const [x, y] = [
        Math.sqrt(Math.max(0, a.colour[c] as number)),
        Math.sqrt(Math.max(0, b.colour[c] as number)),
      ]
      const root = x + (y - x) * t
      out[4 * i + c] = root * root * alpha
    }
    out[4 * i + 3] = alpha
  }
  return out
}

import { CHROMA_END, hueTable, LIGHT_END, levelTable } from './oklab'

export const smoothstep = (t: number): number => {
  const u = Math.min(1, Math.max(0, t))
  return u * u * (3 - 2 * u)
}

/** 1 within [low, high], falling smoothly to 0 over a softness beyond each end; an end that lies at the end of all values stays open. */
export const within = (
  x: number,
  [low, high]: readonly [number, number],
  [below, above]: readonly [number, number],
  most: number,
): number =>
  (low <= 0 ? 1 : smoothstep((x - low + below) / below)) *
  (high >= most ? 1 : smoothstep((high + above - x) / above))

export interface Qualifier {
  /** Middle of the hues that count in turns (see `hueOf`), and their width and softness in degrees; a width of 360 takes all. */
  hue: number
  width: number
  hueSoft: number
  /** Oklab chroma, 0 to 0.4, and lightness, 0 to 1. */
  chroma: readonly [number, number]
  light: readonly [number, number]
  /** Below and above each range, above 0. */
  chromaSoft: readonly [number, number]
  lightSoft: readonly [number, number]
}

/** Tables of weights by hue, chroma and lightness, as the kernels' `qualify` takes them. */
export function qualifierTable(q: Qualifier): Float32Array {
  const half = q.width / 2 / 360
  const soft = Math.max(q.hueSoft / 360, 1e-3)
  const byHue = hueTable((h) => {
    const d = Math.abs(((h - q.hue + 1.5) % 1) - 0.5)
    return [q.width >= 360 ? 1 : smoothstep((half + soft - d) / soft)]
  })
  const chroma = levelTable(CHROMA_END, (c) => within(c, q.chroma, q.chromaSoft, CHROMA_END))
  const light = levelTable(LIGHT_END, (l) => within(l, q.light, q.lightSoft, 1))
  return Float32Array.from([...byHue, ...chroma, ...light])
}

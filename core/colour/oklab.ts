import { maths } from '../maths'
import { invert, type Matrix3 } from '../matrix'

/** Oklab (Björn Ottosson, 2020): linear Rec. 709 to cones, and cube roots of cones to lightness and two opponent axes. */
const CONES: Matrix3 = [
  0.4122214708, 0.5363325363, 0.0514459929, 0.2119034982, 0.6806995451, 0.1073969566, 0.0883024619,
  0.2817188376, 0.6299787005,
]
const LAB: Matrix3 = [
  0.2104542553, 0.793617785, -0.0040720468, 1.9779984951, -2.428592205, 0.4505937099, 0.0259040371,
  0.7827717662, -0.808675766,
]

type Op =
  | { op: 'matrix'; rows: readonly number[] }
  | { op: 'power'; exponent: readonly [number, number, number]; scale: readonly [number, number, number] }

const rows = (m: Matrix3): number[] => [0, 3, 6].flatMap((i) => [...m.slice(i, i + 3), 0])
const matrix = (m: Matrix3): Op => ({ op: 'matrix', rows: rows(m) })
const power = (p: number): Op => ({ op: 'power', exponent: [p, p, p], scale: [1, 1, 1] })

/** Colour operations from linear light to Oklab (lightness, a, b in place of r, g, b), and back. A neutral of linear light y has lightness y^(1/3). */
export const toOklab: readonly Op[] = [matrix(CONES), power(1 / 3), matrix(LAB)]
export const fromOklab: readonly Op[] = [matrix(invert(LAB)), power(3), matrix(invert(CONES))]
/** The way to Oklab and what follows as one matrix: for linear maps in Oklab with offsets. */
export const oklabMap = (m: Matrix3, offset: readonly number[]): Op => ({
  op: 'matrix',
  rows: [0, 1, 2].flatMap((r) => [...m.slice(r * 3, r * 3 + 3), offset[r] ?? 0]),
})

const apply3 = (m: Matrix3, [x, y, z]: readonly [number, number, number]): [number, number, number] => [
  m[0] * x + m[1] * y + m[2] * z,
  m[3] * x + m[4] * y + m[5] * z,
  m[6] * x + m[7] * y + m[8] * z,
]

/** One colour of linear light in Oklab. */
export const oklab = (rgb: readonly [number, number, number]): [number, number, number] =>
  apply3(LAB, apply3(CONES, rgb).map(maths.cbrt) as [number, number, number])

/** One colour of Oklab in linear light. */
export const fromOklabOf = (lab: readonly [number, number, number]): [number, number, number] =>
  apply3(invert(CONES), apply3(invert(LAB), lab).map((v) => maths.pow(v, 3)) as [number, number, number])

/** Entries of tables over the hue circle: the kernel's directions b / (|a| + |b|), unfolded to [0, 4), in 1024 steps and the first again. */
const HUES = 1024

/** Hue in turns (0 to 1, from Oklab's a axis towards b) of each entry of such a table. */
export const hueOfEntry = (i: number): number => {
  const p = ((i % HUES) / HUES) * 4
  const q = Math.floor(p)
  const f = p - q
  // From (1 - f, f) in the first quadrant on, a quarter of a turn each.
  return (q + maths.atan2(f, 1 - f) / (Math.PI / 2)) / 4
}

/** A table over the hue circle for the kernels: 1025 entries of what `of` gives for a hue in turns. */
export const hueTable = (of: (hue: number) => readonly number[]): number[] =>
  Array.from({ length: HUES + 1 }, (_, i) => of(hueOfEntry(i))).flat()

/** A table of 256 values over [0, most]. */
export const levelTable = (most: number, of: (x: number) => number): number[] =>
  Array.from({ length: 256 }, (_, i) => of((i / 255) * most))

/** The tables' ends: chroma and lightness. */
export const CHROMA_END = 0.4
export const LIGHT_END = 1.25

/** The turn of hue of a linear colour in turns, and its chroma. */
export function hueOf(rgb: readonly [number, number, number]): { hue: number; chroma: number } {
  const [, a, b] = oklab(rgb)
  return { hue: (maths.atan2(b, a) / (2 * Math.PI) + 1) % 1, chroma: maths.hypot(a, b) }
}

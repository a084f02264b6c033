import type { Plane } from '../../frame'
import { type Kernels, registrationSums, SUM_SIDE } from '../../kernels'
import { maths } from '../../maths'
import { IDENTITY, invert, type Matrix3, multiply, normalised, through } from '../../matrix'
import type { Template } from './template'

/** What may change between two pictures. Position always does. */
export interface Freedom {
  scale: boolean
  rotation: boolean
  shear: boolean
  perspective: boolean
}

/** The template's places in a picture: a matrix from its own units to full-size pixels, and how its light differs. */
export interface Pose {
  map: Matrix3
  gain: number
  offset: number
}

export interface Fit extends Pose {
  /** Normalised correlation of what counted, -1 to 1. */
  match: number
  /** Share of the points in sight that counted, 0 to 1. */
  share: number
  /** Share of all points that were in sight. */
  seen: number
}

/** Columns: what each freedom changes of p0..p7, the entries of the small map [1 + p0, p1, p2; p3, 1 + p4, p5; p6, p7, 1]. */
function basisOf({ scale, rotation, shear, perspective }: Freedom): number[][] {
  const column = (...entries: [number, number][]) => {
    const out = new Array<number>(8).fill(0)
    for (const [at, v] of entries) out[at] = v
    return out
  }
  return [
    column([2, 1]),
    column([5, 1]),
    ...(scale ? [column([0, 1], [4, 1])] : []),
    ...(rotation ? [column([1, -1], [3, 1])] : []),
    ...(shear ? [column([1, 1], [3, 1]), column([0, 1], [4, -1])] : []),
    ...(perspective ? [column([6, 1]), column([7, 1])] : []),
  ]
}

const STILL: Freedom = { scale: false, rotation: false, shear: false, perspective: false }
const TURNING: Freedom = { ...STILL, scale: true, rotation: true }
const FLAT: Freedom = { ...TURNING, shear: true }
const both = (a: Freedom, b: Freedom): Freedom => ({
  scale: a.scale && b.scale,
  rotation: a.rotation && b.rotation,
  shear: a.shear && b.shear,
  perspective: a.perspective && b.perspective,
})

/** Tukey's constant: full efficiency less 5 % under Gaussian noise. */
const TUKEY = 4.685
/** A correlation that needs no second look. */
const SURE = 0.995
/** Errors that their median is taken from, of all that there are. */
const SAMPLE = 600
/** Least deviation that is taken for noise: a little more than half an 8-bit code. */
const NOISE = 0.003

export interface RegisterOptions {
  freedom: Freedom
  hold?: Plane | undefined
  /** Rounds on each level. */
  rounds?: number
  /** The coarsest level to begin on. */
  from?: number
  /** Begins on finer levels too where the coarse ones led astray, and takes what fits best. */
  thorough?: boolean
}

/**
 * Fits a template to a picture from a first guess: Gauss and Newton's steps over all levels from coarse to fine, with more freedom on the finer ones, the mean of both pictures' slopes
 * (which converges as second-order steps do), a gain and an offset of the light, and Tukey's weights by the median deviation, so that what is covered does not count.
 */
export function register(
  k: Kernels,
  template: Template,
  pyramid: readonly Plane[],
  guess: Pose,
  options: RegisterOptions,
): Fit {
  const top = Math.min(options.from ?? Infinity, template.levels.length - 1)
  let best = descended(k, template, pyramid, guess, options, top)
  if (!options.thorough) return best
  for (let level = 0; level <= top && best.match < SURE; level++) {
    const next = descended(k, template, pyramid, guess, { ...options, rounds: 60 }, level)
    if (next.match * next.share > best.match * best.share) best = next
  }
  return best
}

function descended(
  k: Kernels,
  template: Template,
  pyramid: readonly Plane[],
  guess: Pose,
  { freedom, hold, rounds = 12 }: RegisterOptions,
  top: number,
): Fit {
  let pose: Pose = guess
  let strict = 0
  for (let level = top; level >= 0; level--) {
    const points = template.levels[level] as Float32Array
    const stages = level === top && top > 0 ? [STILL, TURNING] : level > 1 ? [FLAT] : [freedom]
    for (const stage of stages) {
      const basis = basisOf(both(stage, freedom))
      for (let round = 0; round < rounds; round++) {
        const { image, zoom } = pictureFor(template, pyramid, pose, level)
        const sums = registrationSums(k, points, {
          image,
          zoom,
          ...pose,
          strict,
          hold,
          lens: template.lens,
          cubic: level === 0,
        })
        if (sums.seen < 8) break
        // Even weights at first: what is far from its place looks covered.
        if (round > 1 || level < top) strict = strictness(sums.errors)
        const next = improved(pose, sums.sums, basis)
        if (!next) break
        const moved = travelled(pose, next)
        pose = next
        if (moved < (level > 0 ? 0.1 : 0.02) && round > 1) break
      }
    }
  }
  return judged(k, template, pyramid, pose, hold)
}

/** How well a pose fits, on one level. */
export function judged(
  k: Kernels,
  template: Template,
  pyramid: readonly Plane[],
  pose: Pose,
  hold?: Plane,
  level = 0,
): Fit {
  const points = template.levels[level] as Float32Array
  const { image, zoom } = pictureFor(template, pyramid, pose, level)
  const even = registrationSums(k, points, { image, zoom, ...pose, strict: 0, hold, lens: template.lens })
  const strict = strictness(even.errors)
  const { sums } = registrationSums(k, points, { image, zoom, ...pose, strict, hold, lens: template.lens })
  const total = at(even.sums, 9, 9)
  const seen = even.seen / (points.length / 8)
  if (!(total > 0) || even.seen < 8) return { ...pose, match: -1, share: 0, seen }
  return { ...pose, match: correlation(sums, pose.gain), share: at(sums, 9, 9) / total, seen }
}

/** The errors of a pose on the finest level: their median, and their mean under Tukey's rule for a deviation. */
export function errorsOf(
  k: Kernels,
  template: Template,
  pyramid: readonly Plane[],
  pose: Pose,
  hold?: Plane,
): { median: number; mean(sigma: number): number } {
  const { image, zoom } = pictureFor(template, pyramid, pose, 0)
  const { errors } = registrationSums(k, template.levels[0] as Float32Array, {
    image,
    zoom,
    ...pose,
    strict: 0,
    hold,
    lens: template.lens,
    cubic: true,
  })
  const there = errors.filter((e) => e >= 0).sort()
  return {
    median: there[there.length >> 1] ?? Infinity,
    mean(sigma) {
      const far = TUKEY * Math.max(NOISE, sigma)
      return (
        there.reduce((sum, e) => sum + 1 - maths.pow(Math.max(0, 1 - maths.pow(e / far, 2)), 3), 0) /
        there.length
      )
    },
  }
}

const at = (sums: Float32Array, row: number, column: number) =>
  sums[Math.min(row, column) * SUM_SIDE + Math.max(row, column)] as number

/** Weighted correlation of the picture's values with the template's, which are gain * value + offset - error. */
function correlation(sums: Float32Array, gain: number): number {
  const [w, i, e] = [at(sums, 9, 9), at(sums, 8, 9), at(sums, 9, 10)]
  const [ii, ie, ee] = [at(sums, 8, 8), at(sums, 8, 10), at(sums, 10, 10)]
  if (!(w > 0)) return -1
  const varI = ii - (i * i) / w
  const covE = ie - (i * e) / w
  const varT = gain * gain * varI - 2 * gain * covE + ee - (e * e) / w
  const covT = gain * varI - covE
  return varI > 1e-9 && varT > 1e-9 ? covT / Math.sqrt(varI * varT) : -1
}

/** 1 / (c sigma)^2 from the median of the errors that there are. */
function strictness(errors: Float32Array): number {
  const step = Math.max(1, Math.floor(errors.length / SAMPLE))
  const list = new Float32Array(Math.ceil(errors.length / step))
  let count = 0
  for (let i = 0; i < errors.length; i += step)
    if ((errors[i] as number) >= 0) list[count++] = errors[i] as number
  if (count < 8) return 0
  const sorted = list.subarray(0, count).sort()
  const sigma = Math.max(NOISE, 1.4826 * (sorted[count >> 1] as number))
  return 1 / maths.pow(TUKEY * sigma, 2)
}

/** The level of the picture on which the template has about its own size, so that neither is seen too finely. */
function pictureFor(template: Template, pyramid: readonly Plane[], { map }: Pose, level: number) {
  const size = Math.sqrt(Math.abs(map[0] * map[4] - map[1] * map[3])) / template.unit / map[8]
  const wanted = level + Math.round(maths.log2(Math.max(size, 1e-3)))
  const found = Math.min(pyramid.length - 1, Math.max(0, wanted))
  return { image: pyramid[found] as Plane, zoom: maths.pow(2, -found) }
}

function improved(pose: Pose, sums: Float32Array, basis: readonly number[][]): Pose | undefined {
  const m = basis.length
  const n = m + 2
  const matrix = Array.from({ length: n }, () => new Array<number>(n + 1).fill(0))
  const entry = (r: number, c: number): number => {
    let sum = 0
    const [rows, columns] = [
      r < m ? (basis[r] as number[]) : undefined,
      c < m ? (basis[c] as number[]) : undefined,
    ]
    for (let i = 0; i < 8; i++) {
      const wr = rows?.[i] ?? 0
      if (rows && !wr) continue
      if (!rows && i > 0) break
      for (let j = 0; j < 8; j++) {
        const wc = columns?.[j] ?? 0
        if (columns && !wc) continue
        if (!columns && j > 0) break
        sum += (rows ? wr : 1) * (columns ? wc : 1) * at(sums, rows ? i : 8 + r - m, columns ? j : 8 + c - m)
      }
    }
    return sum
  }
  for (let r = 0; r < n; r++) {
    for (let c = r; c < n; c++) (matrix[r] as number[])[c] = (matrix[c] as number[])[r] = entry(r, c)
    ;(matrix[r] as number[])[r] = ((matrix[r] as number[])[r] as number) * (1 + 1e-6) + 1e-9
    ;(matrix[r] as number[])[n] = -entry(r, m + 2)
  }
  const step = solved(matrix)
  if (!step) return undefined
  const p = new Array<number>(8).fill(0)
  basis.forEach((column, i) => column.forEach((v, j) => (p[j] = (p[j] as number) + v * (step[i] as number))))
  const [p0 = 0, p1 = 0, p2 = 0, p3 = 0, p4 = 0, p5 = 0, p6 = 0, p7 = 0] = p
  const map = multiply(pose.map, [1 + p0, p1, p2, p3, 1 + p4, p5, p6, p7, 1])
  const { gain, offset } = light(sums, pose)
  if (![...map, gain].every(Number.isFinite) || !(gain > 0.05 && gain < 20) || Math.abs(map[8]) < 1e-6)
    return undefined
  return { map: normalised(map), gain, offset }
}

/** Gain and offset that give the picture's values the mean and deviation of the template's. Fitting them to each other instead would take all contrast away where they do not match yet. */
function light(sums: Float32Array, { gain, offset }: Pose): { gain: number; offset: number } {
  const [w, i, e] = [at(sums, 9, 9), at(sums, 8, 9), at(sums, 9, 10)]
  const [ii, ie, ee] = [at(sums, 8, 8), at(sums, 8, 10), at(sums, 10, 10)]
  const varI = ii - (i * i) / w
  const varT = gain * gain * varI - 2 * gain * (ie - (i * e) / w) + ee - (e * e) / w
  const found = Math.sqrt(Math.max(varT, 1e-12) / Math.max(varI, 1e-12))
  const meanT = (gain * i + offset * w - e) / w
  return { gain: found, offset: meanT - (found * i) / w }
}

/** Gauss's elimination with the right side as last column; undefined where there is no one solution. */
function solved(m: number[][]): number[] | undefined {
  const n = m.length
  for (let i = 0; i < n; i++) {
    let best = i
    for (let r = i + 1; r < n; r++) if (Math.abs(m[r]?.[i] ?? 0) > Math.abs(m[best]?.[i] ?? 0)) best = r
    ;[m[i], m[best]] = [m[best] as number[], m[i] as number[]]
    const pivot = m[i] as number[]
    const head = pivot[i] as number
    if (!(Math.abs(head) > 1e-12)) return undefined
    for (let r = i + 1; r < n; r++) {
      const row = m[r] as number[]
      const f = (row[i] as number) / head
      if (f) for (let c = i; c <= n; c++) row[c] = (row[c] as number) - f * (pivot[c] as number)
    }
  }
  const out = new Array<number>(n).fill(0)
  for (let i = n - 1; i >= 0; i--) {
    const row = m[i] as number[]
    let sum = row[n] as number
    for (let c = i + 1; c < n; c++) sum -= (row[c] as number) * (out[c] as number)
    out[i] = sum / (row[i] as number)
  }
  return out
}

/** The four corners of the template's box in a pose. */
const CORNERS = [
  [-0.7, -0.7],
  [0.7, -0.7],
  [0.7, 0.7],
  [-0.7, 0.7],
] as const

/** The most that a corner moved between two poses, in pixels. */
function travelled(a: Pose, b: Pose): number {
  let most = 0
  for (const [u, v] of CORNERS) {
    const [p, q] = [through(a.map, u, v), through(b.map, u, v)]
    most = Math.max(most, maths.hypot(p[0] - q[0], p[1] - q[1]))
  }
  return most
}

const unitsOf = ({ centre: [x, y], unit }: Template): Matrix3 => [unit, 0, x, 0, unit, y, 0, 0, 1]

/** The pose in which a template was taken, or where a map of the full-size picture has brought it since. */
export const poseOf = (template: Template, map: Matrix3 = IDENTITY): Pose => ({
  map: normalised(multiply(map, unitsOf(template))),
  gain: 1,
  offset: 0,
})

/** The map from full-size pixels of the template's picture to those of another one. */
export const mapOf = (template: Template, { map }: Pose): Matrix3 =>
  normalised(multiply(map, invert(unitsOf(template))))

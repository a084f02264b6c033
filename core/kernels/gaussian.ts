import type { Frame } from '../frame'
import { maths } from '../maths'
import { type Edge, type Filter, filterX, filterY, makeFilter, splineWeights } from './filter'
import type { Kernels } from './kernels'

/** The filters that blur one axis: at first a decimation, then the Gaussian, last the way back up. */
interface AxisBlur {
  down?: Filter
  blur: Filter
  up?: Filter
}

/** From this sigma on (in pixels) the Gaussian works on a decimated line. */
const DIRECT = 4.8
/** Weights are cut where they fall below 4e-4 of the peak, and normalised. */
const REACH = 4

/**
 * Gaussian blur with standard deviations in pixels of this frame, one for each axis; 0 leaves an axis alone.
 * Error against the true Gaussian is below 1e-3 of the peak, at the borders too: the source is extended by `edge` virtually.
 *
 * Below sigma 4.8 a FIR to 4 sigma. From there: decimate by D, a power of two, with [1 5 10 10 5 1]/32 at each halving until sigma / D
 * lies in [2.4, 4.8), a FIR there, and up again by one cubic B-spline. The FIR's variance is what the other two leave over:
 * sigma^2 / D^2 - 1/3 - (1 - 1/D^2) * 5/12. All weights are positive, so nothing rings beside highlights.
 */
export function gaussian(k: Kernels, src: Frame, sigmaX: number, sigmaY: number, edge: Edge): Frame {
  const x = sigmaX > 0 ? axisBlur(src.width, sigmaX, edge) : undefined
  const y = sigmaY > 0 ? axisBlur(src.height, sigmaY, edge) : undefined
  const passes: ['x' | 'y', Filter | undefined][] = [
    ['x', x?.down],
    ['y', y?.down],
    ['x', x?.blur],
    ['y', y?.blur],
    ['y', y?.up],
    ['x', x?.up],
  ]
  let current = src
  for (const [axis, filter] of passes) {
    if (!filter) continue
    const next = (axis === 'x' ? filterX : filterY)(k, current, filter)
    if (current !== src) k.free(current)
    current = next
  }
  if (current !== src) return current
  const copy = k.frame(src.width, src.height)
  copy.data.set(src.data)
  return copy
}

/** How many pixels around a pixel its blur looks at: 4 sigma of the bell, and what decimation and splines add. */
export function gaussianReach(sigma: number): number {
  if (!(sigma > 0)) return 0
  if (sigma < DIRECT) return Math.ceil(REACH * sigma)
  const d = maths.pow(2, Math.floor(maths.log2(sigma / DIRECT)) + 1)
  return Math.ceil(REACH * sigma) + 8 * d
}

const made = new Map<string, AxisBlur>()

function axisBlur(n: number, sigma: number, edge: Edge): AxisBlur {
  const key = `${n} ${sigma} ${edge}`
  let blur = made.get(key)
  if (!blur) {
    blur = sigma < DIRECT ? { blur: direct(n, sigma, edge) } : pyramid(n, sigma, edge)
    if (made.size > 64) made.clear()
    made.set(key, blur)
  }
  return blur
}

/** Normalised samples of a Gaussian at -r..r. */
function bell(sigma: number): Float64Array {
  const r = Math.max(1, Math.ceil(REACH * sigma))
  const w = new Float64Array(2 * r + 1)
  let sum = 0
  for (let i = -r; i <= r; i++) {
    // The mean over one pixel, so that a narrow bell keeps its variance.
    const v = sigma < 0.5 ? pixelMean(i, sigma) : maths.exp(-(i * i) / (2 * sigma * sigma))
    w[i + r] = v
    sum += v
  }
  return w.map((v) => v / sum)
}

/** Below half a pixel the continuous bell falls between samples: a three-tap kernel of the same variance. */
function pixelMean(i: number, sigma: number): number {
  const side = (sigma * sigma) / 2
  return i === 0 ? 1 - 2 * side : Math.abs(i) === 1 ? side : 0
}

function direct(n: number, sigma: number, edge: Edge): Filter {
  const w = bell(sigma)
  const r = (w.length - 1) / 2
  return makeFilter(n, n, w.length, edge, (o) => ({ start: o - r, weights: w }))
}

function pyramid(n: number, sigma: number, edge: Edge): AxisBlur {
  let halvings = 0
  while (sigma / maths.pow(2, halvings) >= DIRECT) halvings++
  const d = maths.pow(2, halvings)
  const w = bell(Math.sqrt(maths.pow(sigma / d, 2) - 1 / 3 - ((1 - 1 / (d * d)) * 5) / 12))
  const r = (w.length - 1) / 2
  const taps = decimation(halvings)
  const lead = (taps.length - d) / 2
  // Coarse sample i covers fine samples i*d .. i*d + d - 1; the splines reach two coarse samples beyond the picture.
  const coarse = Math.ceil(n / d) + 4
  const padded = coarse + 2 * r
  const down = makeFilter(padded, n, taps.length, edge, (o) => ({
    start: (o - r - 2) * d - lead,
    weights: taps,
  }))
  const blur = makeFilter(coarse, padded, w.length, 'clamp', (o) => ({ start: o, weights: w }))
  const up = makeFilter(n, coarse, 4, 'clamp', (o) => {
    const at = (o + 0.5) / d - 0.5 + 2
    const base = Math.floor(at)
    return { start: base - 1, weights: splineWeights(at - base) }
  })
  return { down, blur, up }
}

/** [1 5 10 10 5 1]/32 applied at successive halvings, as one set of taps. */
function decimation(halvings: number): Float64Array {
  let taps = new Float64Array([1])
  for (let level = 0; level < halvings; level++) {
    const spread = maths.pow(2, level)
    const next = new Float64Array(taps.length + 5 * spread)
    ;[1, 5, 10, 10, 5, 1].forEach((c, j) =>
      taps.forEach((t, i) => (next[i + j * spread] = (next[i + j * spread] ?? 0) + (t * c) / 32)),
    )
    taps = next
  }
  return taps
}

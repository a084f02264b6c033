import { LUMA, smoothstep } from '../colour'
import type { Frame, Plane } from '../frame'
import { gaussian, growMap, type Kernels } from '../kernels'
import { maths } from '../maths'
import type { Plate } from './plate'

export interface SpillOptions {
  /** How much of it is taken, 0 to 1. */
  amount: number
  /** 0 is the limit of the larger of the other channels alone, 1 what the material itself has. */
  balance: number
  /** How much of the light that was taken is given back in the colours of what lies behind, or as grey without it. */
  back: number
  /** How much of the amount is taken in the dark, in the middle and in the light; all of it unless given. */
  bands?: readonly [number, number, number]
  /** A colour of the subject's own that is left as it is, and how far from it (in shares of light, 0 to 1) others are too. */
  kept?: { rgb: readonly [number, number, number]; near: number } | undefined
}

export const SPILL: SpillOptions = { amount: 1, balance: 1, back: 0 }

const BINS = 8
/** Where alpha is more than this, and no edge is near, a material shows its own colours. */
const PURE = 0.99
/** How far from an edge that is, in pixels of the full picture. */
const REACH = 26
/** A bin with no more pixels than this, of the full picture, says nothing of its own. */
const FEW = 150

/**
 * Takes the light of the screen off a subject (premultiplied), in place. Of straight colour X a share s of the screen B goes, so that the key channel comes down to a limit: first the larger of the others, then (by
 * the balance) what the material has where no screen shines on it, its key channel as times of half the sum of the others, by bins of log(R / B). s = max(0, X_g - limit) / (B_g - (B_r + B_b) / 2), and never more
 * than the other channels hold. @param behind what lies behind, for the light that is given back
 * @returns what was taken, as light; the caller's to free
 */
export function takeSpill(
  k: Kernels,
  front: Frame,
  alpha: Plane,
  plate: Plate,
  options: SpillOptions,
  { scale, behind }: { scale: number; behind?: Frame | undefined },
): Frame {
  const { channel: g, others } = plate.colour
  const [a, b] = others
  const { data } = front
  const screen = plate.picture.data
  const taken = k.frame(front.width, front.height)
  taken.data.fill(0)
  if (options.amount === 0) return taken
  const ratios = options.balance > 0 ? materials(k, front, alpha, plate.colour, scale) : undefined
  const plainly = !options.kept && (options.bands ?? [1]).every((v) => v === 1)
  for (let i = 0; i < alpha.data.length; i++) {
    const cover = alpha.data[i] as number
    if (cover <= 0) continue
    const at = i * 4
    const x = data[at + g] as number
    const p = data[at + a] as number
    const q = data[at + b] as number
    const plain = Math.max(p, q)
    const own = ratios ? ratios(p, q) * 0.5 * (p + q) : plain
    const limit = plain + (Math.min(plain, own) - plain) * options.balance
    const whole = (screen[at + g] as number) - 0.5 * ((screen[at + a] as number) + (screen[at + b] as number))
    if (x <= limit || whole <= 1e-6) continue
    const most = Math.min(
      p / Math.max(1e-6, screen[at + a] as number),
      q / Math.max(1e-6, screen[at + b] as number),
    )
    const amount = plainly ? options.amount : amountAt(data, at, cover, options)
    const share = amount * Math.min((x - limit) / whole, most)
    for (let c = 0; c < 3; c++) {
      const off = share * (screen[at + c] as number)
      data[at + c] = (data[at + c] as number) - off
      taken.data[at + c] = off
    }
    taken.data[at + 3] = cover
  }
  if (options.back > 0) giveBack(k, front, taken, options.back, scale, behind)
  return taken
}

/** How much is taken of a colour: by its tone, and less the nearer it lies to one that is kept. */
function amountAt(
  data: Float32Array,
  at: number,
  cover: number,
  { amount, bands, kept }: SpillOptions,
): number {
  let out = amount
  if (bands) {
    const tone = Math.min(1, Math.sqrt(Math.max(0, lumaAt(data, at)) / cover))
    const [dark, light] = [Math.max(0, 1 - 2 * tone), Math.max(0, 2 * tone - 1)]
    out *= dark * bands[0] + (1 - dark - light) * bands[1] + light * bands[2]
  }
  if (!kept) return out
  const sum = (data[at] as number) + (data[at + 1] as number) + (data[at + 2] as number)
  const own = kept.rgb[0] + kept.rgb[1] + kept.rgb[2]
  if (!(sum > 0 && own > 0)) return out
  let off = 0
  for (let c = 0; c < 3; c++) off += Math.abs((data[at + c] as number) / sum - (kept.rgb[c] as number) / own)
  return out * smoothstep((off - kept.near) / Math.max(1e-4, kept.near))
}

/** What the key channel is of half the sum of the others where a material is its own, by how red or blue it is. */
function materials(
  k: Kernels,
  front: Frame,
  alpha: Plane,
  { channel: g, others: [a, b] }: Plate['colour'],
  scale: number,
): (p: number, q: number) => number {
  const thin = new Uint8Array(alpha.data.length)
  for (let i = 0; i < thin.length; i++) thin[i] = (alpha.data[i] as number) > PURE ? 0 : 1
  const near = growMap(k, alpha, thin, Math.max(1, Math.round(REACH * scale)))
  const sums = new Float64Array(BINS)
  const counts = new Float64Array(BINS)
  for (let i = 0; i < near.length; i++) {
    if (near[i]) continue
    const p = front.data[i * 4 + a] as number
    const q = front.data[i * 4 + b] as number
    if (p + q < 0.01) continue
    const bin = binOf(p, q)
    sums[bin] = (sums[bin] as number) + (2 * (front.data[i * 4 + g] as number)) / (p + q)
    counts[bin] = (counts[bin] as number) + 1
  }
  const total = counts.reduce((sum, n) => sum + n, 0)
  const usual = total > 0 ? sums.reduce((sum, v) => sum + v, 0) / total : 1
  const few = Math.max(4, FEW * scale * scale)
  const means = sums.map((sum, bin) =>
    (counts[bin] as number) > few ? sum / (counts[bin] as number) : usual,
  )
  return (p, q) => means[binOf(p, q)] as number
}

/** Where log(p / q) goes over from one bin to the next, evenly from -2 to 2, as ratios. */
const BORDERS = Array.from({ length: BINS - 1 }, (_, n) => maths.exp(((n + 1) * 4) / BINS - 2))

function binOf(p: number, q: number): number {
  let bin = 0
  while (bin < BINS - 1 && p >= (BORDERS[bin] as number) * q) bin++
  return bin
}

/** Gives a share of the light that was taken back as grey, or in the colours of what lies behind, far out of focus. */
function giveBack(
  k: Kernels,
  front: Frame,
  taken: Frame,
  share: number,
  scale: number,
  behind: Frame | undefined,
) {
  const colours = behind && gaussian(k, behind, 40 * scale, 40 * scale, 'clamp')
  for (let at = 0; at < front.data.length; at += 4) {
    const light = share * lumaAt(taken.data, at)
    if (light === 0) continue
    const luma = colours ? lumaAt(colours.data, at) : 1
    for (let c = 0; c < 3; c++) {
      const tint = colours && luma > 1e-4 ? (colours.data[at + c] as number) / luma : 1
      front.data[at + c] = (front.data[at + c] as number) + light * tint
    }
  }
  if (colours) k.free(colours)
}

const lumaAt = (data: Float32Array, at: number): number =>
  LUMA[0] * (data[at] as number) + LUMA[1] * (data[at + 1] as number) + LUMA[2] * (data[at + 2] as number)

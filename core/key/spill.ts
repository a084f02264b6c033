import { LUMA } from '../colour'
import type { Frame, Plane } from '../frame'
import { atMost, gaussian, growMap, type Kernels, MATERIALS, materialSums, spillOff } from '../kernels'
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

/** Where alpha is more than this, and no edge is near, a material shows its own colours. */
const PURE = 0.99
/** How far from an edge that is, in pixels of the full picture. */
const REACH = 26
/** A bin with no more pixels than this, of the full picture, says nothing of its own. */
const FEW = 150

/** What else lies about a subject, and at what scale of the full picture it is seen. */
export interface SpillPlace {
  scale: number
  /** What lies behind, for the light that is given back. */
  behind?: Frame | undefined
  /** Where the subject's colours are left alone, 0 to 1. */
  own?: Plane | undefined
  /** Whether what was taken is asked for. */
  shown?: boolean
}

/**
 * Takes the light of the screen off a subject (premultiplied), in place. Of straight colour X a share s of the screen B goes, so that the key channel comes down to a limit: first the larger of the others, then (by
 * the balance) what the material has where no screen shines on it, its key channel as times of half the sum of the others, by bins of log(R / B). s = max(0, X_g - limit) / (B_g - (B_r + B_b) / 2), and never more
 * than the other channels hold.
 * @returns what was taken, as light, where that is asked for; the caller's to free
 */
export function takeSpill(
  k: Kernels,
  front: Frame,
  alpha: Plane,
  plate: Plate,
  options: SpillOptions,
  { scale, behind, own, shown = false }: SpillPlace,
): Frame | undefined {
  const keeps = shown || (options.amount > 0 && options.back > 0)
  const taken = keeps ? k.frame(front.width, front.height) : undefined
  taken?.data.fill(0)
  if (options.amount > 0) {
    const materials = options.balance > 0 ? materialsOf(k, front, alpha, plate.colour, scale) : undefined
    const { amount, balance, bands = [1, 1, 1], kept } = options
    const limits = { amount, balance, materials, bands, kept: kept && sharesOf(kept), own }
    spillOff(k, front, alpha, plate.picture, plate.colour, limits, taken)
    if (taken && options.back > 0) giveBack(k, front, taken, options.back, scale, behind)
  }
  if (shown || !taken) return taken
  k.free(taken)
  return undefined
}

/** A kept colour as shares of its light; none where it has none. */
function sharesOf({ rgb: [r, g, b], near }: NonNullable<SpillOptions['kept']>) {
  const sum = r + g + b
  return sum > 0 ? { shares: [r / sum, g / sum, b / sum] as const, near } : undefined
}

/** What the key channel is of half the sum of the others where a material is its own, by how red or blue it is. */
function materialsOf(k: Kernels, front: Frame, alpha: Plane, colour: Plate['colour'], scale: number) {
  const near = growMap(k, alpha, atMost(k, alpha, PURE), Math.max(1, Math.round(REACH * scale)))
  const { sums, counts } = materialSums(k, front, near, colour, BORDERS)
  const total = counts.reduce((sum, n) => sum + n, 0)
  const usual = total > 0 ? sums.reduce((sum, v) => sum + v, 0) / total : 1
  const few = Math.max(4, FEW * scale * scale)
  const means = sums.map((sum, bin) =>
    (counts[bin] as number) > few ? sum / (counts[bin] as number) : usual,
  )
  return { means, borders: BORDERS }
}

/** Where log(p / q) goes over from one bin to the next, evenly from -2 to 2, as ratios. */
const BORDERS = Array.from({ length: MATERIALS - 1 }, (_, n) => maths.exp(((n + 1) * 4) / MATERIALS - 2))

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

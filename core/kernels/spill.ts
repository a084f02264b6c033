import { LUMA } from '../colour'
import type { Frame, Plane } from '../frame'
import type { ScreenAxis } from './key'
import type { Kernels } from './kernels'

/** Into how many bins materials are sorted, by the ratio of their two other channels. */
export const MATERIALS = 8

type Axis = Omit<ScreenAxis, 'shares'>

/** Sums and counts of 2 g / (a + b) of a subject where a map is 0, by bins of a / b. @param borders ratios between the bins */
export function materialSums(
  k: Kernels,
  front: Frame,
  near: Uint8Array,
  { channel, others }: Axis,
  borders: readonly number[],
): { sums: Float64Array; counts: Float64Array } {
  const n = front.width * front.height
  return k.scratch(n + 256, (block) => {
    const bytes = k.bytes(block)
    bytes.fill(0, 0, 128)
    k.floats(block, 48).set(borders, 32)
    bytes.set(near, 192)
    const { at } = block
    k.raw.materialSums(at, at + 192, front.block.at, n, channel, ...others, at + 128)
    const found = new Float64Array(bytes.slice(0, 128).buffer)
    return { sums: found.slice(0, MATERIALS), counts: found.slice(MATERIALS) }
  })
}

export interface SpillLimits {
  /** How much is taken, 0 to 1. */
  amount: number
  /** From the larger of the other channels (0) to what the material has (1). */
  balance: number
  /** What each material has of the key channel, as times of the mean of the others, and the ratios between them. */
  materials?: { means: ArrayLike<number>; borders: readonly number[] } | undefined
  /** How much of the amount is taken in the dark, in the middle and in the light. */
  bands: readonly [number, number, number]
  /** A colour that is left alone, as shares of light, and how far around it. */
  kept?: { shares: readonly [number, number, number]; near: number } | undefined
  /** Where the subject's own colour is left alone, 0 to 1. */
  own?: Plane | undefined
}

/** Takes a screen's light off a subject (premultiplied), in place. @param taken gets what was taken; all 0 before */
export function spillOff(
  k: Kernels,
  front: Frame,
  alpha: Plane,
  screen: Frame,
  { channel, others }: Axis,
  { amount, balance, materials, bands, kept, own }: SpillLimits,
  taken?: Frame,
): void {
  const n = front.width * front.height
  const plainly = !kept && bands.every((v) => v === 1)
  k.scratch(128, (block) => {
    const table = k.floats(block, 32).fill(0)
    if (materials) {
      table.set(materials.means)
      table.set(materials.borders, 8)
    }
    table.set(bands, 16)
    if (kept) table.set([...kept.shares, kept.near, 1], 19)
    const { at } = block
    k.raw.spill(
      ...([
        front.block.at,
        taken?.block.at ?? 0,
        alpha.block.at,
        screen.block.at,
        own?.block.at ?? 0,
      ] as const),
      ...([n, channel, ...others, amount, balance] as const),
      ...([materials ? at : 0, at + 32, plainly ? 0 : at + 64, ...LUMA] as const),
    )
  })
}

/** What is seen of a picture around a subject: colours times (1 - alpha), with that as alpha. */
export function around(k: Kernels, src: Frame, alpha: Plane): Frame {
  const out = k.frame(src.width, src.height)
  k.raw.around(out.block.at, src.block.at, alpha.block.at, src.width * src.height)
  return out
}

/**
 * Brings light onto a subject, in place: colours times its alpha and an amount, without alpha of its own. With a softness (0 to 1) below 1 it keeps to where half or more of what lies about is open (the light's alpha).
 */
export function lightOn(
  k: Kernels,
  light: Frame,
  alpha: Plane,
  { amount, softness }: { amount: number; softness: number },
): void {
  k.raw.lightOn(light.block.at, alpha.block.at, light.width * light.height, amount, softness)
}

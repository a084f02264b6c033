import type { Frame } from '../frame'
import type { Kernels } from './kernels'

/** The blend modes of W3C Compositing and Blending Level 1, and plus. */
export const BLENDS = [
  ...['normal', 'multiply', 'screen', 'overlay', 'darken', 'lighten', 'colour dodge', 'colour burn'],
  ...[
    'hard light',
    'soft light',
    'difference',
    'exclusion',
    'hue',
    'saturation',
    'colour',
    'luminosity',
    'plus',
  ],
] as const

export type Blend = (typeof BLENDS)[number]

/**
 * top, with its coverage times `amount`, onto bottom, written into bottom: co = cs as (1 - ab) + cb ab (1 - as) + as ab B(cb, cs). Formulas of B are
 * the standard's. Multiply, darken, lighten, difference and plus take values as they are; the others work on values limited to [0, 1], and
 * what the backdrop (for screen: both) has outside is added, so that highlights survive.
 */
export function blendInto(k: Kernels, top: Frame, bottom: Frame, mode: Blend, amount = 1): void {
  const n = bottom.width * bottom.height
  k.raw.blend(bottom.block.at, top.block.at, bottom.block.at, n, BLENDS.indexOf(mode), amount)
}

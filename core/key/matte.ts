import { maths } from '../maths'
import type { Frame, Plane } from '../frame'
import {
  copyOf,
  growMap,
  hueAt,
  type Kernels,
  placesOf,
  restoreChroma,
  solveAlpha,
  unmix,
  mapOf,
} from '../kernels'
import type { Plate } from './plate'
import { UNDECIDED } from './tones'

export interface MatteOptions {
  /** Puts the lost fineness of colour (4:2:0) back at edges; off for footage with whole colour. */
  restores: boolean
  /** Alpha goes with this power: above 1 hair is thinner. */
  fullness: number
}

export const MATTE: MatteOptions = { restores: true, fullness: 1.08 }

/** What a key finds of a picture; both are the caller's to free. */
export interface Keyed {
  alpha: Plane
  /** The subject without its screen, premultiplied by alpha. */
  front: Frame
}

/**
 * Alpha and the subject's own light. At undecided places the colour is projected onto the way from the plate to the subject's colour around there (filled in from what stays), luminance counting
 * twice more; then once more with what that says of the subject. At edges, what colour loses in 4:2:0 is put back from the composite that this explains, and all is solved again.
 */
export function matteOf(
  k: Kernels,
  picture: Frame,
  plate: Plate,
  tones: Uint8Array,
  options: MatteOptions = MATTE,
): Keyed {
  const { width, height } = picture
  const of = {
    colours: copyOf(k, picture),
    plate: plate.picture,
    alpha: k.plane(width, height),
    fronts: k.frame(width, height),
  }
  const { rubbish } = plate
  const first = mapOf(k, tones, UNDECIDED)
  solveAlpha(k, of, tones, placesOf(k, first))
  if (options.restores) {
    const around = placesOf(k, growMap(k, picture, first, 2))
    const near = placesOf(k, growMap(k, picture, first, 3))
    restoreChroma(k, of, picture, { tones, rubbish }, { around, near })
  }
  // What the tones call sure right beside the edge is so no longer.
  const wider = tones.slice()
  for (const i of placesOf(k, growMap(k, picture, first, 1))) if (!rubbish?.[i]) wider[i] = UNDECIDED
  const band = placesOf(k, wider, UNDECIDED)
  solveAlpha(k, of, wider, band)
  bend(of.alpha.data, band, options.fullness)
  const front = unmix(k, of.colours, plate.picture, of.alpha)
  if (options.restores) hueAt(k, front, of, band, HUE)
  k.free(of.fronts, of.colours)
  return { alpha: of.alpha, front }
}

/** How far undecided places take the hue of the subject around them: of their own, 4:2:0 has left what the screen beside them has not. */
const HUE = 0.85
const STEPS = 1024

/** Values between 0 and 1 at some places to a power, by a table of it. */
function bend(values: Float32Array, places: Uint32Array, power: number): void {
  if (power === 1) return
  const table = Float32Array.from({ length: STEPS + 2 }, (_, i) => maths.pow(i / STEPS, power))
  for (const i of places) {
    const a = values[i] as number
    if (a <= 0 || a >= 1) continue
    const at = Math.floor(a * STEPS)
    const low = table[at] as number
    values[i] = low + ((table[at + 1] as number) - low) * (a * STEPS - at)
  }
}

import { LUMA } from '../colour'
import type { Frame, Plane } from '../frame'
import {
  atMost,
  filled,
  gaussian,
  holdBy,
  type Kernels,
  screenShare,
  smoothRatios,
  warpPerspective,
  weigh,
} from '../kernels'
import type { ScreenColour } from './colour'

/** A shadow that is made: it falls along the ground behind (above 0) or before the subject. */
export interface Cast {
  /** Where the subject meets the ground, as a share of the picture's height. */
  ground: number
  /** How long it is, as times of the subject's height; below 0 it falls towards the eye. */
  long: number
  /** How far it leans aside for each of that, to the right above 0. */
  lean: number
}

/** Where less than this of the screen is left something stands before it that a shadow is not. */
const LEAST = 0.3
/** So much of a shadow is noise, or none. */
const DEAD = 0.04

/**
 * The shadow that a subject throws onto its screen, 0 to 1: where no subject is, how much darker the screen is seen than it is empty; smooth beneath the subject. The caller's to free.
 */
export function shadowOnScreen(
  k: Kernels,
  seen: Frame,
  { colour, screen, alpha }: { colour: ScreenColour; screen: Frame; alpha: Plane },
): Plane {
  const share = screenShare(k, seen, screen, colour)
  const bare = atMost(k, alpha, 0)
  const solid = atMost(k, share, LEAST)
  for (let i = 0; i < bare.length; i++) if (solid[i]) bare[i] = 0
  const shaded = smoothRatios(k, seen, screen, bare)
  const out = share
  const [r, g, b] = LUMA
  for (let i = 0, at = 0; i < out.data.length; i++, at += 4) {
    const light = (data: Float32Array) =>
      r * (data[at] as number) + g * (data[at + 1] as number) + b * (data[at + 2] as number)
    const dark = 1 - light(shaded.data) / Math.max(1e-4, light(screen.data))
    out.data[i] = Math.min(1, Math.max(0, (dark - DEAD) / (1 - DEAD)))
  }
  k.free(shaded)
  return out
}

/** The shadow that a subject casts on the ground: its alpha laid down along it. A point h above the ground falls `long` h up the picture and `lean` h aside. The caller's to free. */
export function castShadow(k: Kernels, front: Frame, { ground, long, lean }: Cast): Plane {
  const foot = ground * front.height
  const by = Math.abs(long) < 1e-3 ? 1e-3 : long
  const laid = warpPerspective(
    k,
    front,
    [1, lean / by, (-lean / by) * foot, 0, 1 / by, foot - foot / by, 0, 0, 1],
    {
      edge: 'black',
      filter: 'bilinear',
    },
  )
  const out = weigh(k, laid, [0, 0, 0, 1])
  k.free(laid)
  // What lies below the ground casts nothing.
  const from = Math.min(front.height, Math.max(0, Math.round(foot)))
  if (by > 0) out.data.fill(0, from * front.width)
  else out.data.fill(0, 0, from * front.width)
  return out
}

/** A shadow as a picture that lies below a subject, as dark as is said and softened by so many pixels. The shadow is used up. */
export function softShadow(k: Kernels, shadow: Plane, { dark, soft }: { dark: number; soft: number }): Frame {
  const black = filled(k, shadow.width, shadow.height, [0, 0, 0, dark])
  holdBy(k, black, shadow)
  k.free(shadow)
  if (soft <= 0) return black
  const out = gaussian(k, black, soft, soft, 'clamp')
  k.free(black)
  return out
}

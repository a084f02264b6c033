import { type Area, blit, type Frame } from '../frame'
import { overInto } from './compose'
import type { Kernels } from './kernels'

/** A picture of an area of a whole. */
interface Lying {
  picture: Frame
  area: Area
}

/** Lays a part over a whole, where both are. */
export function layOver(k: Kernels, whole: Lying, part: Lying): void {
  const below = k.frame(part.area.width, part.area.height)
  blit({ picture: below, area: part.area }, whole)
  overInto(k, part.picture, below)
  blit(whole, { picture: below, area: part.area })
  k.free(below)
}

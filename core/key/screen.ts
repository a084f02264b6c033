import type { Frame, Plane } from '../frame'
import { type Kernels, screenShare, setShare } from '../kernels'
import { colourBy, medianOf, type ScreenChoice } from './colour'
import { Again, type Origin, valuesOf } from './again'
import { readEmpty } from './empty'
import { type Mark, markedScreen } from './marks'
import { type Plate, plateOfOne } from './plate'

/**
 * The empty screen of a picture, from it alone or from one that shows it empty. Undefined where no screen is found.
 * @param scale lengths, as times of those of a picture 720 high
 * @param empty the same view without the subject
 * @param marks what is said to be screen is taken as that where it has its colour
 */
export function findScreen(
  k: Kernels,
  picture: Frame,
  choice: ScreenChoice,
  scale: number,
  empty?: Frame,
  marks: readonly Mark[] = [],
): Plate | undefined {
  if (!empty) {
    const colour = colourBy([picture], choice)
    return colour && plateOfOne(k, picture, colour, scale, marks)
  }
  const read = readEmpty(k, empty, String(choice), () => colourBy([empty], choice))
  if (!read) return undefined
  const plate = k.frameOf(empty.width, empty.height, empty.data)
  for (const i of markedScreen(picture, empty, read.colour, marks))
    plate.data.set(picture.data.subarray(i * 4, i * 4 + 4), i * 4)
  return { ...read, picture: plate }
}

const lastAlone = new Again<Omit<Plate, 'picture'> & { picture: Float32Array }>()

/** The empty screen of a picture from it alone, or what was found of it before (see `findScreen`). */
export const screenOnce = (
  k: Kernels,
  picture: Frame,
  origin: Origin,
  make: () => Plate | undefined,
): Plate | undefined =>
  lastAlone.take(picture, origin, make, {
    keep: (plate) => ({ ...plate, picture: valuesOf(plate.picture) }),
    lend: (kept) => ({ ...kept, picture: k.frameOf(picture.width, picture.height, kept.picture) }),
  })

/**
 * In codes: closer to the empty screen than the first (or than three times the noise) nothing stands before the set, further than the second something does.
 */
const [SAME, OTHER] = [0.03, 0.12]

/** How much of the screen is left at each place; where the set shows no screen, how much of the set. The caller's to free. */
export function shareOf(k: Kernels, picture: Frame, plate: Plate): Plane {
  const share = screenShare(k, picture, plate.picture, plate.colour)
  const { set } = plate
  if (!set) return share
  const seen = picture.data
  const empty = plate.picture.data
  const same = Math.max(SAME, 3 * noiseBetween(seen, empty, share))
  const other = Math.max(OTHER, 2 * same)
  setShare(k, share, set, [picture, plate.picture], [same, other])
  return share
}

/** How far two pictures are apart at a place: the largest difference of the roots of its channels, which are near codes. */
function farAt(a: Float32Array, b: Float32Array, i: number): number {
  let far = 0
  for (let at = i * 4; at < i * 4 + 3; at++) {
    const off = Math.sqrt(Math.max(0, a[at] as number)) - Math.sqrt(Math.max(0, b[at] as number))
    far = Math.max(far, Math.abs(off))
  }
  return far
}

/** About so many places say how noisy a screen is. */
const ASKED = 12000

/** How far the screen itself is from the empty one where all of it is left: the median of places all over. */
function noiseBetween(seen: Float32Array, empty: Float32Array, share: Plane): number {
  const offs: number[] = []
  const apart = Math.max(1, Math.round(share.data.length / ASKED)) | 1
  for (let i = 0; i < share.data.length; i += apart)
    if (Math.abs((share.data[i] as number) - 1) < 0.1) offs.push(farAt(seen, empty, i))
  return medianOf(offs)
}

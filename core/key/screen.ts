import type { Frame, Plane } from '../frame'
import { type Kernels, runProgram, screenShare } from '../kernels'
import { medianOf, readColour, type ScreenColour, setColour } from './colour'
import { type Mark, markedScreen } from './marks'
import { type Plate, plateOfOne, readBacking } from './plate'

/** How the colour of a screen is found: read from the picture, of green or blue alone, or set by hand. */
export type ScreenChoice = 'auto' | 'green' | 'blue' | readonly [number, number, number]

const CHANNELS = { green: 1, blue: 2 } as const

/** The colour of the screen in a picture; undefined where nothing of it is seen. */
function colourOf(picture: Frame, choice: ScreenChoice): ScreenColour | undefined {
  if (typeof choice !== 'string') return setColour(picture, choice)
  return readColour([picture], choice === 'auto' ? undefined : CHANNELS[choice])
}

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
  const colour = colourOf(empty ?? picture, choice)
  if (!colour) return undefined
  if (!empty) return plateOfOne(k, picture, colour, scale, marks)
  const backing = readBacking(k, empty, colour)
  if (!backing) return undefined
  const plate = k.frameOf(empty.width, empty.height, empty.data)
  for (const i of markedScreen(picture, backing.lit, colour, marks))
    plate.data.set(picture.data.subarray(i * 4, i * 4 + 4), i * 4)
  k.free(backing.lit)
  return { colour, picture: plate, set: backing.solid }
}

/**
 * In codes: closer to the empty screen than the first (or than three times the noise) nothing stands before the set, further than the second something does.
 */
const [SAME, OTHER] = [0.03, 0.12]

/** How much of the screen is left at each place; where the set shows no screen, how much of the set. The caller's to free. */
export function shareOf(k: Kernels, picture: Frame, plate: Plate): Plane {
  const share = screenShare(k, picture, plate.picture, plate.colour)
  const { set } = plate
  if (!set) return share
  const [seen, empty] = [picture, plate.picture].map((f) => runProgram(k, f, [{ op: 'encode' }])) as [
    Frame,
    Frame,
  ]
  const same = Math.max(SAME, 3 * noiseBetween(seen, empty, share))
  const other = Math.max(OTHER, 2 * same)
  for (let i = 0; i < set.length; i++)
    if (set[i]) share.data[i] = 1 - Math.min(1, Math.max(0, (farAt(seen, empty, i) - same) / (other - same)))
  k.free(seen, empty)
  return share
}

/** How far two pictures are apart at a place: the largest difference of its channels. */
function farAt(a: Frame, b: Frame, i: number): number {
  let far = 0
  for (let at = i * 4; at < i * 4 + 3; at++)
    far = Math.max(far, Math.abs((a.data[at] as number) - (b.data[at] as number)))
  return far
}

/** How far the screen itself is from the empty one where all of it is left: the median of every 37th place. */
function noiseBetween(seen: Frame, empty: Frame, share: Plane): number {
  const offs: number[] = []
  for (let i = 0; i < share.data.length; i += 37)
    if (Math.abs((share.data[i] as number) - 1) < 0.1) offs.push(farAt(seen, empty, i))
  return medianOf(offs)
}

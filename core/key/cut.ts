import type { Frame, Plane } from '../frame'
import type { Kernels } from '../kernels'
import type { ScreenColour } from './colour'

/** A subject that is cut out, before its colour is put right: all are the caller's to free. */
export interface Cut {
  colour: ScreenColour
  screen: Frame
  alpha: Plane
  front: Frame
}

interface Kept {
  colour: ScreenColour
  screen: Float32Array
  alpha: Float32Array
  front: Float32Array
}

/** What was cut last, where the same picture was asked for twice in a row: a hand on a later stage (spill, edge, wrap, fit) comes back to it. Pictures that play by are not kept. */
let last: { seen: string; key: string; kept?: Kept | undefined } | undefined
/** Larger pictures are not kept: 36 bytes a place. */
const MOST = 1920 * 1200

/**
 * Cuts a picture, or takes what was cut of it before. Undefined where there is nothing to cut.
 * @param seen says which pictures it is cut from
 * @param how says all else that it depends on
 */
export function cutOnce(
  k: Kernels,
  { width, height }: Frame,
  [seen, how]: readonly [seen: string, how: string],
  make: () => Cut | undefined,
): Cut | undefined {
  const key = `${seen} ${how}`
  if (last?.key === key && last.kept) {
    const { colour, screen, alpha, front } = last.kept
    const plane = k.plane(width, height)
    plane.data.set(alpha)
    return {
      colour,
      screen: k.frameOf(width, height, screen),
      alpha: plane,
      front: k.frameOf(width, height, front),
    }
  }
  const made = make()
  const again = last?.seen === seen && width * height <= MOST
  last = { seen, key, kept: made && again ? keptOf(made) : undefined }
  return made
}

const keptOf = ({ colour, screen, alpha, front }: Cut): Kept => ({
  colour,
  screen: screen.data.slice(),
  alpha: alpha.data.slice(),
  front: front.data.slice(),
})

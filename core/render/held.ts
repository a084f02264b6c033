import { type Area, blit, type Frame, intersection, isEmpty, type Plane, sameArea } from '../frame'
import type { Kernels } from '../kernels'
import type { Op } from './graph'

/** A picture in the making: its pixels are those of `area` of the whole. */
export interface Held {
  picture: Frame | Plane
  area: Area
  /** Where in the whole there can be anything in it; anywhere unless it is known. */
  content?: Area | undefined
}

/** Puts or mixes `top` into `out`, row by row where both are. */
export function combine(k: Kernels, op: Op, out: Held, top: Held, matte?: Held): void {
  const shared = intersection(out.area, top.area)
  // What is clear changes nothing below it.
  const both = op.kind === 'over' && top.content ? intersection(shared, top.content) : shared
  const address = ({ picture, area }: Held, y: number) =>
    picture.block.at + ((y - area.y) * area.width + both.x - area.x) * picture.channels * 4
  const alike = both.width === out.area.width && both.width === top.area.width
  // Rows that follow each other without a gap in all pictures are one.
  const joined = alike && (!matte || matte.area.width === both.width)
  const [rows, n] = joined ? [1, both.width * both.height] : [both.height, both.width]
  if (isEmpty(both)) return
  for (let y = both.y; y < both.y + rows; y++) {
    const [o, t] = [address(out, y), address(top, y)]
    if (op.kind === 'over') k.raw.over(o, t, o, n)
    else if (op.kind === 'mix' && matte) k.raw.mixMatte(o, o, t, address(matte, y), n, op.amount)
    else if (op.kind === 'mix') k.raw.mix(o, o, t, n, op.amount)
  }
}

/** The pixels of an area out of a larger picture: the picture itself where it is that area. */
export function part(k: Kernels, held: Held, area: Area): { frame: Frame; own: boolean } {
  if (sameArea(held.area, area)) return { frame: held.picture as Frame, own: false }
  return { frame: copied(k, held, area), own: true }
}

export function copied(k: Kernels, held: Held, area: Area): Frame {
  const picture = likeOf(k, held, area)
  blit({ picture, area }, held)
  return picture
}

/** A picture of as many channels, not filled yet. */
const likeOf = (k: Kernels, { picture }: Held, { width, height }: Area) =>
  (picture.channels === 4 ? k.frame(width, height) : k.plane(width, height)) as Frame

/** An area of a picture that is no longer needed. */
export function cropped(k: Kernels, held: Held, area: Area): Frame {
  const { frame, own } = part(k, held, area)
  if (own) k.free(held.picture)
  return frame
}

/** The pixels of an area, some of which may lie outside of the picture: these are empty. */
export function within(k: Kernels, held: Held, area: Area): { frame: Frame; own: boolean } {
  const both = intersection(held.area, area)
  if (sameArea(both, area)) return part(k, held, area)
  const frame = likeOf(k, held, area)
  frame.data.fill(0)
  blit({ picture: frame, area }, held)
  return { frame, own: true }
}

import type { Frame, Plane } from '../frame'
import type { Kernels } from './kernels'

/** Where an output channel comes from. */
export type Channel = 'r' | 'g' | 'b' | 'a' | 'zero' | 'one'
export type Join = 'add' | 'subtract' | 'intersect' | 'exclude' | 'multiply'

const JOINS: readonly Join[] = ['add', 'subtract', 'intersect', 'exclude', 'multiply']

/** Colour times alpha, in place. */
export function premultiply(k: Kernels, frame: Frame): void {
  k.raw.premultiply(frame.block.at, frame.block.at, frame.width * frame.height)
}

/** Colour divided by alpha, in place; where alpha is not above 0 colour stays. */
export function unpremultiply(k: Kernels, frame: Frame): void {
  k.raw.unpremultiply(frame.block.at, frame.block.at, frame.width * frame.height)
}

/** Each channel from another one, in place. */
export function shuffle(k: Kernels, frame: Frame, from: readonly [Channel, Channel, Channel, Channel]): void {
  k.scratch(32, (block) => {
    const pattern = k.bytes(block)
    const ones = k.floats(block)
    from.forEach((channel, i) => {
      const source = 'rgba'.indexOf(channel)
      for (let b = 0; b < 4; b++) pattern[i * 4 + b] = channel.length > 1 ? 255 : source * 4 + b
      ones[4 + i] = channel === 'one' ? 1 : 0
    })
    k.raw.shuffle(frame.block.at, frame.block.at, frame.width * frame.height, block.at)
  })
}

/** One plane from the weighted channels of a frame. */
export function weigh(k: Kernels, frame: Frame, weights: readonly [number, number, number, number]): Plane {
  const plane = k.plane(frame.width, frame.height)
  k.raw.weigh(plane.block.at, frame.block.at, frame.width * frame.height, ...weights)
  return plane
}

/** The alpha of another frame, in place; colour stays. */
export function alphaFrom(k: Kernels, frame: Frame, other: Frame): void {
  k.raw.alphaOf(frame.block.at, other.block.at, frame.width * frame.height)
}

/** Every channel times a matte, in place. */
export function holdBy(k: Kernels, frame: Frame, matte: Plane): void {
  k.raw.hold(frame.block.at, frame.block.at, matte.block.at, frame.width * frame.height)
}

/** b joined to a, written into a: max, a (1 - b), min, a + b - 2ab, a b. */
export function joinInto(k: Kernels, a: Plane, b: Plane, join: Join): void {
  k.raw.combine(a.block.at, a.block.at, b.block.at, a.width * a.height, JOINS.indexOf(join))
}

/** 1 - matte, in place. */
export function invertMatte(k: Kernels, matte: Plane): void {
  k.raw.invertPlane(matte.block.at, matte.width * matte.height)
}

/** Rows become columns. */
export function transposed(k: Kernels, frame: Frame): Frame {
  const out = k.frame(frame.height, frame.width)
  k.raw.transpose(out.block.at, frame.block.at, frame.width, frame.height)
  return out
}

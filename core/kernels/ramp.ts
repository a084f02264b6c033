import type { Frame, Plane } from '../frame'
import type { Kernels } from './kernels'
import { noise, type NoisePlace } from './measure'

export type RampKind = 'along' | 'distance' | 'turn' | 'square'
const KINDS: readonly RampKind[] = ['along', 'distance', 'turn', 'square']

/** Where a ramp begins and how it lies: u = x . along, v = x . across, for x in pixels from `centre`. */
export interface RampPlace {
  centre: readonly [number, number]
  along: readonly [number, number]
  across?: readonly [number, number]
}

/** A plane that rises over the picture: u itself, the length of (u, v), its angle in turns from 0 to 1, or the greater of |u| and |v|. */
export function ramp(
  k: Kernels,
  width: number,
  height: number,
  kind: RampKind,
  { centre, along, across = [-along[1], along[0]] }: RampPlace,
): Plane {
  const out = k.plane(width, height)
  k.raw.ramp(out.block.at, width, height, ...centre, ...along, ...across, KINDS.indexOf(kind))
  return out
}

/** plane = scale * plane + offset within [0, 1], in place; `smooth` bends that as 3 t^2 - 2 t^3. */
export function bendPlane(k: Kernels, plane: Plane, scale: number, offset: number, smooth = false): void {
  k.raw.bendPlane(plane.block.at, plane.width * plane.height, scale, offset, smooth)
}

/** Colours (premultiplied r, g, b, a after each other) for the values of a plane from 0 to 1, linear between them. */
export function colourRamp(k: Kernels, plane: Plane, colours: ArrayLike<number>): Frame {
  const out = k.frame(plane.width, plane.height)
  k.scratch(colours.length * 4, (block) => {
    k.floats(block).set(colours)
    k.raw.colourRamp(out.block.at, plane.block.at, plane.width * plane.height, block.at, colours.length / 4)
  })
  return out
}

/** xs(x) ys(y), and for a checker also (1 - xs(x)) (1 - ys(y)). */
export function outerPlane(
  k: Kernels,
  xs: ArrayLike<number>,
  ys: ArrayLike<number>,
  kind: 'product' | 'checker',
): Plane {
  const out = k.plane(xs.length, ys.length)
  k.scratch((xs.length + ys.length) * 4, (block) => {
    const floats = k.floats(block)
    floats.set(xs)
    floats.set(ys, xs.length)
    k.raw.outer(
      out.block.at,
      xs.length,
      ys.length,
      block.at,
      block.at + xs.length * 4,
      kind === 'checker' ? 1 : 0,
    )
  })
  return out
}

/** Breaks up steps between display codes: adds evenly spread noise of `codes` codes of 8 bits, in place. */
export function dither(k: Kernels, frame: Frame, codes: number, place: NoisePlace): void {
  const field = noise(k, frame.width, frame.height, place, 'uniform')
  k.raw.dither(frame.block.at, field.block.at, frame.width * frame.height, codes / 255)
  k.free(field)
}

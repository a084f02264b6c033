import type { Frame, Plane } from '../frame'
import type { Kernels } from './kernels'

/** A copy of a picture. */
export function copyOf(k: Kernels, frame: Frame): Frame {
  const out = k.frame(frame.width, frame.height)
  out.data.set(frame.data)
  return out
}

/** a over b (premultiplied), written into b. */
export function overInto(k: Kernels, a: Frame, b: Frame): void {
  k.raw.over(b.block.at, a.block.at, b.block.at, b.width * b.height)
}

/** a + (b - a) * amount * matte, written into b. Where the product is exactly 0 or 1 the result is exactly a or b. */
export function mixInto(k: Kernels, a: Frame, b: Frame, amount: number, matte?: Plane): void {
  const n = b.width * b.height
  if (matte) k.raw.mixMatte(b.block.at, a.block.at, b.block.at, matte.block.at, n, amount)
  else k.raw.mix(b.block.at, a.block.at, b.block.at, n, amount)
}

/** A plane as an opaque grey frame. */
export function showPlane(k: Kernels, plane: Plane): Frame {
  const frame = k.frame(plane.width, plane.height)
  k.raw.showPlane(frame.block.at, plane.block.at, plane.width * plane.height)
  return frame
}

/** A frame of one premultiplied colour. */
export function filled(
  k: Kernels,
  width: number,
  height: number,
  rgba: readonly [number, number, number, number],
): Frame {
  const frame = k.frame(width, height)
  k.raw.fill(frame.block.at, width * height, ...rgba)
  return frame
}

/** dst += src * factor. */
export function addScaledInto(k: Kernels, dst: Frame, src: Frame, factor: number): void {
  k.raw.addScaled(dst.block.at, src.block.at, dst.width * dst.height, factor)
}

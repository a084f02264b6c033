import { limitedScale } from '../../colour'
import type { Picture, Plane, RgbaPicture, YuvPicture } from '../../frame'
import { halved, type Kernels, levelled, resample, showPlane, weigh } from '../../kernels'

/** Coded luminance of a picture, black at 0 and white at 1, at its size in square pixels. */
export function lumaPlane(k: Kernels, picture: Picture): Plane {
  const stored = picture.kind === 'rgba' ? weighed(k, picture) : ofLuma(k, picture)
  const { display } = picture
  if (!display || (display.width === stored.width && display.height === stored.height)) return stored
  const wide = showPlane(k, stored)
  const square = resample(k, wide, display.width, display.height)
  const plane = weigh(k, square, [1, 0, 0, 0])
  k.free(stored, wide, square)
  return plane
}

function weighed(k: Kernels, { width, height, data }: RgbaPicture): Plane {
  const plane = k.plane(width, height)
  const out = plane.data
  const full = data instanceof Uint8Array ? 255 : data instanceof Uint16Array ? 65535 : 1
  for (let i = 0, p = 0; i < out.length; i++, p += 4)
    out[i] =
      (0.2126 * (data[p] as number) + 0.7152 * (data[p + 1] as number) + 0.0722 * (data[p + 2] as number)) /
      full
  return plane
}

function ofLuma(k: Kernels, picture: YuvPicture): Plane {
  const { width, height, bits, range } = picture
  const { luma, black } = limitedScale(bits, range)
  if (bits === 8) return levelled(k, picture, picture.y, picture.strideY, black, luma)
  const plane = k.plane(width, height)
  const out = plane.data
  for (let y = 0; y < height; y++) {
    const row = picture.y.subarray(y * picture.strideY, y * picture.strideY + width * 2)
    for (let x = 0; x < width; x++)
      out[y * width + x] = ((row[2 * x] as number) + 256 * (row[2 * x + 1] as number) - black) * luma
  }
  return plane
}

/** Levels that a tracker looks at: the picture and halves of it. */
export const LEVELS = 5

/** A picture and its halves, which take the picture with them when they are freed. */
export function pyramidOf(k: Kernels, luma: Plane): Plane[] {
  const levels = [luma]
  for (let i = 1; i < LEVELS; i++) {
    const last = levels[i - 1] as Plane
    if (Math.min(last.width, last.height) < 16) break
    levels.push(halved(k, last))
  }
  return levels
}

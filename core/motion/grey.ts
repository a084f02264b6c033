import { limitedScale } from '../colour'
import type { Picture, Plane } from '../frame'
import { halved, type Kernels, levelled } from '../kernels'

/** Coded luminance of a stored picture, black at 0 and white at 1, at its own size. */
export function lumaPlane(k: Kernels, picture: Picture): Plane {
  const { width, height } = picture
  if (picture.kind === 'yuv' && picture.bits === 8) {
    const { luma, black } = limitedScale(8, picture.range)
    return levelled(k, picture, picture.y, picture.strideY, black, luma)
  }
  const plane = k.plane(width, height)
  const out = plane.data
  if (picture.kind === 'rgba') {
    const { data } = picture
    for (let i = 0, p = 0; i < out.length; i++, p += 4)
      out[i] =
        (0.2126 * (data[p] as number) + 0.7152 * (data[p + 1] as number) + 0.0722 * (data[p + 2] as number)) /
        255
    return plane
  }
  const { luma, black } = limitedScale(picture.bits, picture.range)
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

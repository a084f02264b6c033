import type { Plane } from '../../frame'
import { fillPath, type Kernels } from '../../kernels'
import type { FollowSetup } from '../trackers/follower'
import type { Lens } from './lens'

/** The area of a picture that a plane is followed by. */
export interface Patch {
  /** Share with which a place of the full-size picture counts. */
  inside(x: number, y: number): number
  /** What it lies in: left, top, right, bottom. */
  box: readonly [number, number, number, number]
}

/** The outline of a setup without what lies in front of it. */
export function planePatch(k: Kernels, [picture]: readonly Plane[], setup: FollowSetup, hold?: Plane): Patch {
  const { width, height } = picture as Plane
  const contour = setup.area ?? setup.anchor
  const mask = fillPath(k, width, height, [contour], { rule: 'non-zero', inner: 0, outer: 0 })
  const shares = mask.data.slice()
  k.free(mask)
  if (hold)
    for (let i = 0; i < shares.length; i++) shares[i] = (shares[i] as number) * (1 - (hold.data[i] as number))
  const xs = contour.filter((_, i) => i % 2 === 0)
  const ys = contour.filter((_, i) => i % 2 === 1)
  return {
    inside(x, y) {
      const [i, j] = [Math.floor(x), Math.floor(y)]
      return i >= 0 && j >= 0 && i < width && j < height ? (shares[j * width + i] as number) : 0
    },
    box: [
      Math.max(0, Math.min(...xs)),
      Math.max(0, Math.min(...ys)),
      Math.min(width, Math.max(...xs)),
      Math.min(height, Math.max(...ys)),
    ],
  }
}

/** The lens that bends by `bend` at half the diagonal of a picture; undefined for none. */
export function lensOf([picture]: readonly Plane[], bend: number | undefined): Lens | undefined {
  if (!bend) return undefined
  const { width, height } = picture as Plane
  return { bend: bend / ((width * width + height * height) / 4), centre: [width / 2, height / 2] }
}

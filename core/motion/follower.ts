import type { Plane } from '../frame'
import { fillPath, type Kernels } from '../kernels'
import { mapBetween, type Motion } from './motion'
import { PlanarTracker } from './planar'
import { PointTracker, type Refresh } from './point'

/** What is followed, and how. Places are pixels of the medium. */
export interface FollowSetup {
  form: Motion['form']
  /** The anchor's places in the picture that the template is taken from. */
  anchor: number[]
  /** Where they lie in the picture from which it goes on, if that is another one. */
  from?: number[] | undefined
  /** Closed outline of the area that is looked at, for a plane; the anchor's corners unless given. */
  area?: number[] | undefined
  scale: boolean
  rotation: boolean
  shear: boolean
  perspective: boolean
  pattern: [number, number]
  search: [number, number]
  refresh: Refresh
  /** How the lens bends, for half the diagonal of the picture. */
  lens?: number | undefined
}

export interface Followed {
  places: number[]
  quality: number
  lost: boolean
}

/** Follows the places of a motion from picture to picture, whatever its form. */
export class Follower {
  readonly #follow: (pyramid: readonly Plane[], hold?: Plane) => Followed

  /**
   * @param pyramid of the picture that the template is taken from; @param hold shares of it that lie in front
   * @throws TooPlain, NoPattern
   */
  constructor(k: Kernels, pyramid: readonly Plane[], setup: FollowSetup, hold?: Plane) {
    this.#follow = setup.form === 'plane' ? planeOf(k, pyramid, setup, hold) : pointsOf(k, pyramid, setup)
  }

  follow(pyramid: readonly Plane[], hold?: Plane): Followed {
    return this.#follow(pyramid, hold)
  }
}

function planeOf(k: Kernels, pyramid: readonly Plane[], setup: FollowSetup, hold: Plane | undefined) {
  const { width, height } = pyramid[0] as Plane
  const contour = setup.area ?? setup.anchor
  const mask = fillPath(k, width, height, [contour], { rule: 'non-zero', inner: 0, outer: 0 })
  const shares = mask.data.slice()
  k.free(mask)
  if (hold)
    for (let i = 0; i < shares.length; i++) shares[i] = (shares[i] as number) * (1 - (hold.data[i] as number))
  const inside = (x: number, y: number) => {
    const [i, j] = [Math.floor(x), Math.floor(y)]
    return i >= 0 && j >= 0 && i < width && j < height ? (shares[j * width + i] as number) : 0
  }
  const xs = contour.filter((_, i) => i % 2 === 0)
  const ys = contour.filter((_, i) => i % 2 === 1)
  const box = [
    Math.max(0, Math.min(...xs)),
    Math.max(0, Math.min(...ys)),
    Math.min(width, Math.max(...xs)),
    Math.min(height, Math.max(...ys)),
  ] as const
  const { scale, rotation, shear, perspective, anchor, from } = setup
  const lens = setup.lens
    ? { bend: setup.lens / ((width * width + height * height) / 4), centre: [width / 2, height / 2] as const }
    : undefined
  const map = from && mapBetween('plane', anchor, from)
  const freedom = { scale, rotation, shear, perspective }
  const tracker = new PlanarTracker(
    k,
    pyramid,
    inside,
    box,
    { freedom, lens, search: Math.max(...setup.search) },
    map,
  )
  return (next: readonly Plane[], front?: Plane): Followed => {
    const { place, quality, lost } = tracker.follow(next, front)
    const places = [0, 2, 4, 6].flatMap((i) => place(anchor[i] as number, anchor[i + 1] as number))
    return { places, quality, lost }
  }
}

function pointsOf(k: Kernels, pyramid: readonly Plane[], setup: FollowSetup) {
  const { pattern, search, refresh, anchor, from, rotation, scale } = setup
  const options = { pattern, search, refresh, turning: rotation || scale } as const
  const trackers = [0, 2].flatMap((i) => {
    if (i >= anchor.length) return []
    const tracker = new PointTracker(k, pyramid, [anchor[i] as number, anchor[i + 1] as number], options)
    if (from) tracker.moveTo([from[i] as number, from[i + 1] as number])
    return [tracker]
  })
  return (next: readonly Plane[], front?: Plane): Followed => {
    const found = trackers.map((tracker) => tracker.follow(next, front))
    return {
      places: found.flatMap((f) => f.place),
      quality: Math.min(...found.map((f) => f.quality)),
      lost: found.some((f) => f.lost),
    }
  }
}

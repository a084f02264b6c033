import type { Plane } from '../../frame'
import type { Kernels } from '../../kernels'
import { mapBetween, type Motion } from '../motion'
import { lensOf, planePatch } from '../match/patch'
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
  const { inside, box } = planePatch(k, pyramid, setup, hold)
  const { scale, rotation, shear, perspective, anchor, from } = setup
  const lens = lensOf(pyramid, setup.lens)
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

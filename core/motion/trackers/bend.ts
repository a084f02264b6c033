import type { Plane } from '../../frame'
import type { Kernels } from '../../kernels'
import { lensOf, planePatch } from '../match/patch'
import type { FollowSetup } from './follower'
import { straightened } from '../match/lens'
import { mapBetween } from '../motion'
import { errorsOf, poseOf, register } from '../match/register'
import { makeTemplate, type Template } from '../match/template'

/** Bends that are tried, for half the diagonal. Closer ones change what is found by less than the choice of the reference does. */
const STEP = 0.06
const TRIED = Array.from({ length: 11 }, (_, i) => (i - 5) * STEP)

/** How a lens bends, and how much better what was seen is explained by it than by none. */
export interface Bend {
  bend: number
  /** The errors that are left with no bend for those that are left with this one, 1 or more. */
  better: number
}

/** Whether what was seen says that the lens bends: less than that the coding of pictures does too. */
export const isBent = ({ bend, better }: Bend): boolean => better > 1.003 && Math.abs(bend) > 0.01

/**
 * Measures how a lens bends straight lines from a plane that moves through the picture: no perspective map joins two bent pictures of a plane, so the bend under which it fits best is
 * the lens's. Pictures are given one by one and not kept; each is registered under every bend that is tried, and the errors are summed under Tukey's rule with each picture's own scale.
 */
export class BendMeter {
  readonly #templates: Template[]
  readonly #sums = TRIED.map(() => 0)
  #pictures = 0

  /** @param pyramid of the picture in which the plane lies at setup.anchor; @param hold shares of it that lie in front */
  constructor(
    private readonly k: Kernels,
    pyramid: readonly Plane[],
    private readonly setup: FollowSetup,
    hold?: Plane,
  ) {
    const { inside, box } = planePatch(k, pyramid, setup, hold)
    this.#templates = TRIED.map((bend) => makeTemplate(pyramid, inside, box, lensOf(pyramid, bend)))
  }

  /** Looks at a picture in which the plane was found at `places` (four corners) under no bend. */
  add(pyramid: readonly Plane[], places: readonly number[], hold?: Plane): void {
    const errors = this.#templates.map((template) => {
      const straight = (list: readonly number[]) =>
        [0, 2, 4, 6].flatMap((c) => straightened(template.lens, list[c] as number, list[c + 1] as number))
      const start = poseOf(template, mapBetween('plane', straight(this.setup.anchor), straight(places)))
      const fit = register(this.k, template, pyramid, start, { freedom: this.setup, hold, from: 1 })
      return errorsOf(this.k, template, pyramid, fit, hold)
    })
    const sigma = 1.4826 * Math.min(...errors.map((e) => e.median))
    if (!Number.isFinite(sigma)) return
    errors.forEach((e, i) => ((this.#sums[i] as number) += e.mean(sigma)))
    this.#pictures++
  }

  /** What was found; undefined before a picture was looked at. */
  get found(): Bend | undefined {
    if (!this.#pictures) return undefined
    const sums = this.#sums
    const least = sums.indexOf(Math.min(...sums))
    const [a, b, c] = [sums[least - 1], sums[least], sums[least + 1]]
    // Beyond all that was tried nothing is a lens.
    if (a === undefined || b === undefined || c === undefined) return { bend: 0, better: 1 }
    // The bottom of the parabola through the least one and its neighbours.
    const curve = a - 2 * b + c
    const by = curve > 0 ? (a - c) / (2 * curve) : 0
    const none = sums[TRIED.indexOf(0)] as number
    return { bend: (TRIED[least] as number) + by * STEP, better: none / (b - (curve * by * by) / 2) }
  }
}

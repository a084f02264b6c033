import type { Plane } from '../../frame'
import type { Kernels } from '../../kernels'
import { maths } from '../../maths'
import { invert, type Matrix3, multiply, normalised, shifted, through } from '../../matrix'
import { bent, type Lens, straightened } from '../match/lens'
import { type Fit, type Freedom, judged, mapOf, type Pose, poseOf, register } from '../match/register'
import { makeTemplate, type Template } from '../match/template'

/** What a planar tracker found in a picture. */
export interface Found {
  /** Where a place of the picture that the template was taken from lies in this one. */
  place(x: number, y: number): [number, number]
  /** 0 to 1: how much of it was seen, and how like. */
  quality: number
  /** It was not found: the map is a guess. */
  lost: boolean
}

/** Fewer pixels with a slope than this say too little. */
const TEXTURE = 350
const LOST = { match: 0.55, share: 0.25, seen: 0.15 }

/** The patch has too little to hold on to. */
export class TooPlain extends Error {
  constructor(usable: number) {
    super(
      `There is too little texture here to follow: ${usable} pixels of ${TEXTURE} that are needed. ` +
        'Take in more of the plane, or edges and spots on it.',
    )
    this.name = 'TooPlain'
  }
}

export interface PlanarOptions {
  freedom: Freedom
  /** How far beyond the last place it is looked for when it is lost, in pixels. */
  search?: number
  lens?: Lens | undefined
}

/**
 * Follows a patch of a plane through pictures. Each picture is registered against the picture that the template was taken from, so that errors do not add up; the way there leads over the
 * last picture's place and, where the patch has changed too much for that, over a newer template, whose place is then mended against the first.
 */
export class PlanarTracker {
  readonly #first: Template
  #newer: { template: Template; map: Matrix3 } | undefined
  #last: Pose
  #before: Pose | undefined
  #light: Pose
  #best = 0

  /**
   * @param pyramid of the picture that the template is taken from
   * @param inside share with which a place counts; @param box what it lies in: left, top, right, bottom
   * @param map where the template's pixels lie in the picture that is looked at first, if not where they were
   * @throws TooPlain
   */
  constructor(
    private readonly k: Kernels,
    pyramid: readonly Plane[],
    inside: (x: number, y: number) => number,
    private readonly box: readonly [number, number, number, number],
    private readonly options: PlanarOptions,
    map?: Matrix3,
  ) {
    this.#first = makeTemplate(pyramid, inside, box, options.lens)
    if (this.#first.usable < TEXTURE) throw new TooPlain(this.#first.usable)
    this.#last = this.#light = poseOf(this.#first, map)
  }

  get usable(): number {
    return this.#first.usable
  }

  /** Looks for the patch in the next picture. @param hold shares of the picture that lie in front of it */
  follow(pyramid: readonly Plane[], hold?: Plane): Found {
    const { freedom } = this.options
    let fit = this.#tried(pyramid, hold)
    if (this.#bad(fit)) {
      const wide = this.#searched(pyramid, hold)
      if (wide && score(wide) > score(fit)) fit = wide
    }
    if (this.#newer && score(fit) < 0.8 * this.#best) {
      const { template, map } = this.#newer
      const start = poseOf(template, composedOf(mapOf(this.#first, this.#last), invert(map)))
      const near = register(this.k, template, pyramid, { ...start }, { freedom, hold })
      const guess = poseOf(this.#first, composedOf(mapOf(template, near), map))
      const again = register(
        this.k,
        this.#first,
        pyramid,
        { ...this.#light, map: guess.map },
        { freedom, hold, from: 1 },
      )
      const kept = judged(this.k, this.#first, pyramid, { ...again, map: guess.map }, hold)
      const better =
        score(again) >= score(kept) - 0.02 ? again : { ...kept, match: Math.max(kept.match, near.match) }
      if (score(better) > score(fit)) fit = better
    }
    const lost = this.#bad(fit)
    if (lost) return this.#found(this.#guess() ?? this.#last, Math.min(0.2, score(fit)), true)
    this.#before = this.#last
    this.#last = fit
    this.#light = fit
    this.#best = Math.max(this.#best * 0.995, score(fit))
    if (score(fit) > 0.9 * this.#best) this.#refresh(pyramid, mapOf(this.#first, fit))
    return this.#found(fit, score(fit), false)
  }

  #found(pose: Pose, quality: number, lost: boolean): Found {
    const map = mapOf(this.#first, pose)
    const { lens } = this.options
    return {
      place: (x, y) => bent(lens, ...through(map, ...straightened(lens, x, y))),
      quality,
      lost,
    }
  }

  /** From the last place and from where the last step would lead on, whichever fits better. */
  #tried(pyramid: readonly Plane[], hold: Plane | undefined): Fit {
    const level = Math.min(2, this.#first.levels.length - 1)
    const guesses = [this.#last, this.#guess()].flatMap((p) =>
      p ? [judged(this.k, this.#first, pyramid, p, hold, level)] : [],
    )
    const start = guesses.reduce((a, b) => (b.match > a.match ? b : a))
    return register(this.k, this.#first, pyramid, start, { freedom: this.options.freedom, hold })
  }

  #guess(): Pose | undefined {
    if (!this.#before) return undefined
    const [a, b] = [this.#before.map, this.#last.map]
    const [now, then] = [through(b, 0, 0), through(a, 0, 0)]
    return { ...this.#last, map: shiftedBy(b, now[0] - then[0], now[1] - then[1]) }
  }

  /** A grid of places around the last one, on the coarsest level; the best few are tried in full. */
  #searched(pyramid: readonly Plane[], hold: Plane | undefined): Fit | undefined {
    const level = this.#first.levels.length - 1
    const step = maths.pow(2, level) * 2
    const reach = Math.ceil((this.options.search ?? 64) / step)
    const list: Fit[] = []
    for (let j = -reach; j <= reach; j++)
      for (let i = -reach; i <= reach; i++) {
        const map = shiftedBy(this.#last.map, i * step, j * step)
        list.push(judged(this.k, this.#first, pyramid, { ...this.#light, map }, hold, level))
      }
    const best = list.sort((a, b) => b.match - a.match).slice(0, 2)
    const tried = best.map((g) =>
      register(this.k, this.#first, pyramid, g, { freedom: this.options.freedom, hold, thorough: true }),
    )
    return tried.sort((a, b) => score(b) - score(a))[0]
  }

  #bad(fit: Fit): boolean {
    if (fit.match < LOST.match || fit.share < LOST.share || fit.seen < LOST.seen) return true
    // A patch that has turned inside out or changed its size by half in one picture was not found.
    const [a, b] = [areaOf(fit), areaOf(this.#last)]
    return !(a > 0.5 * b && a < 2 * b)
  }

  #refresh(pyramid: readonly Plane[], map: Matrix3): void {
    const back = invert(map)
    if (this.#newer && changeOf(composedOf(map, invert(this.#newer.map)), this.box) < 0.25) return
    if (changeOf(map, this.box) < 0.25) return
    const [left, top, right, bottom] = this.box
    const corners = [
      [left, top],
      [right, top],
      [right, bottom],
      [left, bottom],
    ].map(([x, y]) =>
      bent(this.options.lens, ...through(map, ...straightened(this.options.lens, x as number, y as number))),
    )
    const xs = corners.map((c) => c[0])
    const ys = corners.map((c) => c[1])
    const { width, height } = pyramid[0] as Plane
    const box = [
      Math.max(0, Math.min(...xs)),
      Math.max(0, Math.min(...ys)),
      Math.min(width, Math.max(...xs)),
      Math.min(height, Math.max(...ys)),
    ] as const
    const inside = (x: number, y: number) => {
      const [u, v] = bent(this.options.lens, ...through(back, ...straightened(this.options.lens, x, y)))
      return u >= left && u <= right && v >= top && v <= bottom ? 1 : 0
    }
    const template = makeTemplate(pyramid, inside, box, this.options.lens)
    if (template.usable >= TEXTURE && template.levels.length) this.#newer = { template, map }
  }
}

const score = (fit: Fit): number =>
  Math.max(0, fit.match) * Math.min(1, 1.25 * fit.share) * Math.min(1, 2 * fit.seen)

const composedOf = (a: Matrix3, b: Matrix3): Matrix3 => normalised(multiply(a, b))

const shiftedBy = (map: Matrix3, dx: number, dy: number): Matrix3 => multiply(shifted(dx, dy), map)

const areaOf = ({ map }: Pose): number => {
  const q = [
    through(map, -0.5, -0.5),
    through(map, 0.5, -0.5),
    through(map, 0.5, 0.5),
    through(map, -0.5, 0.5),
  ]
  return q.reduce((sum, [x, y], i) => {
    const [u, v] = q[(i + 1) % 4] as [number, number]
    return sum + (x * v - u * y) / 2
  }, 0)
}

/** How far a map is from a mere shift, as a share of the box. */
function changeOf(
  map: Matrix3,
  [left, top, right, bottom]: readonly [number, number, number, number],
): number {
  const [a, b, c] = [through(map, left, top), through(map, right, top), through(map, left, bottom)]
  const wide = maths.hypot(b[0] - a[0], b[1] - a[1]) / (right - left)
  const high = maths.hypot(c[0] - a[0], c[1] - a[1]) / (bottom - top)
  const turn = Math.abs(maths.atan2(b[1] - a[1], b[0] - a[0]))
  return Math.max(Math.abs(maths.log2(wide)), Math.abs(maths.log2(high)), turn)
}

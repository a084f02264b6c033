import type { Plane } from '../../frame'
import type { Kernels } from '../../kernels'
import { maths } from '../../maths'
import { multiply, shifted, through } from '../../matrix'
import { type Freedom, type Pose, poseOf, register } from '../match/register'
import { makeTemplate, type Template } from '../match/template'

/** When the pattern is taken anew: never, after every picture, or when it is no longer like the thing. */
export type Refresh = 'keep' | 'always' | 'worn'

export interface PointOptions {
  /** Half sides of the pattern's box, in pixels. */
  pattern: readonly [number, number]
  /** How far from where it is expected it is looked for, in pixels. */
  search: readonly [number, number]
  refresh: Refresh
  /** The pattern itself may turn and change its size; without it is moved only. */
  turning: boolean
}

export const POINT_OPTIONS: PointOptions = {
  pattern: [14, 14],
  search: [40, 40],
  refresh: 'worn',
  turning: true,
}

export interface FoundPoint {
  place: [number, number]
  /** Correlation with the pattern, 0 to 1. */
  quality: number
  lost: boolean
}

const LOST = 0.62
const FOUND = 0.9
/** The pattern counts as worn below this. */
const WORN = 0.88
/** A jump this much like another one is no evidence. */
const RIVAL = 0.97

/** The pattern says nothing: it is all of one tone, or a straight edge along which it can slide. */
export class NoPattern extends Error {
  constructor() {
    super('There is nothing to hold on to in this box. Put it over a corner or a spot with contrast.')
    this.name = 'NoPattern'
  }
}

/**
 * Follows a small pattern: normalised correlation over all places of the search box for the jump, then a least-squares registration for the fraction. It is lost where the best place is not like the pattern,
 * or where it is found at the border of what was searched.
 */
export class PointTracker {
  #template: Template
  #pattern: Pattern
  #pose: Pose
  #place: [number, number]
  #speed: [number, number] = [0, 0]
  /** Where the point lies in the pattern's own picture. */
  #anchor: [number, number]
  #lost = false
  readonly #first: { template: Template; pattern: Pattern }

  /** @throws NoPattern where the box holds nothing to follow */
  constructor(
    private readonly k: Kernels,
    pyramid: readonly Plane[],
    place: readonly [number, number],
    private readonly options: PointOptions,
  ) {
    this.#place = [...place]
    this.#anchor = [...place]
    const taken = this.#taken(pyramid, place)
    if (taken.pattern.contrast < 0.008 || taken.corner < 1e-5) throw new NoPattern()
    this.#template = taken.template
    this.#pattern = taken.pattern
    this.#first = taken
    this.#pose = poseOf(this.#template)
  }

  /** Goes on from another place than the one where the pattern was taken. */
  moveTo(place: readonly [number, number]): void {
    const now = through(this.#pose.map, ...this.#own())
    this.#pose = {
      ...this.#pose,
      map: multiply(shifted(place[0] - now[0], place[1] - now[1]), this.#pose.map),
    }
    this.#place = [...place]
  }

  /** @param hold shares of the picture that lie in front of the point */
  follow(pyramid: readonly Plane[], hold?: Plane): FoundPoint {
    const image = pyramid[0] as Plane
    const [x, y] = [this.#place[0] + this.#speed[0], this.#place[1] + this.#speed[1]]
    const jump = searched(image, this.#pattern, [x, y], this.options.search)
    const freedom: Freedom = {
      scale: this.options.turning,
      rotation: this.options.turning,
      shear: this.options.turning,
      perspective: false,
    }
    const moved = (to: readonly [number, number]): Pose => {
      const now = through(this.#pose.map, ...this.#own())
      return { ...this.#pose, map: multiply(shifted(to[0] - now[0], to[1] - now[1]), this.#pose.map) }
    }
    const tries = [moved(jump.place), moved([x, y])].map((guess) =>
      this.#registered(pyramid, guess, freedom, hold),
    )
    const best = tries.reduce((a, b) => (b.match > a.match ? b : a))
    const place = through(best.map, ...this.#own())
    const quality = Math.max(0, best.match) * Math.min(1, 1.6 * best.share)
    const far =
      Math.abs(place[0] - x) > this.options.search[0] + 2 ||
      Math.abs(place[1] - y) > this.options.search[1] + 2
    const doubtful = jump.rival > RIVAL * jump.match && jump.match < 0.8
    // Once it was lost, only what is plainly the same thing is it again.
    const enough = this.#lost ? FOUND : LOST
    this.#lost = quality < enough || far || doubtful || !inside(place, image)
    if (this.#lost) {
      this.#speed = [0, 0]
      return { place: this.#place, quality: Math.min(quality, LOST), lost: true }
    }
    this.#speed = [place[0] - this.#place[0], place[1] - this.#place[1]]
    this.#place = place
    this.#pose = best
    if (this.options.refresh === 'always' || (this.options.refresh === 'worn' && quality < WORN))
      this.#renew(pyramid)
    return { place, quality, lost: false }
  }

  #own(): [number, number] {
    const { centre, unit } = this.#template
    return [(this.#anchor[0] - centre[0]) / unit, (this.#anchor[1] - centre[1]) / unit]
  }

  #registered(pyramid: readonly Plane[], guess: Pose, freedom: Freedom, hold: Plane | undefined) {
    return register(this.k, this.#template, pyramid, guess, { freedom, hold, from: 1, rounds: 10 })
  }

  #taken(pyramid: readonly Plane[], [x, y]: readonly [number, number]) {
    const [w, h] = this.options.pattern
    const box = [x - w, y - h, x + w, y + h] as const
    const within = (px: number, py: number) => (Math.abs(px - x) <= w && Math.abs(py - y) <= h ? 1 : 0)
    const template = makeTemplate(pyramid, within, box)
    const pattern = patternOf(pyramid[0] as Plane, [x, y], [w, h])
    return { template, pattern, corner: cornerness(template) }
  }

  /** A new pattern from the last picture, around the place that the old one gave. */
  #renew(pyramid: readonly Plane[]): void {
    const taken = this.#taken(pyramid, this.#place)
    if (taken.pattern.contrast < 0.5 * this.#first.pattern.contrast) return
    this.#template = taken.template
    this.#pattern = taken.pattern
    this.#anchor = [...this.#place]
    this.#pose = poseOf(taken.template)
  }
}

const inside = ([x, y]: readonly [number, number], { width, height }: Plane) =>
  x >= 0 && y >= 0 && x < width && y < height

/** The smaller eigenvalue of the mean structure of the slopes, in coded luminance squared a pixel: 0 for an edge. */
function cornerness({ levels, unit }: Template): number {
  const points = levels[0] ?? new Float32Array()
  let [xx, xy, yy] = [0, 0, 0]
  const n = points.length / 8
  for (let i = 0; i < points.length; i += 8) {
    const [gx, gy] = [(points[i + 3] as number) / unit, (points[i + 4] as number) / unit]
    xx += gx * gx
    xy += gx * gy
    yy += gy * gy
  }
  if (!n) return 0
  return (xx + yy - maths.hypot(xx - yy, 2 * xy)) / (2 * n)
}

/** A box of whole pixels, its mean taken off. */
interface Pattern {
  /** From the pixel at the middle to the point. */
  rest: [number, number]
  half: [number, number]
  values: Float32Array
  /** Length of the values as a vector. */
  norm: number
  /** Standard deviation. */
  contrast: number
}

function patternOf(
  { width, height, data }: Plane,
  [x, y]: readonly [number, number],
  [w, h]: readonly [number, number],
): Pattern {
  const [cx, cy] = [Math.floor(x), Math.floor(y)]
  const half: [number, number] = [Math.max(3, Math.round(w)), Math.max(3, Math.round(h))]
  const values = new Float32Array((2 * half[0] + 1) * (2 * half[1] + 1))
  let at = 0
  let sum = 0
  for (let j = -half[1]; j <= half[1]; j++)
    for (let i = -half[0]; i <= half[0]; i++) {
      const v = data[
        Math.min(height - 1, Math.max(0, cy + j)) * width + Math.min(width - 1, Math.max(0, cx + i))
      ] as number
      values[at++] = v
      sum += v
    }
  const mean = sum / at
  let square = 0
  for (let i = 0; i < at; i++) {
    values[i] = (values[i] as number) - mean
    square += maths.pow(values[i] as number, 2)
  }
  return { rest: [x - cx, y - cy], half, values, norm: Math.sqrt(square), contrast: Math.sqrt(square / at) }
}

/** The place of the search box that is most like the pattern, its correlation, and that of the best place elsewhere. */
function searched(
  image: Plane,
  pattern: Pattern,
  [x, y]: readonly [number, number],
  search: readonly [number, number],
): { place: [number, number]; match: number; rival: number } {
  const [rx, ry] = search.map((v) => Math.max(1, Math.round(v))) as [number, number]
  const [cx, cy] = [Math.floor(x - pattern.rest[0] + 0.5), Math.floor(y - pattern.rest[1] + 0.5)]
  // Every second pixel of every second place first; the best of them then place by place.
  const coarse = rx * ry > 60 ? 2 : 1
  const list: [number, number, number][] = []
  for (let j = -ry; j <= ry; j += coarse)
    for (let i = -rx; i <= rx; i += coarse)
      list.push([correlated(image, pattern, cx + i, cy + j, coarse), cx + i, cy + j])
  list.sort((a, b) => b[0] - a[0])
  let best = list[0] as [number, number, number]
  const apart = Math.max(...pattern.half)
  const rival =
    list.find(([, i, j]) => Math.abs(i - best[1]) > apart || Math.abs(j - best[2]) > apart)?.[0] ?? -1
  if (coarse > 1) {
    const [, bx, by] = best
    best = [-2, bx, by]
    for (let j = -2; j <= 2; j++)
      for (let i = -2; i <= 2; i++) {
        const match = correlated(image, pattern, bx + i, by + j, 1)
        if (match > best[0]) best = [match, bx + i, by + j]
      }
  }
  return { place: [best[1] + pattern.rest[0], best[2] + pattern.rest[1]], match: best[0], rival }
}

/** Normalised correlation of the pattern with the picture around a pixel, by every `step`-th pixel; -1 outside of the picture. */
function correlated(
  { width, height, data }: Plane,
  { half: [w, h], values }: Pattern,
  x: number,
  y: number,
  step: number,
): number {
  if (x < 0 || y < 0 || x >= width || y >= height) return -1
  let [n, sum, square, dot, mean, norm] = [0, 0, 0, 0, 0, 0]
  const side = 2 * w + 1
  for (let j = -h; j <= h; j += step) {
    const row = y + j
    if (row < 0 || row >= height) continue
    for (let i = -w; i <= w; i += step) {
      const column = x + i
      if (column < 0 || column >= width) continue
      const v = data[row * width + column] as number
      const p = values[(j + h) * side + i + w] as number
      n++
      sum += v
      square += v * v
      dot += v * p
      mean += p
      norm += p * p
    }
  }
  if (n < 12) return -1
  const variance = square - (sum * sum) / n
  const own = norm - (mean * mean) / n
  return variance > 1e-6 && own > 1e-6 ? (dot - (sum * mean) / n) / Math.sqrt(variance * own) : -1
}

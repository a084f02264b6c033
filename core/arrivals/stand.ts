import { IDENTITY, isFlat, type Matrix3, multiply, through } from '../matrix'
import { maths } from '../maths'
import { anchorOf, type Eye, isIdentity, poseMatrix, REST } from './pose'
import type { Cut, Pose, Unit } from './declare'
import type { Motes } from './motes'
import { easeAt, numberIn } from './ease'
import { findMover } from './movers'
import { ranksOf } from './order'
import { beginOf, type Moving, shareOf, spanOf } from './timing'

/** How something is seen at a moment: where, how dense, and which part. Lengths and cuts are in the object's own pixels. */
export interface Look {
  matrix: Matrix3
  opacity: number
  /** Of a Gaussian. */
  blur: number
  light: number
  /** What is seen of it, each part moved by a matrix of its own. */
  cuts: readonly (Cut & { matrix: Matrix3 })[]
  letter?: string | undefined
  drawn?: number | undefined
  thin: number
  extra?: readonly (readonly number[])[] | undefined
  /** What flies from its outline, in place of it. */
  motes?: Motes | undefined
  /** A colour that it goes towards, and how far. */
  tint?: readonly [number, number, number] | undefined
  towards: number
}

/** Looks that are exposed together: their mean is seen. */
export type Exposed = readonly Look[]

export const AT_REST: Look = {
  matrix: IDENTITY,
  opacity: 1,
  blur: 0,
  light: 1,
  cuts: [],
  thin: 0,
  towards: 0,
}

/** Whether something is seen as if nothing moved it. */
export const isAtRest = (look: Look): boolean =>
  isIdentity(look.matrix) &&
  look.opacity === 1 &&
  look.blur === 0 &&
  look.light === 1 &&
  !look.cuts.length &&
  look.letter === undefined &&
  look.drawn === undefined &&
  look.thin === 0 &&
  !look.extra &&
  !look.motes &&
  look.towards === 0

/** Pixels of the picture from one moment of an exposure to the next, and the most moments. */
const STEP = 1.6
const MOMENTS = 24

/**
 * How each unit stands at a moment: what is laid over each other, from back to front, each exposed for a while. Nothing for units that are not there. @param scale pixels of the picture for one of the object
 */
export function standing(moving: Moving, units: readonly Unit[], eye: Eye, scale: number): Exposed[][] {
  const mover = findMover(moving.use)
  if (!mover) return units.map(() => [[AT_REST]])
  const ranks = ranksOf(moving.values, units)
  const at = (offset: number): Moving => ({
    ...moving,
    since: moving.since + offset,
    left: moving.left - offset,
  })
  const { values } = moving
  const shutter = numberIn(values, 'shutter') / 360
  const trails = moving.way === 'stay' ? 0 : Math.round(numberIn(values, 'trails'))
  return units.map((unit, i) => {
    const rank = ranks[i] as number
    const looks = (offset: number) => looksOf(at(offset), unit, rank, eye)
    const now = looks(0)
    const out: Exposed[] = []
    const [lag, decay, tint] = [
      numberIn(values, 'lag'),
      numberIn(values, 'decay'),
      numberIn(values, 'trailTint'),
    ]
    const colour = values['trailColour'] as [number, number, number] | undefined
    // Goes as it came: what lay behind it then lies before it now.
    const behind = moving.way === 'leave' && values['reverse'] ? 1 : -1
    const forwards = moving.way === 'leave' ? -1 : 1
    for (let n = trails; n > 0; n--) {
      const then = looks(behind * n * lag)
      if (then.every(isAtRest) || same(then, now)) continue
      const density = maths.pow(decay, n)
      for (const look of then)
        out.push([{ ...look, opacity: look.opacity * density, tint: colour, towards: (tint * n) / trails }])
    }
    if (!(shutter > 0) || now.every(isAtRest)) return [...out, ...now.map((look) => [look])]
    const [first, last] = [looks(-shutter / 2), looks(shutter / 2)]
    const far = Math.max(...[first, last].map((then) => travel(now, then, unit))) * 2 * scale
    const count = Math.min(MOMENTS, Math.ceil(far / STEP))
    if (count < 2) return [...out, ...now.map((look) => [look])]
    const moments = Array.from({ length: count }, (_, m) =>
      looks(forwards * ((m + 0.5) / count - 0.5) * shutter),
    )
    const layers = Math.max(now.length, ...moments.map((m) => m.length))
    for (let layer = 0; layer < layers; layer++)
      out.push(moments.map((m) => m[layer] ?? { ...AT_REST, opacity: 0 }))
    return out
  })
}

const same = (a: readonly Look[], b: readonly Look[]) =>
  a.length === b.length && a.every((look, i) => String(look.matrix) === String(b[i]?.matrix))

/** How far the corners of a unit go from one look to another. */
function travel(from: readonly Look[], to: readonly Look[], { box }: Unit): number {
  const [a, b] = [from[0]?.matrix ?? IDENTITY, to[0]?.matrix ?? IDENTITY]
  const ways = [box.left, box.right].flatMap((x) =>
    [box.top, box.bottom].map((y) => {
      const [[ax, ay], [bx, by]] = [through(a, x, y), through(b, x, y)]
      return maths.hypot(ax - bx, ay - by)
    }),
  )
  return Math.max(...ways)
}

/** A unit at one moment: poses laid over each other. */
function looksOf(moving: Moving, unit: Unit, rank: number, eye: Eye): Look[] {
  const { values } = moving
  const { poses, opacity } =
    moving.way === 'stay' ? stayingOf(moving, unit, rank) : passingOf(moving, unit, rank)
  if (!(opacity > 0)) return []
  const anchor = anchorOf(values, unit)
  const far = eye.height * Math.max(0.05, numberIn(values, 'eye') || 2)
  return poses.flatMap((part): Look[] => {
    const pose: Pose = { ...REST, ...part }
    const matrix = poseMatrix(pose, anchor, { at: eye.at, far }, unit.box)
    const dense = opacity * Math.min(1, Math.max(0, pose.opacity))
    if (!matrix || isFlat(matrix) || !(dense > 0)) return []
    const { window, cut, letter, drawn, thin, extra, motes } = pose
    const cuts = [...(window ? [{ ...window, matrix: IDENTITY }] : []), ...(cut ? [{ ...cut, matrix }] : [])]
    return [
      {
        matrix,
        opacity: dense,
        blur: Math.max(0, pose.blur),
        light: Math.max(0, pose.light),
        cuts,
        letter,
        drawn,
        thin: Math.max(0, thin),
        extra,
        ...(motes ? { motes } : {}),
        towards: 0,
      },
    ]
  })
}

const list = <T>(one: T | readonly T[]): readonly T[] =>
  Array.isArray(one) ? (one as readonly T[]) : [one as T]

function passingOf(moving: Moving, unit: Unit, given: number) {
  const { values, way, since, left, rate } = moving
  const mover = findMover(moving.use)
  const leaves = way === 'leave'
  const { count } = unit
  // What goes is what comes with time turned round: the first to go is then the last to come, unless it goes as it came.
  const rank = leaves && !values['reverse'] ? count - 1 - given : given
  const frames = leaves ? left : since
  const share = shareOf(values, count, rank, frames)
  if (share >= 1) return { poses: [{}], opacity: 1 }
  const { each, all } = spanOf(values, count)
  const lasts = each / rate
  const begin = beginOf(values, count, rank)
  const seconds = (frames - begin) / rate
  const next = rank + 1 < count ? beginOf(values, count, rank + 1) : all
  const fade = numberIn(values, 'fade')
  const opacity = share <= 0 ? 0 : fade > 0 ? Math.min(1, share / fade) : 1
  if (mover?.kind !== 'pass' || !(opacity > 0)) return { poses: [{}], opacity }
  const come = easeAt(values, share, lasts)
  const latest = frames >= begin && frames < next
  return { poses: list(mover.pose(values, unit, { come, share, seconds, lasts, latest })), opacity }
}

function stayingOf({ use, values, since, left, rate }: Moving, unit: Unit, rank: number) {
  const mover = findMover(use)
  if (mover?.kind !== 'stay') return { poses: [{}], opacity: 1 }
  const blend = numberIn(values, 'blend')
  const part = blend > 0 ? Math.min(1, Math.max(0, Math.min(since, left) / blend)) : 1
  const amount = part * part * (3 - 2 * part)
  const late = numberIn(values, 'behind') * numberIn(values, 'period') * rank
  const seconds = since / rate - late
  return { poses: list(mover.pose(values, unit, { seconds, amount })), opacity: 1 }
}

/** One look through another: how a part of something stands that is moved as a whole. */
function lookWithin(outer: Look, inner: Look): Look {
  if (isAtRest(outer)) return inner
  if (isAtRest(inner)) return outer
  const within = inner.cuts.map((cut) => ({ ...cut, matrix: multiply(outer.matrix, cut.matrix) }))
  return {
    matrix: multiply(outer.matrix, inner.matrix),
    opacity: outer.opacity * inner.opacity,
    blur: maths.hypot(outer.blur, inner.blur),
    light: outer.light * inner.light,
    cuts: [...outer.cuts, ...within],
    letter: inner.letter ?? outer.letter,
    drawn: inner.drawn ?? outer.drawn,
    thin: outer.thin + inner.thin,
    extra: inner.extra ?? outer.extra,
    motes: inner.motes ?? outer.motes,
    tint: inner.tint ?? outer.tint,
    towards: Math.max(inner.towards, outer.towards),
  }
}

/** Looks of one mover through those of another, which stands outside of it; where both are exposed for a while, moment by moment. */
export const together = (outer: readonly Exposed[], inner: readonly Exposed[]): Exposed[] =>
  outer.flatMap((a) =>
    inner.map((b) => {
      const count = Math.max(a.length, b.length)
      const pick = (list: Exposed, i: number) => list[Math.floor((i * list.length) / count)] ?? AT_REST
      return Array.from({ length: count }, (_, i) => lookWithin(pick(a, i), pick(b, i)))
    }),
  )

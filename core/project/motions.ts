import type { Attachment, MotionPart, MotionsRef } from '../anim'
import type { Size } from '../frame'
import { invert, type Matrix3, multiply, through } from '../matrix'
import { between, meanMap, placesAt, qualityAt, turnOf } from '../motion'
import { conform } from '../time'
import { getSequence } from './find'
import { findOwner, homeOf } from './owners'
import { motionOf } from './records'
import type { Stage } from './stage'
import { shownAt } from './shown'
import type { Attach, MotionItem, Project } from './schema'

/** From pixels of a medium to those of a canvas into which it is fitted and centred. */
export function fitOf(project: Project, { width, height }: Size, mediaId: string): Matrix3 {
  const medium = project.media.find((m) => m.id === mediaId)
  if (!medium?.width || !medium.height) return [1, 0, 0, 0, 1, 0, 0, 0, 1]
  const ratio = Math.min(width / medium.width, height / medium.height)
  const [w, h] = [medium.width, medium.height].map((v) => Math.max(1, Math.round(v * ratio))) as [
    number,
    number,
  ]
  const [left, top] = [(width - w) >> 1, (height - h) >> 1]
  return [w / medium.width, 0, left, 0, h / medium.height, top, 0, 0, 1]
}

/**
 * The frame of a motion's medium at treatment time t of a stage: that of the stage's own shot where it shows that medium, else the one that the shot in which it was measured shows at the
 * same time of the sequence.
 */
export function motionFrame(stage: Stage, item: MotionItem, t: number): number {
  const { project, shot, design } = stage
  const f = t - stage.head
  const own = shot?.source.kind === 'medium' && shot.source.mediaId === item.mediaId
  const measured = own ? undefined : findOwner(project, 'shot', item.shotId)
  const other = own ? shot : (measured ?? shot)
  const home = measured && homeOf(project, 'shot', measured.id)
  const clock = home === undefined ? stage.rate : getSequence(project, home).rate
  // A design that is not shown anywhere runs as if it began with the shot.
  const frame = stage.start + f
  const now = design ? (shownAt(project, design, frame)?.at ?? frame + (other?.start ?? 0)) : frame
  const at = own || !other ? f : now - other.start
  const rate = project.media.find((m) => m.id === item.mediaId)?.rate ?? stage.rate
  const whole = Math.floor(at)
  const from = other?.in ?? 0
  const [a, b] = [whole, whole + 1].map((n) => conform(from + n, clock, rate)) as [number, number]
  return a + (b - a) * (at - whole)
}

const itemsOf = (project: Project, ids: readonly string[]): MotionItem[] =>
  ids.flatMap((id) => {
    const item = project.shelf?.find((s) => s.id === id)
    return item?.kind === 'motion' ? [item] : []
  })

/** The map on the canvas from where things were drawn to where motions have taken them at treatment time t; undefined where the motions are not there. */
export function attachMap(stage: Stage, attach: MotionsRef, t: number): Matrix3 | undefined {
  const { project, size } = stage
  const items = itemsOf(project, attach.motions)
  const [first] = items
  if (!first) return undefined
  const maps = items.map((item) => {
    const fit = fitOf(project, size, item.mediaId)
    // Each counts from the same moment: that of the first one.
    const from = item.mediaId === first.mediaId ? attach.at : item.motion.reference
    const own = between(motionOf(project, item), from, motionFrame(stage, item, t))
    return multiply(multiply(fit, own), invert(fit))
  })
  const { width, height } = size
  const map = meanMap(maps, [width / 2, height / 2], height / 2)
  return attach.inverted ? invert(map) : map
}

/** The map of what an item rides on and what its region does. */
export function mapOf(
  stage: Stage,
  attached: readonly (Attach | undefined)[],
  t: number,
): Matrix3 | undefined {
  let map: Matrix3 | undefined
  for (const attach of attached) {
    const next = attach?.on ? attachMap(stage, attach, t) : undefined
    if (next) map = map ? multiply(next, map) : next
  }
  return map
}

/** Where motions take a place. */
export function carried(
  stage: Stage,
  attach: Attachment,
  [x, y]: readonly [number, number],
  t: number,
): [number, number] {
  const map = attachMap(stage, attach, t)
  if (!map) return [x, y]
  const { width, height } = attach.unit === 'normalised' ? stage.size : { width: 1, height: 1 }
  const [u, v] = through(map, x * width, y * height)
  return [u / width, v / height]
}

/** The middle of a motion at a frame of its medium, on the canvas. */
function middle({ project, size }: Stage, item: MotionItem, frame: number): [number, number] {
  const places = placesAt(motionOf(project, item), frame)
  const n = places.length / 2
  const mean = (c: 0 | 1) => places.reduce((sum, v, i) => (i % 2 === c ? sum + v / n : sum), 0)
  return through(fitOf(project, size, item.mediaId), mean(0), mean(1))
}

/** A motion as a number; undefined where it is not there. */
export function motionNumber(
  stage: Stage,
  source: MotionsRef & { of: MotionPart },
  t: number,
): number | undefined {
  const { project } = stage
  const items = itemsOf(project, source.motions)
  const map = attachMap(stage, source, t)
  const [first] = items
  if (!first || !map) return undefined
  const mean = (of: (item: MotionItem) => number) =>
    items.reduce((sum, item) => sum + of(item) / items.length, 0)
  const now = (item: MotionItem) => middle(stage, item, motionFrame(stage, item, t))
  const [x, y] = middle(stage, first, source.at)
  const [u, v] = through(map, x, y)
  switch (source.of) {
    case 'x':
      return mean((item) => now(item)[0])
    case 'y':
      return mean((item) => now(item)[1])
    case 'across':
      return u - x
    case 'down':
      return v - y
    case 'angle':
      return turnOf(map, x, y).angle
    case 'scale':
      return turnOf(map, x, y).scale
    case 'quality':
      return mean((item) => qualityAt(motionOf(project, item), motionFrame(stage, item, t)) ?? 0)
  }
}

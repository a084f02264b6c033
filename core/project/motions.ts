import type { MotionPart, MotionsRef, Ride as RideMover } from '../anim'
import { invert, type Matrix3, multiply, through } from '../matrix'
import { between, meanMap, placesAt, qualityAt, turnOf } from '../motion'
import { conform } from '../time'
import { treatmentTime } from './find'
import type { MotionItem, Project, Ride, Shot } from './schema'

/** From pixels of a medium to those of the canvas into which it is fitted and centred. */
export function fitOf(project: Project, mediaId: string): Matrix3 {
  const medium = project.media.find((m) => m.id === mediaId)
  const { width, height } = project.size
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
 * The frame of a motion's medium at treatment time t of a shot: the shot's own where it shows that medium, else the one that the shot in which it was measured shows at the same time of the sequence.
 */
export function motionFrame(project: Project, shot: Shot, item: MotionItem, t: number): number {
  const f = t - treatmentTime(shot, 0)
  const own = shot.mediaId === item.mediaId
  const other = own ? shot : (project.shots.find((s) => s.id === item.shotId) ?? shot)
  const at = own ? f : shot.start + f - other.start
  const rate = project.media.find((m) => m.id === item.mediaId)?.rate ?? project.rate
  const whole = Math.floor(at)
  const [a, b] = [whole, whole + 1].map((n) => conform(other.in + n, project.rate, rate)) as [number, number]
  return a + (b - a) * (at - whole)
}

const itemsOf = (project: Project, ids: readonly string[]): MotionItem[] =>
  ids.flatMap((id) => {
    const item = project.shelf?.find((s) => s.id === id)
    return item?.kind === 'motion' ? [item] : []
  })

/** The map on the canvas from where things were drawn to where motions have taken them at treatment time t; undefined where the motions are not there. */
export function rideMap(project: Project, shot: Shot, ride: MotionsRef, t: number): Matrix3 | undefined {
  const items = itemsOf(project, ride.motions)
  const [first] = items
  if (!first) return undefined
  const maps = items.map((item) => {
    const fit = fitOf(project, item.mediaId)
    // Each counts from the same moment: that of the first one.
    const from = item.mediaId === first.mediaId ? ride.at : item.motion.reference
    const own = between(item.motion, from, motionFrame(project, shot, item, t))
    return multiply(multiply(fit, own), invert(fit))
  })
  const { width, height } = project.size
  const map = meanMap(maps, [width / 2, height / 2], height / 2)
  return ride.inverted ? invert(map) : map
}

/** The map of a shape's ride and its region's. */
export function mapOf(
  project: Project,
  shot: Shot,
  rides: readonly (Ride | undefined)[],
  t: number,
): Matrix3 | undefined {
  let map: Matrix3 | undefined
  for (const ride of rides) {
    const next = ride?.on ? rideMap(project, shot, ride, t) : undefined
    if (next) map = map ? multiply(next, map) : next
  }
  return map
}

/** Where motions take a place. */
export function ridden(
  project: Project,
  shot: Shot,
  ride: RideMover,
  [x, y]: readonly [number, number],
  t: number,
): [number, number] {
  const map = rideMap(project, shot, ride, t)
  if (!map) return [x, y]
  const { width, height } = ride.unit === 'share' ? project.size : { width: 1, height: 1 }
  const [u, v] = through(map, x * width, y * height)
  return [u / width, v / height]
}

/** The middle of a motion at a frame of its medium, on the canvas. */
function middle(project: Project, item: MotionItem, frame: number): [number, number] {
  const places = placesAt(item.motion, frame)
  const n = places.length / 2
  const mean = (c: 0 | 1) => places.reduce((sum, v, i) => (i % 2 === c ? sum + v / n : sum), 0)
  return through(fitOf(project, item.mediaId), mean(0), mean(1))
}

/** A motion as a number; undefined where it is not there. */
export function motionNumber(
  project: Project,
  shot: Shot,
  source: MotionsRef & { of: MotionPart },
  t: number,
): number | undefined {
  const items = itemsOf(project, source.motions)
  const map = rideMap(project, shot, source, t)
  const [first] = items
  if (!first || !map) return undefined
  const mean = (of: (item: MotionItem) => number) =>
    items.reduce((sum, item) => sum + of(item) / items.length, 0)
  const now = (item: MotionItem) => middle(project, item, motionFrame(project, shot, item, t))
  const [x, y] = middle(project, first, source.at)
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
      return mean((item) => qualityAt(item.motion, motionFrame(project, shot, item, t)) ?? 0)
  }
}

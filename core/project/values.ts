import { type Animated, type MoveContext, movedValue, type Source, type Value, valueAt } from '../anim'
import { fit, type Values } from '../params'
import { frontFor, paramsOf } from './declared'
import { getShape, getShot, getStep, treatmentTime } from './find'
import { address, type Place } from './parts'
import { motionNumber, ridden } from './motions'
import type { Project, Shot, Step } from './schema'

const name = ({ shotId, stepId, shapeId = '', param }: Place) => `${shotId} ${stepId} ${shapeId} ${param}`

/** The place that really holds a value: for a control that a group's front stands for, that one. */
export function holder(project: Project, place: Place): Place {
  if (place.shapeId || place.mover) return place
  const front = frontFor(getShot(project, place.shotId), place.stepId, place.param)
  return front ? holder(project, { shotId: place.shotId, stepId: front.group.id, param: front.id }) : place
}

/** The value at a place at treatment time t of its shot, with everything that moves it; not yet within its range. @throws NotFound */
export const valueNow = (project: Project, place: Place, t: number): Value =>
  resolve(project, holder(project, place), t, [])

function resolve(project: Project, place: Place, t: number, trail: readonly string[]): Value {
  const shot = getShot(project, place.shotId)
  const animated = address(project, place)
  const key = name(place)
  // Circles are refused when they are made; a document that has one all the same is cut there.
  if (trail.includes(key)) return valueAt(animated, t)
  return movedValue(animated, t, context(project, shot, getStep(shot, place.stepId), [...trail, key]))
}

const secondsAFrame = ({ rate }: Project) => rate.den / rate.num

function context(project: Project, shot: Shot, step: Step, trail: readonly string[]): MoveContext {
  return {
    frame: secondsAFrame(project),
    since: step.when.start ?? treatmentTime(shot, 0),
    source: (source, t) => sourceAt(project, shot, source, t, trail),
    ride: (ride, place, t) => ridden(project, shot, ride, place, t),
  }
}

/** The number that a source has at treatment time t of a shot. Values of another shot are taken at the same distance from its head. */
function sourceAt(project: Project, shot: Shot, source: Source, t: number, trail: readonly string[]) {
  const head = treatmentTime(shot, 0)
  if (source.kind === 'motion') return motionNumber(project, shot, source, t)
  if (source.kind === 'sound') return loudness(project, source.clipId, shot.start + t - head)
  const other = project.shots.find((s) => s.id === source.place.shotId)
  if (!other) return undefined
  try {
    const place = holder(project, source.place)
    const value = resolve(project, place, t - head + treatmentTime(other, 0), trail)
    const number = Array.isArray(value) ? value[source.part ?? 0] : value
    return typeof number === 'number' ? number : undefined
  } catch {
    return undefined
  }
}

/** How loud a clip is at a sequence frame, 0 to 1; 0 beside it, undefined where its loudness was not measured. */
function loudness(project: Project, clipId: string, frame: number): number | undefined {
  const clip = [...project.sounds, ...project.shots].find((c) => c.id === clipId)
  const level = project.shelf?.find((item) => item.kind === 'level' && item.mediaId === clip?.mediaId)
  if (!clip || level?.kind !== 'level') return undefined
  if (frame < clip.start || frame >= clip.start + clip.length) return 0
  const seconds = (clip.in + frame - clip.start) * secondsAFrame(project)
  const at = (seconds * level.rate.num) / level.rate.den
  const value = (i: number) => level.values[i] ?? 0
  const low = Math.floor(at + 1e-6)
  return value(low) + (value(low + 1) - value(low)) * Math.max(0, at - low)
}

/** The values of a step's controls at treatment time t, within their ranges; defaults for those a document lacks. */
export function stepValues(project: Project, shot: Shot, step: Step, t: number): Values {
  const inGroups = shot.steps.some((s) => s.steps?.length)
  const given = (id: string): Value | undefined => {
    if (inGroups && frontFor(shot, step.id, id))
      return valueNow(project, { shotId: shot.id, stepId: step.id, param: id }, t)
    const own = step.what[id]
    return own && moved(project, shot, step, own, t)
  }
  return Object.fromEntries(
    Object.entries(paramsOf(step)).map(([id, param]) => {
      const value = fit(param, given(id))
      if (param.type !== 'reference') return [id, value]
      const item = project.shelf?.find((s) => s.id === value)
      return [id, item?.kind === 'colour' ? [...item.value] : []]
    }),
  )
}

/** An animated value of a step with its movers, where the step is known to hold it. */
export const moved = (project: Project, shot: Shot, step: Step, animated: Animated, t: number): Value =>
  animated.movers?.length ? movedValue(animated, t, context(project, shot, step, [])) : valueAt(animated, t)

/** A value would follow itself; the message names the chain. */
export class Circle extends Error {
  constructor(chain: readonly string[]) {
    super(`This would go in a circle: ${chain.join(' follows ')}. Choose another value to follow.`)
    this.name = 'Circle'
  }
}

/** The places that a value follows, in order of its movers. */
export function followed(project: Project, place: Place): Place[] {
  try {
    const movers = address(project, holder(project, place)).movers ?? []
    return movers.flatMap((m) => (m.kind === 'follow' && m.source.kind === 'value' ? [m.source.place] : []))
  } catch {
    return []
  }
}

/** @throws Circle when the value at `place` would follow itself by following `source` */
export function refuseCircle(project: Project, place: Place, source: Place): void {
  const goal = name(holder(project, place))
  const walk = (at: Place, chain: Place[]): void => {
    const here = holder(project, at)
    const path = [...chain, here]
    if (name(here) === goal) throw new Circle(path.map((p) => placeName(project, p)))
    if (chain.some((p) => name(p) === name(here))) return
    for (const next of followed(project, here)) walk(next, path)
  }
  walk(source, [holder(project, place)])
}

/** A value's name as people read it: the step and the control. */
export function placeName(project: Project, place: Place): string {
  const shot = getShot(project, place.shotId)
  const step = getStep(shot, place.stepId)
  const control =
    place.param === 'mix' && !place.shapeId ? 'mix' : paramsOf(step)[place.param]?.label.toLowerCase()
  const shape = place.shapeId ? getShape(project, step, place.shapeId) : undefined
  const own = shape ? `${shape.name} ${place.param}` : (control ?? place.param)
  return `${step.name} ${place.mover ? `${own} ${place.mover.form}` : own}`
}

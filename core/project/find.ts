import type { Medium, MotionItem, Project, Region, Shape, Shot, Step } from './schema'

/** A thing that an edit names but that is not there. */
export class NotFound extends Error {
  constructor(what: string, id: string) {
    super(`There is no ${what} "${id}" in this project.`)
    this.name = 'NotFound'
  }
}

function need<T>(found: T | undefined, what: string, id: string): T {
  if (!found) throw new NotFound(what, id)
  return found
}

export const getShot = (p: Project, id: string): Shot =>
  need(
    p.shots.find((s) => s.id === id),
    'shot',
    id,
  )

export const getMedium = (p: Project, id: string): Medium =>
  need(
    p.media.find((m) => m.id === id),
    'medium',
    id,
  )

/** Every step of a list and of the groups in it, in order. */
export const allSteps = (steps: readonly Step[]): Step[] =>
  steps.flatMap((step) => [step, ...allSteps(step.steps ?? [])])

export const getStep = (shot: Shot, id: string): Step =>
  need(
    allSteps(shot.steps).find((s) => s.id === id),
    'step',
    id,
  )

/** The list that a step is in: the shot's own or that of a group. */
export function listOf(shot: Shot, stepId: string): Step[] {
  const group = allSteps(shot.steps).find((s) => s.steps?.some((inner) => inner.id === stepId))
  return group?.steps ?? shot.steps
}

/** A region with those of the shelf that its items stand for, at any depth. */
export function regionsIn(p: Project, region: Region): Region[] {
  const found: Region[] = []
  const visit = (each: Region) => {
    if (found.includes(each)) return
    found.push(each)
    for (const { regionId } of each.shapes) {
      const item = regionId && p.shelf?.find((s) => s.id === regionId)
      if (item && item.kind === 'region') visit(item.region)
    }
  }
  visit(region)
  return found
}

/** The region of a step that holds an item: its own, or one of the shelf that is used in it. */
export const holderOf = (p: Project, step: Step, shapeId: string): Region | undefined =>
  step.where ? regionsIn(p, step.where).find((r) => r.shapes.some((s) => s.id === shapeId)) : undefined

export const getShape = (p: Project, step: Step, id: string): Shape =>
  need(
    holderOf(p, step, id)?.shapes.find((s) => s.id === id),
    'shape',
    id,
  )

export const getMotion = (p: Project, id: string): MotionItem => {
  const item = p.shelf?.find((s) => s.id === id)
  return need(item?.kind === 'motion' ? item : undefined, 'motion', id)
}

/** Length of the sequence in frames. */
export const sequenceLength = (p: Project): number =>
  [...p.shots, ...p.sounds].reduce((end, clip) => Math.max(end, clip.start + clip.length), 0)

/** Treatment time of shot frame f (0 at its head). */
export const treatmentTime = (shot: Shot, f: number): number => shot.in + f - shot.zero

/** Shots that show at a sequence frame, bottom lane first. */
export const shotsAt = (p: Project, frame: number): Shot[] =>
  p.shots.filter((s) => frame >= s.start && frame < s.start + s.length).sort((a, b) => a.lane - b.lane)

/** Length of a medium in sequence frames; stills and missing media have no end. */
export function materialLength(p: Project, mediaId: string): number {
  const medium = getMedium(p, mediaId)
  if (medium.kind === 'sound') return Math.floor((medium.seconds * p.rate.num) / p.rate.den)
  if (medium.kind !== 'video') return Infinity
  return Math.floor((medium.frames * medium.rate.den * p.rate.num) / (medium.rate.num * p.rate.den) + 1e-6)
}

/** Frames of material before and after the shot's span, in sequence frames. */
export function handles(p: Project, shot: Shot): { before: number; after: number } {
  const total = materialLength(p, shot.mediaId)
  if (total === Infinity) return { before: Infinity, after: Infinity }
  return { before: Math.max(0, shot.in), after: Math.max(0, total - shot.in - shot.length) }
}

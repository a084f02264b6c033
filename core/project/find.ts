import { findOwner, homeOf, type OwnerKind, type OwnerTypes, stackOf } from './owners'
import type {
  Design,
  DesignObject,
  MaskItem,
  Medium,
  MotionItem,
  Project,
  Region,
  Sequence,
  Shot,
  Stack,
  Step,
} from './schema'

/** What the document cannot take; the message says why and what to do instead. */
export class Refused extends Error {
  constructor(message: string) {
    super(message)
    this.name = 'Refused'
  }
}

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

const NAMES: Record<OwnerKind, string> = {
  shot: 'shot',
  span: 'span',
  transition: 'transition',
  object: 'object',
  step: 'step',
  item: 'item of a region',
}

const getOwner = <K extends OwnerKind>(p: Project, kind: K, id: string): OwnerTypes[K] =>
  need(findOwner(p, kind, id), NAMES[kind], id)

export const getShot = (p: Project, id: string): Shot => getOwner(p, 'shot', id)
export const getSpan = (p: Project, id: string) => getOwner(p, 'span', id)
export const getTransition = (p: Project, id: string) => getOwner(p, 'transition', id)
export const getObject = (p: Project, id: string): DesignObject => getOwner(p, 'object', id)
export const getStep = (p: Project, id: string): Step => getOwner(p, 'step', id)
/** A mask item, of a step's region or of one on the shelf. */
export const getItem = (p: Project, id: string): MaskItem => getOwner(p, 'item', id)

export const getMedium = (p: Project, id: string): Medium =>
  need(
    p.media.find((m) => m.id === id),
    'medium',
    id,
  )

/** A sequence; the one that came in unless an id is given. */
export const getSequence = (p: Project, id?: string): Sequence =>
  need(id === undefined ? p.sequences[0] : p.sequences.find((s) => s.id === id), 'sequence', id ?? '')

export const getDesign = (p: Project, id: string): Design =>
  need(
    p.designs.find((d) => d.id === id),
    'design',
    id,
  )

/** The sequence that a shot, span or transition is in. */
export const sequenceOf = (p: Project, kind: 'shot' | 'span' | 'transition', id: string): Sequence =>
  getSequence(p, need(homeOf(p, kind, id), kind, id))

/** The design that an object is in. */
export const designOf = (p: Project, objectId: string): Design =>
  getDesign(p, need(homeOf(p, 'object', objectId), 'object', objectId))

/** All shots of all sequences. */
export const allShots = (p: Project): Shot[] => p.sequences.flatMap((s) => s.shots)

/** The objects of a list and of the groups in it, from back to front. */
export const allObjects = (objects: readonly DesignObject[]): DesignObject[] =>
  objects.flatMap((object) => [object, ...allObjects(object.objects ?? [])])

/** Every step of a list and of the groups in it, in order. */
export const allSteps = (steps: readonly Step[]): Step[] =>
  steps.flatMap((step) => [step, ...allSteps(step.steps ?? [])])

/** The steps of a stack. @throws NotFound */
export function stackSteps(p: Project, { kind, id, list }: Stack): Step[] {
  if (kind !== 'transition') return getOwner(p, kind, id).steps
  return getTransition(p, id)[list ?? 'steps']
}

/** The stack that a step stands in. @throws NotFound */
export const stackWith = (p: Project, stepId: string): Stack =>
  need(stackOf(p, 'step', stepId), 'step', stepId)

/** Every stack of a document. */
export function allStacks(p: Project): Stack[] {
  const objects = p.designs.flatMap((d) => allObjects(d.objects))
  return [
    ...p.sequences.flatMap((s): Stack[] => [
      ...s.shots.map(({ id }) => ({ kind: 'shot', id }) as const),
      ...s.spans.map(({ id }) => ({ kind: 'span', id }) as const),
      ...s.transitions.flatMap(
        ({ id }) =>
          [
            { kind: 'transition', id, list: 'outgoing' },
            { kind: 'transition', id, list: 'incoming' },
            { kind: 'transition', id },
          ] as const,
      ),
    ]),
    ...objects.map(({ id }) => ({ kind: 'object', id }) as const),
  ]
}

/** The list that a step is in: the stack's own or that of a group. */
export function listOf(p: Project, stepId: string): Step[] {
  const steps = stackSteps(p, stackWith(p, stepId))
  const group = allSteps(steps).find((s) => s.steps?.some((inner) => inner.id === stepId))
  return group?.steps ?? steps
}

/** A region with those of the shelf that its items stand for, at any depth. */
export function regionsIn(p: Project, region: Region): Region[] {
  const found: Region[] = []
  const visit = (each: Region) => {
    if (found.includes(each)) return
    found.push(each)
    for (const { regionId } of each.items) {
      const item = regionId && p.shelf?.find((s) => s.id === regionId)
      if (item && item.kind === 'region') visit(item.region)
    }
  }
  visit(region)
  return found
}

/** The region of a step that holds an item: its own, or one of the shelf that is used in it. */
export const holderOf = (p: Project, step: Step, itemId: string): Region | undefined =>
  step.where ? regionsIn(p, step.where).find((r) => r.items.some((s) => s.id === itemId)) : undefined

export const getMotion = (p: Project, id: string): MotionItem => {
  const item = p.shelf?.find((s) => s.id === id)
  return need(item?.kind === 'motion' ? item : undefined, 'motion', id)
}

/** Length of a sequence in frames. */
export const sequenceLength = (s: Sequence): number =>
  [...s.shots, ...s.sounds, ...s.spans].reduce((end, clip) => Math.max(end, clip.start + clip.length), 0)

/** Treatment time of shot frame f (0 at its head). */
export const treatmentTime = (shot: Shot, f: number): number => shot.in + f - shot.zero

/** Shots that show at a sequence frame, bottom lane first. */
export const shotsAt = (s: Sequence, frame: number): Shot[] =>
  s.shots.filter((c) => frame >= c.start && frame < c.start + c.length).sort((a, b) => a.lane - b.lane)

/** The list of objects that one is in: the design's own or that of a group. */
export function findIn(objects: DesignObject[], id: string): DesignObject[] {
  const group = allObjects(objects).find((o) => o.objects?.some((inner) => inner.id === id))
  return group?.objects ?? objects
}

/** What an object moves along with: its parent, else the group that it is in. */
export const objectAbove = (
  objects: readonly DesignObject[],
  object: DesignObject,
): DesignObject | undefined => {
  const all = allObjects(objects)
  if (object.parent !== undefined) return all.find((o) => o.id === object.parent)
  return all.find((o) => o.objects?.some((inner) => inner.id === object.id))
}

/** What an object moves along with, and what that does, from the nearest on. */
export function objectsAbove({ objects }: Design, object: DesignObject): DesignObject[] {
  const above: DesignObject[] = []
  for (let at = objectAbove(objects, object); at && !above.includes(at); at = objectAbove(objects, at))
    above.push(at)
  return above
}

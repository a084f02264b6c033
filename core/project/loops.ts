import {
  allObjects,
  objectAbove,
  allSteps,
  designOf,
  findIn,
  getDesign,
  getObject,
  getSequence,
  getShot,
  getSpan,
  getStep,
  getTransition,
  regionsIn,
  sequenceOf,
  stackSteps,
  stackWith,
} from './find'
import { inputsOf } from './inputs'
import { stackName } from './stage'
import type { Binding, Project, Sequence, Source, Stack, Step } from './schema'
import { Circle } from './values'

/** A picture that others are made of, by name: the state after a step (or before it), what a stack shows or begins with, a sequence, a design. */
type Picture =
  | { kind: 'after' | 'before'; stepId: string }
  | { kind: 'stack' | 'source'; stack: Stack }
  | { kind: 'sequence' | 'design'; id: string }

const key = (at: Picture): string =>
  'stepId' in at
    ? `${at.kind} ${at.stepId}`
    : 'stack' in at
      ? `${at.kind} ${at.stack.kind} ${at.stack.id} ${at.stack.list ?? ''}`
      : `${at.kind} ${at.id}`

/** @throws Circle where a stack, sequence or design of a document would be made of itself */
export function refuseLoops(p: Project, from: Picture): void {
  const chain = loopFrom(p, from)
  if (chain) throw new Circle(chain, 'takes', 'Take something else.')
}

/** A chain of pictures that comes back to itself, by name; undefined where there is none. */
export function loopFrom(p: Project, from: Picture): string[] | undefined {
  const done = new Set<string>()
  const path: Picture[] = []
  const open = new Map<string, number>()
  const visit = (at: Picture): string[] | undefined => {
    const name = key(at)
    if (done.has(name)) return undefined
    const again = open.get(name)
    if (again !== undefined) return namesOf(p, [...path.slice(again), at])
    open.set(name, path.push(at) - 1)
    for (const next of madeOf(p, at)) {
      const loop = visit(next)
      if (loop) return loop
    }
    path.pop()
    open.delete(name)
    done.add(name)
    return undefined
  }
  return visit(from)
}

/** A chain as people read it: each thing once, one after the other. */
function namesOf(p: Project, chain: readonly Picture[]): string[] {
  const names = chain.map((at) => nameOf(p, at))
  return names.filter((name, i) => i === 0 || name !== names[i - 1])
}

function nameOf(p: Project, at: Picture): string {
  if ('stepId' in at) return getStep(p, at.stepId).name
  if ('stack' in at) return stackName(p, at.stack)
  return at.kind === 'design' ? getDesign(p, at.id).name : getSequence(p, at.id).name
}

function madeOf(p: Project, at: Picture): Picture[] {
  try {
    if ('stepId' in at) return at.kind === 'after' ? ofStep(p, at.stepId) : ofBefore(p, at.stepId)
    if ('stack' in at) return at.kind === 'stack' ? ofStack(p, at.stack) : ofSource(p, at.stack)
    if (at.kind === 'design')
      return getDesign(p, at.id).objects.map(({ id }) => ({ kind: 'stack', stack: { kind: 'object', id } }))
    return ofSequence(getSequence(p, at.id))
  } catch {
    // What is not there is made of nothing.
    return []
  }
}

const stack = (kind: Stack['kind'], id: string, list?: Stack['list']): Picture => ({
  kind: 'stack',
  stack: { kind, id, ...(list ? { list } : {}) },
})

const ofSequence = (s: Sequence): Picture[] => [
  ...s.shots.map(({ id }) => stack('shot', id)),
  ...s.spans.map(({ id }) => stack('span', id)),
  ...s.transitions.map(({ id }) => stack('transition', id)),
]

function ofStack(p: Project, of: Stack): Picture[] {
  const last = stackSteps(p, of).at(-1)
  return [last ? { kind: 'after', stepId: last.id } : { kind: 'source', stack: of }]
}

const fromSource = (source: Source | undefined): Picture[] =>
  source?.kind === 'design'
    ? [{ kind: 'design', id: source.designId }]
    : source?.kind === 'comp'
      ? [{ kind: 'sequence', id: source.sequenceId }]
      : []

function ofSource(p: Project, { kind, id, list }: Stack): Picture[] {
  if (kind === 'shot') return fromSource(getShot(p, id).source)
  if (kind === 'span') return below(p, { kind, id })
  if (kind === 'object') {
    const { source, objects = [], coats = [] } = getObject(p, id)
    const painted = coats.flatMap((c) => fromSource(c.source))
    return [...fromSource(source), ...painted, ...objects.map((o) => stack('object', o.id))]
  }
  const { from, to } = getTransition(p, id)
  if (list === 'incoming') return to === null ? [] : [stack('shot', to)]
  if (list === 'outgoing') return from === null ? [] : [stack('shot', from)]
  return [stack('transition', id, 'outgoing')]
}

/** What lies below on the sequence, or below an object in its design. */
function below(p: Project, { kind, id }: Stack): Picture[] {
  if (kind === 'object') {
    const design = designOf(p, id)
    const siblings = findIn(design.objects, id)
    return siblings
      .slice(
        0,
        siblings.findIndex((o) => o.id === id),
      )
      .map((o) => stack('object', o.id))
  }
  const s = sequenceOf(p, kind, id)
  const lane =
    kind === 'shot'
      ? getShot(p, id).lane
      : kind === 'span'
        ? getSpan(p, id).lane
        : (s.shots.find((c) => c.id === (getTransition(p, id).to ?? getTransition(p, id).from))?.lane ?? 0)
  const under = kind === 'span' ? (l: number) => l <= lane : (l: number) => l < lane
  const ownSpan = kind === 'span' ? s.spans.findIndex((c) => c.id === id) : -1
  return [
    ...s.shots.filter((c) => under(c.lane)).map((c) => stack('shot', c.id)),
    ...s.spans
      .filter((c, i) => c.lane < lane || (ownSpan >= 0 && c.lane === lane && i < ownSpan))
      .map((c) => stack('span', c.id)),
    ...s.transitions
      .filter((t) => under(s.shots.find((c) => c.id === (t.to ?? t.from))?.lane ?? 0))
      .filter((t) => kind !== 'transition' || t.id !== id)
      .map((t) => stack('transition', t.id)),
  ]
}

function ofBefore(p: Project, stepId: string): Picture[] {
  const of = stackWith(p, stepId)
  const steps = stackSteps(p, of)
  const group = allSteps(steps).find((s) => s.steps?.some((inner) => inner.id === stepId))
  const list = group?.steps ?? steps
  const previous = list[list.findIndex((s) => s.id === stepId) - 1]
  if (previous) return [{ kind: 'after', stepId: previous.id }]
  return group ? beforeOf(p, group, of) : [{ kind: 'source', stack: of }]
}

const beforeOf = (p: Project, step: Step, of: Stack): Picture[] =>
  step.inputs?.before ? bound(p, step.inputs.before, step, of) : [{ kind: 'before', stepId: step.id }]

function ofStep(p: Project, stepId: string): Picture[] {
  const step = getStep(p, stepId)
  const of = stackWith(p, stepId)
  const regions = step.where ? regionsIn(p, step.where) : []
  const last = step.steps?.at(-1)
  return [
    ...beforeOf(p, step, of),
    ...inputsOf(step).flatMap(({ binding }) => bound(p, binding, step, of)),
    ...regions.flatMap((r) => r.items).flatMap(({ input }) => (input ? bound(p, input, step, of) : [])),
    ...(last ? [{ kind: 'after' as const, stepId: last.id }] : []),
  ]
}

function bound(p: Project, binding: Binding, step: Step, of: Stack): Picture[] {
  switch (binding.kind) {
    case 'none':
      return []
    case 'before':
      return [{ kind: 'before', stepId: step.id }]
    case 'source':
      return [{ kind: 'source', stack: of }]
    case 'below':
      return below(p, of)
    case 'step':
      return [{ kind: 'after', stepId: binding.stepId }]
    case 'material':
      return fromSource(binding.source)
    case 'shot':
      return [stack('shot', binding.shotId)]
    case 'outgoing':
    case 'incoming':
      return of.kind === 'transition' ? [stack('transition', of.id, binding.kind)] : []
  }
}

/** @throws Circle where an object would move along with itself */
export function refuseParents(p: Project, objectId: string): void {
  const objects = allObjects(designOf(p, objectId).objects)
  const names: string[] = []
  for (let at = objects.find((o) => o.id === objectId); at; at = objectAbove(objects, at)) {
    names.push(at.name)
    if (names.length > 1 && at.id === objectId)
      throw new Circle(names, 'moves along with', 'Choose another parent.')
    if (names.length > objects.length) return
  }
}

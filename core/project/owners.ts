import { isDraft, original } from 'immer'
import type { DesignObject, MaskItem, Project, Shot, Span, Stack, Step, Transition } from './schema'

/** Everything of a document that has an id of its own and can hold values or steps. */
export interface OwnerTypes {
  shot: Shot
  span: Span
  transition: Transition
  object: DesignObject
  step: Step
  item: MaskItem
}
export type OwnerKind = keyof OwnerTypes

interface Located {
  value: { id: string }
  path: (string | number)[]
  /** The stack that a step, or a mask item of one, stands in. */
  stack?: Stack | undefined
  /** The step that a mask item belongs to; none for those of the shelf. */
  stepId?: string | undefined
  /** The sequence or design that it is in. */
  home?: string | undefined
}

type Index = ReadonlyMap<string, Located>
const indexes = new WeakMap<Project, Index>()

/** Where everything lies in a document, worked out once for each; a document never changes. */
function indexOf(p: Project): Index {
  const known = indexes.get(p)
  if (known) return known
  const index = new Map<string, Located>()
  for (const [kind, located] of walk(p)) {
    const key = `${kind} ${located.value.id}`
    if (!index.has(key)) index.set(key, located)
  }
  indexes.set(p, index)
  return index
}

function* walk(p: Project): Generator<[OwnerKind, Located]> {
  for (const [s, sequence] of p.sequences.entries()) {
    const at = ['sequences', s]
    const home = sequence.id
    for (const [i, shot] of sequence.shots.entries()) {
      const path = [...at, 'shots', i]
      yield ['shot', { value: shot, path, home }]
      yield* walkSteps(shot.steps, [...path, 'steps'], { kind: 'shot', id: shot.id }, home)
    }
    for (const [i, span] of sequence.spans.entries()) {
      const path = [...at, 'spans', i]
      yield ['span', { value: span, path, home }]
      yield* walkSteps(span.steps, [...path, 'steps'], { kind: 'span', id: span.id }, home)
    }
    for (const [i, transition] of sequence.transitions.entries()) {
      const path = [...at, 'transitions', i]
      yield ['transition', { value: transition, path, home }]
      const { id, outgoing, incoming, steps } = transition
      yield* walkSteps(outgoing, [...path, 'outgoing'], { kind: 'transition', id, list: 'outgoing' }, home)
      yield* walkSteps(incoming, [...path, 'incoming'], { kind: 'transition', id, list: 'incoming' }, home)
      yield* walkSteps(steps, [...path, 'steps'], { kind: 'transition', id }, home)
    }
  }
  for (const [d, design] of p.designs.entries())
    yield* walkObjects(design.objects, ['designs', d, 'objects'], design.id)
  for (const [i, item] of (p.shelf ?? []).entries())
    if (item.kind === 'region') yield* walkItems(item.region.items, ['shelf', i, 'region', 'items'], {})
}

function* walkObjects(
  objects: readonly DesignObject[],
  at: (string | number)[],
  home: string,
): Generator<[OwnerKind, Located]> {
  for (const [i, object] of objects.entries()) {
    const path = [...at, i]
    yield ['object', { value: object, path, home }]
    yield* walkSteps(object.steps, [...path, 'steps'], { kind: 'object', id: object.id }, home)
    if (object.objects) yield* walkObjects(object.objects, [...path, 'objects'], home)
  }
}

function* walkSteps(
  steps: readonly Step[],
  at: (string | number)[],
  stack: Stack,
  home: string,
): Generator<[OwnerKind, Located]> {
  for (const [i, step] of steps.entries()) {
    const path = [...at, i]
    yield ['step', { value: step, path, stack, home }]
    if (step.where)
      yield* walkItems(step.where.items, [...path, 'where', 'items'], { stack, stepId: step.id, home })
    if (step.steps) yield* walkSteps(step.steps, [...path, 'steps'], stack, home)
  }
}

function* walkItems(
  items: readonly MaskItem[],
  at: (string | number)[],
  more: Omit<Located, 'value' | 'path'>,
): Generator<[OwnerKind, Located]> {
  for (const [i, item] of items.entries()) yield ['item', { value: item, path: [...at, i], ...more }]
}

/** Where something lies; in a draft as it is now. */
function locate(p: Project, kind: OwnerKind, id: string): Located | undefined {
  const key = `${kind} ${id}`
  if (!isDraft(p)) return indexOf(p).get(key)
  const known = indexOf(original(p) as Project).get(key)
  let at: unknown = p
  if (known) for (const part of known.path) at = (at as Record<string, unknown> | undefined)?.[part]
  if (known && (at as { id?: string } | undefined)?.id === id)
    return { ...known, value: at as Located['value'] }
  // The edit has moved or made it.
  for (const [found, located] of walk(p)) if (found === kind && located.value.id === id) return located
  return undefined
}

/** What has an id; undefined where there is nothing. Drafts give drafts. */
export const findOwner = <K extends OwnerKind>(p: Project, kind: K, id: string): OwnerTypes[K] | undefined =>
  locate(p, kind, id)?.value as OwnerTypes[K] | undefined

/** The stack that a step or a mask item stands in; none for items of the shelf. */
export const stackOf = (p: Project, kind: 'step' | 'item', id: string): Stack | undefined =>
  locate(p, kind, id)?.stack

/** The step whose own region holds a mask item. */
export const stepOfItem = (p: Project, itemId: string): Step | undefined => {
  const stepId = locate(p, 'item', itemId)?.stepId
  return stepId === undefined ? undefined : findOwner(p, 'step', stepId)
}

/** The id of the sequence or design that something is in. */
export const homeOf = (p: Project, kind: OwnerKind, id: string): string | undefined =>
  locate(p, kind, id)?.home

import type { Size } from '../frame'
import type { Rate } from '../time'
import { designOf, getObject, getShot, getSpan, getTransition, sequenceOf, treatmentTime } from './find'
import { stackOf } from './owners'
import { activeTransition } from './transitions'
import type { Address, Design, Project, Sequence, Shot, Stack, Step, Variant } from './schema'

/** What steps stand on: whose they are, how large their picture is and how their time runs. */
export interface Stage {
  project: Project
  stack: Stack
  /** The steps of the stack, outermost first. */
  steps: readonly Step[]
  size: Size
  rate: Rate
  /** Treatment time at the first frame, and how many frames there are. */
  head: number
  length: number
  /** The frame of the sequence or design at which it begins. */
  start: number
  lane: number
  sequence?: Sequence
  design?: Design
  shot?: Shot
}

const stages = new WeakMap<Project, Map<string, Stage>>()

/** The stage of a stack, worked out once for each document. @throws NotFound */
export function stageOf(project: Project, stack: Stack): Stage {
  let known = stages.get(project)
  if (!known) stages.set(project, (known = new Map()))
  const key = `${stack.kind} ${stack.id} ${stack.list ?? ''}`
  let stage = known.get(key)
  if (!stage) known.set(key, (stage = makeStage(project, sameStack(key, stack))))
  return stage
}

const stacks = new Map<string, Stack>()

/** One object for each stack, so that what depends on it alone need not be made again with each change of the document. */
function sameStack(key: string, stack: Stack): Stack {
  let same = stacks.get(key)
  if (!same) stacks.set(key, (same = stack))
  return same
}

function makeStage(project: Project, stack: Stack): Stage {
  const { kind, id } = stack
  if (kind === 'object') {
    const object = getObject(project, id)
    const design = designOf(project, id)
    const { size, rate } = design
    const { steps, start, length, zero } = object
    return { project, stack, steps, size, rate, head: start - zero, length, start, lane: 0, design }
  }
  const sequence = sequenceOf(project, kind, id)
  const { size, rate } = sequence
  const common = { project, stack, size, rate, sequence }
  if (kind === 'shot') {
    const shot = getShot(project, id)
    const { steps, start, length, lane } = shot
    return { ...common, steps, head: treatmentTime(shot, 0), length, start, lane, shot }
  }
  if (kind === 'span') {
    const { steps, start, length, zero, lane } = getSpan(project, id)
    return { ...common, steps, head: start - zero, length, start, lane }
  }
  const transition = getTransition(project, id)
  const steps = transition[stack.list ?? 'steps']
  const active = activeTransition(project, sequence, transition)
  const { cut, before, after, lane } = active ?? { cut: 0, before: 0, after: 1, lane: 0 }
  return { ...common, steps, head: -before, length: before + after, start: cut - before, lane }
}

/** The same stage with the steps of another variant of its shot. */
export function variantStage(stage: Stage, variant: Variant | undefined): Stage {
  const steps = variant && stage.shot?.variants?.[variant]
  return steps ? { ...stage, steps } : stage
}

/** The same stage with what its shot showed before another source came in its place. */
export function stoodStage(stage: Stage): Stage {
  const { shot } = stage
  if (!shot?.stood) return stage
  const { source, shift } = shot.stood
  return { ...stage, shot: { ...shot, source, in: shot.in + shift, zero: shot.zero + shift } }
}

/** The stage on which the owner of a value stands; `fallback` for what lies on the shelf, and undefined for what is not there. */
export function stageFor(project: Project, { owner }: Address, fallback?: Stage): Stage | undefined {
  if (owner.kind === 'object') return stageOf(project, { kind: 'object', id: owner.id })
  const stack = stackOf(project, owner.kind, owner.id)
  return stack ? stageOf(project, stack) : fallback
}

/** Where a step stands in its stack. */
export interface Standing {
  step: Step
  /** The list that it is in, and its place there. */
  list: readonly Step[]
  index: number
  group?: Step | undefined
}

const layouts = new WeakMap<readonly Step[], ReadonlyMap<string, Standing>>()

/** Where each step of a list and of the groups in it stands, by id. */
export function layoutOf(steps: readonly Step[]): ReadonlyMap<string, Standing> {
  const known = layouts.get(steps)
  if (known) return known
  const layout = new Map<string, Standing>()
  const visit = (list: readonly Step[], group?: Step) =>
    list.forEach((step, index) => {
      if (!layout.has(step.id)) layout.set(step.id, { step, list, index, group })
      visit(step.steps ?? [], step)
    })
  visit(steps)
  layouts.set(steps, layout)
  return layout
}

/** A step of a stage by its id. */
export const stepIn = (stage: Stage, id: string): Step | undefined => layoutOf(stage.steps).get(id)?.step

/** The sequence frame (or frame of the design) that treatment time t is. */
export const frameOfTime = (stage: Stage, t: number): number => stage.start + t - stage.head

/** The size of the pictures of a stack. @throws NotFound */
export const canvasOf = (project: Project, { kind, id }: Stack): Size =>
  (kind === 'object' ? designOf(project, id) : sequenceOf(project, kind, id)).size

/** What a stack is called: its shot, span, transition or object. @throws NotFound */
export function stackName(project: Project, { kind, id }: Stack): string {
  if (kind === 'shot') return getShot(project, id).name
  if (kind === 'span') return getSpan(project, id).name
  return kind === 'object' ? getObject(project, id).name : getTransition(project, id).name
}

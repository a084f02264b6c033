import { presence } from '../anim'
import {
  type Binding,
  boundValues,
  contentOf,
  findOwner,
  frameOfTime,
  getTransition,
  inputsOf,
  isKnown,
  layoutOf,
  moved,
  passing,
  type Stage,
  type Standing,
  stageOf,
  type Step,
  stepContent,
  stepValues,
} from '../project'
import type { ContentValues, Values } from '../params'
import { findStep, inputKey, movesWith } from '../steps'
import type { Slot } from './graph'
import { planBelowObject } from './plan-object'
import { type LookedAt, planMatte, planRegion } from './plan-region'
import { planMaterial } from './plan-source'
import { onCanvas, type Planning, type Shown, type StepView, within, type Work } from './work'

/** A state of a stack at treatment time t, on its own canvas. */
export function planStack(
  of: Planning,
  stage: Stage,
  t: number,
  { upTo, view, solo, base }: Shown = {},
): number {
  const work = newWork(of, stage, t, solo)
  if (base !== undefined) work.states.set('', base)
  if (upTo === 'source') return sourceOf(work)
  const layout = layoutOf(stage.steps)
  const viewed = view && layout.get(view.stepId)
  if (viewed && view) return planView(work, viewed.step, beforeOf(work, viewed.step), view)
  const step = upTo === undefined ? stage.steps.at(-1) : (layout.get(upTo)?.step ?? stage.steps.at(-1))
  return step ? stateOf(work, step) : sourceOf(work)
}

const newWork = (of: Planning, stage: Stage, t: number, solo?: readonly string[]): Work => ({
  ...of,
  stage,
  t,
  solo,
  canvas: of.g.canvas(stage.size),
  bounds: { start: stage.head, end: stage.head + stage.length },
  states: new Map(),
  open: new Set(),
  others: new Map(),
})

/** The same work at another time. */
function at(work: Work, t: number): Work {
  if (t === work.t) return work
  let other = work.others.get(t)
  if (!other) {
    other = newWork(work, work.stage, t, work.solo)
    work.others.set(t, other)
  }
  return other
}

function sourceOf(work: Work): number {
  const known = work.states.get('')
  if (known !== undefined) return known
  const node = work.g.forStep(undefined, () => work.by.source(work, work.stage, work.t))
  work.states.set('', node)
  return node
}

/** The step whose state a step works on by itself; a bound group above it; or neither, for the picture before all steps. */
function previous(work: Work, from: Standing): { step: Standing } | { bound: Step } | undefined {
  const layout = layoutOf(work.stage.steps)
  for (let here: Standing | undefined = from; here;) {
    const before = here.list[here.index - 1]
    if (before) return { step: layout.get(before.id) as Standing }
    if (!here.group) return undefined
    if (isBoundElsewhere(here.group)) return { bound: here.group }
    here = layout.get(here.group.id)
  }
  return undefined
}

const isBoundElsewhere = (step: Step) =>
  step.inputs?.before !== undefined && step.inputs.before.kind !== 'before'

/** The picture that a step works on. */
export function beforeOf(work: Work, step: Step): number {
  if (isBoundElsewhere(step)) return boundBefore(work, step)
  const standing = layoutOf(work.stage.steps).get(step.id)
  const back = standing && previous(work, standing)
  if (!back) return sourceOf(work)
  return 'bound' in back ? boundBefore(work, back.bound) : stateOf(work, back.step.step)
}

const boundBefore = (work: Work, step: Step): number =>
  planBinding(work, step, step.inputs?.before as Binding) ?? work.g.clear(work.canvas)

/** The state after a step: from the last state that is known, or that takes its picture from elsewhere, forwards. */
export function stateOf(work: Work, last: Step): number {
  const layout = layoutOf(work.stage.steps)
  const chain: Step[] = []
  let picture: number | undefined
  for (let here = layout.get(last.id); here;) {
    const known = work.states.get(here.step.id)
    if (known !== undefined) {
      picture = known
      break
    }
    // Loops are refused when they are made; a document that has one all the same is cut there.
    if (work.open.has(here.step.id)) return work.g.add(work.canvas, { kind: 'missing' })
    work.open.add(here.step.id)
    chain.push(here.step)
    if (isBoundElsewhere(here.step)) {
      picture = boundBefore(work, here.step)
      break
    }
    const back = previous(work, here)
    if (!back) break
    if ('bound' in back) {
      picture = boundBefore(work, back.bound)
      break
    }
    here = back.step
  }
  let state = picture ?? sourceOf(work)
  for (const step of chain.reverse()) {
    const before = state
    state = work.g.forStep(step.id, () => planStep(work, step, before))
    work.states.set(step.id, state)
    work.open.delete(step.id)
  }
  return state
}

/** Whether a step is one of those in a group. */
const allInside = (group: Step, id: string): boolean =>
  (group.steps ?? []).some((inner) => inner.id === id || allInside(inner, id))

function planStep(work: Work, step: Step, before: number): number {
  const { g, canvas, stage, t, bounds } = work
  const alone = work.solo?.length ? work.solo.includes(step.id) : step.on
  if (!alone && !work.solo?.some((id) => allInside(step, id))) return before
  const passed = step.passage && passing(step, t, bounds)
  if (passed === 'gone') return g.clear(canvas)
  if (passed === 'there') return before
  const there = passed === undefined ? presence(step.when, t, bounds) : 1
  const amount = Number(moved(stage, step, step.mix, t)) * there
  if (!(amount > 0)) return before
  const matte = step.where && planMatte(work, step, step.where, lookedAt(work, step, before))
  if (matte === 'empty') return before
  const own = matte !== null && matte !== undefined && takesRegion(work, step)
  const acted = planActing(work, step, before, own ? matte : undefined)
  if (acted === before) return before
  const { blend } = step
  const blended = blend && (blend.mode !== 'normal' ? blend : undefined)
  const after = blended
    ? g.add(canvas, { kind: 'blend', mode: blended.mode, space: blended.space }, [before, acted])
    : acted
  if (own) return amount >= 1 ? after : g.add(canvas, { kind: 'mix', amount }, [before, after])
  if (matte !== null && matte !== undefined)
    return g.add(canvas, { kind: 'mix', amount: Math.min(1, amount) }, [before, after, matte])
  return amount >= 1 ? after : g.add(canvas, { kind: 'mix', amount }, [before, after])
}

/** What a step makes of the whole picture, in full; the picture itself where it does nothing. */
function planActing(work: Work, step: Step, before: number, matte?: number): number {
  const { stage, t } = work
  if (step.use === 'group') {
    const last = step.steps?.at(-1)
    if (!last) return before
    // All that is in a group that is shown alone is shown.
    const inner = work.solo?.includes(step.id)
      ? { ...work, solo: undefined, states: new Map(work.states), others: new Map<number, Work>() }
      : work
    return stateOf(inner, last)
  }
  const declaration = isKnown(step) ? findStep(step.use) : undefined
  if (!declaration) return before
  const values = boundValues(stage, step, t)
  const content = stepContent(stage, step, t)
  if (declaration.neutral(values as never, content)) return before
  return addStep(work, step, before, { values, content, matte })
}

function planView(work: Work, step: Step, before: number, shown: StepView): number {
  const { stage, t } = work
  const { view } = shown
  if (view === 'before') return before
  if (view.startsWith('region')) return planRegion(work, step, before, lookedAt(work, step, before), shown)
  const matte =
    (step.where &&
      takesRegion(work, step) &&
      planMatte(work, step, step.where, lookedAt(work, step, before))) ||
    undefined
  const values = boundValues(stage, step, t)
  const content = stepContent(stage, step, t)
  return addStep(work, step, before, { values, content, view, matte: matte === 'empty' ? undefined : matte })
}

/** The picture that a mask item looks at: the one before the step unless it says otherwise; a matte that names none has none. */
const lookedAt =
  (work: Work, step: Step, before: number): LookedAt =>
  ({ kind, input }) => {
    const missing = () => work.g.add(work.canvas, { kind: 'missing' })
    if (!input) return kind === 'matte' ? missing() : before
    return input.kind === 'before' ? before : (planBinding(work, step, input) ?? missing())
  }

/** The name of the input for which a step takes its own region, instead of being limited by it. */
function regionInputOf({ stage, t }: Work, step: Step): string | undefined {
  const inputs = Object.entries(findStep(step.use)?.inputs ?? {})
  const found = inputs.find(([name, { default: plain }]) => plain === 'region' && !step.inputs?.[name])
  if (!found) return undefined
  const [name, { when }] = found
  return !when || when(stepValues(stage, step, t)) ? name : undefined
}

const takesRegion = (work: Work, step: Step): boolean => regionInputOf(work, step) !== undefined

/** A step's node, with all that its declaration asks for beside the picture: named inputs, other times, its region. */
function addStep(
  work: Work,
  step: Step,
  before: number,
  given: { values: Values; content: ContentValues; view?: string; matte?: number | undefined },
): number {
  const { g, canvas, stage, t } = work
  const { values, content, view, matte } = given
  const declaration = findStep(step.use)
  const slots: Slot[] = []
  const passed = step.passage && passing(step, t, work.bounds)
  const arrives = step.passage?.way === 'arrive'
  const nodes: number[] = [arrives ? g.clear(canvas) : before]
  const put = (slot: Slot, node: number | undefined) => {
    if (node === undefined) return
    slots.push(slot)
    nodes.push(node)
  }
  if (step.passage) put({ name: 'incoming', as: 'frame' }, arrives ? before : g.clear(canvas))
  for (const time of declaration?.inputs?.before?.times?.(values, t) ?? [])
    put({ name: 'before', as: 'time' }, beforeOf(at(work, time), step))
  for (const { name, input, binding } of inputsOf(step)) {
    if (name === 'before' || (input.when && !input.when(values))) continue
    if (values[inputKey(name)] === false) continue
    put({ name, as: input.kind }, inputNode(work, step, binding, input.kind))
    for (const time of input.times?.(values, t) ?? [])
      put({ name, as: 'time' }, planBinding(at(work, time), step, binding))
  }
  const own = matte === undefined ? undefined : regionInputOf(work, step)
  if (own !== undefined) put({ name: own, as: 'matte' }, matte)
  const moments = declaration?.exposure?.(values as never).map((dt) => boundValues(stage, step, t + dt))
  const holds = Object.keys(contentOf(step)).length > 0
  return g.add(
    canvas,
    {
      kind: 'step',
      use: step.use,
      values,
      view,
      time: declaration && movesWith(declaration, values) ? t : undefined,
      ...(holds ? { content } : {}),
      ...(declaration?.crosses ? { progress: typeof passed === 'number' ? passed : progressOf(work) } : {}),
      ...(moments?.length ? { moments } : {}),
      ...(slots.length ? { slots } : {}),
    },
    nodes,
  )
}

/** How far a transition is in the middle of a frame, 0 to 1. */
const progressOf = ({ stage, t }: Work): number =>
  Math.min(1, Math.max(0, (t - stage.head + 0.5) / Math.max(1, stage.length)))

function inputNode(work: Work, step: Step, binding: Binding, kind: 'frame' | 'matte'): number | undefined {
  if (kind === 'frame') return planBinding(work, step, binding)
  const node = planBinding(work, step, binding)
  if (node === undefined) return undefined
  const channel = binding.channel ?? 'luminance'
  return work.g.add(work.canvas, { kind: 'channel', channel }, [node])
}

/** The picture that a binding names, at the time of the work; undefined for none. */
export function planBinding(work: Work, step: Step, binding: Binding): number | undefined {
  const { g, canvas, stage, t, by } = work
  const { project } = stage
  const missing = () => g.add(canvas, { kind: 'missing' })
  switch (binding.kind) {
    case 'none':
      return undefined
    case 'before':
      return beforeOf(work, step)
    case 'source':
      return sourceOf(work)
    case 'below':
      return planBelow(work)
    case 'step': {
      const other = layoutOf(stage.steps).get(binding.stepId)?.step
      if (!other) return missing()
      if (binding.output === undefined) return stateOf(work, other)
      const view = binding.output === 'region' ? 'region matte' : binding.output
      if (work.open.has(`output ${other.id}`)) return missing()
      work.open.add(`output ${other.id}`)
      const before = beforeOf(work, other)
      const shown = { stepId: other.id, view }
      const node = g.forStep(other.id, () => planView(work, other, before, shown))
      work.open.delete(`output ${other.id}`)
      return node
    }
    case 'material': {
      const { source, fit, beyond } = binding
      return planMaterial(work, canvas, source, { frame: binding.in + t, rate: stage.rate, fit, beyond })
    }
    case 'shot': {
      const inner = within(work, `shot ${binding.shotId}`)
      if (!inner || !findOwner(project, 'shot', binding.shotId)) return missing()
      const other = stageOf(project, { kind: 'shot', id: binding.shotId })
      return onCanvas(work, by.stack(inner, other, t - stage.head + other.head + binding.offset), canvas)
    }
    case 'outgoing':
    case 'incoming': {
      if (stage.stack.kind !== 'transition') return undefined
      const { id } = getTransition(project, stage.stack.id)
      const inner = within(work, `${binding.kind} ${id}`)
      return inner && by.stack(inner, stageOf(project, { kind: 'transition', id, list: binding.kind }), t)
    }
  }
}

/** What lies below on the sequence, or below the object. */
function planBelow(work: Work): number {
  const { g, canvas, stage, t, by } = work
  const frame = frameOfTime(stage, t)
  if (stage.stack.kind === 'object') return planBelowObject(work, stage, frame)
  if (stage.stack.kind === 'span' || !stage.sequence) return sourceOf(work)
  const inner = within(work, `below ${stage.stack.id}`)
  if (!inner) return g.add(canvas, { kind: 'missing' })
  return by.sequence(inner, stage.sequence, frame, { lane: stage.lane }) ?? g.clear(canvas)
}

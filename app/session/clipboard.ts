import {
  type Act,
  type Address,
  allSteps,
  controlOf,
  findOwner,
  type Origin,
  originOfStack,
  type Stack,
  type Stage,
  stackOf,
  type Step,
  stepIn,
  type Timing,
} from '@stilus/core/project'
import type { Key } from '@stilus/core/anim'
import { timeAt } from '../desk/use-desk'
import { editAll } from '../store/edit'
import { store } from '../store/store'
import { type ChosenKeys, viewActions } from '../store/view'
import { tell, uid } from './work'

interface Copied {
  steps: readonly Step[]
  from: Origin
}

let copied: Copied | undefined
let copiedKeys: { lanes: { address: Address; keys: Key[] }[]; first: number } | undefined

export const hasSteps = (): boolean => copied !== undefined
export const hasKeys = (): boolean => copiedKeys !== undefined
export const copiedName = (): string =>
  copied?.steps.length === 1 ? (copied.steps[0]?.name ?? '') : `${copied?.steps.length ?? 0} steps`

export function copySteps(stage: Stage, ids: readonly string[]): void {
  const steps = allSteps(stage.steps).filter((s) => ids.includes(s.id))
  if (!steps.length) return
  copied = { steps, from: originOfStack(stage.project, stage.stack) }
  tell('info', `Copied ${copiedName()}. Paste on any shot.`)
}

/** A stack with the number of its steps. */
interface Goal {
  stack: Stack
  steps: readonly Step[]
}

/** Pastes the copied steps at the end of stacks, or at a place of one. */
export function pasteSteps(goals: readonly Goal[], timing: Timing, at?: number): void {
  const source = copied
  if (!source) return
  const pasted = goals.map((goal) => ({ goal, newId: uid() }))
  const acts = pasted.map(({ goal, newId }): Act => [
    'steps.paste',
    {
      stack: goal.stack,
      at: at ?? goal.steps.length,
      steps: [...source.steps],
      newId,
      from: source.from,
      timing,
    },
  ])
  const onto = goals.length === 1 ? '' : ` onto ${goals.length} shots`
  if (!store.dispatch(editAll(acts, `Paste ${copiedName()}${onto}`))) return
  const [only] = pasted
  if (goals.length === 1 && only && source.steps.length === 1) store.dispatch(viewActions.step(only.newId))
}

/** Moves a step of another stack into one, at a place of it. */
export function moveInto(stage: Stage, stepId: string, at: number): void {
  const { project, stack } = stage
  const from = stackOf(project, 'step', stepId)
  const step = findOwner(project, 'step', stepId)
  if (!from || !step) return
  const newId = uid()
  const origin = originOfStack(project, from)
  const paste: Act = ['steps.paste', { stack, at, steps: [step], newId, from: origin, timing: 'kept' }]
  if (store.dispatch(editAll([paste, ['step.remove', { stepId }]], `Move ${step.name}`)))
    store.dispatch(viewActions.step(newId))
}

/** Gives selected steps chosen parts of the one that was copied. */
export function pasteParts(
  ids: readonly string[],
  parts: ('what' | 'where' | 'when')[],
  timing: Timing,
): void {
  const source = copied?.steps[0]
  if (!source || !copied) return
  const { from } = copied
  const acts = ids.map((stepId): Act => ['step.parts', { stepId, parts, source, from, timing }])
  store.dispatch(editAll(acts, `Paste ${parts.join(' and ')} of ${source.name}`))
}

export function copyKeys(lanes: readonly { address: Address; keys: readonly Key[] }[]): void {
  const first = Math.min(...lanes.flatMap((l) => l.keys.map((k) => k.at)))
  if (!Number.isFinite(first)) return
  copiedKeys = { lanes: lanes.map((l) => ({ address: l.address, keys: [...l.keys] })), first }
}

/** Puts the copied keys into the lanes that they came from, the first of them under the playhead; onto another step where its controls have the same names. */
export function pasteKeys(stage: Stage, stepId: string | null): ChosenKeys[] {
  const source = copiedKeys
  if (!source) return []
  const shift = timeAt(stage, store.getState().view.frame) - source.first
  const selected = stepId === null ? undefined : stepIn(stage, stepId)
  const lanes = source.lanes.flatMap(({ address, keys }) => {
    const at = goalOf(stage, address, selected)
    return at ? [{ address: at, keys }] : []
  })
  if (!lanes.length) {
    tell(
      'problem',
      'The copied keys belong to controls that this step does not have. Select a step of the same kind.',
    )
    return []
  }
  store.dispatch(editAll([['keys.paste', { lanes, shift }]], 'Paste keys'))
  return lanes.map(({ address, keys }) => ({ address, at: keys.map((k) => k.at + shift) }))
}

/** Where keys of an address go on a stage: to where they came from, or to the control of the same name of the selected step. */
function goalOf(stage: Stage, address: Address, selected: Step | undefined): Address | undefined {
  const { owner } = address
  if (owner.kind === 'item') {
    const there = allSteps(stage.steps).some((s) => s.where?.items.some((i) => i.id === owner.id))
    return there ? address : undefined
  }
  if (owner.kind === 'object') return stage.stack.id === owner.id ? address : undefined
  if (stepIn(stage, owner.id)) return address
  const param = controlOf(address)
  if (!selected || param === undefined) return undefined
  const fits = param === 'mix' || selected.what[param]
  return fits ? { owner: { kind: 'step', id: selected.id }, path: address.path } : undefined
}

import { keyAt, valueAt } from '@stilus/core/anim'
import {
  type Act,
  asked,
  controlAddress,
  cutsOf,
  listOf,
  type Project,
  type Sequence,
  stepIn,
} from '@stilus/core/project'
import { findStep } from '@stilus/core/steps'
import { addTreatment } from '../desk/strip/add-step'
import { choose } from '../desk/lanes/chosen-keys'
import { keysChosen } from '../desk/lanes/key-tools'
import { animatedValues } from '../desk/controls/modifiers'
import { timeAt } from '../desk/use-desk'
import { hasKeys, hasSteps, pasteKeys, pasteSteps } from '../session/clipboard'
import { frameCount, play, playScale, seek, stop } from '../session/playback'
import { deskPath, deskStage, here, openSequence, sequenceFrame } from '../session/where'
import { addTransition } from '../sequence/new-across'
import { tell, uid } from '../session/work'
import { edit, editAll, location } from '../store/edit'
import { store } from '../store/store'
import { type ViewState, viewActions } from '../store/view'

export const view = () => store.getState().view
export const set = (change: Partial<ViewState>) => void store.dispatch(viewActions.set(change))
/** What the desk works on. */
export const stage = deskStage
export const step = () => {
  const { stepId } = view()
  const on = stage()
  return on && stepId !== null ? stepIn(on, stepId) : undefined
}
export const onDesk = () => stage() !== undefined
export const onStep = () => step() !== undefined
export const go = (by: number) => store.dispatch(seek(view().frame + by))
/** The first or the last frame of what is worked on; of a cut its run-up does not count. */
export function toEnd(share: 0 | 1): void {
  const { document } = store.getState().project
  const at = here()
  if (document && at) store.dispatch(seek(share * (frameCount(document, at) - 1)))
}
export const start = (speed: number) => store.dispatch(play(playScale(view().quality), speed))

/** Frames of all keys of the selected step, or of all steps. */
function keyFrames(): number[] {
  const on = stage()
  if (!on) return []
  const selected = step()
  const frames = (selected ? [selected] : on.steps)
    .flatMap(animatedValues)
    .flatMap((m) => m.animated.keys?.map((k) => k.at - on.head) ?? [])
  return [...new Set(frames)].sort((a, b) => a - b)
}

/** Sets a key for everything of the selected step that is animated already, or for its mix. */
export function putKeys(): void {
  const on = stage()
  const selected = step()
  if (!on || !selected) return
  const at = timeAt(on, view().frame)
  const moving = animatedValues(selected)
  const all = moving.length
    ? moving
    : [{ address: controlAddress(selected.id, 'mix'), animated: selected.mix }]
  const acts = all
    .filter(({ animated }) => !keyAt(animated, at))
    .map(({ address, animated }): Act => ['key.put', { address, at, value: valueAt(animated, at) }])
  if (acts.length) store.dispatch(editAll(acts, acts.length === 1 ? 'Set key' : `Set ${acts.length} keys`))
}

export function addStep(use: string): void {
  const on = stage()
  if (!on) return
  const stepId = uid()
  const act = (at: number): Act => ['step.add', { stack: on.stack, stepId, use, at }]
  if (store.dispatch(addTreatment(on, stepId, act, findStep(use)?.name ?? use))) set({ palette: false })
}

export function removeSteps(): void {
  const on = stage()
  const ids = view().stepIds
  if (!on || !ids.length) return
  const list = listOf(on.project, ids[0] ?? '')
  const index = list.findIndex((s) => s.id === ids[0])
  const rest = list.filter((s) => !ids.includes(s.id))
  store.dispatch(viewActions.step(rest[Math.min(Math.max(0, index), rest.length - 1)]?.id ?? null))
  store.dispatch(
    ids.length === 1 ? edit('step.remove', { stepId: ids[0] ?? '' }) : edit('steps.remove', { stepIds: ids }),
  )
}

export function groupSteps(): void {
  const on = stage()
  const [first] = view().stepIds
  const list = on && first !== undefined && stepIn(on, first) ? listOf(on.project, first) : []
  const stepIds = list.filter((s) => view().stepIds.includes(s.id)).map((s) => s.id)
  if (!stepIds.length) return
  const groupId = uid()
  if (store.dispatch(edit('steps.group', { stepIds, groupId, name: 'Group' })))
    store.dispatch(viewActions.step(groupId))
}

export function paste(): void {
  const on = stage()
  if (!on) return
  if (hasKeys() && (keysChosen() || !hasSteps())) return choose(pasteKeys(on, view().stepId))
  const at = on.steps.findIndex((s) => s.id === view().stepId) + 1 || on.steps.length
  pasteSteps([on], 'kept', at)
}

/** A marker at the playhead: set where there is none, else removed. */
export function marker(): void {
  const sequence = openSequence()
  if (!sequence) return
  const at = sequenceFrame()
  const { id: sequenceId, markers = [] } = sequence
  const there = markers.find((m) => m.at === at)
  const name = `Marker ${markers.length + 1}`
  store.dispatch(
    there
      ? edit('marker.remove', { sequenceId, markerId: there.id })
      : edit('marker.put', { sequenceId, markerId: uid(), at, name }),
  )
}

export const playOrStop = () => void (view().playing ? store.dispatch(stop) : start(1))

export const compareAs = (mode: 'split' | 'side' | 'difference') =>
  void store.dispatch(viewActions.compare({ mode: view().compare.mode === mode ? 'off' : mode }))

/** What Shift and a digit type on the keyboards that are common. */
export const SHIFTED = [
  ['shift+0', ')'],
  ['shift+1', '!'],
  ['shift+2', '@'],
  ['shift+3', '#'],
  ['shift+4', '$'],
  ['shift+5', '%'],
  ['shift+6', '^'],
]

/** Leaves one thing at a time: what is under way first, then what is open, then looks and choices. */
export function leave(): void {
  const {
    drawing,
    picking,
    trying,
    drawer,
    keys,
    modifiers,
    look,
    inspect,
    solo,
    chosenKeys,
    compare,
    peek,
    corners,
    motionId,
    frozen,
    titles,
  } = view()
  if (drawing ?? picking ?? trying ?? peek) set({ drawing: null, picking: null, trying: null, peek: null })
  else if (titles) set({ titles: false })
  else if (drawer || keys) set({ drawer: null, keys: false, insertAt: null })
  else if (modifiers) set({ modifiers: null })
  else if (frozen) set({ frozen: false })
  else if (motionId) set({ motionId: null })
  else if (corners.length) set({ corners: [] })
  else if (look !== 'result' || inspect || solo.length) set({ look: 'result', inspect: null, solo: [] })
  else if (chosenKeys.length) set({ chosenKeys: [] })
  else if (compare.mode !== 'off') store.dispatch(viewActions.compare({ mode: 'off' }))
  else if (here()?.kind === 'design') leaveObject()
}

/** From a step of an object to the object, from that to the design. */
function leaveObject(): void {
  const { stepId } = view()
  store.dispatch(stepId === null ? viewActions.object({ id: null }) : viewActions.step(null))
}

export function moveStep(by: number): void {
  const on = stage()
  const selected = step()
  if (!on || !selected) return
  const to = Math.max(0, listOf(on.project, selected.id).indexOf(selected) + by)
  store.dispatch(edit('step.move', { stepId: selected.id, to }))
}

/** Switches all steps of the desk off, or on again if none is on. */
export function bypassShot(): void {
  const on = stage()
  if (!on?.steps.length) return
  const next = !on.steps.some((s) => s.on)
  const acts = on.steps.map((s): Act => ['step.switch', { stepId: s.id, on: next }])
  store.dispatch(editAll(acts, next ? 'Switch all steps on' : 'Switch all steps off'))
}

export function switchStep(): void {
  const selected = step()
  if (selected) store.dispatch(edit('step.switch', { stepId: selected.id, on: !selected.on }))
}

export function mark(edge: 'in' | 'out'): void {
  const sequence = openSequence()
  if (!sequence) return
  const { marks, id: sequenceId } = sequence
  const frame = sequenceFrame()
  const next = edge === 'in' ? { in: frame, out: marks.out } : { in: marks.in, out: frame + 1 }
  store.dispatch(edit('sequence.marks', { sequenceId, ...next }))
}

export function unmark(): void {
  const sequence = openSequence()
  if (sequence) store.dispatch(edit('sequence.marks', { sequenceId: sequence.id, in: null, out: null }))
}

export function neighbour(by: number): void {
  const project = store.getState().project.document
  const at = here()
  const sequence = openSequence()
  if (!project || !sequence || at?.kind !== 'stack') return
  const kind = at.stack.kind === 'transition' ? 'transition' : 'shot'
  const list = kind === 'shot' ? shotsInOrder(sequence) : cutsInOrder(project, sequence)
  const next = list[list.indexOf(at.stack.id) + by]
  if (next !== undefined) location.go(deskPath(project, { kind, id: next }))
}

const shotsInOrder = ({ shots }: Sequence): string[] =>
  [...shots].sort((a, b) => a.start - b.start).map((s) => s.id)

const cutsInOrder = (project: Project, sequence: Sequence): string[] =>
  sequence.transitions
    .flatMap((t) => ({ id: t.id, ...asked(project, t) }))
    .filter((t) => t.cut !== undefined)
    .sort((a, b) => (a.cut ?? 0) - (b.cut ?? 0) || (a.lane ?? 0) - (b.lane ?? 0))
    .map((t) => t.id)

/** Opens the transition at the cut nearest to the playhead on the lowest lane; a plain cut gets one. */
export function openCut(): void {
  const project = store.getState().project.document
  const sequence = openSequence()
  if (!project || !sequence) return
  const frame = sequenceFrame()
  const near = cutsOf(sequence, 0).sort(
    (a, b) => Math.abs(a.to.start - frame) - Math.abs(b.to.start - frame),
  )[0]
  if (!near) return void tell('info', 'No two shots of the lowest lane meet here: there is no cut to open.')
  const { from, to } = near
  const there = sequence.transitions.find((t) => t.from === from.id && t.to === to.id)
  const id = there?.id ?? addTransition(sequence, near)
  if (id !== undefined) location.go(deskPath(project, { kind: 'transition', id }))
}

export function jump(direction: 1 | -1): void {
  const now = view().frame
  const frames = keyFrames().filter((f) => (direction > 0 ? f > now + 1e-6 : f < now - 1e-6))
  const to = direction > 0 ? frames[0] : frames.at(-1)
  if (to !== undefined) store.dispatch(seek(to))
}

/** Result, then each view that the step declares, then result again. */
export function nextView(): void {
  const ids = ['result', ...(findStep(step()?.use ?? '')?.outputs.map((v) => v.id) ?? [])]
  set({ look: ids[(ids.indexOf(view().look) + 1) % ids.length] ?? 'result' })
}

export function goTo(part: string): void {
  const project = store.getState().project.document
  if (project) location.go(`/p/${project.id}${part}`)
}

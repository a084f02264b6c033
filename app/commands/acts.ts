import { keyAt, valueAt } from '@stilus/core/anim'
import { type Act, allSteps, listOf, treatmentTime } from '@stilus/core/project'
import { findStep } from '@stilus/core/steps'
import { choose } from '../desk/chosen-keys'
import { keysChosen } from '../desk/key-tools'
import { animatedValues } from '../desk/modifiers'
import { hasKeys, hasSteps, pasteKeys, pasteSteps } from '../session/clipboard'
import { deskShot, play, playScale, seek, stop } from '../session/playback'
import { uid } from '../session/work'
import { edit, editAll, location } from '../store/edit'
import { store } from '../store/store'
import { type ViewState, viewActions } from '../store/view'

export const view = () => store.getState().view
export const set = (change: Partial<ViewState>) => void store.dispatch(viewActions.set(change))
export const shotId = () => deskShot(location.path())
export const shot = () => store.getState().project.document?.shots.find((s) => s.id === shotId())
export const step = () => allSteps(shot()?.steps ?? []).find((s) => s.id === view().stepId)
export const onDesk = () => shot() !== undefined
export const onStep = () => step() !== undefined
export const go = (by: number) => store.dispatch(seek(view().frame + by, shotId()))
export const start = (speed: number) => store.dispatch(play(shotId(), playScale(view().quality), speed))

/** Frames of all keys of the selected step, or of all steps. */
function keyFrames(): number[] {
  const current = shot()
  if (!current) return []
  const steps = step() ? [step()].flatMap((s) => s ?? []) : current.steps
  const head = treatmentTime(current, 0)
  const frames = steps
    .flatMap((s) => animatedValues(s, current.id))
    .flatMap((m) => m.animated.keys?.map((k) => k.at - head) ?? [])
  return [...new Set(frames)].sort((a, b) => a - b)
}

/** Sets a key for everything of the selected step that is animated already, or for its mix. */
export function putKeys(): void {
  const current = shot()
  const selected = step()
  if (!current || !selected) return
  const at = treatmentTime(current, view().frame)
  const modifiers = animatedValues(selected, current.id)
  const all = modifiers.length
    ? modifiers
    : [{ place: { shotId: current.id, stepId: selected.id, param: 'mix' }, animated: selected.mix }]
  const acts = all
    .filter(({ animated }) => !keyAt(animated, at))
    .map(({ place, animated }): Act => ['key.put', { place, at, value: valueAt(animated, at) }])
  if (acts.length) store.dispatch(editAll(acts, acts.length === 1 ? 'Set key' : `Set ${acts.length} keys`))
}

export function addStep(use: string): void {
  const current = shot()
  if (!current) return
  const stepId = uid()
  const at = view().insertAt ?? current.steps.length
  if (!store.dispatch(edit('step.add', { shotId: current.id, stepId, use, at }))) return
  store.dispatch(viewActions.step(stepId))
  set({ face: 'what', look: 'result', palette: false, trying: null, insertAt: null })
}

export function removeSteps(): void {
  const current = shot()
  const ids = view().stepIds
  if (!current || !ids.length) return
  const list = listOf(current, ids[0] ?? '')
  const index = list.findIndex((s) => s.id === ids[0])
  const rest = list.filter((s) => !ids.includes(s.id))
  store.dispatch(viewActions.step(rest[Math.min(Math.max(0, index), rest.length - 1)]?.id ?? null))
  store.dispatch(
    ids.length === 1
      ? edit('step.remove', { shotId: current.id, stepId: ids[0] ?? '' })
      : edit('steps.remove', { shotId: current.id, stepIds: ids }),
  )
}

export function groupSteps(): void {
  const current = shot()
  const list = current && listOf(current, view().stepIds[0] ?? '')
  const stepIds = (list ?? []).filter((s) => view().stepIds.includes(s.id)).map((s) => s.id)
  if (!current || !stepIds.length) return
  const groupId = uid()
  if (store.dispatch(edit('steps.group', { shotId: current.id, stepIds, groupId, name: 'Group' })))
    store.dispatch(viewActions.step(groupId))
}

export function paste(): void {
  const current = shot()
  if (!current) return
  if (hasKeys() && (keysChosen() || !hasSteps())) return choose(pasteKeys(current, view().stepId))
  const at = current.steps.findIndex((s) => s.id === view().stepId) + 1 || current.steps.length
  pasteSteps([current], 'kept', at)
}

/** A marker at the playhead: set where there is none, else removed. */
export function marker(): void {
  const document = store.getState().project.document
  const at = view().frame + (shot()?.start ?? 0)
  const there = document?.markers?.find((m) => m.at === at)
  const name = `Marker ${(document?.markers?.length ?? 0) + 1}`
  store.dispatch(
    there ? edit('marker.remove', { markerId: there.id }) : edit('marker.put', { markerId: uid(), at, name }),
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
  } = view()
  if (drawing ?? picking ?? trying ?? peek) set({ drawing: null, picking: null, trying: null, peek: null })
  else if (drawer || keys) set({ drawer: null, keys: false, insertAt: null })
  else if (modifiers) set({ modifiers: null })
  else if (frozen) set({ frozen: false })
  else if (motionId) set({ motionId: null })
  else if (corners.length) set({ corners: [] })
  else if (look !== 'result' || inspect || solo.length) set({ look: 'result', inspect: null, solo: [] })
  else if (chosenKeys.length) set({ chosenKeys: [] })
  else if (compare.mode !== 'off') store.dispatch(viewActions.compare({ mode: 'off' }))
}

export function moveStep(by: number): void {
  const current = shot()
  const selected = step()
  if (!current || !selected) return
  const to = Math.max(0, listOf(current, selected.id).indexOf(selected) + by)
  store.dispatch(edit('step.move', { shotId: current.id, stepId: selected.id, to }))
}

/** Switches all steps of the shot off, or on again if none is on. */
export function bypassShot(): void {
  const current = shot()
  if (!current?.steps.length) return
  const on = !current.steps.some((s) => s.on)
  const acts = current.steps.map((s): Act => ['step.switch', { shotId: current.id, stepId: s.id, on }])
  store.dispatch(editAll(acts, on ? 'Switch all steps on' : 'Switch all steps off'))
}

export function switchStep(): void {
  const selected = step()
  if (selected)
    store.dispatch(edit('step.switch', { shotId: shotId() ?? '', stepId: selected.id, on: !selected.on }))
}

export function mark(edge: 'in' | 'out'): void {
  const marks = store.getState().project.document?.marks
  if (!marks) return
  const current = shot()
  const frame = view().frame + (current?.start ?? 0)
  store.dispatch(
    edit('project.marks', edge === 'in' ? { in: frame, out: marks.out } : { in: marks.in, out: frame + 1 }),
  )
}

export function neighbour(by: number): void {
  const project = store.getState().project.document
  const list = [...(project?.shots ?? [])].sort((a, b) => a.start - b.start)
  const next = list[list.findIndex((s) => s.id === shotId()) + by]
  if (project && next) location.go(`/p/${project.id}/shot/${next.id}`)
}

export function jump(direction: 1 | -1): void {
  const now = view().frame
  const frames = keyFrames().filter((f) => (direction > 0 ? f > now + 1e-6 : f < now - 1e-6))
  const to = direction > 0 ? frames[0] : frames.at(-1)
  if (to !== undefined) store.dispatch(seek(to, shotId()))
}

/** Result, then each view that the step declares, then result again. */
export function nextView(): void {
  const ids = ['result', ...(findStep(step()?.use ?? '')?.views.map((v) => v.id) ?? [])]
  set({ look: ids[(ids.indexOf(view().look) + 1) % ids.length] ?? 'result' })
}

export function goTo(part: string): void {
  const project = store.getState().project.document
  if (project) location.go(`/p/${project.id}${part}`)
}

import {
  type Act,
  allSteps,
  originOf,
  type Origin,
  type Place,
  type Shot,
  type Step,
  type Timing,
  treatmentTime,
} from '@stilus/core/project'
import type { Key } from '@stilus/core/anim'
import { editAll } from '../store/edit'
import { store } from '../store/store'
import { type ChosenKeys, viewActions } from '../store/view'
import { tell, uid } from './work'

interface Copied {
  steps: readonly Step[]
  from: Origin
}

let copied: Copied | undefined
let copiedKeys: { lanes: { place: Place; keys: Key[] }[]; first: number } | undefined

export const hasSteps = (): boolean => copied !== undefined
export const hasKeys = (): boolean => copiedKeys !== undefined
export const copiedName = (): string =>
  copied?.steps.length === 1 ? (copied.steps[0]?.name ?? '') : `${copied?.steps.length ?? 0} steps`

export function copySteps(shot: Shot, ids: readonly string[]): void {
  const steps = allSteps(shot.steps).filter((s) => ids.includes(s.id))
  if (!steps.length) return
  copied = { steps, from: originOf(shot) }
  tell('info', `Copied ${copiedName()}. Paste on any shot.`)
}

/** Pastes the copied steps at the end of shots, or at a place of one. */
export function pasteSteps(shots: readonly Shot[], timing: Timing, at?: number): void {
  const source = copied
  if (!source) return
  const pasted = shots.map((shot) => ({ shot, newId: uid() }))
  const acts = pasted.map(({ shot, newId }): Act => [
    'steps.paste',
    {
      shotId: shot.id,
      at: at ?? shot.steps.length,
      steps: [...source.steps],
      newId,
      from: source.from,
      timing,
    },
  ])
  const onto = shots.length === 1 ? '' : ` onto ${shots.length} shots`
  if (!store.dispatch(editAll(acts, `Paste ${copiedName()}${onto}`))) return
  const [only] = pasted
  if (shots.length === 1 && only && source.steps.length === 1) store.dispatch(viewActions.step(only.newId))
}

/** Gives selected steps chosen parts of the one that was copied. */
export function pasteParts(
  shot: Shot,
  ids: readonly string[],
  parts: ('what' | 'where' | 'when')[],
  timing: Timing,
): void {
  const source = copied?.steps[0]
  if (!source || !copied) return
  const { from } = copied
  const acts = ids.map((stepId): Act => [
    'step.parts',
    { shotId: shot.id, stepId, parts, source, from, timing },
  ])
  store.dispatch(editAll(acts, `Paste ${parts.join(' and ')} of ${source.name}`))
}

export function copyKeys(lanes: readonly { place: Place; keys: readonly Key[] }[]): void {
  const first = Math.min(...lanes.flatMap((l) => l.keys.map((k) => k.at)))
  if (!Number.isFinite(first)) return
  copiedKeys = { lanes: lanes.map((l) => ({ place: l.place, keys: [...l.keys] })), first }
}

/** Puts the copied keys into the lanes that they came from, the first of them under the playhead; onto another step where its controls have the same names. */
export function pasteKeys(shot: Shot, stepId: string | null): ChosenKeys[] {
  const source = copiedKeys
  if (!source) return []
  const to = treatmentTime(shot, store.getState().view.frame)
  const shift = to - source.first
  const here = allSteps(shot.steps)
  const lanes = source.lanes.flatMap(({ place, keys }) => {
    const same = here.find((s) => s.id === place.stepId)
    const target = same ?? here.find((s) => s.id === stepId)
    const fits = target && (place.itemId ? same : place.param === 'mix' || target.what[place.param])
    return target && fits ? [{ place: { ...place, shotId: shot.id, stepId: target.id }, keys }] : []
  })
  if (!lanes.length) {
    tell(
      'problem',
      'The copied keys belong to controls that this step does not have. Select a step of the same kind.',
    )
    return []
  }
  store.dispatch(editAll([['keys.paste', { lanes, shift }]], 'Paste keys'))
  return lanes.map(({ place, keys }) => ({ place, at: keys.map((k) => k.at + shift) }))
}

import { type Animated, keyAt, valueAt } from '@stilus/core/anim'
import {
  type Act,
  allSteps,
  panelFor,
  type Place,
  type Project,
  type Shot,
  type Step,
  treatmentTime,
  valueNow,
} from '@stilus/core/project'
import { createContext, useContext } from 'react'
import { editAll } from '../store/edit'
import { type RootState, useApp, useAppDispatch, useView } from '../store/store'
import { viewActions } from '../store/view'

export interface Desk {
  project: Project
  shot: Shot
}

const Context = createContext<Desk | null>(null)
export const DeskProvider = Context.Provider

/** The project and shot that the desk works on. */
export function useDesk(): Desk {
  const desk = useContext(Context)
  if (!desk) throw new Error('There is no desk here.')
  return desk
}

export function useSelectedStep(): Step | undefined {
  const { shot } = useDesk()
  const stepId = useApp((s) => s.view.stepId)
  return allSteps(shot.steps).find((s) => s.id === stepId)
}

/** All selected steps in their order. */
export function useSelectedSteps(): Step[] {
  const { shot } = useDesk()
  const { stepIds } = useView('stepIds')
  return allSteps(shot.steps).filter((s) => stepIds.includes(s.id))
}

/** Treatment time under the playhead. */
export function useTime(): number {
  const { shot } = useDesk()
  return useApp((s) => treatmentTime(shot, s.view.frame))
}

/** An animatable value at the playhead, with everything that its control needs. What is set goes to `also` too. */
export function useAnimated(place: Place, animated: Animated, also: readonly Place[] = []) {
  const dispatch = useAppDispatch()
  const modifiers = (animated.modifiers ?? []).filter((m) => m.on)
  const follows = modifiers.find((m) => m.kind === 'follow' && m.join === 'replace')
  // Everything is read by selectors, so that a control is drawn again only when what it shows has changed.
  const shotOf = (s: RootState) => s.project.document?.shots.find((shot) => shot.id === place.shotId)
  const timeOf = (s: RootState) => {
    const shot = shotOf(s)
    return shot ? treatmentTime(shot, s.view.frame) : 0
  }
  const panel = useApp((s) => {
    const shot = shotOf(s)
    return place.itemId || place.modifier || !shot
      ? undefined
      : panelFor(shot, place.stepId, place.param)?.group
  })
  /** The value is made elsewhere: what is set here would not show. */
  const held = Boolean(panel ?? follows)
  const value = useApp((s) => {
    const document = s.project.document
    return JSON.stringify(
      held && document ? valueNow(document, place, timeOf(s)) : valueAt(animated, timeOf(s)),
    )
  })
  const onKey = useApp((s) => keyAt(animated, timeOf(s)) !== undefined)
  const places = [place, ...also]
  return {
    value: JSON.parse(value) as Animated['value'],
    keyed: Boolean(animated.keys?.length),
    onKey,
    held,
    panel,
    moved: modifiers.length > 0 || front !== undefined,
    set: (value: Animated['value'], gesture?: string) => {
      dispatch((run, getState) => {
        const at = timeOf(getState())
        const acts = places.map((p): Act => ['value.set', { place: p, at, value }])
        run(editAll(acts, `Change ${place.param.replace(/-/g, ' ')}`, gesture))
      })
    },
    toggleKey: () =>
      dispatch((run, getState) => {
        const at = timeOf(getState())
        const value = valueAt(animated, at)
        const dropping = keyAt(animated, at) !== undefined
        const acts = places.map((p): Act =>
          dropping ? ['key.drop', { place: p, at }] : ['key.put', { place: p, at, value }],
        )
        run(editAll(acts, `${dropping ? 'Remove key of' : 'Set key for'} ${place.param.replace(/-/g, ' ')}`))
      }),
    hand: (down: boolean) => void dispatch(viewActions.set({ hand: down })),
  }
}

export type Control = ReturnType<typeof useAnimated>

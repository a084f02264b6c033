import { type Animated, keyAt, valueAt } from '@stilus/core/anim'
import { type Place, type Project, type Shot, type Step, treatmentTime } from '@stilus/core/project'
import { createContext, useContext } from 'react'
import { edit } from '../store/edit'
import { useApp, useAppDispatch } from '../store/store'
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
  return shot.steps.find((s) => s.id === stepId)
}

/** Treatment time under the playhead. */
export function useTime(): number {
  const { shot } = useDesk()
  return useApp((s) => treatmentTime(shot, s.view.frame))
}

/** An animatable value at the playhead, with everything that its control needs. */
export function useAnimated(place: Place, animated: Animated) {
  const dispatch = useAppDispatch()
  const { shot } = useDesk()
  const held = useApp((s) => JSON.stringify(valueAt(animated, treatmentTime(shot, s.view.frame))))
  const onKey = useApp((s) => keyAt(animated, treatmentTime(shot, s.view.frame)) !== undefined)
  return {
    value: JSON.parse(held) as Animated['value'],
    keyed: Boolean(animated.keys?.length),
    onKey,
    set: (value: Animated['value'], gesture?: string) => {
      dispatch((run, getState) =>
        run(edit('value.set', { place, at: treatmentTime(shot, getState().view.frame), value }, gesture)),
      )
    },
    toggleKey: () =>
      dispatch((run, getState) => {
        const at = treatmentTime(shot, getState().view.frame)
        if (keyAt(animated, at)) run(edit('key.drop', { place, at }))
        else run(edit('key.put', { place, at, value: valueAt(animated, at) }))
      }),
    hand: (down: boolean) => void dispatch(viewActions.set({ hand: down })),
  }
}

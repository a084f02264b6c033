import { writeMotionCsv, writeMotionJson } from '@stilus/core/formats'
import {
  type Act,
  allSteps,
  type MotionItem,
  paramsOf,
  pinActs,
  type Project,
  type Shot,
} from '@stilus/core/project'
import { saveText } from '../session/save-text'
import { stopTracking } from '../session/tracking'
import { uid } from '../session/work'
import { edit, editAll } from '../store/edit'
import { store } from '../store/store'
import { viewActions } from '../store/view'
import type { MenuItem } from '../ui/overlays'

/** What can be done with a motion itself. */
export function motionMenu(project: Project, item: MotionItem): (MenuItem | null)[] {
  const { dispatch } = store
  const medium = project.media.find((m) => m.id === item.mediaId)
  const meta = {
    name: item.name,
    width: medium?.width ?? 0,
    height: medium?.height ?? 0,
    rate: medium?.rate ?? project.rate,
  }
  return [
    { label: 'Write as a table (CSV)', run: () => saveText(`${item.name}.csv`, writeMotionCsv(item.motion)) },
    { label: 'Write as JSON', run: () => saveText(`${item.name}.json`, writeMotionJson(item.motion, meta)) },
    null,
    {
      label: 'Keep corrections and smoothing',
      disabled: !item.motion.fixes?.length && !item.motion.smooth,
      run: () => void dispatch(edit('motion.settle', { motionId: item.id })),
    },
    {
      label: 'Begin anew',
      run: () => {
        stopTracking(item.id)
        const { reference, anchor } = item.motion
        dispatch(edit('motion.anchor', { motionId: item.id, reference, anchor }))
      },
    },
    null,
    {
      label: 'Take from the shelf',
      danger: true,
      run: () => {
        stopTracking(item.id)
        dispatch(viewActions.set({ motionId: null, frozen: false }))
        dispatch(edit('shelf.remove', { shelfId: item.id }))
      },
    },
  ]
}

/** What a motion can be made to drive: the region or a point of the selected step, a corner pin, or a whole shot. */
export function usesMenu(
  project: Project,
  shot: Shot,
  stepId: string | null,
  item: MotionItem,
): (MenuItem | null)[] {
  const { dispatch } = store
  const step = allSteps(shot.steps).find((s) => s.id === stepId)
  const motions = { motions: [item.id], at: item.motion.reference, inverted: false }
  const pin = (target: Shot, corners: 'surface' | 'picture', inverted: boolean) => {
    const made = uid()
    const acts = pinActs(
      project,
      item,
      { shotId: target.id, stepId: made, at: target.steps.length },
      corners,
      inverted,
    )
    const label =
      corners === 'surface'
        ? 'Corner pin by a motion'
        : inverted
          ? 'Hold still by a motion'
          : 'Take along by a motion'
    if (!dispatch(editAll(acts, label))) return
    if (target.id === shot.id) {
      dispatch(viewActions.step(made))
      dispatch(viewActions.set({ motionId: null, face: 'what' }))
    }
  }
  const over = project.shots.filter(
    (s) => s.id !== shot.id && s.start < shot.start + shot.length && s.start + s.length > shot.start,
  )
  const onEach = (corners: 'surface' | 'picture', inverted: boolean): MenuItem[] =>
    [shot, ...over].map((s) => ({
      label: s === shot ? `${s.name} (this shot)` : s.name,
      run: () => pin(s, corners, inverted),
    }))
  const points = step ? Object.entries(paramsOf(step)).filter(([, p]) => p.type === 'point') : []
  return [
    { label: step ? `In ${step.name}` : 'Select a step to use it in its region', note: true },
    {
      label: 'Its region rides along',
      disabled: !step?.where,
      run: () => {
        if (!step) return
        dispatch(edit('region.attach', { shotId: shot.id, stepId: step.id, attach: { ...motions, on: true } }))
        dispatch(viewActions.set({ motionId: null, face: 'where' }))
      },
    },
    {
      label: 'A point rides along',
      disabled: !points.length,
      items: points.map(([param, p]) => ({
        label: p.label,
        run: () => {
          if (!step) return
          const modifier = { ...motions, id: uid(), on: true, kind: 'attach' as const, unit: 'normalised' as const }
          const act: Act = ['modifier.put', { place: { shotId: shot.id, stepId: step.id, param }, modifier }]
          dispatch(editAll([act], `${p.label} rides along`))
        },
      })),
    },
    null,
    { label: 'Corner pin onto its surface', items: onEach('surface', false) },
    { label: 'Take a picture along', items: onEach('picture', false) },
    { label: 'Hold a picture still', items: onEach('picture', true) },
  ]
}

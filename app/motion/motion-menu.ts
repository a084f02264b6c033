import { writeMotionCsv, writeMotionJson } from '@stilus/core/formats'
import { type Motion, settled } from '@stilus/core/motion'
import {
  type Act,
  controlAddress,
  type MotionItem,
  motionOf,
  paramsOf,
  pinActs,
  type Project,
  type Shot,
  splitMotion,
  type Stage,
  stageOf,
  stepIn,
} from '@stilus/core/project'
import { saveText } from '../session/save-file'
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
    rate: medium?.rate ?? { num: 24, den: 1 },
  }
  const motion = motionOf(project, item)
  const found = (next: typeof motion, how: 'settle' | 'anchor') => {
    const split = splitMotion(next)
    dispatch(edit('motion.found', { motionId: item.id, motion: split.motion, how }, undefined, split.records))
  }
  return [
    { label: 'Write as a table (CSV)', run: () => saveText(`${item.name}.csv`, writeMotionCsv(motion)) },
    { label: 'Write as JSON', run: () => saveText(`${item.name}.json`, writeMotionJson(motion, meta)) },
    null,
    {
      label: 'Keep corrections and smoothing',
      disabled: !motion.fixes?.length && !motion.smooth,
      run: () => found(settled(motion), 'settle'),
    },
    {
      label: 'Begin anew',
      run: () => {
        stopTracking(item.id)
        found(anchored(motion, motion.reference, motion.anchor), 'anchor')
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

/** A motion with its anchor set anew: what was measured goes. */
export const anchored = ({ form, smooth }: Motion, reference: number, anchor: number[]): Motion => ({
  form,
  reference,
  anchor,
  first: reference,
  places: [anchor],
  quality: [1],
  ...(smooth === undefined ? {} : { smooth }),
})

/** What a motion can be made to drive: the region or a point of the selected step, a corner pin, or a whole shot. */
export function usesMenu(stage: Stage, stepId: string | null, item: MotionItem): (MenuItem | null)[] {
  const { dispatch } = store
  const { project, shot, sequence } = stage
  const step = stepId === null ? undefined : stepIn(stage, stepId)
  const motions = { motions: [item.id], at: item.motion.reference, inverted: false }
  const pin = (target: Shot, corners: 'plane' | 'picture', inverted: boolean) => {
    const made = uid()
    const on = stageOf(project, { kind: 'shot', id: target.id })
    const acts = pinActs(on, item, { stepId: made, at: target.steps.length }, corners, inverted)
    const label =
      corners === 'plane'
        ? 'Corner pin by a motion'
        : inverted
          ? 'Hold still by a motion'
          : 'Take along by a motion'
    if (!dispatch(editAll(acts, label))) return
    if (target.id === shot?.id) {
      dispatch(viewActions.step(made))
      dispatch(viewActions.set({ motionId: null, face: 'what' }))
    }
  }
  const over = (sequence?.shots ?? []).filter(
    (s) => s.id !== shot?.id && s.start < stage.start + stage.length && s.start + s.length > stage.start,
  )
  const onEach = (corners: 'plane' | 'picture', inverted: boolean): MenuItem[] =>
    [...(shot ? [shot] : []), ...over].map((s) => ({
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
        dispatch(edit('region.attach', { stepId: step.id, attach: { ...motions, on: true } }))
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
          const modifier = {
            ...motions,
            id: uid(),
            on: true,
            kind: 'attach' as const,
            unit: 'normalised' as const,
          }
          const act: Act = ['modifier.put', { address: controlAddress(step.id, param), modifier }]
          dispatch(editAll([act], `${p.label} rides along`))
        },
      })),
    },
    null,
    { label: 'Corner pin onto its plane', items: onEach('plane', false) },
    { label: 'Take a picture along', items: onEach('picture', false) },
    { label: 'Hold a picture still', items: onEach('picture', true) },
  ]
}

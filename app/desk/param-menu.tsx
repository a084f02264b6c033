import type { Animated, Modifier } from '@stilus/core/anim'
import { fit, isNumeric, type Param } from '@stilus/core/params'
import { type PanelControl, groupsAround, type Place } from '@stilus/core/project'
import { uid } from '../session/work'
import { edit } from '../store/edit'
import { store } from '../store/store'
import { viewActions } from '../store/view'
import type { MenuItem } from '../ui/overlays'
import type { Control } from './use-desk'

/** The value that was copied from a control last. */
let copied: Animated['value'] | undefined

/** A new noise that is plainly seen: a tenth of the control's range. */
export function newNoise(kind: 'wobble' | 'flicker', param: Param): Modifier {
  const [low, high] = ('soft' in param && param.soft) || ('min' in param ? [param.min, param.max] : [0, 1])
  const amplitude = Math.abs(high - low) / 10
  const forms = {
    amplitude: { value: amplitude },
    frequency: { value: kind === 'wobble' ? 1 : 8 },
    decay: { value: 0 },
  }
  return { id: uid(), on: true, kind, seed: 1, octaves: 2, ...forms }
}

/** What can be done with a control beside setting it. */
export function paramMenu(
  param: Param,
  place: Place,
  animated: Animated,
  control: Control,
): (MenuItem | null)[] {
  const { dispatch } = store
  const shot = store.getState().project.document?.shots.find((s) => s.id === place.shotId)
  const numeric = isNumeric(param)
  const groups = place.itemId || place.modifier || !shot ? [] : groupsAround(shot, place.stepId)
  const inner = groups.at(-1)
  const modifiers = () => void dispatch(viewActions.set({ modifiers: place }))
  const add = (kind: 'wobble' | 'flicker') => {
    dispatch(edit('modifier.put', { place, modifier: newNoise(kind, param) }))
    modifiers()
  }
  const toFront = () => {
    if (!inner || !shot) return
    const made: PanelControl = {
      id: uid(),
      label: param.label,
      targets: [{ stepId: place.stepId, param: place.param }],
    }
    dispatch(
      edit('group.panel', { shotId: shot.id, stepId: inner.id, panel: [...(inner.panel ?? []), made] }),
    )
  }
  return [
    { label: 'Copy value', run: () => (copied = control.value) },
    {
      label: 'Paste value',
      disabled: copied === undefined || JSON.stringify(fit(param, copied)) !== JSON.stringify(copied),
      run: () => copied !== undefined && control.set(copied),
    },
    { label: 'Reset', run: () => control.set(param.default) },
    null,
    { label: 'What moves this?', run: modifiers },
    ...(numeric && !place.modifier
      ? [
          { label: 'Follow …', run: modifiers },
          { label: 'Add a wobble', run: () => add('wobble') },
          { label: 'Add a flicker', run: () => add('flicker') },
        ]
      : []),
    {
      label: 'Show its curve',
      disabled: !animated.keys,
      run: () => dispatch(viewActions.set({ lanes: 'curves' })),
    },
    ...(inner
      ? [
          null,
          { label: `Show on the front of ${inner.name}`, disabled: Boolean(control.panel), run: toFront },
        ]
      : []),
  ]
}

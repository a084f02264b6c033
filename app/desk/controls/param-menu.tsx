import type { Animated, Modifier } from '@stilus/core/anim'
import { fit, isNumeric, type Param } from '@stilus/core/params'
import {
  type Address,
  controlOf,
  groupsAround,
  homeOf,
  nameOfValue,
  type PanelControl,
  sameAddress,
  valueAddress,
} from '@stilus/core/project'
import { deskStage } from '../../session/where'
import { canBeAsked } from '../../titles/front-value'
import { uid } from '../../session/work'
import { edit } from '../../store/edit'
import { store } from '../../store/store'
import { viewActions } from '../../store/view'
import type { MenuItem } from '../../ui/overlays'
import type { Control } from '../use-desk'

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
  address: Address,
  animated: Animated,
  control: Control,
): (MenuItem | null)[] {
  const { dispatch } = store
  const stage = deskStage()
  const numeric = isNumeric(param)
  const name = controlOf(address)
  const groups = name === undefined || !stage ? [] : groupsAround(stage.steps, address.owner.id)
  const inner = groups.at(-1)
  const modifiers = () => void dispatch(viewActions.set({ modifiers: address }))
  const add = (kind: 'wobble' | 'flicker') => {
    dispatch(edit('modifier.put', { address, modifier: newNoise(kind, param) }))
    modifiers()
  }
  const toFront = () => {
    if (!inner || name === undefined) return
    const made: PanelControl = {
      id: uid(),
      label: param.label,
      targets: [{ stepId: address.owner.id, param: name }],
    }
    dispatch(edit('group.panel', { stepId: inner.id, panel: [...(inner.panel ?? []), made] }))
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
    ...(numeric && sameAddress(valueAddress(address), address)
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
    ...askingFor(param, address),
    ...(inner
      ? [
          null,
          { label: `Show on the front of ${inner.name}`, disabled: Boolean(control.panel), run: toFront },
        ]
      : []),
  ]
}

/** Has the design that a value is in ask for it where it is used. */
function askingFor(param: Param, address: Address): (MenuItem | null)[] {
  const { document } = store.getState().project
  const home = document && homeOf(document, address.owner.kind, address.owner.id)
  const design = document?.designs.find((d) => d.id === home)
  if (!document || !design || !canBeAsked(param)) return []
  const front = design.front ?? []
  const asked = front.some((item) => item.at?.some((at) => sameAddress(at, address)))
  const label = nameOfValue(document, address).slice(0, 80)
  return [
    null,
    {
      label: 'Ask for it where the design is used',
      disabled: asked,
      run: () => {
        const more = { label, kind: 'value' as const, at: [address] }
        store.dispatch(edit('design.front', { designId: design.id, front: [...front, more] }))
      },
    },
  ]
}

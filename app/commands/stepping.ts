import { dropChosen, nudge, reverse } from '../desk/lanes/chosen-keys'
import { copyChosenKeys, keysChosen } from '../desk/lanes/key-tools'
import { stepBefore } from '@stilus/core/project'
import { copySteps } from '../session/clipboard'
import { goOnFromBefore } from '../session/going-on'
import { uid } from '../session/work'
import { edit } from '../store/edit'
import { store } from '../store/store'
import { viewActions } from '../store/view'
import type { Command } from './command'
import {
  view,
  set,
  stage,
  step,
  onDesk,
  onStep,
  putKeys,
  removeSteps,
  groupSteps,
  paste,
  moveStep,
  bypassShot,
  switchStep,
  jump,
} from './acts'

/** What is done with steps and their keys. */
export const STEPPING: readonly Command[] = [
  {
    id: 'go-on',
    label: 'Continue from the shot before',
    words: ['movement', 'match', 'carry over', 'speed', 'go on'],
    group: 'Step',
    keys: [],
    when: () => {
      const [on, chosen] = [stage(), step()]
      return Boolean(on?.shot && chosen && stepBefore(on.project, on.shot, chosen))
    },
    run: () => {
      const [on, chosen] = [stage(), step()]
      if (on?.shot && chosen) goOnFromBefore(on.project, on.shot, chosen)
    },
  },
  {
    id: 'what',
    label: 'What: the controls',
    words: ['adjust', 'settings', 'parameters', 'values'],
    group: 'Step',
    keys: ['1'],
    when: onDesk,
    run: () => set({ face: 'what' }),
  },
  {
    id: 'where',
    label: 'Where: the region',
    words: ['mask', 'matte', 'isolate', 'garbage', 'shape', 'outline', 'key', 'limit'],
    group: 'Step',
    keys: ['2'],
    when: onDesk,
    run: () => set({ face: 'where' }),
  },
  {
    id: 'when',
    label: 'When: the timing',
    words: ['animate', 'keyframe', 'ramp', 'ease', 'span', 'fade'],
    group: 'Step',
    keys: ['3'],
    when: onDesk,
    run: () => set({ face: 'when' }),
  },
  {
    id: 'bypass',
    label: 'Switch the step on or off',
    group: 'Step',
    keys: ['b'],
    when: onStep,
    run: switchStep,
  },
  {
    id: 'bypass-shot',
    label: 'Switch all steps on or off',
    group: 'Step',
    keys: ['shift+b'],
    when: onDesk,
    run: bypassShot,
  },
  { id: 'key', label: 'Set a key here', group: 'Step', keys: ['k'], when: onStep, run: putKeys },
  {
    id: 'key-before',
    label: 'To the key before',
    group: 'Step',
    keys: ['['],
    when: onDesk,
    run: () => jump(-1),
  },
  {
    id: 'key-after',
    label: 'To the key after',
    group: 'Step',
    keys: [']'],
    when: onDesk,
    run: () => jump(1),
  },
  {
    id: 'duplicate',
    label: 'Duplicate the step',
    group: 'Step',
    keys: ['ctrl+d'],
    when: onStep,
    run: () => store.dispatch(edit('step.copy', { stepId: view().stepId ?? '', newId: uid() })),
  },
  {
    id: 'earlier',
    label: 'Move the step earlier',
    group: 'Step',
    keys: ['alt+arrowleft'],
    when: onStep,
    run: () => moveStep(-1),
  },
  {
    id: 'later',
    label: 'Move the step later',
    group: 'Step',
    keys: ['alt+arrowright'],
    when: onStep,
    run: () => moveStep(1),
  },
  {
    id: 'drop-keys',
    label: 'Remove the chosen keys',
    group: 'Keys',
    keys: ['delete', 'backspace'],
    when: keysChosen,
    run: () => void dropChosen(),
  },
  {
    id: 'remove',
    label: 'Remove the selected steps',
    group: 'Step',
    keys: ['delete', 'backspace'],
    when: () => onStep() && !keysChosen(),
    run: removeSteps,
  },
  {
    id: 'key-earlier',
    label: 'Chosen keys one frame earlier',
    group: 'Keys',
    keys: [','],
    when: keysChosen,
    run: () => void nudge(-1),
  },
  {
    id: 'key-later',
    label: 'Chosen keys one frame later',
    group: 'Keys',
    keys: ['.'],
    when: keysChosen,
    run: () => void nudge(1),
  },
  {
    id: 'keys-earlier',
    label: 'Chosen keys ten frames earlier',
    group: 'Keys',
    keys: ['<', 'alt+,'],
    when: keysChosen,
    run: () => void nudge(-10),
  },
  {
    id: 'keys-later',
    label: 'Chosen keys ten frames later',
    group: 'Keys',
    keys: ['>', 'alt+.'],
    when: keysChosen,
    run: () => void nudge(10),
  },
  {
    id: 'keys-reverse',
    label: 'Reverse the chosen keys',
    group: 'Keys',
    keys: [],
    when: keysChosen,
    run: reverse,
  },
  {
    id: 'curves',
    label: 'Lanes or curves',
    group: 'Keys',
    keys: ['q'],
    when: onDesk,
    run: () => set({ lanes: view().lanes === 'lanes' ? 'curves' : 'lanes' }),
  },
  {
    id: 'copy',
    label: 'Copy the chosen keys or the selected steps',
    group: 'Edit',
    keys: ['ctrl+c'],
    when: onDesk,
    run: () => {
      const on = stage()
      if (!copyChosenKeys() && on && view().stepIds.length) copySteps(on, view().stepIds)
    },
  },
  {
    id: 'paste',
    label: 'Paste keys or steps',
    group: 'Edit',
    keys: ['ctrl+v'],
    when: onDesk,
    run: paste,
  },
  {
    id: 'select-all',
    label: 'Select all steps',
    group: 'Edit',
    keys: ['ctrl+a'],
    when: onDesk,
    run: () => store.dispatch(viewActions.steps(stage()?.steps.map((s) => s.id) ?? [])),
  },
  {
    id: 'group',
    label: 'Group the selected steps',
    group: 'Step',
    keys: ['ctrl+g'],
    when: onStep,
    run: groupSteps,
  },
  {
    id: 'open-group',
    label: 'Open up the group',
    group: 'Step',
    keys: ['ctrl+shift+g'],
    when: () => step()?.use === 'group',
    run: () => {
      const group = step()
      store.dispatch(edit('group.open', { stepId: group?.id ?? '' }))
      store.dispatch(viewActions.steps((group?.steps ?? []).map((s) => s.id)))
    },
  },
  {
    id: 'modifiers',
    label: 'What moves the values of this step?',
    group: 'Step',
    keys: [],
    when: onStep,
    run: () => set({ face: 'when', modifiers: null }),
  },
]

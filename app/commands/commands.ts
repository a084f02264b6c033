import { findStep, STEPS } from '@stilus/core/steps'
import { dropChosen, nudge, reverse } from '../desk/chosen-keys'
import { copyChosenKeys, keysChosen } from '../desk/key-tools'
import { copySteps } from '../session/clipboard'
import { INSPECTIONS, looksOf } from '../viewer/looks'
import { keepStillOf } from '../session/stills'
import { uid } from '../session/work'
import { edit, redo, undo } from '../store/edit'
import { store } from '../store/store'
import { type Surround, viewActions } from '../store/view'
import { BETWEEN } from './between'
import type { Command } from './command'
import {
  view,
  set,
  stage,
  unmark,
  step,
  onDesk,
  onStep,
  go,
  start,
  putKeys,
  addStep,
  removeSteps,
  groupSteps,
  paste,
  marker,
  playOrStop,
  compareAs,
  SHIFTED,
  leave,
  moveStep,
  bypassShot,
  switchStep,
  mark,
  neighbour,
  jump,
  nextView,
  goTo,
} from './acts'

const SURROUNDS: Surround[] = ['dark', 'grey', 'black', 'white']

export const COMMANDS: readonly Command[] = [
  {
    id: 'play',
    label: 'Play or stop',
    group: 'Play',
    keys: [' '],
    run: playOrStop,
  },
  {
    // K is for keys where a step is selected; while it plays it stops, as beside J and L.
    id: 'stop',
    label: 'Stop, or play where no step is selected',
    group: 'Play',
    keys: ['k'],
    when: () => view().playing || !onStep(),
    run: playOrStop,
  },
  { id: 'forward', label: 'Play forwards', group: 'Play', keys: ['l'], run: () => start(1) },
  { id: 'backward', label: 'Play backwards', group: 'Play', keys: ['j'], run: () => start(-1) },
  { id: 'next-frame', label: 'One frame on', group: 'Play', keys: ['arrowright'], run: () => go(1) },
  { id: 'last-frame', label: 'One frame back', group: 'Play', keys: ['arrowleft'], run: () => go(-1) },
  { id: 'ten-on', label: 'Ten frames on', group: 'Play', keys: ['shift+arrowright'], run: () => go(10) },
  { id: 'ten-back', label: 'Ten frames back', group: 'Play', keys: ['shift+arrowleft'], run: () => go(-10) },
  { id: 'to-start', label: 'To the first frame', group: 'Play', keys: ['home'], run: () => go(-1e9) },
  { id: 'to-end', label: 'To the last frame', group: 'Play', keys: ['end'], run: () => go(1e9) },
  { id: 'marker', label: 'Set or remove a marker', group: 'Play', keys: ['m'], run: marker },
  { id: 'mark-in', label: 'Set the sequence in here', group: 'Play', keys: ['i'], run: () => mark('in') },
  { id: 'mark-out', label: 'Set the sequence out here', group: 'Play', keys: ['o'], run: () => mark('out') },
  {
    id: 'unmark',
    label: 'Clear in and out',
    group: 'Play',
    keys: ['shift+i'],
    run: unmark,
  },

  {
    id: 'what',
    label: 'What: the controls',
    group: 'Step',
    keys: ['1'],
    when: onDesk,
    run: () => set({ face: 'what' }),
  },
  {
    id: 'where',
    label: 'Where: the region',
    group: 'Step',
    keys: ['2'],
    when: onDesk,
    run: () => set({ face: 'where' }),
  },
  {
    id: 'when',
    label: 'When: the timing',
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

  {
    id: 'compare',
    label: 'Split against the source',
    group: 'Look',
    keys: ['c'],
    when: onDesk,
    run: () => compareAs('split'),
  },
  {
    id: 'compare-side',
    label: 'Compare side by side',
    group: 'Look',
    keys: ['shift+c'],
    when: onDesk,
    run: () => compareAs('side'),
  },
  {
    id: 'compare-difference',
    label: 'See the difference',
    group: 'Look',
    keys: ['alt+c'],
    when: onDesk,
    run: () => compareAs('difference'),
  },
  {
    id: 'flip',
    label: 'Flip to what it is compared with',
    group: 'Look',
    keys: ['x'],
    when: onDesk,
    run: () => {
      const { mode, flipped } = view().compare
      store.dispatch(viewActions.compare({ mode: 'flip', flipped: mode === 'flip' ? !flipped : true }))
    },
  },
  ...Array.from({ length: 6 }, (_, i): Command => ({
    id: `look-${i + 4}`,
    label: `Look ${i + 4}: ${['the result', 'the source', 'the region', 'a view of the step', 'a view of the step', 'a view of the step'][i] ?? ''}`,
    group: 'Look',
    keys: [String(i + 4)],
    when: () => onDesk() && looksOf(step())[i] !== undefined,
    run: () => set({ look: looksOf(step())[i]?.value ?? 'result' }),
  })),
  ...[null, ...INSPECTIONS.map((c) => c.value)].map((inspect, i): Command => ({
    id: `channel-${inspect ?? 'all'}`,
    label:
      inspect === null
        ? 'See all channels'
        : inspect === 'clipping'
          ? 'See what clips'
          : `See ${inspect} alone`,
    group: 'Look',
    keys: SHIFTED[i] ?? [],
    when: onDesk,
    run: () => set({ inspect }),
  })),
  {
    id: 'solo',
    label: 'Solo the step',
    group: 'Look',
    keys: ['shift+o'],
    when: onStep,
    run: () => set({ solo: view().solo.length ? [] : view().stepIds }),
  },
  {
    id: 'safe',
    label: 'Safe areas and centre',
    group: 'Look',
    keys: ['shift+s'],
    run: () => set({ safe: !view().safe }),
  },
  {
    id: 'rulers',
    label: 'Rulers and guides',
    group: 'Look',
    keys: ['shift+r'],
    run: () => set({ rulers: !view().rulers }),
  },
  {
    id: 'scopes',
    label: 'Scopes',
    group: 'Look',
    keys: ['w'],
    when: onDesk,
    run: () => set({ scopes: view().scopes.length ? [] : ['parade', 'vectorscope'] }),
  },
  {
    id: 'still',
    label: 'Keep a still to compare with',
    group: 'Look',
    keys: ['shift+k'],
    when: onDesk,
    run: () => {
      const { document } = store.getState().project
      const on = stage()
      if (document && on) void keepStillOf(document, on)
    },
  },
  {
    id: 'see-region',
    label: 'See the region',
    group: 'Look',
    keys: ['r'],
    when: onStep,
    run: () => set({ look: view().look === 'region matte' ? 'result' : 'region matte' }),
  },
  {
    id: 'see-view',
    label: 'See what the step thinks',
    group: 'Look',
    keys: ['v'],
    when: () => Boolean(findStep(step()?.use ?? '')?.outputs.length),
    run: nextView,
  },
  {
    id: 'fit',
    label: 'Fit the picture',
    group: 'Look',
    keys: ['f'],
    run: () => set({ zoom: 'fit', pan: [0, 0] }),
  },
  {
    id: 'actual',
    label: 'Picture at 100 %',
    group: 'Look',
    keys: ['ctrl+1'],
    run: () => set({ zoom: 1, pan: [0, 0] }),
  },
  {
    id: 'surround',
    label: 'Next surround',
    group: 'Look',
    keys: ['g'],
    run: () => set({ surround: SURROUNDS[(SURROUNDS.indexOf(view().surround) + 1) % 4] ?? 'dark' }),
  },

  { id: 'undo', label: 'Undo', group: 'Edit', keys: ['ctrl+z'], run: () => store.dispatch(undo) },
  {
    id: 'redo',
    label: 'Redo',
    group: 'Edit',
    keys: ['ctrl+shift+z', 'ctrl+y'],
    run: () => store.dispatch(redo),
  },
  {
    id: 'palette',
    label: 'Find any command or treatment',
    group: 'Edit',
    keys: ['ctrl+k'],
    run: () => set({ palette: true }),
  },
  {
    id: 'keys',
    label: 'Show the keys',
    group: 'Edit',
    keys: ['?', 'shift+?'],
    run: () => set({ keys: true }),
  },
  {
    id: 'escape',
    label: 'Leave what is under way',
    group: 'Edit',
    keys: ['escape'],
    run: leave,
  },

  {
    id: 'next-shot',
    label: 'Next shot',
    group: 'Go to',
    keys: ['pagedown'],
    when: onDesk,
    run: () => neighbour(1),
  },
  {
    id: 'last-shot',
    label: 'Shot before',
    group: 'Go to',
    keys: ['pageup'],
    when: onDesk,
    run: () => neighbour(-1),
  },
  { id: 'sequence', label: 'The sequence', group: 'Go to', keys: ['ctrl+arrowup'], run: () => goTo('') },
  { id: 'handover', label: 'Hand over', group: 'Go to', keys: ['ctrl+e'], run: () => goTo('/handover') },

  ...BETWEEN,

  ...STEPS.map((s): Command => ({
    id: `add-${s.id}`,
    label: `Add ${s.name}`,
    words: s.words,
    group: 'Treatments',
    keys: [],
    when: onDesk,
    run: () => addStep(s.id),
  })),
]

/** The keys of a command as people read them. */
export const shownKeys = (keys: string): string =>
  keys
    .split('+')
    .map(
      (k) =>
        ({
          ' ': 'Space',
          arrowleft: '←',
          arrowright: '→',
          arrowup: '↑',
          arrowdown: '↓',
          pagedown: 'Page ↓',
          pageup: 'Page ↑',
        })[k] ?? (k.length === 1 ? k.toUpperCase() : k[0]?.toUpperCase() + k.slice(1)),
    )
    .join(' ')

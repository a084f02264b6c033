import { findStep } from '@stilus/core/steps'
import { keepStillOf } from '../session/stills'
import { INSPECTIONS, looksOf } from '../viewer/looks'
import { store } from '../store/store'
import { type Surround, viewActions } from '../store/view'
import type { Command } from './command'
import { view, set, stage, step, onDesk, onStep, compareAs, SHIFTED, nextView } from './acts'

const SURROUNDS: Surround[] = ['dark', 'grey', 'black', 'white']

/** How the picture is looked at. */
export const LOOKING: readonly Command[] = [
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
    keys: ['shift+g'],
    run: () => set({ surround: SURROUNDS[(SURROUNDS.indexOf(view().surround) + 1) % 4] ?? 'dark' }),
  },
]

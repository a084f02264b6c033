import { splitStates } from '../wires/acts'
import { frameAround } from '../wires/card-menu'
import { cutChosen, cutPulls, openMachine } from '../wires/chosen'
import { edit } from '../store/edit'
import { store } from '../store/store'
import { onDesk, onStep, set, stage, step, view } from './acts'
import type { Command } from './command'

const inWires = () => onDesk() && view().lanes === 'wires'
const two = () => inWires() && view().stepIds.length === 2

/** What is done among the wires of a treatment. */
export const WIRING: readonly Command[] = [
  {
    id: 'wires',
    label: 'Wires: the treatment as one picture',
    group: 'Wires',
    keys: ['g', 'alt+g'],
    words: ['graph', 'nodes', 'flow', 'cards'],
    when: onDesk,
    run: () => set({ lanes: view().lanes === 'wires' ? 'lanes' : 'wires' }),
  },
  {
    id: 'wires-list',
    label: 'Wires as cards or as a list',
    group: 'Wires',
    keys: [],
    words: ['who pulls whom', 'table'],
    when: inWires,
    run: () => set({ wiresListed: !view().wiresListed }),
  },
  {
    id: 'wires-tall',
    label: 'Wires over most of the window, or the picture',
    group: 'Wires',
    keys: ['shift+w'],
    words: ['large', 'full'],
    when: onDesk,
    run: () => set({ lanes: 'wires', wiresTall: view().lanes !== 'wires' || !view().wiresTall }),
  },
  {
    id: 'wires-costs',
    label: 'Show what each step costs',
    group: 'Wires',
    keys: [],
    words: ['milliseconds', 'slow', 'time', 'speed', 'cached'],
    when: onDesk,
    run: () => set({ lanes: 'wires', wiresListed: false, costs: !view().costs }),
  },
  {
    id: 'wire-cut',
    label: 'Cut the chosen wire',
    group: 'Wires',
    keys: ['delete', 'backspace'],
    when: () => inWires() && view().wireId !== null,
    run: cutChosen,
  },
  {
    id: 'wire-cut-pulls',
    label: 'Cut all numbers off what they follow',
    group: 'Wires',
    keys: [],
    when: () => (openMachine()?.machine.values.length ?? 0) > 0,
    run: cutPulls,
  },
  {
    id: 'wire-out',
    label: 'Take the step off its wires',
    group: 'Wires',
    keys: ['shift+delete', 'shift+backspace'],
    when: onStep,
    run: () => store.dispatch(edit('wire.out', { stepId: view().stepId ?? '' })),
  },
  {
    id: 'wire-end',
    label: 'Let the step lead to the result',
    group: 'Wires',
    keys: [],
    when: () => onStep() && stage()?.steps.at(-1)?.id !== step()?.id,
    run: () => store.dispatch(edit('wire.end', { stepId: view().stepId ?? '' })),
  },
  {
    id: 'wire-split',
    label: 'Split the picture between two states',
    group: 'Wires',
    keys: ['c'],
    when: two,
    run: splitStates,
  },
  {
    id: 'wire-frame',
    label: 'Put a frame around the chosen cards',
    group: 'Wires',
    keys: [],
    when: () => inWires() && onStep(),
    run: () => {
      const on = stage()
      if (on) frameAround(on, view().stepIds)
    },
  },
  {
    id: 'wires-tidy',
    label: 'Lay all cards out anew',
    group: 'Wires',
    keys: [],
    when: inWires,
    run: () => {
      const on = stage()
      if (on) store.dispatch(edit('wires.tidy', { stack: on.stack }))
    },
  },
]

import { valueAt } from '@stilus/core/anim'
import { controlAddress, type Stage } from '@stilus/core/project'
import { findStep } from '@stilus/core/steps'
import { drawing, MARK_NAMES } from '../desk/key/mark'
import { timeAt } from '../desk/use-desk'
import { canRead, readScreenFor } from '../session/screens'
import { edit } from '../store/edit'
import { store } from '../store/store'
import { set, stage, step, view } from './acts'
import type { Command } from './command'

const isKey = () => step()?.use === 'screen-key'
const stagesOf = () => findStep(step()?.use ?? '')?.stages
const stageHere = () => stagesOf()?.find((s) => s.label === view().part)

/** The stages of a screen key by what people call what is done there. */
const STAGES: Record<string, { label: string; words: readonly string[] }> = {
  Screen: { label: 'the empty screen', words: ['clean plate', 'colour', 'sample', 'green', 'blue'] },
  Tones: { label: 'what goes and what stays', words: ['matte', 'density', 'holes', 'core', 'three'] },
  Alpha: {
    label: 'hair and edge',
    words: ['shrink', 'choke', 'soften', 'levels', 'black', 'white', 'matte'],
  },
  Colour: { label: 'spill', words: ['despill', 'green', 'skin', 'colour', 'kept'] },
  Fit: {
    label: 'light and colour to what lies behind',
    words: ['match', 'grade', 'grain', 'defocus', 'composite'],
  },
  Place: {
    label: 'crop, place and shadow',
    words: ['move', 'size', 'scale', 'turn', 'position', 'feather', 'cast'],
  },
  Wrap: { label: 'light on the edge', words: ['light wrap', 'glow', 'rim', 'bleed'] },
}

/** What is done with a screen key. */
export const KEYING: readonly Command[] = [
  {
    id: 'read-screen',
    label: 'Read the screen of this clip',
    words: ['key', 'green', 'blue', 'clean plate', 'empty', 'background', 'analyse'],
    group: 'Step',
    keys: [],
    when: () => Boolean(stage() && canRead(stage() as Stage) && isKey()),
    run: () => {
      const [on, chosen] = [stage(), step()]
      if (on && chosen) void readScreenFor(on.stack, chosen.id)
    },
  },
  ...MARK_NAMES.map(([kind, label]): Command => ({
    id: `mark-${kind}`,
    label: `Mark ${kind === 'drop' ? 'what goes' : label.toLowerCase()} on the key`,
    words: ['key', 'tones', 'matte', 'hole', 'garbage', 'dab', 'box', 'brush', 'paint', 'rubbish'],
    group: 'Step',
    keys: [],
    when: isKey,
    run: () => set(drawing({ ...view().mark, kind })),
  })),
  {
    id: 'next-stage',
    label: 'Next stage of the step',
    words: ['key', 'tones', 'alpha', 'wrap', 'fit', 'part'],
    group: 'Step',
    keys: ['n'],
    when: () => Boolean(stagesOf()?.length),
    run: () => {
      const stages = stagesOf() ?? []
      const at = stages.findIndex((s) => s.label === view().part)
      const next = stages[at + 1]
      set({ face: 'what', part: next?.label ?? null, look: next?.view ?? 'result', drawing: null })
    },
  },
  ...Object.entries(STAGES).map(([part, { label, words }]): Command => ({
    id: `key-${part.toLowerCase()}`,
    label: `Key: ${label}`,
    words: ['key', 'stage', part.toLowerCase(), ...words],
    group: 'Step',
    keys: [],
    when: isKey,
    run: () =>
      set({
        face: 'what',
        part,
        look: stagesOf()?.find((s) => s.label === part)?.view ?? 'result',
        drawing: null,
      }),
  })),
  {
    id: 'stage-off',
    label: 'Leave this stage out, or take it in',
    words: ['bypass', 'off', 'disable', 'compare', 'key', 'skip'],
    group: 'Step',
    keys: [],
    when: () => Boolean(stageHere()?.off),
    run: () => {
      const [on, chosen, off] = [stage(), step(), stageHere()?.off]
      if (!on || !chosen || !off) return
      const t = timeAt(on, view().frame)
      const value = valueAt(chosen.what[off] ?? { value: false }, t) !== true
      store.dispatch(edit('value.set', { address: controlAddress(chosen.id, off), at: t, value }))
    },
  },
]

import { CROSSINGS, STEPS } from '@stilus/core/steps'
import { redo, undo } from '../store/edit'
import { GUIDE } from '../guide/titles'
import { canCross, crossBy } from '../sequence/new-across'
import { here } from '../session/where'
import { store } from '../store/store'
import { BETWEEN } from './between'
import { CUTTING } from './cutting'
import type { Command } from './command'
import { GOING } from './going'
import { LOOKING } from './looking'
import { PLAYING } from './playing'
import { PREVIEW } from './preview'
import { KEYING } from './keying'
import { STEPPING } from './stepping'
import { WIRING } from './wiring'
import { set, onDesk, addStep, leave, neighbour, openCut, goTo } from './acts'

/** Everything that can be done by a key or from the palette; of those with the same key the first that makes sense is meant. */
export const COMMANDS: readonly Command[] = [
  ...PLAYING,
  ...WIRING,
  ...STEPPING,
  ...KEYING,
  ...LOOKING,
  ...PREVIEW,

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
  ...GUIDE.map(({ page, title, words }): Command => ({
    id: `guide-${page}`,
    label: `Guide: ${title.toLowerCase()}`,
    group: 'Edit',
    keys: [],
    words: ['help', 'how', 'steps', 'manual', ...words],
    run: () => set({ guide: page }),
  })),
  {
    id: 'escape',
    label: 'Leave what is under way',
    group: 'Edit',
    keys: ['escape'],
    run: leave,
  },

  {
    id: 'next-shot',
    label: 'Next shot, or next cut',
    group: 'Go to',
    keys: ['pagedown'],
    when: onDesk,
    run: () => neighbour(1),
  },
  {
    id: 'last-shot',
    label: 'Shot or cut before',
    group: 'Go to',
    keys: ['pageup'],
    when: onDesk,
    run: () => neighbour(-1),
  },
  {
    id: 'open-cut',
    label: 'Open the cut at the playhead on the desk',
    group: 'Go to',
    words: ['transition', 'dissolve', 'crossing'],
    keys: ['c'],
    when: () => here()?.kind === 'sequence',
    run: openCut,
  },
  { id: 'sequence', label: 'The sequence', group: 'Go to', keys: ['ctrl+arrowup'], run: () => goTo('') },
  {
    id: 'handover',
    label: 'Hand over',
    group: 'Go to',
    words: ['export', 'render', 'deliver', 'output', 'save file', 'package'],
    keys: ['ctrl+e'],
    run: () => goTo('/handover'),
  },
  ...GOING,

  ...BETWEEN,
  ...CUTTING,

  ...CROSSINGS.map((c): Command => ({
    id: `cross-${c.id}`,
    label: `Cross by ${c.name.toLowerCase()}`,
    words: ['transition', ...(c.words ?? [])],
    group: 'Between pictures',
    keys: [],
    when: canCross,
    run: () => crossBy(c.id),
  })),

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

import { renderSection } from '../session/section'
import type { Command } from './command'
import { toEnd, view, unmark, onStep, go, start, marker, playOrStop, mark } from './acts'

/** Playing, and places in time. */
export const PLAYING: readonly Command[] = [
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
  {
    id: 'render-section',
    label: 'Render this section, then play it',
    words: ['cache', 'real time', 'preview', 'ram'],
    group: 'Play',
    keys: ['alt+r'],
    run: () => void renderSection(),
  },
  { id: 'next-frame', label: 'One frame on', group: 'Play', keys: ['arrowright'], run: () => go(1) },
  { id: 'last-frame', label: 'One frame back', group: 'Play', keys: ['arrowleft'], run: () => go(-1) },
  { id: 'ten-on', label: 'Ten frames on', group: 'Play', keys: ['shift+arrowright'], run: () => go(10) },
  { id: 'ten-back', label: 'Ten frames back', group: 'Play', keys: ['shift+arrowleft'], run: () => go(-10) },
  { id: 'to-start', label: 'To the first frame', group: 'Play', keys: ['home'], run: () => toEnd(0) },
  { id: 'to-end', label: 'To the last frame', group: 'Play', keys: ['end'], run: () => toEnd(1) },
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
]

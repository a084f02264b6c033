import { store } from '../store/store'
import { type Drawer, viewActions } from '../store/view'
import { goTo, onDesk } from './acts'
import type { Command } from './command'

const opens = (drawer: Drawer, label: string, words: readonly string[], desk: boolean): Command => ({
  id: `open ${label}`,
  label,
  group: 'Go to',
  words,
  keys: [],
  when: () => !desk || onDesk() || chosenShot() !== undefined,
  run() {
    // What belongs to a desk is done on that of the chosen shot.
    const shot = desk && !onDesk() ? chosenShot() : undefined
    if (shot) goTo(`/shot/${shot}`)
    store.dispatch(viewActions.set({ drawer }))
  },
})

const chosenShot = () => store.getState().view.shotIds[0]

/** The drawers, by what people look for in them. */
export const GOING: readonly Command[] = [
  opens('media', 'Import media or an edit', ['open', 'file', 'footage', 'clip', 'load', 'otio'], false),
  opens(
    'media',
    'How clips are read: colour, alpha, rate',
    ['gamma', 'curve', 'range', 'premultiplied', 'straight', 'hdr', 'pq', 'hlg', 'colour space', 'interpret'],
    false,
  ),
  opens('history', 'History of what was done', ['undo', 'acts', 'earlier'], false),
  opens('catalogue', 'Catalogue of treatments and looks', ['effect', 'preset', 'recipe', 'browse'], true),
  opens('shots', 'Shots of this sequence', ['list', 'clips'], true),
  opens(
    'shelf',
    'Track a point or a plane, and pin to it',
    ['tracker', 'motion', 'planar', 'follow', 'stabilise', 'steady', 'corner pin', 'hold still', 'shelf'],
    true,
  ),
]

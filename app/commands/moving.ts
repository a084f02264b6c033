import { type MoverDeclaration, PASSES, STAYS, type Way } from '@stilus/core/arrivals'
import { designOf, type DesignObject, findOwner, moversOf } from '@stilus/core/project'
import { bounceHere } from '../design/path-row'
import { evenPath, hasPath, keyOnPath } from '../design/paths'
import { openRoster } from '../design/roster/opening'
import { watchMover } from '../design/movers/watching'
import { here } from '../session/where'
import { uid } from '../session/work'
import { edit } from '../store/edit'
import { store } from '../store/store'
import { view } from './acts'
import type { Command } from './command'

const plain = { group: 'Movement', keys: [] }

function object(): DesignObject | undefined {
  const { document } = store.getState().project
  const { objectId } = view()
  if (!document || objectId === null || here()?.kind !== 'design') return undefined
  return findOwner(document, 'object', objectId)
}
const others = () => view().objectIds.filter((id) => id !== view().objectId)

/** Gives every chosen object a mover, and shows what it does. */
function move(way: Way, use: string): void {
  const ids = view().objectIds.length ? view().objectIds : [view().objectId ?? '']
  for (const objectId of ids) store.dispatch(edit('mover.add', { objectId, moverId: uid(), way, use }))
  const shown = object()
  if (shown) store.dispatch(watchMover(shown, { id: '', use, way, on: true, form: {} }))
}

const PREFIX: Record<Way, string> = { arrive: 'Arrive', stay: 'Stay', leave: 'Leave' }
const giving =
  (way: Way) =>
  ({ id, name, words, purpose }: MoverDeclaration): Command => ({
    ...plain,
    id: `mover-${way}-${id}`,
    label: `${PREFIX[way]}: ${name.toLowerCase()}`,
    words: [...(words ?? []), ...purpose.toLowerCase().split(/\W+/), 'animate', 'move', 'title'],
    when: () => object() !== undefined,
    run: () => move(way, id),
  })

/** The design on the screen. */
const designId = () => {
  const at = here()
  return at?.kind === 'design' ? at.designId : undefined
}

const onPath = (run: (object: DesignObject) => void) => () => {
  const own = object()
  if (own) run(own)
}
/** What is done to the path that an object takes from key to key. */
const PATHS: readonly Command[] = [
  {
    ...plain,
    id: 'path-even',
    label: 'Even the speed along the path',
    words: ['constant', 'keys', 'motion', 'velocity'],
    when: () => hasPath(object()),
    run: onPath(evenPath),
  },
  {
    ...plain,
    id: 'path-key',
    label: 'Put a key on the path here',
    words: ['insert', 'keyframe', 'place', 'position'],
    when: () => hasPath(object()),
    run: onPath((own) => keyOnPath(own, view().frame)),
  },
  {
    ...plain,
    id: 'path-bounce',
    label: 'Bounce at the edges of the picture from here',
    words: ['reflect', 'walls', 'path', 'keys'],
    when: () => hasPath(object()),
    run: onPath((own) => {
      const { document } = store.getState().project
      if (document) bounceHere(document, designOf(document, own.id), own)
    }),
  },
]

/** How objects of a design come, stay and go. */
export const MOVING: readonly Command[] = [
  ...PASSES.map(giving('arrive')),
  ...STAYS.map(giving('stay')),
  ...PASSES.map(giving('leave')),
  {
    group: 'Design',
    keys: [],
    id: 'roster',
    label: 'Open the roster of the design',
    words: ['names', 'list', 'csv', 'table', 'lower thirds', 'rows'],
    when: () => designId() !== undefined,
    run: () => openRoster(designId() ?? ''),
  },
  ...PATHS,
  {
    ...plain,
    id: 'mover-back',
    label: 'Leave as it came',
    words: ['departure', 'reverse', 'backwards', 'exit'],
    when: () => moversOf(object() ?? {}, 'arrive').length > 0,
    run: () => store.dispatch(edit('mover.back', { objectId: view().objectId ?? '', newId: uid() })),
  },
  ...(['arrive', 'leave'] as const).map((way): Command => ({
    ...plain,
    id: `movers-copy-${way}`,
    label: `Give its ${way === 'arrive' ? 'arrival' : 'departure'} to the others chosen`,
    words: ['copy', 'same', 'movement', 'animation'],
    when: () => moversOf(object() ?? {}, way).length > 0 && others().length > 0,
    run: () =>
      store.dispatch(
        edit('movers.copy', {
          objectId: view().objectId ?? '',
          objectIds: others(),
          ways: [way],
          newId: uid(),
        }),
      ),
  })),
  ...[2, 4, 8].map((gap): Command => ({
    ...plain,
    id: `stagger-${gap}`,
    label: `All arrive one after another, ${gap} frames apart`,
    words: ['stagger', 'cascade', 'sequence', 'delay'],
    when: () => here()?.kind === 'design' && view().objectIds.length > 1,
    run: () => store.dispatch(edit('objects.stagger', { objectIds: view().objectIds, gap })),
  })),
]

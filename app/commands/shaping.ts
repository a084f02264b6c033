import { JOINS } from '@stilus/core/polygon'
import { allObjects, findOwner } from '@stilus/core/project'
import { JOIN_NAMES } from '../design/join-names'
import { combineObjects, repeatObjects } from '../design/object-acts'
import { hasCorners } from '../design/object-corners'
import { here } from '../session/where'
import { store } from '../store/store'
import type { Drawing } from '../store/view'
import { set, view } from './acts'
import type { Command } from './command'

const onDesign = () => here()?.kind === 'design'
const plain = { group: 'Design', keys: [] }
const object = () => {
  const { document } = store.getState().project
  const { objectId } = view()
  return document && objectId !== null ? findOwner(document, 'object', objectId) : undefined
}

/** Of the chosen objects those that can be joined, all in one list. */
function joinable(): string[] {
  const { document } = store.getState().project
  const ids = view().objectIds
  const all = document?.designs.flatMap((d) => allObjects(d.objects)) ?? []
  const chosen = all.filter((o) => ids.includes(o.id) && o.kind !== 'picture' && o.kind !== 'group')
  return chosen.length === ids.length && ids.length > 1 ? ids : []
}

const DRAWN: readonly (readonly [Drawing, string, string[]])[] = [
  ['rectangle', 'Draw a rectangle', ['box', 'plate', 'bar', 'rounded corners']],
  ['ellipse', 'Draw an ellipse', ['circle', 'oval', 'dot']],
  ['polygon', 'Draw a polygon', ['triangle', 'hexagon', 'corners']],
  ['star', 'Draw a star', ['points', 'burst', 'badge']],
  ['line', 'Draw a line', ['rule', 'stroke', 'dashes']],
  ['arrow', 'Draw an arrow', ['pointer', 'callout', 'head']],
  ['outline', 'Draw a free outline', ['shape', 'pen', 'path', 'bezier']],
]

/** Shapes of a design: drawn, joined, and taken by their corners. */
export const SHAPING: readonly Command[] = [
  ...DRAWN.map(([drawing, label, words]): Command => ({
    ...plain,
    id: `draw-object-${drawing}`,
    label,
    words,
    when: onDesign,
    run: () => set({ drawing }),
  })),
  ...JOINS.map((join): Command => ({
    ...plain,
    id: `combine-${join}`,
    label: JOIN_NAMES[join].act,
    words: JOIN_NAMES[join].words,
    when: () => onDesign() && joinable().length > 1,
    run: () => combineObjects(joinable(), join),
  })),
  {
    ...plain,
    id: 'repeat-objects',
    label: 'Repeat the objects',
    words: ['copies', 'row', 'grid', 'circle', 'list', 'pattern', 'pictogram', 'many'],
    when: () => onDesign() && view().objectIds.length > 0,
    run: () => repeatObjects(view().objectIds),
  },
  {
    ...plain,
    id: 'reshape',
    label: 'Take the outline by its corners',
    words: ['edit', 'points', 'handles', 'path', 'nodes', 'reshape'],
    when: () => {
      const at = object()
      return onDesign() && at !== undefined && hasCorners(at)
    },
    run: () => set({ reshaping: !view().reshaping }),
  },
]

import { JOINS } from '@stilus/core/polygon'
import { allObjects, findOwner } from '@stilus/core/project'
import { JOIN_NAMES } from '../design/join-names'
import { combineObjects, repeatObjects } from '../design/object-acts'
import { hasCorners } from '../design/object-corners'
import { setOnShape } from '../design/text/courses'
import { SHAPES } from '@stilus/core/shapes'
import { keepDesign, saveDesignFile } from '../session/own-designs'
import { saveDesign } from '../session/save-design'
import { here } from '../session/where'
import { edit } from '../store/edit'
import { store } from '../store/store'
import { uid } from '../session/work'
import { type Drawing, viewActions } from '../store/view'
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

/** A text and a shape, where those two are chosen. */
function textAndShape(): [string, string] | undefined {
  const { document } = store.getState().project
  const ids = view().objectIds
  const chosen = ids.flatMap((id) => (document && findOwner(document, 'object', id)) ?? [])
  const text = chosen.find((o) => o.text)
  const shape = chosen.find((o) => SHAPES.some((kind) => kind === o.kind))
  return chosen.length === 2 && text && shape ? [text.id, shape.id] : undefined
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
/** Does something with the design that is open. */
const onThisDesign = (run: (designId: string) => Promise<void>) => () => {
  const at = here()
  if (at?.kind === 'design') void run(at.designId)
}

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
  ...(['on', 'in'] as const).map((way): Command => ({
    ...plain,
    id: `text-${way}-outline`,
    label: way === 'on' ? 'Set the text on the chosen outline' : 'Set the text within the chosen outline',
    words: ['path', 'curve', 'circle', 'line', 'bend', 'follow', 'inside', 'shape'],
    when: () => onDesign() && textAndShape() !== undefined,
    run: () => {
      const pair = textAndShape()
      if (pair) setOnShape(...pair, way)
    },
  })),
  {
    ...plain,
    id: 'make-chart',
    label: 'Make a chart',
    words: ['bars', 'graph', 'ring', 'pie', 'line', 'area', 'table', 'csv', 'infographic', 'numbers'],
    when: onDesign,
    run: () => set({ charting: true }),
  },
  {
    ...plain,
    id: 'keep-design',
    label: 'Keep the design on the shelf',
    words: ['title', 'template', 'own', 'mine', 'again', 'other projects', 'save'],
    when: onDesign,
    run: onThisDesign(keepDesign),
  },
  {
    ...plain,
    id: 'save-design',
    label: 'Save the design as a file with its fonts and pictures',
    words: ['title', 'template', 'export', 'share', 'package', 'zip'],
    when: onDesign,
    run: onThisDesign(saveDesignFile),
  },
  {
    ...plain,
    id: 'save-svg',
    label: 'Save the design as an SVG drawing',
    words: ['export', 'vector', 'artwork', 'outlines', 'file'],
    when: onDesign,
    run: onThisDesign(saveDesign),
  },
  {
    ...plain,
    id: 'hold-object',
    label: 'Hold the object back by a region',
    words: ['mask', 'matte', 'behind', 'in front', 'within', 'limit', 'occlude'],
    when: () => onDesign() && object() !== undefined,
    run: () => {
      const at = object()
      const stepId = uid()
      const stack = { kind: 'object', id: at?.id ?? '' } as const
      if (at && store.dispatch(edit('step.add', { stack, stepId, use: 'hold-back', at: at.steps.length }))) {
        store.dispatch(viewActions.step(stepId))
        set({ face: 'where' })
      }
    },
  },
  {
    ...plain,
    id: 'lines-down',
    label: 'Lines of the text run down or across',
    words: ['vertical', 'japanese', 'chinese', 'direction', 'setting'],
    when: () => onDesign() && object()?.text !== undefined,
    run: () => {
      const at = object()
      if (at?.text)
        store.dispatch(edit('text.set', { objectId: at.id, change: { down: !(at.text.down ?? false) } }))
    },
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

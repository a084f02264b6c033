import { each, every, isTree, one, renamed, text, type Tree } from './tree'

/** The ids that steps and mask items have in a version 3 document. */
export interface Ids {
  step(shotId: string, stepId: string): string
  item(shotId: string, stepId: string, shapeId: string): string
}

/** What steps of version 2 stood in. */
export interface OldStack {
  shotId: string
  ids: Ids
  /** Where in the medium treatment time 0 lies, and which media are stills. */
  zero: number
  still(mediaId: string): boolean
}

/** Steps that came alone, as in a recipe: their ids stay. */
export const LOOSE: OldStack = {
  shotId: '',
  zero: 0,
  still: () => true,
  ids: { step: (_, id) => id, item: (_, __, id) => id },
}

/** A step under the names of version 3. */
export function stepTree(step: Tree, stack: OldStack): Tree {
  const id = text(step, 'id')
  const { front, steps, where, what, mix, ...rest } = step
  return {
    ...rest,
    id: typeof step.id === 'string' ? stack.ids.step(stack.shotId, id) : step.id,
    mix: one(mix, (a) => animatedTree(a, stack)),
    what: every(what, (a) => animatedTree(a, stack)),
    where: where === undefined ? where : one(where, (r) => regionTree(r, stack, id)),
    ...(front === undefined ? {} : { panel: each(front, (c) => controlTree(c, stack)) }),
    ...(steps === undefined ? {} : { steps: each(steps, (s) => stepTree(s, stack)) }),
  }
}

/** A control on the panel of a group. */
export const controlTree = (control: Tree, { shotId, ids }: OldStack): Tree => ({
  ...renamed(control, 'range', 'limits'),
  targets: each(control.targets, (t) =>
    typeof t.stepId === 'string' ? { ...t, stepId: ids.step(shotId, t.stepId) } : t,
  ),
})

/** A region; `stepId` is that of its step, or of the thing on the shelf that it is. */
export function regionTree(region: Tree, stack: OldStack, stepId: string): Tree {
  const { shapes, ...rest } = renamed(region, 'ride', 'attach')
  return { ...rest, items: each(shapes, (shape) => itemTree(shape, stack, stepId)) }
}

function itemTree(shape: Tree, stack: OldStack, stepId: string): Tree {
  const { looks, mediaId, form, ...rest } = renamed(shape, 'ride', 'attach')
  const key = stack.shotId === 'shelf' ? ['shelf', stepId] : [stack.shotId, stepId]
  const input =
    shape.kind === 'clip'
      ? typeof mediaId === 'string'
        ? {
            kind: 'material',
            source: { kind: 'medium', mediaId },
            in: stack.still(mediaId) ? 0 : stack.zero,
            fit: 'fit',
            beyond: 'hold',
          }
        : undefined
      : looks === 'source'
        ? { kind: 'source' }
        : undefined
  return {
    ...rest,
    id:
      typeof shape.id === 'string' ? stack.ids.item(key[0] as string, key[1] as string, shape.id) : shape.id,
    kind: shape.kind === 'clip' ? 'matte' : shape.kind,
    join: shape.join === 'hold' ? 'holdout' : shape.join,
    form: every(form, (a) => animatedTree(a, stack)),
    ...(input ? { input } : {}),
  }
}

/** A value with what moves it. */
export const animatedTree = (animated: Tree, stack: OldStack): Tree =>
  'movers' in animated
    ? {
        ...renamed(animated, 'movers', 'modifiers'),
        modifiers: each(animated.movers, (m) => modifierTree(m, stack)),
      }
    : animated

function modifierTree(mover: Tree, { shotId, ids }: OldStack): Tree {
  if (mover.kind === 'ride')
    return { ...mover, kind: 'attach', unit: mover.unit === 'share' ? 'normalised' : mover.unit }
  if (mover.kind !== 'follow' || !isTree(mover.source) || mover.source.kind !== 'value') return mover
  const { place, ...source } = mover.source
  return { ...mover, source: { ...source, address: one(place, (p) => addressTree(p, shotId, ids)) } }
}

/** Where a value lies, as an owner and a way. */
function addressTree(place: Tree, home: string, ids: Ids): Tree {
  const [shotId, stepId, shapeId] = ['shotId', 'stepId', 'shapeId'].map((f) => text(place, f)) as [
    string,
    string,
    string,
  ]
  const shot = shotId || home
  const param = text(place, 'param')
  return shapeId
    ? { owner: { kind: 'item', id: ids.item(shot, stepId, shapeId) }, path: `form/${param}` }
    : {
        owner: { kind: 'step', id: ids.step(shot, stepId) },
        path: param === 'mix' ? 'mix' : `what/${param}`,
      }
}

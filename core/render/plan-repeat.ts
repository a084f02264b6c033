import { invert, isFlat, multiply } from '../matrix'
import {
  copiesAt,
  type DesignObject,
  formAt,
  innerLooksOf,
  isThere,
  matrixOf,
  plainly,
  type Stage,
  stageOf,
} from '../project'
import { drawnItem, drawnOp, isDrawn } from './drawing'
import type { DrawnItem } from './graph'
import { laidOver, seenOn } from './laying'
import { isPictured } from './paints'
import type { Planning } from './work'

/**
 * What a repeat holds, as often as it says, each copy over those before it. Copies of texts and shapes without steps of their own are drawn in one go; all else is planned as an object by
 * itself.
 */
export function planRepeat(of: Planning, stage: Stage, object: DesignObject, frame: number): number {
  const { g, by, project } = of
  const canvas = g.canvas(stage.size)
  const [first] = object.objects ?? []
  const matrix = matrixOf(stage, object, frame)
  if (!first || isFlat(matrix)) return g.clear(canvas)
  let items: DrawnItem[] = []
  let picture: number | undefined
  const flush = () => {
    if (items.length) picture = laidOver(g, canvas, picture, g.add(canvas, drawnOp(project, items)), {}, 1)
    items = []
  }
  const looks = innerLooksOf(stage, object, frame, matrix, canvas.scale)
  for (const [i, copy] of copiesAt(stage, object, frame).entries()) {
    const moved = looks?.[i]
    if (moved && !moved.length) continue
    const plain = moved && plainly(moved)
    const then = frame - copy.delay
    const before = matrixOf(stage, object, then)
    if (isFlat(before)) continue
    // What the object has of the repeat's own place is that of its own time.
    const stands = plain ? multiply(plain.matrix, copy.matrix) : copy.matrix
    if (isFlat(stands)) continue
    const own = multiply(multiply(matrix, stands), invert(before))
    const lead = of.copy ? multiply(of.copy.matrix, own) : own
    const inside: Planning = { ...of, copy: { ...copy, matrix: lead } }
    for (const child of object.objects ?? []) {
      if (!isThere(child, then)) continue
      const at = stageOf(project, { kind: 'object', id: child.id })
      const opacity = Number(formAt(at, child, 'opacity', then)) * copy.opacity * (plain?.opacity ?? 1)
      if (!(opacity > 0)) continue
      if (isPlain(child) && (!moved || plain)) {
        const item = drawnItem(inside, canvas, at, child, then, multiply(lead, matrixOf(at, child, then)))
        if (item) items.push({ ...item, opacity })
        continue
      }
      flush()
      const alone = by.stack(inside, at, then - child.zero)
      const holder = of.copy ? multiply(of.copy.matrix, matrix) : matrix
      const seen = moved && !plain ? seenOn(of, canvas, alone, moved, holder) : alone
      picture = laidOver(g, canvas, picture, seen, child, opacity)
    }
  }
  flush()
  return picture ?? g.clear(canvas)
}

/** Whether all that an object is can be drawn beside others in one go. */
const isPlain = (object: DesignObject): boolean =>
  isDrawn(object) &&
  !isPictured(object) &&
  !object.steps.length &&
  (object.blend?.mode ?? 'normal') === 'normal' &&
  object.ride?.part !== 'plane'

import { invert, type Matrix3, multiply } from '../matrix'
import { copiesAt, type DesignObject, formAt, matrixOf, type Stage, stageOf } from '../project'
import { drawnItem, drawnOp, isDrawn } from './drawing'
import type { DrawnItem } from './graph'
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
  const lay = (top: number) => {
    picture = picture === undefined ? top : g.add(canvas, { kind: 'over' }, [top, picture])
  }
  const flush = () => {
    if (items.length) lay(g.add(canvas, drawnOp(project, items)))
    items = []
  }
  for (const copy of copiesAt(stage, object, frame)) {
    const then = frame - copy.delay
    const before = matrixOf(stage, object, then)
    if (isFlat(before)) continue
    // What the object has of the repeat's own place is that of its own time.
    const own = multiply(multiply(matrix, copy.matrix), invert(before))
    const lead = of.copy ? multiply(of.copy.matrix, own) : own
    const inside: Planning = { ...of, copy: { ...copy, matrix: lead } }
    for (const child of object.objects ?? []) {
      if (!child.on || then < child.start || then >= child.start + child.length) continue
      const at = stageOf(project, { kind: 'object', id: child.id })
      const opacity = Number(formAt(at, child, 'opacity', then)) * copy.opacity
      if (!(opacity > 0)) continue
      if (
        isDrawn(child) &&
        !isPictured(child) &&
        !child.steps.length &&
        (child.blend?.mode ?? 'normal') === 'normal'
      ) {
        const item = drawnItem(inside, canvas, at, child, then, multiply(lead, matrixOf(at, child, then)))
        if (item) items.push({ ...item, opacity })
        continue
      }
      flush()
      const top = by.stack(inside, at, then - child.zero)
      lay(opacity < 1 ? g.add(canvas, { kind: 'mix', amount: opacity }, [g.clear(canvas), top]) : top)
    }
  }
  flush()
  return picture ?? g.clear(canvas)
}

const isFlat = (m: Matrix3) => Math.abs(m[0] * m[4] - m[1] * m[3]) < 1e-9

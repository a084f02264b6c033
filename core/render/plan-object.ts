import { scaled } from '../frame'
import { IDENTITY, invert, type Matrix3, multiply } from '../matrix'
import {
  type DesignObject,
  findIn,
  formAt,
  matrixOf,
  restOfRide,
  sourceSize,
  type Stage,
  stageOf,
} from '../project'
import { drawnItem, drawnOp } from './drawing'
import { isPictured, paintsOf } from './paints'
import { planRepeat } from './plan-repeat'
import { planMaterial } from './plan-source'
import type { Planning } from './work'

/** An object before its steps at a frame of its design, on the design's canvas, in the perspective of what it rides on. */
export function planObjectSource(of: Planning, stage: Stage, object: DesignObject, frame: number): number {
  const flat = planFlat(of, stage, object, frame)
  const rest = restOfRide(stage, object, frame)
  if (!rest) return flat
  const { g } = of
  const canvas = g.canvas(stage.size)
  const s = canvas.scale
  const [up, down]: [Matrix3, Matrix3] = [
    [s, 0, 0, 0, s, 0, 0, 0, 1],
    [1 / s, 0, 0, 0, 1 / s, 0, 0, 0, 1],
  ]
  return g.add(canvas, { kind: 'place', toSource: multiply(multiply(up, invert(rest)), down) }, [flat])
}

function planFlat(of: Planning, stage: Stage, object: DesignObject, frame: number): number {
  const { g, project } = of
  const canvas = g.canvas(stage.size)
  if (object.kind === 'group') return planObjects(of, stage, object.objects ?? [], frame)
  if (object.kind === 'repeat') return planRepeat(of, stage, object, frame)
  const matrix = of.copy
    ? multiply(of.copy.matrix, matrixOf(stage, object, frame))
    : matrixOf(stage, object, frame)
  if (object.kind !== 'picture') {
    const item = drawnItem(of, canvas, stage, object, frame, matrix)
    if (!item) return g.clear(canvas)
    if (!isPictured(object)) return g.add(canvas, drawnOp(project, [item]))
    const painted = paintsOf(of, stage, object, item, frame, () => planBelowObject(of, stage, frame))
    return g.add(canvas, drawnOp(project, [painted.item]), painted.inputs)
  }
  if (!object.source) return g.clear(canvas)
  const size = sourceSize(project, object.source) ?? stage.size
  const own = g.canvas(size)
  const wanted = { frame: (object.in ?? 0) + frame - object.start, rate: stage.rate } as const
  const picture = planMaterial(of, own, object.source, { ...wanted, fit: 'fit', beyond: 'empty' })
  // Its own pixels count from its middle; both pictures are rendered at a scale.
  const small = scaled(size, canvas.scale)
  const toOwn: Matrix3 = [
    small.width / size.width,
    0,
    small.width / 2,
    0,
    small.height / size.height,
    small.height / 2,
    0,
    0,
    1,
  ]
  const fromDesign: Matrix3 = [1 / canvas.scale, 0, 0, 0, 1 / canvas.scale, 0, 0, 0, 1]
  const det = matrix[0] * matrix[4] - matrix[1] * matrix[3]
  if (Math.abs(det) < 1e-9) return g.clear(canvas)
  const toSource = multiply(multiply(toOwn, invert(matrix)), fromDesign)
  const still = toSource.every((v, i) => Math.abs(v - (IDENTITY[i] as number)) < 1e-9)
  if (still && own.width === canvas.width && own.height === canvas.height) return picture
  return g.add(canvas, { kind: 'place', toSource }, [picture])
}

/** A list of objects from back to front at a frame, on nothing. `upTo` stops before that object. */
export function planObjects(
  of: Planning,
  stage: Stage,
  objects: readonly DesignObject[],
  frame: number,
  upTo?: string,
): number {
  const { g, by, project } = of
  const canvas = g.canvas(stage.size)
  let picture: number | undefined
  for (const object of objects) {
    if (object.id === upTo) break
    const there = object.on && frame >= object.start && frame < object.start + object.length
    if (!there) continue
    const own = stageOf(project, { kind: 'object', id: object.id })
    const opacity = Number(formAt(own, object, 'opacity', frame))
    if (!(opacity > 0)) continue
    let top = by.stack(of, own, frame - object.zero)
    if (opacity < 1) top = g.add(canvas, { kind: 'mix', amount: opacity }, [g.clear(canvas), top])
    const { blend } = object
    if (blend && blend.mode !== 'normal')
      picture = g.add(canvas, { kind: 'blend', mode: blend.mode, space: blend.space }, [
        picture ?? g.clear(canvas),
        top,
      ])
    else picture = picture === undefined ? top : g.add(canvas, { kind: 'over' }, [top, picture])
  }
  return picture ?? g.clear(canvas)
}

/** The objects below one in its list at a frame. */
export function planBelowObject(of: Planning, stage: Stage, frame: number): number {
  const { design, stack } = stage
  if (!design) return of.g.clear(of.g.canvas(stage.size))
  return planObjects(of, stage, findIn([...design.objects], stack.id), frame, stack.id)
}

import { type Exposed } from '../arrivals'
import { scaled } from '../frame'
import { IDENTITY, invert, isFlat, type Matrix3, multiply } from '../matrix'
import {
  allObjects,
  type DesignObject,
  findIn,
  formAt,
  innerLooksOf,
  isThere,
  looksOf,
  matrixOf,
  restOfRide,
  sourceSize,
  type Stage,
  stageOf,
} from '../project'
import { drawnItem, drawnOp } from './drawing'
import { laidOver, seenOn } from './laying'
import { isPictured, paintsOf } from './paints'
import { planRepeat } from './plan-repeat'
import { frameIn, planMaterial } from './plan-source'
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
  const matrix = of.copy
    ? multiply(of.copy.matrix, matrixOf(stage, object, frame))
    : matrixOf(stage, object, frame)
  if (object.kind === 'group' || object.kind === 'repeat') {
    const inner =
      object.kind === 'group'
        ? planObjects(of, stage, object.objects ?? [], frame, undefined, innerOf(of, stage, object, frame))
        : planRepeat(of, stage, object, frame)
    return asSeen(of, stage, object, frame, matrix, inner)
  }
  if (object.kind !== 'picture') {
    const item = drawnItem(of, canvas, stage, object, frame, matrix)
    if (!item) return g.clear(canvas)
    if (!isPictured(object)) return g.add(canvas, drawnOp(project, [item]))
    const painted = paintsOf(of, stage, object, item, frame, () => planBehind(of, stage, frame))
    return g.add(canvas, drawnOp(project, [painted.item]), painted.inputs)
  }
  if (!object.source) return g.clear(canvas)
  const size = sourceSize(project, object.source) ?? stage.size
  const own = g.canvas(size)
  const wanted = {
    frame: frameIn(of, object.source, object.in ?? 0, frame, object.start),
    rate: stage.rate,
  } as const
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
  if (isFlat(matrix)) return g.clear(canvas)
  const toSource = multiply(multiply(toOwn, invert(matrix)), fromDesign)
  const still = toSource.every((v, i) => Math.abs(v - (IDENTITY[i] as number)) < 1e-9)
  const placed =
    still && own.width === canvas.width && own.height === canvas.height
      ? picture
      : g.add(canvas, { kind: 'place', toSource }, [picture])
  return asSeen(of, stage, object, frame, matrix, placed)
}

/** A picture of an object as it is seen while movers move all of it. @param matrix from its own pixels to those of the design */
function asSeen(
  of: Planning,
  stage: Stage,
  object: DesignObject,
  frame: number,
  matrix: Matrix3,
  picture: number,
): number {
  const canvas = of.g.canvas(stage.size)
  const looks = isFlat(matrix) ? undefined : looksOf(stage, object, frame, matrix, canvas.scale)
  return looks ? seenOn(of, canvas, picture, looks, matrix) : picture
}

/** How the things in a group are seen while its movers move them one by one. */
function innerOf(of: Planning, stage: Stage, group: DesignObject, frame: number): Moved | undefined {
  const matrix = matrixOf(stage, group, frame)
  if (isFlat(matrix)) return undefined
  const looks = innerLooksOf(stage, group, frame, matrix, of.g.canvas(stage.size).scale)
  return looks && { looks, matrix: of.copy ? multiply(of.copy.matrix, matrix) : matrix }
}

/** How the things in a list are seen, in pixels of what holds them; and from those to pixels of the design. */
interface Moved {
  looks: readonly (readonly Exposed[])[]
  matrix: Matrix3
}

/** A list of objects from back to front at a frame, on nothing. `upTo` stops before that object. */
export function planObjects(
  of: Planning,
  stage: Stage,
  objects: readonly DesignObject[],
  frame: number,
  upTo?: string,
  moved?: Moved,
): number {
  const { g, by, project } = of
  const canvas = g.canvas(stage.size)
  let picture: number | undefined
  for (const [i, object] of objects.entries()) {
    if (object.id === upTo) break
    if (!isThere(object, frame)) continue
    const own = stageOf(project, { kind: 'object', id: object.id })
    const opacity = Number(formAt(own, object, 'opacity', frame))
    if (!(opacity > 0)) continue
    const alone = by.stack(of, own, frame - object.zero)
    const looks = moved?.looks[i]
    const seen = moved && looks ? seenOn(of, canvas, alone, looks, moved.matrix) : alone
    picture = laidOver(g, canvas, picture, seen, object, opacity)
  }
  return picture ?? g.clear(canvas)
}

/** The objects below one in its list at a frame. */
export function planBelowObject(of: Planning, stage: Stage, frame: number): number {
  const { design, stack } = stage
  if (!design) return of.g.clear(of.g.canvas(stage.size))
  return planObjects(of, stage, findIn([...design.objects], stack.id), frame, stack.id)
}

/** All that lies behind an object in its design at a frame: below it in its list, and below the groups that it is in. */
function planBehind(of: Planning, stage: Stage, frame: number): number {
  const { g } = of
  const all = allObjects([...(stage.design?.objects ?? [])])
  const holder = (id: string) => all.find((o) => o.objects?.some((inner) => inner.id === id))
  let picture = planBelowObject(of, stage, frame)
  for (let at = holder(stage.stack.id); at; at = holder(at.id)) {
    const own = stageOf(of.project, { kind: 'object', id: at.id })
    picture = g.add(g.canvas(stage.size), { kind: 'over' }, [picture, planBelowObject(of, own, frame)])
  }
  return picture
}

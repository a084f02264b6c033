import type { Part } from '../coats'
import { objectMatrix } from '../design'
import { scaled } from '../frame'
import type { Setting } from '../lettering'
import { IDENTITY, invert, type Matrix3, multiply } from '../matrix'
import {
  coatsAt,
  type DesignObject,
  familyId,
  findIn,
  formAt,
  matrixOf,
  numbersAt,
  type Project,
  settingAt,
  shapeAt,
  sourceSize,
  type Stage,
  stageOf,
} from '../project'
import type { OwnFace } from './graph'
import { planMaterial } from './plan-source'
import type { Planning } from './work'

/** An object before its steps at a frame of its design, on the design's canvas. */
export function planObjectSource(of: Planning, stage: Stage, object: DesignObject, frame: number): number {
  const { g, project } = of
  const canvas = g.canvas(stage.size)
  if (object.kind === 'group') return planObjects(of, stage, object.objects ?? [], frame)
  const matrix = matrixOf(stage, object, frame)
  if (object.kind === 'text') return planText(of, stage, object, frame, matrix)
  if (object.kind !== 'picture') return planShape(of, stage, object, frame, matrix)
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

/** A text with its coats; nothing where nothing of it can be seen. */
function planText(of: Planning, stage: Stage, object: DesignObject, frame: number, matrix: Matrix3): number {
  const { g, project } = of
  const canvas = g.canvas(stage.size)
  const setting = settingAt(stage, object, frame)
  const coats = coatsAt(stage, object, frame)
  const [a, b, c, d, e, f] = matrix
  if (!setting.text.trim() || !coats.length || Math.abs(a * e - b * d) < 1e-9) return g.clear(canvas)
  const s = canvas.scale
  const map = [a * s, b * s, c * s, d * s, e * s, f * s] as const
  const text = { setting, coats, order: object.text?.order ?? 'block', map }
  return g.add(canvas, { kind: 'letters', text, own: ownFaces(project, [setting]) })
}

/** The faces of a project that texts name. */
function ownFaces(project: Project, settings: readonly Setting[]): OwnFace[] {
  const named = new Set(
    settings.flatMap((s) => [s.family, s.emphasis.family, ...s.ranges.map((r) => r.style.family)]),
  )
  return (project.fonts ?? []).flatMap(({ id, family, weight, italic }) =>
    named.has(familyId(family)) ? [{ id, family: familyId(family), weight, italic }] : [],
  )
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

/** A shape with its coats, or several that are joined to one. */
function planShape(of: Planning, stage: Stage, object: DesignObject, frame: number, matrix: Matrix3): number {
  const { g, project } = of
  const canvas = g.canvas(stage.size)
  const coats = coatsAt(stage, object, frame)
  const parts = object.kind === 'combined' ? partsOf(project, object, frame) : [onePart(stage, object, frame)]
  const flat = Math.abs(matrix[0] * matrix[4] - matrix[1] * matrix[3]) < 1e-9
  if (!parts.length || !coats.length || flat) return g.clear(canvas)
  const map = multiply([canvas.scale, 0, 0, 0, canvas.scale, 0, 0, 0, 1], matrix)
  const settings = parts.flatMap(({ of: part }) => ('text' in part ? [part.text] : []))
  return g.add(canvas, { kind: 'shape', shape: { parts, coats, map }, own: ownFaces(project, settings) })
}

type TextPart = Part<Setting>

const onePart = (stage: Stage, object: DesignObject, frame: number, map?: Matrix3): TextPart => ({
  join: object.join ?? 'unite',
  ...(map ? { map } : {}),
  of: object.text ? { text: settingAt(stage, object, frame) } : shapeAt(stage, object, frame),
})

/** What a combination is made of: its shapes and texts that are there, those of combinations in it joined first of all. */
function partsOf(project: Project, combined: DesignObject, frame: number): TextPart[] {
  return (combined.objects ?? []).flatMap((object): TextPart[] => {
    const there = object.on && frame >= object.start && frame < object.start + object.length
    if (!there || object.kind === 'picture' || object.kind === 'group') return []
    const stage = stageOf(project, { kind: 'object', id: object.id })
    const own = objectMatrix(numbersAt(stage, object, frame))
    if (object.kind !== 'combined') return [onePart(stage, object, frame, own)]
    const parts = partsOf(project, object, frame)
    return parts.length ? [{ join: object.join ?? 'unite', map: own, of: { parts } }] : []
  })
}

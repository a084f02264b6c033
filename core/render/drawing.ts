import { type Part, tinted } from '../coats'
import type { RepeatCopy } from '../design'
import type { Setting } from '../lettering'
import { invert, isFlat, type Matrix3, multiply } from '../matrix'
import {
  coatsAt,
  type DesignObject,
  eyeOf,
  familyId,
  isThere,
  looksOf,
  matrixOf,
  movingAt,
  type Project,
  type RowValues,
  settingAt,
  shapeAt,
  type Stage,
  stageOf,
} from '../project'
import type { Canvas, DrawnItem, Op, OwnFace } from './graph'

/** What planning an object as a drawing needs to know. */
interface Drawing {
  project: Project
  copy?: RepeatCopy | undefined
  typed?: string | undefined
  row?: RowValues | undefined
}

/** Whether an object is drawn from outlines: a text, a shape or a combination. */
export const isDrawn = ({ kind }: DesignObject): boolean =>
  kind !== 'picture' && kind !== 'group' && kind !== 'repeat'

/** Objects that are drawn one over the other, as what a node does. */
export function drawnOp(project: Project, items: readonly DrawnItem[]): Op {
  const inParts = (parts: readonly Part<Setting>[]): Setting[] =>
    parts.flatMap(({ of }) => ('text' in of ? [of.text] : 'parts' in of ? inParts(of.parts) : []))
  const settings = items.flatMap((item) => ('text' in item ? [item.text.setting] : inParts(item.shape.parts)))
  return { kind: 'drawn', items: [...items], own: ownFaces(project, settings) }
}

/** A text or shape at a frame of its design; undefined where nothing of it can be seen. @param matrix from its own pixels to those of the design */
export function drawnItem(
  of: Drawing,
  canvas: Canvas,
  stage: Stage,
  object: DesignObject,
  frame: number,
  matrix: Matrix3,
): DrawnItem | undefined {
  const own = coatsAt(stage, object, frame)
  const coats = of.copy ? tinted(own, of.copy.tint, of.copy.towards) : own
  const map = multiply([canvas.scale, 0, 0, 0, canvas.scale, 0, 0, 0, 1], matrix)
  if (!coats.length || isFlat(matrix)) return undefined
  if (object.kind === 'text') {
    const setting = shownSetting(of, stage, object, frame)
    if (!setting.text.trim()) return undefined
    const [a, b, c, d, e, f] = map
    const moving = of.typed === object.id ? [] : movingAt(stage, object, frame)
    const seen = moving.length ? { moving, eye: eyeOf(stage, matrix) } : {}
    const order = object.text?.order ?? 'block'
    return { text: { setting, coats, order, map: [a, b, c, d, e, f], ...seen }, opacity: 1 }
  }
  const parts = object.kind === 'combined' ? partsOf(of, object, frame) : [onePart(of, stage, object, frame)]
  if (!parts.length) return undefined
  const looks = looksOf(stage, object, frame, matrix, canvas.scale)
  return { shape: { parts, coats, map, ...(looks ? { looks } : {}) }, opacity: 1 }
}

const shownSetting = ({ typed, copy, row }: Drawing, stage: Stage, object: DesignObject, frame: number) =>
  settingAt(stage, object, frame, typed === object.id ? 'source' : 'shown', {
    index: copy?.index ?? 0,
    row,
  })

/** The faces of a project that texts name. */
function ownFaces(project: Project, settings: readonly Setting[]): OwnFace[] {
  const named = new Set(
    settings.flatMap((s) => [s.family, s.emphasis.family, ...s.ranges.map((r) => r.style.family)]),
  )
  return (project.fonts ?? []).flatMap(({ id, family, weight, italic }) =>
    named.has(familyId(family)) ? [{ id, family: familyId(family), weight, italic }] : [],
  )
}

type TextPart = Part<Setting>

const onePart = (
  of: Drawing,
  stage: Stage,
  object: DesignObject,
  frame: number,
  map?: Matrix3,
): TextPart => ({
  join: object.join ?? 'unite',
  ...(map ? { map } : {}),
  of: object.text ? { text: shownSetting(of, stage, object, frame) } : shapeAt(stage, object, frame),
})

/** What a combination is made of: its shapes and texts that are there, those of combinations in it joined first of all. */
function partsOf(of: Drawing, combined: DesignObject, frame: number): TextPart[] {
  const whole = matrixOf(stageOf(of.project, { kind: 'object', id: combined.id }), combined, frame)
  if (isFlat(whole)) return []
  const inside = invert(whole)
  return (combined.objects ?? []).flatMap((object): TextPart[] => {
    if (!isThere(object, frame) || !isDrawn(object)) return []
    const stage = stageOf(of.project, { kind: 'object', id: object.id })
    // What it moves along with and rides on may lie outside of the combination.
    const own = multiply(inside, matrixOf(stage, object, frame))
    if (object.kind !== 'combined') return [onePart(of, stage, object, frame, own)]
    const parts = partsOf(of, object, frame)
    return parts.length ? [{ join: object.join ?? 'unite', map: own, of: { parts } }] : []
  })
}

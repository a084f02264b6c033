import type { Coat, Part } from '../coats'
import type { RepeatCopy } from '../design'
import type { Setting } from '../lettering'
import { invert, isFlat, type Matrix3, multiply } from '../matrix'
import {
  coatsAt,
  type DesignObject,
  familyId,
  isThere,
  matrixOf,
  type Project,
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
  const coats = tinted(coatsAt(stage, object, frame), of.copy)
  const map = multiply([canvas.scale, 0, 0, 0, canvas.scale, 0, 0, 0, 1], matrix)
  if (!coats.length || isFlat(matrix)) return undefined
  if (object.kind === 'text') {
    const setting = shownSetting(of, stage, object, frame)
    if (!setting.text.trim()) return undefined
    const [a, b, c, d, e, f] = map
    const text = { setting, coats, order: object.text?.order ?? 'block', map: [a, b, c, d, e, f] as const }
    return { text, opacity: 1 }
  }
  const parts = object.kind === 'combined' ? partsOf(of, object, frame) : [onePart(of, stage, object, frame)]
  return parts.length ? { shape: { parts, coats, map }, opacity: 1 } : undefined
}

const shownSetting = ({ typed, copy }: Drawing, stage: Stage, object: DesignObject, frame: number) =>
  settingAt(stage, object, frame, typed === object.id ? 'source' : 'shown', copy)

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

/** Coats whose colours have gone some way towards that of a repeat's last copy. */
function tinted(coats: Coat[], copy: RepeatCopy | undefined): Coat[] {
  if (!copy || copy.towards <= 0) return coats
  const { tint, towards } = copy
  const mixed = (colour: readonly number[]) =>
    colour.map((v, c) => v + ((tint[c] as number) - v) * towards) as [number, number, number]
  return coats.map((coat) => {
    const { colour } = coat.values
    const own = Array.isArray(colour) ? { ...coat.values, colour: mixed(colour as number[]) } : coat.values
    return { ...coat, values: own, stops: coat.stops.map((s) => ({ ...s, colour: mixed(s.colour) })) }
  })
}

import type { Coat, CoatKind } from '../coats'
import { COAT_FORMS, STOP_FORM } from '../coats'
import { axisNumber, type Course, type LetterStyle, type Setting } from '../lettering'
import { defaults, fit, type Params, type Values } from '../params'
import { cornersOf, flatten, flattenOpen } from '../region'
import type { Stage } from './stage'
import { counted } from './movers'
import { formAt, moved } from './values'
import { type InCopy, written } from './written'
import { still } from './parts'
import type { CoatItem, Design, DesignObject, DesignText, Project } from './schema'

/** What emphasised letters look like where a design does not say. */
export const EMPHASIS: LetterStyle = { weight: 700, colour: [1, 0.46, 0.1] }

/** A text as it begins. */
export const plainText = (text: string): DesignText => ({
  text,
  ranges: [],
  family: 'inter',
  weight: 600,
  italic: false,
  case: 'typed',
  features: {},
  language: '',
  align: 'start',
  direction: 'auto',
  level: 'top',
  hang: false,
  shrink: false,
  order: 'block',
})

/** A coat with what it begins with; of a gradient two colours. */
export function newCoat(id: string, kind: CoatKind, given: Values = {}): CoatItem {
  const form = still({ ...defaults(COAT_FORMS[kind]), ...given })
  const stop = (end: string, at: number, colour: [number, number, number]) => ({
    id: `${id}-${end}`,
    form: still({ ...defaults(STOP_FORM), at, colour }),
  })
  return { id, kind, on: true, form, stops: [stop('a', 0, [1, 0.9, 0.7]), stop('b', 1, [0.75, 0.3, 0.06])] }
}

/** How a text object is set at a frame of its design; what stands in braces is filled in, unless its source is wanted. */
export function settingAt(
  stage: Stage,
  object: DesignObject,
  frame: number,
  as: 'shown' | 'source' = 'shown',
  copy?: InCopy,
): Setting {
  const text = object.text ?? plainText('')
  const number = (name: string) => Number(formAt(stage, object, name, frame))
  const { order: _, course, down = false, ...rest } = text
  const points = course ? formAt(stage, object, 'points', frame) : 0
  return {
    ...rest,
    down,
    columns: Math.round(number('columns')),
    gap: number('gap'),
    tab: number('tab'),
    course: course && Array.isArray(points) ? courseOf(course, points as number[], number) : undefined,
    ...(as === 'shown' ? counted(stage, object, frame, written(text, stage, object, frame, copy)) : {}),
    axes: axesAt(stage, object, frame),
    size: number('size'),
    tracking: number('tracking'),
    leading: number('leading'),
    before: number('before'),
    indent: number('indent'),
    box: formAt(stage, object, 'box', frame) as [number, number],
    emphasis: stage.design?.emphasis ?? EMPHASIS,
  }
}

/** Pixels by which the line that a text stands on may be off. */
const OFF = 0.02

/** What a text stands on or in; undefined where too little of it is drawn. */
function courseOf(
  course: NonNullable<DesignText['course']>,
  points: readonly number[],
  number: (name: string) => number,
): Course | undefined {
  const corners = cornersOf(points)
  if (corners.length < (course.closed ? 3 : 2)) return undefined
  const contour = course.closed ? flatten(corners, OFF).contour : flattenOpen(corners, OFF)
  const { way, closed, under, reversed, upright } = course
  return { way, closed, under, reversed, upright, contour, slide: number('slide'), lift: number('lift') }
}

/** Axes of variable fonts are numbers of the form called `axis-wdth` and so on. */
function axesAt(stage: Stage, object: DesignObject, frame: number): Record<string, number> {
  const before = axisNumber('')
  const names = Object.keys(object.form).filter((name) => name.startsWith(before))
  return Object.fromEntries(
    names.map((name) => [name.slice(before.length), Number(formAt(stage, object, name, frame))]),
  )
}

/** The coats of an object that are on, at a frame of its design, from back to front. */
export function coatsAt(stage: Stage, object: DesignObject, frame: number): Coat[] {
  const t = frame - object.zero
  const values = (params: Params, form: CoatItem['form']): Values =>
    Object.fromEntries(
      Object.entries(params).map(([name, param]) => {
        const own = form[name]
        return [name, fit(param, own && moved(stage, undefined, own, t))]
      }),
    )
  return (object.coats ?? [])
    .filter((c) => c.on)
    .map(({ kind, form, stops }) => ({
      kind,
      values: values(COAT_FORMS[kind], form),
      stops: stops.map((s) => values(STOP_FORM, s.form) as unknown as Coat['stops'][number]),
    }))
}

/** All texts of a project, with the design that each is in. */
export const textsOf = ({
  designs,
}: Pick<Project, 'designs'>): { design: Design; object: DesignObject }[] => {
  const inside = (objects: readonly DesignObject[]): DesignObject[] =>
    objects.flatMap((o) => [...(o.kind === 'text' ? [o] : []), ...inside(o.objects ?? [])])
  return designs.flatMap((design) => inside(design.objects).map((object) => ({ design, object })))
}

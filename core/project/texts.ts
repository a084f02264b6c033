import type { Coat, CoatKind } from '../coats'
import { COAT_FORMS, STOP_FORM } from '../coats'
import { axisNumber, type LetterStyle, type Setting } from '../lettering'
import { defaults, fit, type Params, type Values } from '../params'
import type { Stage } from './stage'
import { formAt, moved } from './values'
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
): Setting {
  const text = object.text ?? plainText('')
  const number = (name: string) => Number(formAt(stage, object, name, frame))
  const { order: _, ...rest } = text
  return {
    ...rest,
    ...(as === 'shown' ? written(text, stage, frame) : {}),
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

/** Axes of variable fonts are numbers of the form called `axis-wdth` and so on. */
function axesAt(stage: Stage, object: DesignObject, frame: number): Record<string, number> {
  const before = axisNumber('')
  const names = Object.keys(object.form).filter((name) => name.startsWith(before))
  return Object.fromEntries(
    names.map((name) => [name.slice(before.length), Number(formAt(stage, object, name, frame))]),
  )
}

/** What can stand in a text in braces, in plain words. */
export const VARIABLES: Readonly<Record<string, string>> = {
  design: 'The name of the design',
  project: 'The name of the project',
  frame: 'The frame of the design',
  seconds: 'Seconds since the text came in',
  left: 'Seconds until the text goes',
}

/** The text with what stands in braces filled in; its ranges keep to their letters. */
function written(
  { text, ranges }: DesignText,
  stage: Stage,
  frame: number,
): Pick<Setting, 'text' | 'ranges'> {
  if (!text.includes('{')) return { text, ranges }
  const { num, den } = stage.rate
  const seconds = (frames: number) => String(Math.max(0, Math.floor((frames * den) / num)))
  const known: Record<string, string> = {
    design: stage.design?.name ?? '',
    project: stage.project.name,
    frame: String(frame),
    seconds: seconds(frame - stage.start),
    left: seconds(stage.start + stage.length - 1 - frame),
  }
  let out = ''
  let last = 0
  const cuts: { at: number; by: number }[] = []
  for (const { 0: whole, 1: name = '', index } of text.matchAll(/\{(\w+)\}/g)) {
    const value = known[name]
    if (value === undefined) continue
    out += text.slice(last, index) + value
    last = index + whole.length
    cuts.push({ at: last, by: value.length - whole.length })
  }
  if (!cuts.length) return { text, ranges }
  const place = (i: number) => i + cuts.reduce((sum, c) => sum + (c.at <= i ? c.by : 0), 0)
  return {
    text: out + text.slice(last),
    ranges: ranges
      .map((r) => ({ ...r, start: place(r.start), end: place(r.end) }))
      .filter((r) => r.end > r.start),
  }
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

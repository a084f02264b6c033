import { type Coat, coloured, contoursOfBodies, contoursOfParts } from '../coats'
import type { RepeatCopy } from '../design'
import { encodeSrgb } from '../colour'
import { bodiesOf, type Typesetter } from '../lettering'
import { maths } from '../maths'
import { invert, isFlat, type Matrix3, multiply } from '../matrix'
import {
  type Design,
  type DesignObject,
  formAt,
  copiesAt,
  isThere,
  matrixOf,
  type Project,
  restOfRide,
  type Stage,
  stageOf,
} from '../project'
import { drawnItem, isDrawn } from './drawing'
import type { DrawnItem } from './graph'

/** A drawing and what could not be kept in it. */
export interface SvgOut {
  text: string
  notes: string[]
}

interface Writing {
  project: Project
  design: Design
  frame: number
  typesetter: Pick<Typesetter, 'layout'>
  defs: string[]
  notes: Set<string>
}

/**
 * A design at a frame as an SVG drawing: its texts as outlines, shapes with their fills, gradients and edges, groups and copies by name. What has no counterpart (blurred coats, pictures, treatments) is
 * left out and told.
 */
export function designSvg(
  project: Project,
  design: Design,
  frame: number,
  typesetter: Pick<Typesetter, 'layout'>,
): SvgOut {
  const of: Writing = { project, design, frame, typesetter, defs: [], notes: new Set() }
  const body = written(of, design.objects, frame, '  ', undefined)
  const { width, height } = design.size
  const defs = of.defs.length ? `  <defs>\n${of.defs.join('\n')}\n  </defs>\n` : ''
  const head = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}">`
  return {
    text: `${head}\n  <title>${escaped(design.name)}</title>\n${defs}${body}</svg>\n`,
    notes: [...of.notes],
  }
}

function written(
  of: Writing,
  objects: readonly DesignObject[],
  frame: number,
  indent: string,
  lead: RepeatCopy | undefined,
): string {
  return objects
    .map((object) => {
      if (!isThere(object, frame)) return ''
      const stage = stageOf(of.project, { kind: 'object', id: object.id })
      const opacity = Number(formAt(stage, object, 'opacity', frame))
      if (object.steps.some((s) => s.on)) of.notes.add(`The treatments of ${object.name} are left out.`)
      if (restOfRide(stage, object, frame)) of.notes.add(`${object.name} is drawn without its perspective.`)
      const inner = content(of, stage, object, frame, `${indent}  `, lead)
      if (!inner) return ''
      const shown = opacity < 1 ? ` opacity="${short(opacity)}"` : ''
      const mode = object.blend?.mode ?? 'normal'
      const blend = MODES[mode] ? ` style="mix-blend-mode: ${MODES[mode]}"` : ''
      if (mode !== 'normal' && !blend) of.notes.add(`${object.name} lies there plainly.`)
      const title = `${indent}  <title>${escaped(object.name)}</title>\n`
      return `${indent}<g id="${escaped(object.id)}${lead ? `-${lead.index}` : ''}"${shown}${blend}>\n${title}${inner}${indent}</g>\n`
    })
    .join('')
}

const MODES: Readonly<Record<string, string>> = {
  ...Object.fromEntries(
    [
      'multiply',
      'screen',
      'overlay',
      'darken',
      'lighten',
      'difference',
      'exclusion',
      'hue',
      'saturation',
      'luminosity',
    ].map((m) => [m, m]),
  ),
  'hard light': 'hard-light',
  'soft light': 'soft-light',
  colour: 'color',
  plus: 'plus-lighter',
  'colour dodge': 'color-dodge',
  'colour burn': 'color-burn',
}

function content(
  of: Writing,
  stage: Stage,
  object: DesignObject,
  frame: number,
  indent: string,
  lead: RepeatCopy | undefined,
): string {
  if (object.kind === 'group') return written(of, object.objects ?? [], frame, indent, lead)
  if (object.kind === 'repeat')
    return copiesAt(stage, object, frame)
      .map((copy) => {
        const then = frame - copy.delay
        const [own, before] = [matrixOf(stage, object, frame), matrixOf(stage, object, then)]
        if (isFlat(own) || isFlat(before)) return ''
        const around = multiply(multiply(own, copy.matrix), invert(before))
        const matrix = lead ? multiply(lead.matrix, around) : around
        const inner = written(of, object.objects ?? [], then, indent, { ...copy, matrix })
        return copy.opacity < 1
          ? `${indent}<g opacity="${short(copy.opacity)}">\n${inner}${indent}</g>\n`
          : inner
      })
      .join('')
  if (!isDrawn(object)) {
    of.notes.add(`${object.name} is a picture, and is left out.`)
    return ''
  }
  const own = matrixOf(stage, object, frame)
  const matrix = lead ? multiply(lead.matrix, own) : own
  const canvas = { ...of.design.size, scale: 1 }
  const item = drawnItem({ project: of.project, copy: lead }, canvas, stage, object, frame, matrix)
  return item ? painted(of, item, object.name, indent) : ''
}

/** The coats of a text or shape from back to front, each as a path. */
function painted(of: Writing, item: DrawnItem, name: string, indent: string): string {
  const lettersOf = (text: Parameters<Typesetter['layout']>[0], [a, b, c, d, e, f]: Matrix3) =>
    contoursOfBodies(bodiesOf(of.typesetter.layout(text), [a, b, c, d, e, f]))
  const { coats, map } = 'text' in item ? item.text : item.shape
  const [a, b, , d, e] = map
  const unit = Math.sqrt(Math.abs((a as number) * (e as number) - (b as number) * (d as number)))
  const bodies = 'text' in item ? bodiesOf(of.typesetter.layout(item.text.setting), item.text.map) : undefined
  const contours = bodies
    ? contoursOfBodies(bodies)
    : 'shape' in item
      ? contoursOfParts(item.shape.parts, item.shape.map, lettersOf)
      : []
  if (!contours.length) return ''
  return coats
    .flatMap((coat) => {
      const path = (part: readonly (readonly number[])[], look: string | undefined) =>
        look ? [`${indent}<path d="${part.map((c) => `M${pairs(c)}Z`).join('')}"${look}/>\n`] : []
      // Letters of a colour of their own show that in fills of one colour.
      const own = bodies && coat.kind === 'fill' && coat.values['paint'] === 'colour'
      if (!own) return path(contours, lookOf(of, coat, contours, unit, name))
      return coloured(bodies, coat.values['colour'] as unknown as Rgb).flatMap(([colour, some]) => {
        const tinted = { ...coat, values: { ...coat.values, colour: [...colour] } }
        return path(contoursOfBodies(some), lookOf(of, tinted, contours, unit, name))
      })
    })
    .join('')
}

type Rgb = readonly [number, number, number]

function lookOf(
  of: Writing,
  coat: Coat,
  contours: readonly (readonly number[])[],
  unit: number,
  name: string,
): string | undefined {
  const number = (key: string, fallback = 0) =>
    typeof coat.values[key] === 'number' ? coat.values[key] : fallback
  const offset = (coat.values['offset'] ?? [0, 0]) as unknown as readonly [number, number]
  const plain = number('blur') === 0 && offset.every((v) => v === 0)
  if ((coat.kind !== 'fill' && coat.kind !== 'edge') || !plain) {
    of.notes.add(`Coats of ${name} that are soft, moved, or lie behind it are left out.`)
    return undefined
  }
  if (['picture', 'below', 'behind'].includes(String(coat.values['paint']))) {
    of.notes.add(`Coats of ${name} that are painted with pictures are left out.`)
    return undefined
  }
  const opacity = number('opacity', 1)
  const mode = String(coat.values['blend'] ?? 'normal')
  const blend = MODES[mode] ? ` style="mix-blend-mode: ${MODES[mode]}"` : ''
  const shown = `${opacity < 1 ? ` opacity="${short(opacity)}"` : ''}${blend}`
  if (['line', 'word', 'letter'].includes(String(coat.values['over'])) && coat.values['paint'] !== 'colour')
    of.notes.add(`The colours of ${name} run over the whole.`)
  const paint = paintOf(of, coat, contours)
  if (coat.kind === 'fill') {
    if (number('grow') !== 0) of.notes.add(`The fill of ${name} is as thick as its outline.`)
    return ` fill="${paint}"${shown}`
  }
  const side = String(coat.values['side'] ?? 'outside')
  if (side !== 'centred') of.notes.add(`The edge of ${name} lies on its outline.`)
  const corners =
    { round: 'round', mitre: 'miter', bevel: 'bevel' }[String(coat.values['corners'])] ?? 'round'
  const dash = ((coat.values['dash'] ?? [0, 0]) as number[]).map((v) => short(v * unit))
  const dashes = dash.every((v) => Number(v) > 0) ? ` stroke-dasharray="${dash.join(' ')}"` : ''
  return ` fill="none" stroke="${paint}" stroke-width="${short(number('width') * unit)}" stroke-linejoin="${corners}"${dashes}${shown}`
}

function paintOf(of: Writing, coat: Coat, contours: readonly (readonly number[])[]): string {
  const kind = String(coat.values['paint'] ?? 'colour')
  if (kind === 'colour') return hex((coat.values['colour'] ?? [0, 0, 0]) as number[])
  if (kind === 'conic') {
    of.notes.add('Colours that go round have become one colour.')
    return hex([...(coat.stops[0]?.colour ?? [0, 0, 0])])
  }
  const along = (axis: 0 | 1) => contours.flatMap((c) => c.filter((_, i) => i % 2 === axis))
  const ends = (list: readonly number[]) =>
    [
      list.reduce((p, q) => Math.min(p, q), Infinity),
      list.reduce((p, q) => Math.max(p, q), -Infinity),
    ] as const
  const [[left, right], [top, bottom]] = [ends(along(0)), ends(along(1))]
  const [x, y] = [(left + right) / 2, (top + bottom) / 2]
  const spread = Number(coat.values['spread'] ?? 1)
  const id = `paint-${of.defs.length + 1}`
  const stops = coat.stops
    .map(
      (s) =>
        `<stop offset="${short(s.at)}" stop-color="${hex([...s.colour])}"${s.opacity < 1 ? ` stop-opacity="${short(s.opacity)}"` : ''}/>`,
    )
    .join('')
  if (kind === 'radial') {
    const r = (maths.hypot(right - left, bottom - top) / 2) * spread
    of.defs.push(
      `    <radialGradient id="${id}" gradientUnits="userSpaceOnUse" cx="${short(x)}" cy="${short(y)}" r="${short(r)}">${stops}</radialGradient>`,
    )
  } else {
    const turn = (Number(coat.values['angle'] ?? 90) * Math.PI) / 180
    const [u, v] = [maths.cos(turn), maths.sin(turn)]
    const half = ((Math.abs(u) * (right - left) + Math.abs(v) * (bottom - top)) / 2) * spread
    const [x1, y1, x2, y2] = [x - u * half, y - v * half, x + u * half, y + v * half].map(short)
    of.defs.push(
      `    <linearGradient id="${id}" gradientUnits="userSpaceOnUse" x1="${x1}" y1="${y1}" x2="${x2}" y2="${y2}">${stops}</linearGradient>`,
    )
  }
  return `url(#${id})`
}

const short = (v: number) => String(Math.round(v * 1000) / 1000)
const pairs = (contour: readonly number[]) => contour.map(short).join(' ')
const hex = (colour: readonly number[]) =>
  `#${colour
    .map((v) =>
      Math.round(encodeSrgb(Math.min(1, Math.max(0, v))) * 255)
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`
const escaped = (text: string) =>
  text.replace(/[&<>"]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[c] ?? c)

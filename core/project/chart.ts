import { maths } from '../maths'
import { corner, valueOf } from '../region'
import type { Size } from '../frame'
import type { ChartTable } from './chart-table'
import type { Act } from './edit'
import { formAddress } from './parts'
import { newCoat, plainText } from './texts'
import type { Modifier } from '../anim'

export const CHARTS = ['bars', 'stacked', 'ring', 'line', 'area'] as const
export type ChartKind = (typeof CHARTS)[number]

const COLOURS: readonly [number, number, number][] = [
  [0.79, 0.4, 0.08],
  [0.06, 0.36, 0.42],
  [0.62, 0.56, 0.4],
  [0.34, 0.1, 0.09],
  [0.2, 0.3, 0.12],
  [0.35, 0.28, 0.55],
  [0.7, 0.62, 0.15],
  [0.45, 0.45, 0.48],
]
const PALE: [number, number, number] = [0.86, 0.84, 0.78]

interface Making {
  designId: string
  newId(): string
  size: Size
  table: ChartTable
  /** What is drawn first, what lies over that, and what then pulls what. */
  shapes: Act[]
  texts: Act[]
  pulls: Act[]
  ids: string[]
}

/**
 * The objects of a chart as one group, by acts: bars and segments are lines of a thickness whose drawn part follows the number of their label, so that a key on the number moves them; all can be styled like
 * anything else. The id of the group is that of the last act.
 */
export function chartActs(
  kind: ChartKind,
  table: ChartTable,
  to: { designId: string; size: Size; newId(): string },
): Act[] {
  const of: Making = { ...to, table, shapes: [], texts: [], pulls: [], ids: [] }
  if (kind === 'ring') ring(of)
  else if (kind === 'bars' || kind === 'stacked') bars(of, kind === 'stacked')
  else drawnThrough(of, kind === 'area')
  const name = {
    bars: 'Bars',
    stacked: 'Stacked bars',
    ring: 'Ring',
    line: 'Line chart',
    area: 'Area chart',
  }[kind]
  return [
    ...of.shapes,
    ...of.texts,
    ...of.pulls,
    ['objects.group', { objectIds: of.ids, groupId: to.newId(), name }],
  ]
}

/** Where the values stand: the left end and the length of the level axis, its height, and how high the largest value is. */
const frameOf = ({ width, height }: Size) => ({
  left: width * 0.14,
  wide: width * 0.72,
  base: height * 0.8,
  high: height * 0.56,
})

function bars(of: Making, stacked: boolean): void {
  const { table, size } = of
  const { left, wide, base, high } = frameOf(size)
  const n = table.series.length
  const sums = table.rows.map((r) => r.values.reduce((a, v) => a + Math.max(0, v), 0))
  const most = Math.max(1e-9, ...(stacked ? sums : table.rows.flatMap((r) => r.values)))
  const step = wide / table.rows.length
  const thick = (step * 0.7) / (stacked ? 1 : n)
  axis(of, [left, base], [left + wide, base])
  table.rows.forEach((row, r) => {
    const middle = left + step * (r + 0.5)
    label(of, row.name, [middle, base + size.height * 0.035], size.height * 0.034, PALE, `Name ${row.name}`)
    const before: string[] = []
    row.values.forEach((value, s) => {
      const x = stacked ? middle : middle + (s - (n - 1) / 2) * thick
      const name = n > 1 ? `${row.name}, ${table.series[s] ?? ''}` : row.name
      const number = figure(of, value, size.height * (stacked ? 0.03 : 0.034), name)
      const bar = segment(
        of,
        [
          [0, 0],
          [0, -high],
        ],
        [x, base],
        thick * 0.86,
        COLOURS[s % COLOURS.length] ?? PALE,
        name,
      )
      follow(of, bar, 'to', [...before, number], 1 / most)
      if (stacked) follow(of, bar, 'from', before, 1 / most)
      const gap = size.height * 0.03
      const parts: [string, number, number][] = stacked
        ? [
            [number, -high / (2 * most), base],
            ...before.map((id): [string, number, number] => [id, -high / most, 0]),
          ]
        : [[number, -high / most, base - gap]]
      of.pulls.push(...set(number, 'place', [x, base - (value / most) * high - gap]))
      pull(of, number, 'place', parts, 1)
      if (stacked) before.push(number)
    })
  })
  if (n > 1) legend(of)
}

function ring(of: Making): void {
  const { table, size } = of
  const { width, height } = size
  const total = Math.max(
    1e-9,
    table.rows.reduce((sum, r) => sum + Math.max(0, r.values[0] ?? 0), 0),
  )
  const radius = height * 0.26
  const round = Array.from({ length: 97 }, (_, i): [number, number] => {
    const turn = (2 * Math.PI * i) / 96 - Math.PI / 2
    return [radius * maths.cos(turn), radius * maths.sin(turn)]
  })
  const middle: [number, number] = [width * 0.36, height * 0.5]
  const before: string[] = []
  table.rows.forEach((row, r) => {
    const colour = COLOURS[r % COLOURS.length] ?? PALE
    const y = height * 0.5 + (r - (table.rows.length - 1) / 2) * height * 0.08
    const number = figure(of, row.values[0] ?? 0, height * 0.04, row.name, [width * 0.62, y])
    const bar = segment(of, round, middle, radius * 0.36, colour, row.name)
    follow(of, bar, 'from', before, 1 / total)
    follow(of, bar, 'to', [...before, number], 1 / total)
    label(
      of,
      row.name,
      [width * 0.68, y],
      height * 0.034,
      colour.map((v) => Math.min(1, v * 1.6)) as [number, number, number],
      `Name ${row.name}`,
      'left',
    )
    before.push(number)
  })
}

function drawnThrough(of: Making, area: boolean): void {
  const { table, size } = of
  const { left, wide, base, high } = frameOf(size)
  const most = Math.max(1e-9, ...table.rows.flatMap((r) => r.values))
  const step = wide / Math.max(1, table.rows.length - 1)
  const at = (r: number, v: number): [number, number] => [step * r, (-Math.max(0, v) / most) * high]
  axis(of, [left, base], [left + wide, base])
  table.rows.forEach((row, r) =>
    label(
      of,
      row.name,
      [left + step * r, base + size.height * 0.035],
      size.height * 0.03,
      PALE,
      `Name ${row.name}`,
    ),
  )
  table.series.forEach((name, s) => {
    const colour = COLOURS[s % COLOURS.length] ?? PALE
    const places = table.rows.map((row, r) => at(r, row.values[s] ?? 0))
    if (area && places.length > 1) {
      const objectId = of.newId()
      const outline = [...places, [step * (table.rows.length - 1), 0] as const, [0, 0] as const]
      const points = valueOf(outline.map(([x, y]) => corner(x, y)))
      of.shapes.push([
        'object.add',
        {
          designId: of.designId,
          objectId,
          kind: 'outline',
          name: `Area ${name}`,
          form: { place: [left, base], points },
          coats: [newCoat(`${objectId}-fill`, 'fill', { colour, opacity: 0.5 })],
        },
      ])
      of.ids.push(objectId)
    }
    if (places.length > 1) segment(of, places, [left, base], size.height * 0.008, colour, `Line ${name}`)
  })
  if (table.series.length > 1) legend(of)
}

function axis(of: Making, from: [number, number], to: [number, number]): void {
  segment(
    of,
    [
      [0, 0],
      [to[0] - from[0], to[1] - from[1]],
    ],
    from,
    Math.max(1, of.size.height / 400),
    PALE,
    'Axis',
  )
}

function legend(of: Making): void {
  const { table, size } = of
  const step = (size.width * 0.72) / table.series.length
  table.series.forEach((name, s) => {
    const x = size.width * 0.14 + step * s
    const colour = COLOURS[s % COLOURS.length] ?? PALE
    segment(
      of,
      [
        [0, 0],
        [size.width * 0.02, 0],
      ],
      [x, size.height * 0.13],
      size.height * 0.02,
      colour,
      `Mark ${name}`,
    )
    label(
      of,
      name,
      [x + size.width * 0.028, size.height * 0.13],
      size.height * 0.032,
      PALE,
      `Series ${name}`,
      'left',
    )
  })
}

/** A line of a thickness through places; its id. */
function segment(
  of: Making,
  places: readonly (readonly [number, number])[],
  place: [number, number],
  width: number,
  colour: [number, number, number],
  name: string,
): string {
  const objectId = of.newId()
  const points = valueOf(places.map(([x, y]) => corner(x, y)))
  const coats = [newCoat(`${objectId}-fill`, 'fill', { colour })]
  of.shapes.push([
    'object.add',
    {
      designId: of.designId,
      objectId,
      kind: 'line',
      name: name.slice(0, 200),
      form: { place, points, width },
      coats,
    },
  ])
  of.ids.push(objectId)
  return objectId
}

function label(
  of: Making,
  text: string,
  place: [number, number],
  size: number,
  colour: [number, number, number],
  name: string,
  align: 'centre' | 'left' = 'centre',
): string {
  const objectId = of.newId()
  const set = { ...plainText(text), weight: 500, align, level: 'middle' as const }
  const coats = [newCoat(`${objectId}-fill`, 'fill', { colour })]
  of.texts.push([
    'object.add',
    {
      designId: of.designId,
      objectId,
      kind: 'text',
      name: name.slice(0, 200),
      form: { place, size },
      text: set,
      coats,
    },
  ])
  of.ids.push(objectId)
  return objectId
}

/** The label that says a value, and holds it as its number. */
function figure(
  of: Making,
  value: number,
  size: number,
  name: string,
  place: [number, number] = [0, 0],
): string {
  const id = label(
    of,
    Number.isInteger(value) ? '{number:,0}' : '{number:,1}',
    place,
    size,
    PALE,
    `Value ${name}`,
  )
  of.pulls.push(...set(id, 'number', value))
  return id
}

const set = (objectId: string, name: string, value: number | number[]): Act[] => [
  ['value.set', { address: formAddress('object', objectId, name), at: 0, value }],
]

/** A share that is the sum of some numbers times a factor; 0 where there are none. */
const follow = (
  of: Making,
  objectId: string,
  name: string,
  numbers: readonly string[],
  factor: number,
): void =>
  numbers.length
    ? pull(
        of,
        objectId,
        name,
        numbers.map((id): [string, number, number] => [id, factor, 0]),
      )
    : void of.pulls.push(...set(objectId, name, 0))

/** A value, or a part of it, that is a sum of numbers of labels, each times a factor and with an offset. */
function pull(
  of: Making,
  objectId: string,
  name: string,
  parts: readonly [string, number, number][],
  part?: number,
): void {
  parts.forEach(([id, factor, offset], i) => {
    const modifier: Modifier = {
      id: `pull-${name}-${i}`,
      on: true,
      kind: 'follow',
      source: { kind: 'value', address: formAddress('object', id, 'number') },
      factor,
      offset,
      delay: 0,
      limits: null,
      join: i ? 'add' : 'replace',
      ...(part === undefined ? {} : { part }),
    }
    of.pulls.push(['modifier.put', { address: formAddress('object', objectId, name), modifier }])
  })
}

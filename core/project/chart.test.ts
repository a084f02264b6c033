import fc from 'fast-check'
import { plan, renderFrame } from '../render'
import { card } from '../testing/design'
import { shippedFonts } from '../testing/fonts'
import { testKernels } from '../testing/pictures'
import { testProject } from '../testing/projects'
import { type Typefaces } from '../lettering'
import {
  type Act,
  allObjects,
  chartActs,
  CHARTS,
  type ChartKind,
  formAddress,
  formAt,
  performAll,
  type Project,
  readTable,
  settingAt,
  stageOf,
  TableProblem,
} from '.'

const k = testKernels(128)
afterEach(() => expect(k.used).toBe(0))
let open: Typefaces
beforeAll(async () => ({ open } = await shippedFonts('inter')))

const SIZE = { width: 320, height: 180 }
const TABLE = 'Name, Tins, Rope\nHarbour, 12, 7\nTower, 8, 9\nSquare, 16, 4'
function chart(kind: ChartKind, text = TABLE, ...more: Act[]): Project {
  let count = 0
  const acts = chartActs(kind, readTable(text), { designId: 'd', size: SIZE, newId: () => `c${++count}` })
  const design: Act = card(SIZE)
  return performAll(testProject(), [design, ...acts, ...more], 'Chart').project
}
const named = (p: Project, name: string) => {
  const found = allObjects(p.designs[0]?.objects ?? []).find((o) => o.name === name)
  if (!found) throw new Error(`There is no ${name}.`)
  return found
}
const at = (p: Project, name: string, value: string, frame = 0) => {
  const object = named(p, name)
  return formAt(stageOf(p, { kind: 'object', id: object.id }), object, value, frame)
}

it.each([
  ['with a first line of names', TABLE, ['Tins', 'Rope'], [12, 7]],
  ['without', 'Harbour, 12\nTower, 8', ['Series 1'], [12]],
  [
    'parted by semicolons, with decimal commas',
    'Harbour;1,5;2\nTower;3;4',
    ['Series 1', 'Series 2'],
    [1.5, 2],
  ],
  [
    'parted by tabs, with thousands and shares',
    'Harbour\t12,500\t40 %',
    ['Series 1', 'Series 2'],
    [12500, 40],
  ],
  ['with quotes', '"Harbour, wide", 3', ['Series 1'], [3]],
])('a table is read %s', (_, text, series, values) => {
  const table = readTable(text)
  expect(table.series).toEqual(series)
  expect(table.rows[0]?.values).toEqual(values)
})

it.each([
  ['', 'There is no number'],
  ['Harbour\nTower', 'There is no number'],
  ['Harbour, 3\nTower, many', 'Line 2 has no number where one should be: Tower, many'],
  ['Harbour, 3\nTower, -2', 'one is below: Tower, -2'],
  ['Name, Tins\nHarbour, 3, 4\nTower, 5', 'Line 3 has no number'],
  [Array.from({ length: 61 }, (_, i) => `N${i}, 1`).join('\n'), '60 lines'],
])('a table that is none is refused in words', (text, message) => {
  expect(() => readTable(text)).toThrow(TableProblem)
  expect(() => readTable(text)).toThrow(message)
})

it('a bar is as high as its number, which its label says, and a key moves both', () => {
  const p = chart('bars')
  expect(at(p, 'Square, Tins', 'to')).toBeCloseTo(1, 9)
  expect(at(p, 'Tower, Tins', 'to')).toBeCloseTo(0.5, 9)
  expect(at(p, 'Tower, Rope', 'to')).toBeCloseTo(9 / 16, 9)
  const value = named(p, 'Value Tower, Tins')
  const said = (q: Project, frame: number) =>
    settingAt(stageOf(q, { kind: 'object', id: value.id }), value, frame).text
  expect(said(p, 0)).toBe('8')
  const keyed = chart(
    'bars',
    TABLE,
    ['key.put', { address: formAddress('object', value.id, 'number'), at: 0, value: 0 }],
    ['key.put', { address: formAddress('object', value.id, 'number'), at: 24, value: 8 }],
  )
  expect(at(keyed, 'Tower, Tins', 'to', 0)).toBeCloseTo(0, 9)
  expect(at(keyed, 'Tower, Tins', 'to', 24)).toBeCloseTo(0.5, 9)
  const height = (frame: number) => (at(keyed, 'Value Tower, Tins', 'place', frame) as number[])[1] as number
  expect(height(0) - height(24)).toBeCloseTo(0.5 * 180 * 0.56, 6)
})

it('stacked bars and the parts of a ring follow each other without gaps', () => {
  const numbers = fc.array(fc.integer({ min: 1, max: 900 }), { minLength: 3, maxLength: 3 })
  fc.assert(
    fc.property(fc.array(numbers, { minLength: 1, maxLength: 5 }), (rows) => {
      const text = rows.map((r, i) => `R${i}, ${r.join(', ')}`).join('\n')
      const p = chart('stacked', text)
      const most = Math.max(...rows.map((r) => r.reduce((a, v) => a + v, 0)))
      rows.forEach((r, i) => {
        let sum = 0
        r.forEach((v, s) => {
          const name = `R${i}, Series ${s + 1}`
          expect(at(p, name, 'from')).toBeCloseTo(sum / most, 9)
          expect(at(p, name, 'to')).toBeCloseTo((sum += v) / most, 9)
        })
      })
      const ring = chart('ring', rows.map((r, i) => `R${i}, ${r[0]}`).join('\n'))
      expect(at(ring, `R${rows.length - 1}`, 'to')).toBeCloseTo(1, 9)
    }),
    { numRuns: 15 },
  )
})

it.each(CHARTS)('%s: one group that shows something, all of it within the picture', async (kind) => {
  const p = chart(kind)
  expect(p.designs[0]?.objects.map((o) => o.kind)).toEqual(['group'])
  const out = await renderFrame(k, plan(p, { kind: 'design', designId: 'd' }, 0, 1), () => undefined, {
    typefaces: open,
  })
  let [inside, edge] = [0, 0]
  for (let y = 0; y < 180; y++)
    for (let x = 0; x < 320; x++) {
      const alpha = out.data[(y * 320 + x) * 4 + 3] as number
      inside += alpha
      if (x < 8 || y < 5 || x >= 312 || y >= 175) edge += alpha
    }
  k.free(out)
  expect(inside).toBeGreaterThan(400)
  expect(edge).toBe(0)
})

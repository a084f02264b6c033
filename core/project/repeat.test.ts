import { plan, renderFrame } from '../render'
import { card } from '../testing/design'
import { shippedFonts } from '../testing/fonts'
import { testKernels } from '../testing/pictures'
import { testProject } from '../testing/projects'
import { type Typefaces } from '../lettering'
import {
  type Act,
  boxOf,
  copiesAt,
  type DesignObject,
  documentOf,
  formAddress,
  getObject,
  loadProject,
  performAll,
  type Project,
  settingAt,
  stageOf,
} from '.'

const k = testKernels(128)
afterEach(() => expect(k.used).toBe(0))
let open: Typefaces
beforeAll(async () => ({ open } = await shippedFonts('inter')))

const SIZE = { width: 320, height: 180 }
const run = (p: Project, ...acts: Act[]) => performAll(p, acts, 'test').project
const set = (name: string, value: number | number[] | string | boolean, id = 'r'): Act => [
  'value.set',
  { address: formAddress('object', id, name), at: 0, value },
]
/** A white square of 10 pixels at 20, 20, repeated. */
const row = (...more: Act[]) =>
  run(
    testProject(),
    card(SIZE),
    [
      'object.add',
      { designId: 'd', objectId: 'a', kind: 'rectangle', form: { box: [10, 10], place: [20, 20] } },
    ],
    [
      'value.set',
      {
        address: { owner: { kind: 'object', id: 'a' }, path: 'coats/a-fill/form/colour' },
        at: 0,
        value: [1, 1, 1],
      },
    ],
    ['objects.repeat', { objectIds: ['a'], repeatId: 'r', form: { step: [30, 0] } }],
    ...more,
  )

/** The picture of the design at a frame: a channel at a place, and the sum of its alpha. */
async function pictured(p: Project, frame = 0) {
  const out = await renderFrame(k, plan(p, { kind: 'design', designId: 'd' }, frame, 1), () => undefined, {
    typefaces: open,
  })
  const data = out.data.slice()
  k.free(out)
  const at = (x: number, y: number, c = 3) => data[(y * SIZE.width + x) * 4 + c] as number
  return { at, sum: data.reduce((total, v, i) => (i % 4 === 3 ? total + v : total), 0) }
}

it('an object gets the numbers that came after it was made', () => {
  const document = JSON.parse(JSON.stringify(documentOf(row()))) as { designs: { objects: DesignObject[] }[] }
  const repeat = document.designs[0]?.objects[0]
  const square = repeat?.objects?.[0]
  if (!repeat || !square) throw new Error('It has a square that is repeated.')
  for (const name of ['tint', 'shown']) delete repeat.form[name]
  for (const name of ['upper', 'place']) delete square.form[name]
  delete square.coats?.[0]?.form['opacity']
  const p = loadProject(document)
  const loaded = getObject(p, 'a')
  expect(getObject(p, 'r').form['shown']?.value).toBe(400)
  expect([loaded.form['upper']?.value, loaded.coats?.[0]?.form['opacity']?.value]).toEqual([[1, 1], 1])
  expect(getObject(run(p, set('shown', 3)), 'r').form['shown']?.value).toBe(3)
})

it('copies stand a step apart, the first where it was', async () => {
  const { at, sum } = await pictured(row())
  for (const x of [20, 50, 80, 110, 140]) expect(at(x, 20)).toBe(1)
  for (const x of [35, 65, 170]) expect(at(x, 20)).toBe(0)
  expect(sum).toBeCloseTo(500, 3)
})

it('in rows and columns, and in a circle, they stand where they should', async () => {
  const grid = await pictured(row(set('layout', 'grid'), set('columns', 2), set('step', [40, 30])))
  for (const [x, y] of [
    [20, 20],
    [60, 20],
    [20, 50],
    [60, 50],
    [20, 80],
  ] as const)
    expect(grid.at(x, y)).toBe(1)
  expect(grid.sum).toBeCloseTo(500, 3)
  // The first one is the top of a circle of 50 pixels, four a quarter apart: the others lie to the right, below and to the left.
  const round = row(set('layout', 'circle'), set('count', 4), set('radius', 50), set('place', [100, 0]))
  const seen = await pictured(round)
  for (const [x, y] of [
    [120, 20],
    [170, 70],
    [120, 120],
    [70, 70],
  ] as const)
    expect(seen.at(x, y)).toBeGreaterThan(0.99)
  const object = getObject(round, 'r')
  const turns = copiesAt(stageOf(round, { kind: 'object', id: 'r' }), object, 0).map(({ matrix }) =>
    Math.round((Math.atan2(matrix[3], matrix[0]) * 180) / Math.PI),
  )
  expect(turns.map((t) => (t + 360) % 360)).toEqual([0, 90, 180, 270])
})

it('copies grow, fade, go towards a colour and come later', async () => {
  const grown = await pictured(row(set('count', 3), set('grow', 2), set('step', [60, 0])))
  expect(grown.sum).toBeCloseTo(100 + 400 + 1600, 1)
  const faded = await pictured(row(set('fade', 0)))
  expect([20, 50, 80, 110, 140].map((x) => faded.at(x, 20))).toEqual(
    [1, 0.75, 0.5, 0.25, 0].map((v) => expect.closeTo(v, 5)),
  )
  const tinted = await pictured(row(set('tinted', 1), set('tint', [1, 0, 0])))
  expect(tinted.at(20, 20, 1)).toBeCloseTo(1, 5)
  expect(tinted.at(80, 20, 1)).toBeCloseTo(0.5, 5)
  expect(tinted.at(140, 20, 1)).toBeCloseTo(0, 5)
  const later = row(set('delay', 4), ['object.time', { objectId: 'a', start: 10, length: 38, carry: true }])
  expect((await pictured(later, 9)).sum).toBe(0)
  expect((await pictured(later, 10)).sum).toBeCloseTo(100, 3)
  expect((await pictured(later, 18)).sum).toBeCloseTo(300, 3)
})

it('a number says how many show, and the rest can stay faint', async () => {
  expect((await pictured(row(set('shown', 2.5)))).sum).toBeCloseTo(250, 2)
  expect((await pictured(row(set('shown', 2), set('rest', 0.1)))).sum).toBeCloseTo(230, 2)
})

it('what has steps of its own, and repeats in repeats, look as if they were drawn in one go', async () => {
  const plain = row()
  const stepped = row(['step.add', { stack: { kind: 'object', id: 'a' }, stepId: 's', use: 'curves', at: 0 }])
  const [a, b] = [await pictured(plain), await pictured(stepped)]
  for (const x of [20, 50, 80, 140]) expect(b.at(x, 20)).toBeCloseTo(a.at(x, 20), 5)
  expect(b.sum).toBeCloseTo(a.sum, 2)
  const nested = row(
    ['objects.repeat', { objectIds: ['r'], repeatId: 'q', form: { step: [0, 40] } }],
    set('count', 3, 'q'),
  )
  const seen = await pictured(nested)
  for (const x of [20, 140]) for (const y of [20, 60, 100]) expect(seen.at(x, y)).toBe(1)
  expect(seen.sum).toBeCloseTo(1500, 2)
})

it('copies lie on what is behind them as they themselves say', async () => {
  const blend = { mode: 'multiply' as const, space: 'linear' as const }
  const over: Act = [
    'object.add',
    { designId: 'd', objectId: 'grey', kind: 'rectangle', form: { box: [10, 10], place: [20, 20] } },
  ]
  const tone = (id: string, v: number): Act => [
    'value.set',
    {
      address: { owner: { kind: 'object', id }, path: `coats/${id}-fill/form/colour` },
      at: 0,
      value: [v, v, v],
    },
  ]
  const p = run(
    testProject(),
    card(SIZE),
    [
      'object.add',
      { designId: 'd', objectId: 'a', kind: 'rectangle', form: { box: [10, 10], place: [20, 20] } },
    ],
    over,
    tone('a', 0.5),
    tone('grey', 0.5),
    ['object.change', { objectId: 'grey', change: { blend } }],
    ['objects.repeat', { objectIds: ['a', 'grey'], repeatId: 'r', form: { step: [30, 0], count: 2 } }],
  )
  const { at } = await pictured(p)
  for (const x of [20, 50]) expect(at(x, 20, 0)).toBeCloseTo(0.25, 4)
})

it('a list gives each copy its line, and says how many there are', async () => {
  const p = run(
    testProject(),
    card(SIZE),
    [
      'object.add',
      {
        designId: 'd',
        objectId: 't',
        kind: 'text',
        text: { text: '{n}. {item:1}, {item:2}', family: 'inter' },
        form: { place: [20, 20], size: 20 },
      },
    ],
    ['objects.repeat', { objectIds: ['t'], repeatId: 'r', form: { step: [0, 30] } }],
    ['repeat.list', { objectId: 'r', list: ['Ida Om | tin', 'Pell | rope', 'Sund | tide'] }],
  )
  const stage = stageOf(p, { kind: 'object', id: 't' })
  const said = [0, 1, 2].map((index) => settingAt(stage, getObject(p, 't'), 0, 'shown', { index }).text)
  expect(said).toEqual(['1. Ida Om, tin', '2. Pell, rope', '3. Sund, tide'])
  // What is edited is the first.
  expect(settingAt(stage, getObject(p, 't'), 0).text).toBe('1. Ida Om, tin')
  expect((await pictured(p)).sum).toBeGreaterThan(600)
  const repeat = getObject(p, 'r')
  expect(copiesAt(stageOf(p, { kind: 'object', id: 'r' }), repeat, 0)).toHaveLength(3)
  const box = boxOf(stageOf(p, { kind: 'object', id: 'r' }), repeat, 0)
  expect((box?.bottom ?? 0) - (box?.top ?? 0)).toBeGreaterThan(60)
})

import { type Act, coatAddress, getSequence, performAll, type Project } from '../project'
import { testKernels } from '../testing/pictures'
import { shot, testProject, withEdit } from '../testing/projects'
import { plan, renderFrame, type Target } from '.'

const k = testKernels(64)
afterEach(() => expect(k.used).toBe(0))
const run = (p: Project, ...acts: Act[]) => performAll(p, acts, 'test').project
const SIZE = { width: 64, height: 36 }
const set = (objectId: string, name: string, value: number | string | number[]): Act => [
  'value.set',
  { address: coatAddress(objectId, `${objectId}-fill`, name), at: 0, value },
]

/** A red left half under a box that is painted with what lies behind it, and another design of a green and a blue half. */
const begun = (...more: Act[]) =>
  run(
    testProject(),
    ...['d', 'e'].map((designId): Act => [
      'design.add',
      { designId, name: designId, size: SIZE, rate: { num: 24, den: 1 }, length: 10 },
    ]),
    [
      'object.add',
      { designId: 'd', objectId: 'red', kind: 'rectangle', form: { box: [32, 36], place: [16, 18] } },
    ],
    set('red', 'colour', [1, 0, 0]),
    [
      'object.add',
      { designId: 'd', objectId: 'glass', kind: 'rectangle', form: { box: [40, 20], place: [32, 18] } },
    ],
    [
      'object.add',
      { designId: 'e', objectId: 'green', kind: 'rectangle', form: { box: [32, 36], place: [16, 18] } },
    ],
    set('green', 'colour', [0, 1, 0]),
    [
      'object.add',
      { designId: 'e', objectId: 'blue', kind: 'rectangle', form: { box: [32, 36], place: [48, 18] } },
    ],
    set('blue', 'colour', [0, 0, 1]),
    ...more,
  )

async function pictured(p: Project, target: Target, frame = 0) {
  const out = await renderFrame(k, plan(p, target, frame, 1), () => undefined)
  const data = out.data.slice()
  const { width } = out
  k.free(out)
  return (x: number, y: number) =>
    [0, 1, 2, 3].map((c) => Math.round((data[(y * width + x) * 4 + c] as number) * 1000) / 1000)
}
const design: Target = { kind: 'design', designId: 'd' }

it('what lies behind is seen through, softened, in its own place', async () => {
  const clear = await pictured(begun(set('glass', 'paint', 'behind'), set('glass', 'soften', 0)), design)
  expect(clear(20, 18)).toEqual([1, 0, 0, 1])
  expect(clear(45, 18)).toEqual([0, 0, 0, 0])
  const soft = await pictured(begun(set('glass', 'paint', 'behind'), set('glass', 'soften', 4)), design)
  const across = [26, 30, 34, 38].map((x) => soft(x, 18)[3] as number)
  expect(across).toEqual([...across].sort((a, b) => b - a))
  expect(across[1]).toBeGreaterThan(0.5)
  expect(across[2]).toBeLessThan(0.5)
  // Outside of the glass the edge is as sharp as it was; over it the soft picture lies on the sharp one.
  expect(soft(31, 3)).toEqual([1, 0, 0, 1])
  expect(soft(33, 3)).toEqual([0, 0, 0, 0])
})

it('in a sequence the footage under the design lies behind too', async () => {
  const p = begun(set('glass', 'paint', 'behind'), set('glass', 'soften', 0), [
    'object.change',
    { objectId: 'red', change: { on: false } },
  ])
  const { shots } = getSequence(p)
  const [base] = shots
  if (!base) throw new Error('It has a shot.')
  const ground = {
    ...base,
    source: { kind: 'solid' as const, colour: [0.25, 0.5, 0.75] as [number, number, number] },
    steps: [],
  }
  const title = shot('t', 'm1', {
    lane: 1,
    start: 0,
    length: 10,
    in: 0,
    zero: 0,
    source: { kind: 'design', designId: 'd' },
  })
  const laid = withEdit(p, { shots: [ground, title] })
  const own = await pictured(laid, { kind: 'stack', stack: { kind: 'shot', id: 't' } })
  expect(own(32, 18)).toEqual([0.25, 0.5, 0.75, 1])
  expect(own(4, 4)).toEqual([0, 0, 0, 0])
  const over = await pictured(laid, { kind: 'design', designId: 'd', over: 't' })
  expect(over(32, 18)).toEqual([0.25, 0.5, 0.75, 1])
})

it('a picture covers what it paints, as large as that or larger', async () => {
  const source = { kind: 'design' as const, designId: 'e' }
  const acts: Act[] = [
    set('glass', 'paint', 'picture'),
    ['coat.source', { objectId: 'glass', coatId: 'glass-fill', source }],
  ]
  const seen = await pictured(begun(...acts), design)
  expect(seen(16, 18)).toEqual([0, 1, 0, 1])
  expect(seen(48, 18)).toEqual([0, 0, 1, 1])
  expect(seen(4, 4)).toEqual([1, 0, 0, 1])
  expect(() =>
    begun(
      ...acts,
      ['object.add', { designId: 'e', objectId: 'loop', kind: 'rectangle' }],
      ['coat.source', { objectId: 'loop', coatId: 'loop-fill', source: { kind: 'design', designId: 'd' } }],
    ),
  ).toThrow('circle')
})

it('of an object in a group, what lies behind the group is behind it too', async () => {
  const p = begun(set('glass', 'paint', 'behind'), set('glass', 'soften', 0), [
    'objects.group',
    { objectIds: ['glass'], groupId: 'g', name: 'Plate' },
  ])
  const seen = await pictured(p, design)
  expect(seen(20, 18)).toEqual([1, 0, 0, 1])
  // A red left half of glass alone: what is behind it was seen through it.
  const alone = await pictured(p, { kind: 'stack', stack: { kind: 'object', id: 'glass' } })
  expect([alone(20, 18), alone(4, 4)]).toEqual([
    [1, 0, 0, 1],
    [0, 0, 0, 0],
  ])
})

it('a coat without a picture hides no edge', async () => {
  const edge: Act = ['coat.add', { objectId: 'glass', coatId: 'e', kind: 'edge', at: 0 }]
  const seen = await pictured(
    begun(set('glass', 'paint', 'picture'), edge, [
      'object.change',
      { objectId: 'red', change: { on: false } },
    ]),
    design,
  )
  expect(seen(32, 18)[3]).toBe(0)
  expect(seen(32, 6)[3]).toBeGreaterThan(0.9)
})

import { cornersOf, corner, valueOf } from '../region'
import { through } from '../matrix'
import { TRACK } from '../testing/design'
import { onShot, testProject, withEdit } from '../testing/projects'
import {
  type Act,
  getItem,
  formAddress,
  getShot,
  getStep,
  recorded,
  type Records,
  inFront,
  type MotionItem,
  performAll,
  pinActs,
  type Project,
  regionsIn,
  resolveItems,
  attachMap,
  stepValues,
  withRecords,
} from '.'

const stack = { kind: 'shot' as const, id: 's1' }
const at = { stepId: 'a' }
const on = (itemId: string) => ({ ...at, itemId })
const NOTHING = { invert: false, items: [] }
const points = formAddress('item', 'o', 'points')
const square = valueOf([corner(10, 10), corner(30, 10), corner(30, 26), corner(10, 26)])
const run = (...acts: Act[]): Project =>
  performAll(
    withRecords(testProject(), measured),
    [['step.add', { stack, ...at, use: 'grade', at: 0 }], ...acts],
    'test',
  ).project
const outline: Act = ['region.add', { ...on('o'), kind: 'outline', form: { points: square }, keyed: 0 }]

const moving = (dx: number) =>
  recorded({
    kind: 'motion',
    places: Array.from({ length: 20 }, (_, i) => [20 + dx * i, 18]),
    quality: Array.from({ length: 20 }, () => 1),
  })
const measured: Records = Object.fromEntries([2, 6].map((dx) => [moving(dx).id, moving(dx).record]))

/** Measured on m1, whose frame at the head of shot s1 is 24: it moves by 2 px a frame across. */
const motion = (id = 'm', dx = 2): MotionItem => ({
  id,
  name: id,
  kind: 'motion',
  mediaId: 'm1',
  shotId: 's1',
  motion: {
    form: 'point',
    reference: 24,
    anchor: [20, 18],
    first: 24,
    record: moving(dx).id,
  },
  track: TRACK,
})
const shelved = (id?: string, dx?: number): Act => ['shelf.put', { item: motion(id, dx) }]
const attach = { motions: ['m'], at: 24, inverted: false, on: true }

const shapesAt = (p: Project, t: number) => {
  const step = getStep(p, 'a')
  return step.where ? resolveItems(onShot(p, 's1'), step, step.where, t, () => 0) : []
}

it('moving corners at another time keys the whole outline; keys between go over into each other corner by corner', () => {
  const moved = cornersOf(square).map((c) => ({ ...c, x: c.x + 20 }))
  const p = run(outline, ['key.put', { address: points, at: 10, value: valueOf(moved) }])
  const [item] = shapesAt(p, 5)
  expect(item?.kind === 'outline' && cornersOf(item.points).map((c) => c.x)).toEqual([20, 40, 40, 20])
})

it('a corner put in, taken out or turned round is so in every key', () => {
  const p = run(
    outline,
    ['key.put', { address: points, at: 10, value: square }],
    ['outline.insert', { ...on('o'), after: 1, share: 0.5 }],
    ['outline.reverse', on('o')],
    ['outline.delete', { ...on('o'), corners: [0] }],
    ['outline.shift', { ...on('o'), by: [5] }],
  )
  const keys = getItem(p, 'o').form.points?.keys ?? []
  expect(keys.map((k) => cornersOf(k.value as number[]).length)).toEqual([4, 4])
  expect(keys[0]?.value).toEqual(keys[1]?.value)
})

it('what is locked cannot be changed by anything but its lock', () => {
  const locked: Act[] = [outline, ['region.lock', { ...on('o'), locked: true }]]
  for (const act of [
    ['value.set', { address: points, at: 0, value: square }],
    ['region.remove', on('o')],
    ['region.item', { ...on('o'), change: { name: 'x' } }],
    ['outline.reverse', on('o')],
    ['region.attach', { ...on('o'), attach }],
  ] as Act[])
    expect(() => run(...locked, act)).toThrow('is locked')
  expect(() =>
    run(...locked, ['region.lock', { ...on('o'), locked: false }], ['region.remove', on('o')]),
  ).not.toThrow()
})

it('a region of the shelf is one thing wherever it is used, until it is made separate', () => {
  const other: Act[] = [
    ['step.add', { stack, stepId: 'b', use: 'grade', at: 1 }],
    ['region.add', { ...at, stepId: 'b', itemId: 'u', kind: 'region', regionId: 'k' }],
  ]
  const kept = run(outline, ['region.keep', { ...at, shelfId: 'k', name: 'Kept' }], ...other)
  const changed = performAll(kept, [['region.item', { ...on('o'), change: { name: 'New' } }]], '').project
  const inStep = (p: Project, stepId: string) => regionsIn(p, getStep(p, stepId).where ?? NOTHING)
  const names = (p: Project, stepId: string) => inStep(p, stepId).flatMap((r) => r.items.map((i) => i.name))
  expect([names(changed, 'a'), names(changed, 'b')].map((n) => n.includes('New'))).toEqual([true, true])
  const apart = performAll(changed, [['region.apart', { itemId: 'u', newId: 'own' }]], '').project
  expect(getItem(apart, 'own.0').name).toBe('New')
  const again = performAll(apart, [['region.item', { ...on('o'), change: { name: 'Other' } }]], '').project
  expect(getItem(again, 'own.0').name).toBe('New')
})

it('items in front are those above that hold out', () => {
  const p = run(
    ['region.add', { ...on('hand'), kind: 'ellipse', join: 'holdout' }],
    ['region.add', { ...on('extra'), kind: 'ellipse' }],
    outline,
    ['region.add', { ...on('under'), kind: 'ellipse', join: 'holdout' }],
  )
  expect(inFront(p, 'o').items.map((s) => s.id)).toEqual(['hand'])
})

describe('riding', () => {
  const riding = (...more: Act[]) =>
    run(shelved(), outline, ['region.attach', { ...on('o'), attach }], ...more)
  const xs = (p: Project, t: number) => {
    const [item] = shapesAt(p, t)
    return item?.kind === 'outline' && item.map ? through(item.map, 10, 10) : undefined
  }

  it.each([
    ['with the motion', riding(), [20, 10]],
    [
      'the other way',
      riding(['region.attach', { ...on('o'), attach: { ...attach, inverted: true } }]),
      [0, 10],
    ],
    [
      'from another frame',
      riding(['region.attach', { ...on('o'), attach: { ...attach, at: 26 } }]),
      [16, 10],
    ],
    [
      'on the mean of two',
      riding(shelved('n', 6), ['region.attach', { ...on('o'), attach: { ...attach, motions: ['m', 'n'] } }]),
      [30, 10],
    ],
    ['on its region as well', riding(['region.attach', { ...at, attach }]), [30, 10]],
    ['after a correction', riding(['motion.fix', { motionId: 'm', at: 34, by: [20, 0] }]), [30, 10]],
    [
      'not at all where it is switched off',
      riding(['region.attach', { ...on('o'), attach: { ...attach, on: false } }]),
      undefined,
    ],
  ])('goes %s', (_, p, expected) => {
    const found = xs(p, 5)
    expect(found?.map((v) => Math.round(v * 1e6) / 1e6)).toEqual(expected)
  })

  it('takes points and numbers along, in shots of other media by the time of the sequence', () => {
    const pin = pinActs(onShot(testProject(), 's1'), motion(), { stepId: 'p', at: 0 }, 'picture', false)
    const p = run(shelved(), ...pin)
    const values = stepValues(onShot(p, 's1'), getStep(p, 'p'), 8)
    // 16 of 64 pixels further than drawn.
    expect((values.topLeft as number[])[0]).toBeCloseTo(0.25, 9)
    const over = { ...getShot(p, 's2'), start: 4 }
    const later = withEdit(p, { shots: [getShot(p, 's1'), over] })
    const map = attachMap(onShot(later, 's2'), attach, 0 + over.in - over.zero)
    expect(map && through(map, 0, 0)[0]).toBeCloseTo(8, 9)
  })
})

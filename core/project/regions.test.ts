import { cornersOf, corner, valueOf } from '../region'
import { through } from '../matrix'
import { testProject } from '../testing/projects'
import {
  type Act,
  getItem,
  getShot,
  getStep,
  inFront,
  loadProject,
  type MotionItem,
  performAll,
  pinActs,
  type Project,
  resolveItems,
  attachMap,
  stepValues,
} from '.'

const at = { shotId: 's1', stepId: 'a' }
const on = (itemId: string) => ({ ...at, itemId })
const square = valueOf([corner(10, 10), corner(30, 10), corner(30, 26), corner(10, 26)])
const run = (...acts: Act[]): Project =>
  performAll(testProject(), [['step.add', { ...at, use: 'grade', at: 0 }], ...acts], 'test').project
const outline: Act = ['region.add', { ...on('o'), kind: 'outline', form: { points: square }, keyed: 0 }]

/** Measured on m1, whose frame at the head of shot s1 is 24: it moves by 2 px a frame across. */
const motion = (id = 'm', dx = 2): MotionItem => ({
  ...{ id, name: id, kind: 'motion', mediaId: 'm1', shotId: 's1' },
  motion: {
    ...{ form: 'point', reference: 24, anchor: [20, 18], first: 24 },
    places: Array.from({ length: 20 }, (_, i) => [20 + dx * i, 18]),
    quality: Array.from({ length: 20 }, () => 1),
  },
  track: {
    ...{ scale: true, rotation: true, shear: true, perspective: true },
    ...{ pattern: [10, 10], search: [20, 20], refresh: 'worn' },
  },
})
const shelved = (id?: string, dx?: number): Act => ['shelf.put', { item: motion(id, dx) }]
const ride = { motions: ['m'], at: 24, inverted: false, on: true }

const shapesAt = (p: Project, t: number) => {
  const shot = getShot(p, 's1')
  const step = getStep(shot, 'a')
  return step.where ? resolveItems(p, shot, step, step.where, t, () => 0) : []
}

it('moving corners at another time keys the whole outline; keys between go over into each other corner by corner', () => {
  const moved = cornersOf(square).map((c) => ({ ...c, x: c.x + 20 }))
  const p = run(outline, [
    'key.put',
    { place: { ...on('o'), param: 'points' }, at: 10, value: valueOf(moved) },
  ])
  const [item] = shapesAt(p, 5)
  expect(item?.kind === 'outline' && cornersOf(item.points).map((c) => c.x)).toEqual([20, 40, 40, 20])
})

it('a corner put in, taken out or turned round is so in every key', () => {
  const p = run(
    outline,
    ['key.put', { place: { ...on('o'), param: 'points' }, at: 10, value: square }],
    ['outline.insert', { ...on('o'), after: 1, share: 0.5 }],
    ['outline.reverse', on('o')],
    ['outline.delete', { ...on('o'), corners: [0] }],
    ['outline.shift', { ...on('o'), by: [5] }],
  )
  const keys = getItem(p, getStep(getShot(p, 's1'), 'a'), 'o').form.points?.keys ?? []
  expect(keys.map((k) => cornersOf(k.value as number[]).length)).toEqual([4, 4])
  expect(keys[0]?.value).toEqual(keys[1]?.value)
})

it('what is locked cannot be changed by anything but its lock', () => {
  const locked: Act[] = [outline, ['region.lock', { ...on('o'), locked: true }]]
  const place = { ...on('o'), param: 'points' }
  for (const act of [
    ['value.set', { place, at: 0, value: square }],
    ['region.remove', on('o')],
    ['region.shape', { ...on('o'), change: { name: 'x' } }],
    ['outline.reverse', on('o')],
    ['region.attach', { ...on('o'), ride }],
  ] as Act[])
    expect(() => run(...locked, act)).toThrow('is locked')
  expect(() =>
    run(...locked, ['region.lock', { ...on('o'), locked: false }], ['region.remove', on('o')]),
  ).not.toThrow()
})

it('a region of the shelf is one thing wherever it is used, until it is made separate', () => {
  const other: Act[] = [
    ['step.add', { ...at, stepId: 'b', use: 'grade', at: 1 }],
    ['region.add', { ...at, stepId: 'b', itemId: 'u', kind: 'region', regionId: 'k' }],
  ]
  const kept = run(outline, ['region.keep', { ...at, shelfId: 'k', name: 'Kept' }], ...other)
  const changed = performAll(kept, [['region.shape', { ...on('o'), change: { name: 'New' } }]], '').project
  const nameIn = (p: Project, stepId: string) => {
    const step = getStep(getShot(p, 's1'), stepId)
    return getItem(p, step, 'o').name
  }
  expect([nameIn(changed, 'a'), nameIn(changed, 'b')]).toEqual(['New', 'New'])
  const apart = performAll(
    changed,
    [['region.apart', { ...at, stepId: 'b', itemId: 'u', newId: 'own' }]],
    '',
  ).project
  expect(getItem(apart, getStep(getShot(apart, 's1'), 'b'), 'own.0').name).toBe('New')
  const again = performAll(apart, [['region.shape', { ...on('o'), change: { name: 'Other' } }]], '').project
  expect(getItem(again, getStep(getShot(again, 's1'), 'b'), 'own.0').name).toBe('New')
})

it('items in front are those above that hold out', () => {
  const p = run(
    ['region.add', { ...on('hand'), kind: 'ellipse', join: 'holdout' }],
    ['region.add', { ...on('extra'), kind: 'ellipse' }],
    outline,
    ['region.add', { ...on('under'), kind: 'ellipse', join: 'holdout' }],
  )
  expect(inFront(p, on('o')).items.map((s) => s.id)).toEqual(['hand'])
})

describe('riding', () => {
  const riding = (...more: Act[]) => run(shelved(), outline, ['region.attach', { ...on('o'), ride }], ...more)
  const xs = (p: Project, t: number) => {
    const [item] = shapesAt(p, t)
    return item?.kind === 'outline' && item.map ? through(item.map, 10, 10) : undefined
  }

  it.each([
    ['with the motion', riding(), [20, 10]],
    ['the other way', riding(['region.attach', { ...on('o'), attach: { ...attach, inverted: true } }]), [0, 10]],
    ['from another frame', riding(['region.attach', { ...on('o'), attach: { ...attach, at: 26 } }]), [16, 10]],
    [
      'on the mean of two',
      riding(shelved('n', 6), ['region.attach', { ...on('o'), attach: { ...attach, motions: ['m', 'n'] } }]),
      [30, 10],
    ],
    ['on its region as well', riding(['region.attach', { ...at, ride }]), [30, 10]],
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
    const pin = pinActs(testProject(), motion(), { shotId: 's1', stepId: 'p', at: 0 }, 'picture', false)
    const p = run(shelved(), ...pin)
    const shot = getShot(p, 's1')
    const values = stepValues(p, shot, getStep(shot, 'p'), 8)
    // 16 of 64 pixels further than drawn.
    expect((values.topLeft as number[])[0]).toBeCloseTo(0.25, 9)
    const over = { ...getShot(p, 's2'), start: 4, mediaId: 'm2' }
    const map = attachMap({ ...p, shots: [shot, over] }, over, ride, 0 + over.in - over.zero)
    expect(map && through(map, 0, 0)[0]).toBeCloseTo(8, 9)
  })
})

it('a document of version 1 opens with its feather on both sides', () => {
  const old = JSON.parse(JSON.stringify(run(['region.add', { ...on('e'), kind: 'ellipse' }]))) as Project
  const shape = getItem(old, getStep(getShot(old, 's1'), 'a'), 'e')
  const key = (t: number, value: number) => ({ at: t, value, leave: 'ease', arrive: 'ease' })
  shape.form.feather = { value: 80, keys: [key(0, 40), key(9, 60)] } as never
  const opened = loadProject({ ...old, version: 1 })
  const feather = getItem(opened, getStep(getShot(opened, 's1'), 'a'), 'e').form.feather
  expect([feather?.value, feather?.keys?.map((k) => k.value)]).toEqual([
    [40, 40],
    [
      [20, 20],
      [30, 30],
    ],
  ])
  expect(opened.version).toBe(2)
})

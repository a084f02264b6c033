import { type Animated, valueAt } from '@stilus/core/anim'
import { type Act, formAddress, getDesign, getObject, performAll, stageOf } from '@stilus/core/project'
import { card } from '../../core/testing/design'
import { testProject } from '../../core/testing/projects'
import { boundsOf } from './arrange'
import { bouncedKeys, hasPath, placesAt } from './paths'

const place = formAddress('object', 'o', 'place')
const keys: Act[] = [
  ['key.put', { address: place, at: 0, value: [20, 20] }],
  ['key.put', { address: place, at: 10, value: [40, 26] }],
]
function made(...more: Act[]) {
  const acts: Act[] = [
    card(),
    [
      'object.add',
      { designId: 'd', objectId: 'o', kind: 'rectangle', form: { place: [20, 20], box: [12, 8] } },
    ],
    ...more,
  ]
  const { project } = performAll(testProject(), acts, 'test')
  const easel = { ...stageOf(project, { kind: 'object', id: 'o' }), design: getDesign(project, 'd') }
  return { project, easel, object: getObject(project, 'o') }
}
const even: Act = ['keys.ease', { lanes: [{ address: place, at: [0] }], ease: 'even' }]

it('from where it stands an object goes on as it came, and all of it stays in the picture', () => {
  const { project, easel, object } = made(...keys, even)
  expect(hasPath(object)).toBe(true)
  const made_ = bouncedKeys(easel, object, 10)
  if (!made_) throw new Error('it moves')
  const { project: after } = performAll(
    project,
    [['keys.put', { lanes: [{ address: place, keys: made_ }], label: 'B' }]],
    'B',
  )
  const o = getObject(after, 'o')
  const on = { ...easel, project: after, design: getDesign(after, 'd') }
  const { width, height } = easel.size
  for (let frame = 0; frame < o.length; frame++) {
    const box = boundsOf(on, o, frame)
    if (!box) throw new Error('it is there')
    expect(Math.min(box.left, box.top, width - box.right, height - box.bottom)).toBeGreaterThan(-1e-6)
  }
  const at = (frame: number) => valueAt(o.form['place'] as never, frame) as [number, number]
  // Until the playhead nothing has changed, and from there it goes on at the same speed.
  expect(at(4)).toEqual([expect.closeTo(28, 6), expect.closeTo(22.4, 6)])
  expect([at(11)[0] - at(10)[0], at(11)[1] - at(10)[1]]).toEqual([
    expect.closeTo(2, 6),
    expect.closeTo(0.6, 6),
  ])
})

it.each([4, 7.5])('in the middle of an eased way, at frame %d, what came before stays as it was', (frame) => {
  const { easel, object } = made(...keys)
  const bounced = bouncedKeys(easel, object, frame)
  if (!bounced) throw new Error('it moves')
  const before = object.form['place'] as Animated
  for (let t = 0; t <= frame; t += 0.5) {
    const [was, is] = [before, { ...before, keys: bounced }].map((a) => valueAt(a, t) as [number, number])
    expect(is).toEqual(was?.map((v) => expect.closeTo(v, 6)))
  }
})

it('from a key that it landed on slowly it goes on as fast as it came on average', () => {
  const { easel, object } = made(...keys)
  const bounced = bouncedKeys(easel, object, 10) ?? []
  const at = (t: number) => valueAt({ value: 0, keys: bounced }, t) as [number, number]
  expect([at(11)[0] - at(10)[0], at(11)[1] - at(10)[1]]).toEqual([
    expect.closeTo(2, 4),
    expect.closeTo(0.6, 4),
  ])
})

it('what stands still, or is larger than the picture, bounces nowhere', () => {
  const { easel, object } = made()
  expect(hasPath(object)).toBe(false)
  expect(bouncedKeys(easel, object, 5)).toBeUndefined()
  const large: Act = ['value.set', { address: formAddress('object', 'o', 'box'), at: 0, value: [4000, 8] }]
  const wide = made(...keys, even, large)
  expect(bouncedKeys(wide.easel, wide.object, 10)).toBeUndefined()
})

it('the dots of a path are where the object stands at each frame', () => {
  const { easel, object } = made(...keys, even)
  expect(placesAt(easel, object, [2, 0, 1, 0, 2, 0, 0, 0, 1], [0, 5, 10])).toEqual(
    [
      [41, 40],
      [61, 46],
      [81, 52],
    ].map(([x = 0, y = 0]) => [expect.closeTo(x, 6), expect.closeTo(y, 6)]),
  )
})

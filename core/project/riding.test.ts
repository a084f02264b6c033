import fc from 'fast-check'
import { type Matrix3, multiply, shifted, through, turned } from '../matrix'
import { plan, renderFrame } from '../render'
import { testKernels } from '../testing/pictures'
import { TRACK } from '../testing/design'
import { shot, testProject, withEdit } from '../testing/projects'
import { riddenAt } from './riding'
import {
  type Act,
  getObject,
  getSequence,
  matrixOf,
  type MotionItem,
  performAll,
  type Project,
  recorded,
  RIDES,
  stageOf,
  withRecords,
} from '.'

const k = testKernels(64)
afterEach(() => expect(k.used).toBe(0))

const some = (min: number, max: number) => fc.double({ min, max, noNaN: true })
/** Turned, sized, sheared, moved, and seen a little from the side. */
const homography = fc
  .tuple(
    some(-180, 180),
    some(0.3, 3),
    some(-0.4, 0.4),
    some(-50, 50),
    some(-50, 50),
    some(-1e-3, 1e-3),
    some(-1e-3, 1e-3),
  )
  .map(([turn, size, shear, x, y, g, h]): Matrix3 => {
    const sheared: Matrix3 = [1, shear, 0, 0, 1, 0, 0, 0, 1]
    const bent: Matrix3 = [1, 0, 0, 0, 1, 0, g, h, 1]
    return multiply(bent, multiply(shifted(x, y), multiply(turned(turn, size), sheared)))
  })
const place = fc.tuple(some(-100, 100), some(-100, 100))

it('however much of a map something rides on, its own place goes where the map takes it', () => {
  fc.assert(
    fc.property(homography, place, fc.constantFrom(...RIDES), (map, [x, y], part) => {
      const [u, v] = through(map, x, y)
      const [a, b] = through(riddenAt(map, [x, y], part).near, x, y)
      expect(Math.hypot(a - u, b - v)).toBeLessThan(1e-6)
    }),
  )
})

it('what is drawn and what is left of a perspective are the map together, and near the place the rest does nothing', () => {
  fc.assert(
    fc.property(homography, place, place, (map, [x, y], [p, q]) => {
      const { near, rest } = riddenAt(map, [x, y], 'plane')
      if (!rest) return
      const [u, v] = through(map, p, q)
      const [a, b] = through(multiply(rest, near), p, q)
      expect(Math.hypot(a - u, b - v)).toBeLessThan(1e-6 * (1 + Math.hypot(u, v)))
      const [cx, cy] = through(near, x, y)
      const beside = through(rest, cx + 0.01, cy)
      expect(Math.hypot(beside[0] - cx - 0.01, beside[1] - cy)).toBeLessThan(1e-4)
    }),
  )
})

it('with place, turn and size there is no shear', () => {
  fc.assert(
    fc.property(homography, place, (map, at) => {
      const [a, b, , d, e] = riddenAt(map, at, 'turn').near
      expect(a).toBeCloseTo(e, 9)
      expect(b).toBeCloseTo(-d, 9)
    }),
  )
})

const moving = recorded({
  kind: 'motion',
  places: Array.from({ length: 20 }, (_, i) => [20 + 2 * i, 18]),
  quality: Array.from({ length: 20 }, () => 1),
})
/** Measured on m1, whose frame at the head of shot s1 is 24: 2 px a frame across. */
const motion: MotionItem = {
  id: 'm',
  name: 'Flag',
  kind: 'motion',
  mediaId: 'm1',
  shotId: 's1',
  motion: { form: 'point', reference: 24, anchor: [20, 18], first: 24, record: moving.id },
  track: TRACK,
}
const ride = { motions: ['m'], at: 24, inverted: false, on: true, part: 'turn' as const }
const begun = (...more: Act[]): Project =>
  performAll(
    withRecords(testProject(), { [moving.id]: moving.record }),
    [
      ['shelf.put', { item: motion }],
      [
        'design.add',
        {
          designId: 'd',
          name: 'Card',
          size: { width: 64, height: 36 },
          rate: { num: 24, den: 1 },
          length: 48,
        },
      ],
      [
        'object.add',
        { designId: 'd', objectId: 'a', kind: 'rectangle', form: { box: [8, 8], place: [10, 18] } },
      ],
      ['object.ride', { objectId: 'a', ride }],
      ...more,
    ],
    'Ride',
  ).project
const standsAt = (p: Project, frame: number, id = 'a') => {
  const matrix = matrixOf(stageOf(p, { kind: 'object', id }), getObject(p, id), frame)
  return through(matrix, 0, 0).map((v) => Math.round(v * 1e6) / 1e6)
}

it.each([
  ['from the frame that its motion counts from', [], [20, 18]],
  ['the other way', [['object.ride', { objectId: 'a', ride: { ...ride, inverted: true } }]], [0, 18]],
  [
    'not where it is switched off',
    [['object.ride', { objectId: 'a', ride: { ...ride, on: false } }]],
    [10, 18],
  ],
  ['not when it left the motion', [['object.ride', { objectId: 'a', ride: null }]], [10, 18]],
  ['not when the motion is gone', [['shelf.remove', { shelfId: 'm' }]], [10, 18]],
] as [string, Act[], number[]][])('an object is taken along %s', (_, acts, place) => {
  expect(standsAt(begun(...acts), 5)).toEqual(place)
})

it('a group takes what is in it along', () => {
  const p = begun(
    ['object.ride', { objectId: 'a', ride: null }],
    ['objects.group', { objectIds: ['a'], groupId: 'g', name: 'Both' }],
    ['object.ride', { objectId: 'g', ride }],
  )
  expect(standsAt(p, 5)).toEqual([20, 18])
})

it('where its design is shown later, it is with the shot that runs by then', () => {
  const p = begun()
  const { shots } = getSequence(p)
  const title = shot('t', 'm1', {
    lane: 1,
    start: 3,
    in: 0,
    zero: 0,
    source: { kind: 'design', designId: 'd' },
  })
  expect(standsAt(withEdit(p, { shots: [...shots, title] }), 5)).toEqual([26, 18])
})

it('the picture shows it there, and a region in front of it hides it', async () => {
  const sum = async (p: Project, frame: number, left: number, right: number) => {
    const out = await renderFrame(k, plan(p, { kind: 'design', designId: 'd' }, frame, 1), () => undefined)
    let total = 0
    for (let i = 3; i < out.data.length; i += 4) {
      const x = ((i - 3) / 4) % out.width
      if (x >= left && x < right) total += out.data[i] as number
    }
    k.free(out)
    return total
  }
  const p = begun()
  expect(await sum(p, 5, 16, 24)).toBeCloseTo(64, 3)
  const held = (keep: string): Project =>
    performAll(
      p,
      [
        ['step.add', { stack: { kind: 'object', id: 'a' }, stepId: 'h', use: 'hold-back', at: 0 }],
        [
          'region.add',
          {
            stepId: 'h',
            itemId: 'i',
            kind: 'rectangle',
            form: { centre: [20, 18], size: [8, 36], feather: [0, 0] },
          },
        ],
        [
          'value.set',
          { address: { owner: { kind: 'step', id: 'h' }, path: 'what/keep' }, at: 0, value: keep },
        ],
      ],
      'Hold',
    ).project
  // The rectangle lies over 16 to 24: at frame 5 all of it, at frame 3 half of it.
  expect(await sum(held('outside'), 5, 0, 64)).toBeCloseTo(0, 3)
  expect(await sum(held('outside'), 3, 0, 64)).toBeCloseTo(32, 3)
  expect(await sum(held('inside'), 3, 0, 64)).toBeCloseTo(32, 3)
  expect(await sum(held('inside'), 5, 16, 24)).toBeCloseTo(64, 3)
})

import { card } from '../testing/design'
import { shot, testProject } from '../testing/projects'
import {
  type Act,
  designFrame,
  documentOf,
  frameShown,
  getDesign,
  getShot,
  loadProject,
  perform,
  performAll,
  type Project,
  restingPart,
  slackOf,
  usedTimeOf,
} from '.'

const RATE = { num: 24, den: 1 }
const text = (objectId: string, way: 'arrive' | 'leave' | 'both' = 'both'): Act[] => [
  ['object.add', { designId: 'd', objectId, kind: 'text', text: { text: 'Tin' } }],
  ...(['arrive', 'leave'] as const)
    .filter((w) => way === 'both' || way === w)
    .map((w): Act => ['mover.add', { objectId, moverId: `${objectId}-${w}`, way: w, use: 'rise' }]),
]
/** A design of 48 frames in a shot of some frames: 14 in which it arrives, 9 in which it leaves. */
const used = (length: number, ...acts: Act[]): Project =>
  performAll(
    testProject(),
    [
      card(),
      ...text('t'),
      [
        'shot.place',
        {
          shot: {
            ...shot('u', 'm1', { start: 100, length, in: 0, zero: 0 }),
            source: { kind: 'design', designId: 'd' },
            fitted: true,
          },
        },
      ],
      ...acts,
    ],
    'test',
  ).project
const frames = (p: Project, ...at: number[]) => at.map((f) => designFrame(p, getShot(p, 'u'), RATE, f))
const gives = (
  way: 'parts' | 'whole',
  ...parts: [number, number, 'stretch' | 'hold' | 'loop' | 'cut'][]
): Act => [
  'design.gives',
  {
    designId: 'd',
    gives: { way, parts: parts.map(([start, end, give], i) => ({ id: `p${i}`, start, end, give })) },
  },
]

it('what rests gives by itself: arrivals and departures keep their speed at any length', () => {
  expect(restingPart(getDesign(used(48), 'd'))).toEqual([{ start: 14, end: 39, give: 'stretch' }])
  const longer = used(148)
  expect(frames(longer, 0, 5, 13, 14)).toEqual([0, 5, 13, 14])
  expect(frames(longer, 139, 140, 147)).toEqual([39, 40, 47])
  expect(frames(longer, 76.5)).toEqual([26.5])
  expect(frames(used(48), ...Array.from({ length: 48 }, (_, i) => i))).toEqual(
    Array.from({ length: 48 }, (_, i) => i),
  )
})

it('of several that come and go, the longest time in which none does gives', () => {
  const p = used(48, ...text('u', 'arrive'), [
    'object.time',
    { objectId: 'u', start: 20, length: 28, carry: true },
  ])
  // Arrivals until 14 and from 20 to 34, a departure from 39: six frames rest between the first two, five before the last.
  expect(restingPart(getDesign(p, 'd'))).toEqual([{ start: 14, end: 20, give: 'stretch' }])
})

it('parts give as they are told; the whole does at once; too short, firm parts are faster and it is said by how much', () => {
  const looped = used(60, gives('parts', [20, 30, 'loop']))
  expect(frames(looped, 19, 20, 29, 30, 41, 42)).toEqual([19, 20, 29, 20, 21, 30])
  expect(frames(used(96, gives('whole')), 0, 48, 95)).toEqual([0, 24, 47.5])
  const short = used(19, gives('parts', [20, 30, 'hold']))
  expect(usedTimeOf(getShot(short, 'u'), getDesign(short, 'd'), RATE).faster).toBe(2)
  expect(frames(short, 5, 18)).toEqual([10, 46])
})

it('two uses of one design are one design, each at its own length and rate', () => {
  const two = performAll(
    used(148),
    [
      [
        'shot.place',
        {
          shot: {
            ...shot('v', 'm1', { start: 400, length: 30 }),
            source: { kind: 'design', designId: 'd' },
            fitted: true,
          },
        },
      ],
    ],
    'x',
  ).project
  expect(designFrame(two, getShot(two, 'v'), RATE, 29)).toBe(47)
  expect(designFrame(two, getShot(two, 'u'), RATE, 147)).toBe(47)
  // At 48 frames a second twice as many frames show the same time.
  expect(designFrame(two, { ...getShot(two, 'v'), id: 'w', length: 96 }, { num: 48, den: 1 }, 20)).toBe(10)
})

it('trimmed at either end it takes the new length, whole; swapped for a clip it is played as one', () => {
  const p = used(60)
  const trimmed = performAll(
    p,
    [
      ['shot.trim', { shotId: 'u', edge: 'head', by: -12 }],
      ['shot.trim', { shotId: 'u', edge: 'tail', by: 28 }],
    ],
    'x',
  ).project
  const { start, length, in: from } = getShot(trimmed, 'u')
  expect([start, length, from]).toEqual([88, 100, 0])
  expect(frames(trimmed, 0, 99)).toEqual([0, 47])
  const swapped = performAll(
    p,
    [['shot.swap', { shotId: 'u', source: { kind: 'medium', mediaId: 'm1' }, in: 3 }]],
    'x',
  ).project
  expect(getShot(swapped, 'u').fitted).toBeUndefined()
  const off = performAll(p, [['shot.fit', { shotId: 'u', on: false }]], 'x').project
  expect(designFrame(off, getShot(off, 'u'), RATE, 10)).toBeUndefined()
  expect(() => perform(p, 'shot.fit', { shotId: 's1', on: true })).toThrow('Only a design can be fitted')
})

it('a frame of the design is found where it shows; what gives is saved, tidied and taken back', () => {
  const p = used(148)
  const [shown, design] = [getShot(p, 'u'), getDesign(p, 'd')]
  expect([0, 13, 40, 47].map((f) => frameShown(p, shown, design, f))).toEqual([100, 113, 240, 247])
  const parted = performAll(p, [gives('parts', [30, 60, 'hold'], [10, 35, 'cut'])], 'x').project
  expect(slackOf(getDesign(parted, 'd'))).toEqual([
    { start: 10, end: 35, give: 'cut' },
    { start: 35, end: 48, give: 'hold' },
  ])
  expect(documentOf(loadProject(JSON.parse(JSON.stringify(documentOf(parted)))))).toEqual(documentOf(parted))
  expect(() => performAll(p, [gives('parts', [9, 9, 'hold'])], 'x')).toThrow('at least a frame long')
  expect(
    getDesign(performAll(parted, [['design.gives', { designId: 'd', gives: null }]], 'x').project, 'd').gives,
  ).toBeUndefined()
})

import { medium, shot, testProject, withEdit } from '../testing/projects'
import {
  type Act,
  compareEdit,
  getSequence,
  getShot,
  performAll,
  type Project,
  type Source,
  swapIn,
  swapLacks,
  swapsByName,
  usualSwap,
} from '.'

const of = (mediaId: string): Source => ({ kind: 'medium', mediaId })
const project: Project = {
  ...withEdit(testProject(), { shots: [shot('s', 'long', { in: 60, zero: 60, length: 40 })] }),
  media: [
    medium('long', { frames: 300 }),
    medium('exact', { frames: 100 }),
    medium('short', { frames: 30 }),
    medium('still', { kind: 'still', frames: 1 }),
  ],
}
const run = (p: Project, ...acts: Act[]) => performAll(p, acts, 'test').project
const swap = (mediaId: string, from: number): Act => [
  'shot.swap',
  { shotId: 's', source: of(mediaId), in: from },
]
const s = (p: Project) => getShot(p, 's')

it.each([
  ['exact', 'numbers', { start: 0, end: 60, numbers: 60 }, 0],
  ['short', 'start', { start: 0, end: 0, numbers: 60 }, 10],
  ['still', 'numbers', { start: 60, end: 60, numbers: 60 }, 0],
] as const)('%s lies by its %s under a shot that begins 60 frames in', (mediaId, usual, places, lacks) => {
  const [source, on] = [of(mediaId), s(project)]
  expect(usualSwap(project, on, source)).toBe(usual)
  for (const [by, from] of Object.entries(places))
    expect(swapIn(project, on, source, by as keyof typeof places)).toBe(from)
  expect(swapLacks(project, on, source, places[usual])).toBe(lacks)
})

it('what stood there is remembered through every swap and trim, until it is put back', () => {
  const swapped = run(project, swap('exact', 10), swap('short', 0), [
    'shot.trim',
    { shotId: 's', edge: 'tail', by: -20 },
  ])
  expect(s(swapped).stood).toEqual({ source: of('long'), shift: 60 })
  const slipped = run(swapped, ['shot.slip', { shotId: 's', by: 5 }])
  expect(swapIn(slipped, s(slipped), of('long'), 'numbers')).toBe(65)
  const back = run(slipped, swap('long', 65))
  expect(s(back)).toMatchObject({ source: of('long'), in: 65, length: 20 })
  expect(s(back).stood).toBeUndefined()
})

it('what stood there is forgotten when it leaves the project', () => {
  const swapped = run(project, swap('exact', 10))
  expect(s(run(swapped, ['medium.remove', { mediaId: 'short' }])).stood).toBeDefined()
  expect(s(run(swapped, ['medium.remove', { mediaId: 'long' }])).stood).toBeUndefined()
})

it('an edit that still has the placeholder finds the shot, and what was put there stays', () => {
  const swapped = run(project, swap('exact', 10))
  const again = { ...shot('n', 'long', { in: 70, zero: 70, length: 30, start: 12 }) }
  const recut = run(swapped, ['sequence.recut', { startTimecode: 0, media: [], shots: [again], sounds: [] }])
  expect(getSequence(recut).shots).toHaveLength(1)
  expect(s(recut)).toMatchObject({ source: of('exact'), in: 20, start: 12, length: 30 })
  expect(s(recut).zero).toBe(s(swapped).zero)
  const longer = performAll(
    swapped,
    [['sequence.recut', { startTimecode: 0, media: [], shots: [{ ...again, length: 95 }], sounds: [] }]],
    '',
  )
  expect(longer.notes).toEqual(['s asks for 15 frames more than exact.mp4 has.'])
})

it('what was put there comes with the edit later: the shot is the same, its treatment stays on its pictures', () => {
  const swapped = run(project, swap('exact', 10))
  const again = { ...shot('n', 'exact', { in: 22, zero: 22, length: 20, start: 30 }) }
  const args = { startTimecode: 0, media: [], shots: [again], sounds: [] }
  const [change] = compareEdit(getSequence(swapped), args)
  expect([change?.old?.id, change?.ways]).toEqual(['s', ['trimmed', 'moved']])
  const taken = s(run(swapped, ['sequence.recut', args]))
  expect(taken).toMatchObject({ source: of('exact'), in: 22, zero: s(swapped).zero, start: 30, length: 20 })
  expect(taken.stood).toBeUndefined()
})

const SHOTS = [
  { id: '1', medium: 'placeholder-chart.png', shot: 'Chart, close', number: 1 },
  { id: '2', medium: 'placeholder-flight.png', shot: 'Flight', number: 12 },
]
it.each([
  [
    '{medium}*',
    ['Placeholder-Chart_v002.mov', 'placeholder-chart_v010.mov', 'placeholder-flight.mov'],
    [1, 2],
  ],
  ['tc_{number}_*', ['tc_001_comp.exr', 'tc_0012_comp.mov', 'tc_112_comp.mov'], [0, 1]],
  ['{shot}', ['chart, close.mov', 'flight plan.mov'], [0, undefined]],
  ['(x){medium}', ['placeholder-chart.mov', '(x)placeholder-flight.mov'], [undefined, 1]],
])('by the pattern "%s" each shot finds its file, the newest by name', (pattern, files, found) => {
  const swaps = swapsByName(SHOTS, files, pattern)
  expect(SHOTS.map(({ id }) => swaps.get(id))).toEqual(
    found.map((i) => (i === undefined ? undefined : files[i])),
  )
})

import { performAll } from '../project'
import { medium, shot, testProject, withEdit } from '../testing/projects'
import { bitrate, type Delivery, layOut } from './delivery'

const project = testProject()
const delivery = (what: Delivery['what'], container: Delivery['container'] = 'mp4'): Delivery => ({
  what,
  container,
  quality: 'high',
  depth: 8,
})

it.each([
  ['the sequence', project, { kind: 'sequence' as const }, { first: 0, last: 96, head: 0, name: 'Test.mp4' }],
  [
    'in to out',
    withEdit(project, { marks: { in: 10, out: 500 } }),
    { kind: 'marks' as const },
    { first: 10, last: 96, name: 'Test - part.mp4' },
  ],
  [
    'a shot with handles',
    project,
    { kind: 'shot' as const, shotId: 's1', handles: 12 },
    { first: -12, last: 60, head: 12, name: 'Test - s1.mp4' },
  ],
  [
    'no more handles than there is material',
    project,
    { kind: 'shot' as const, shotId: 's1', handles: 99 },
    { first: -24, last: 147, head: 24 },
  ],
])('lays out %s', (_, p, what, expected) => {
  // s1 takes frames 24 to 72 of 240; 99 frames after it are there, 24 before it.
  expect(layOut(p, delivery(what))).toMatchObject(expected)
})

it('names files so that every system takes them', () => {
  const named = { ...project, name: 'A/B: "C"', media: [medium('m1')] }
  const odd = withEdit(named, { shots: [shot('s1', 'm1', { name: '../x?' })] })
  expect(layOut(odd, delivery({ kind: 'shot', shotId: 's1', handles: 0 }, 'png')).name).toBe(
    'A B C - .. x.png.zip',
  )
})

it('refuses what is empty, and gives larger pictures more bits', () => {
  expect(() => layOut(withEdit(project, { shots: [] }), delivery({ kind: 'sequence' }))).toThrow(
    /nothing to hand over/,
  )
  expect(bitrate('high', 1280, 720, 24)).toBeLessThan(bitrate('master', 1280, 720, 24))
  expect(bitrate('draft', 16, 16, 24)).toBe(1e6)
})

it.each([
  ['{project}_{shot}_{version}', { version: 3 }, 'Test_s2_v03.mp4'],
  ['{number} {shot}', {}, '002 s2.mp4'],
  ['{sequence}.{timecode}', {}, /^\w[\w ]*\.\d\d-\d\d-\d\d-\d\d\.mp4$/],
  ['  ', {}, 'Test - s2.mp4'],
  ['a/b:c', {}, 'a b c.mp4'],
])('names by the pattern "%s"', (name, more, expected) => {
  const made = layOut(project, {
    ...delivery({ kind: 'shot', shotId: 's2', handles: 0 }),
    name,
    ...more,
  }).name
  if (typeof expected === 'string') expect(made).toBe(expected)
  else expect(made).toMatch(expected)
})

it('the file of a matte says what it is of, where its pattern does not', () => {
  const stack = { kind: 'shot', id: 's1' } as const
  const p = performAll(project, [['step.add', { stack, stepId: 'g', use: 'glow', at: 0 }]], 'x').project
  const what = { kind: 'shot', shotId: 's1', handles: 0, matteOf: 'g' } as const
  const named = (name?: string) => layOut(p, { ...delivery(what), name }).name
  expect([named(), named('{shot}'), named('{matte} {shot}')]).toEqual([
    'Test - s1 - matte of Glow.mp4',
    's1 - matte of Glow.mp4',
    'Glow s1.mp4',
  ])
})

it('a field that no name has is refused with those that there are', () =>
  expect(() => layOut(project, { ...delivery({ kind: 'sequence' }), name: '{reel}' })).toThrow(
    /no field {reel}. There are {project}, {sequence}/,
  ))

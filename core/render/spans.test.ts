import type { Picture } from '../frame'
import { type Act, controlAddress, getSequence, getShot, performAll, type Project } from '../project'
import { testKernels } from '../testing/pictures'
import { medium, shot, testProject, withEdit } from '../testing/projects'
import { plan, renderFrame } from '.'

const k = testKernels()
afterEach(() => expect(k.used).toBe(0))

/** Frames whose grey is their number. */
const numbered = (_: string, frame: number): Picture => ({
  kind: 'rgba',
  width: 64,
  height: 36,
  data: new Uint8Array(64 * 36 * 4).map((_, i) => (i % 4 === 3 ? 255 : 20 + frame)),
})
const run = (p: Project, ...acts: Act[]) => performAll(p, acts, 'test')

/** Three shots end to end; a span from the middle of the first to the middle of the third, its grade keyed. */
const scene = (): Project => {
  const shots = [
    shot('s1', 'm1', { in: 10, zero: 4 }),
    shot('s2', 'm2', { start: 48, in: 30, zero: 0 }),
    shot('s3', 'm1', { start: 96, in: 0, zero: 0 }),
  ]
  const media = [medium('m1', { frames: 200 }), medium('m2', { frames: 200 })]
  const exposure = controlAddress('g', 'exposure')
  return run(
    withEdit({ ...testProject(), media }, { shots }),
    [
      'span.add',
      { span: { id: 'p', name: 'Look', on: true, lane: 0, start: 20, length: 100, zero: 26, steps: [] } },
    ],
    ['step.add', { stack: { kind: 'span', id: 'p' }, stepId: 'g', use: 'grade', at: 0 }],
    ['key.put', { address: exposure, at: 0, value: -1 }],
    ['key.put', { address: exposure, at: 70, value: 1 }],
  ).project
}

async function pictures(p: Project): Promise<number[]> {
  const values: number[] = []
  for (const frame of [0, 19, 20, 40, 47, 48, 70, 95, 96, 119, 120, 140]) {
    const out = await renderFrame(k, plan(p, { kind: 'sequence' }, frame, 1), numbered)
    values.push(out.data[0] as number)
    k.free(out)
  }
  return values
}

it('a span laid down on its shots, and lifted off them again, shows the same pictures', async () => {
  const before = scene()
  const seen = await pictures(before)
  expect(new Set(seen).size).toBeGreaterThan(8)
  const { project: down } = run(before, ['span.lower', { spanId: 'p', newId: 'n' }])
  expect(getSequence(down).spans).toEqual([])
  expect(await pictures(down)).toEqual(seen)
  const whole = run(
    before,
    ['span.trim', { spanId: 'p', edge: 'head', by: -20 }],
    ['span.trim', { spanId: 'p', edge: 'tail', by: 24 }],
  ).project
  const all = await pictures(whole)
  const { project: up } = run(
    whole,
    ['span.lower', { spanId: 'p', newId: 'n' }],
    ['span.lift', { spanId: 'q', shotIds: ['s3', 's1', 's2'], name: 'Lifted' }],
  )
  expect(getSequence(up).spans).toMatchObject([{ id: 'q', name: 'Lifted', start: 0, length: 144 }])
  expect(getShot(up, 's2').steps).toEqual([])
  expect(await pictures(up)).toEqual(all)
})

it('a step that never acts on a shot does not go there, one that is off stays off', () => {
  const late = run(
    scene(),
    ['span.trim', { spanId: 'p', edge: 'head', by: 40 }],
    ['step.switch', { stepId: 'g', on: false }],
  ).project
  const { project } = run(late, ['span.lower', { spanId: 'p', newId: 'n' }])
  expect(['s1', 's2', 's3'].map((id) => getShot(project, id).steps.map((s) => s.on))).toEqual([
    [],
    [false],
    [false],
  ])
})

it.each([
  [['s1', 's3'], /s2 lies between them/],
  [['s1', 's2'], /do not end with the same steps/],
])('lifting off %j is refused with the reason', (shotIds, reason) => {
  const add = (id: string, use: string): Act => [
    'step.add',
    { stack: { kind: 'shot', id }, stepId: `${id}-x`, use, at: 0 },
  ]
  const { project } = run(scene(), add('s1', 'grade'), add('s2', 'glow'), add('s3', 'grade'))
  expect(() => run(project, ['span.lift', { spanId: 'q', shotIds, name: 'L' }])).toThrow(reason)
})

import { decodeSrgb, encodeSrgb } from '../colour'
import type { Picture } from '../frame'
import {
  type Act,
  activeTransition,
  controlAddress,
  getSequence,
  getTransition,
  performAll,
  type Project,
} from '../project'
import { testKernels } from '../testing/pictures'
import { medium, shot, testProject, withEdit } from '../testing/projects'
import { plan, renderFrame, type Target } from '.'

const k = testKernels()
afterEach(() => expect(k.used).toBe(0))

const stack = { kind: 'shot' as const, id: 's1' }
const target: Target = { kind: 'stack', stack }
const run = (...acts: Act[]) => performAll(testProject(), acts, 'test').project
const add = (stepId: string, use: string, at = 0): Act => ['step.add', { stack, stepId, use, at }]
const set = (stepId: string, param: string, value: number | number[] | string | boolean, at = 0): Act => [
  'value.set',
  { address: controlAddress(stepId, param), at, value },
]

/** Frames whose grey is their number. */
const numbered = (_: string, frame: number): Picture => ({
  kind: 'rgba',
  width: 64,
  height: 36,
  data: new Uint8Array(64 * 36 * 4).map((_, i) => (i % 4 === 3 ? 255 : frame)),
})
const code = (frame: number) => decodeSrgb(frame / 255)

/** The first channel of a pixel of shot s1 at a frame. */
async function seen(project: Project, frame = 10, at = 0): Promise<number> {
  const out = await renderFrame(k, plan(project, target, frame, 1), numbered)
  const value = out.data[at * 4] as number
  k.free(out)
  return value
}
// Shot s1 begins at frame 24 of its medium.
const SOURCE = code(34)

describe('a step lies on the picture by its blend mode', () => {
  const solid = [add('a', 'solid'), set('a', 'colour', [0.5, 0.5, 0.5])]
  const blended = (mode: 'multiply' | 'screen' | 'plus', space: 'linear' | 'perceptual') =>
    run(...solid, ['step.blend', { stepId: 'a', blend: { mode, space } }])

  it.each([
    ['multiply', 'linear', 0.5 * SOURCE],
    ['screen', 'linear', 0.5 + SOURCE - 0.5 * SOURCE],
    ['plus', 'linear', 0.5 + SOURCE],
    ['multiply', 'perceptual', decodeSrgb(encodeSrgb(0.5) * encodeSrgb(SOURCE))],
  ] as const)('%s, %s', async (mode, space, exact) =>
    expect(await seen(blended(mode, space))).toBeCloseTo(exact, 5),
  )

  it('and mixes after that', async () => {
    const half = performAll(blended('multiply', 'linear'), [set('a', 'mix', 0.5)], 'x').project
    expect(await seen(half)).toBeCloseTo(0.75 * SOURCE, 5)
  })
})

describe('other times', () => {
  it('a frozen frame is seen as the steps before it left it at that time', async () => {
    const keys = [
      set('g', 'exposure', 0),
      ...[24, 48].map((at): Act => [
        'key.put',
        { address: controlAddress('g', 'exposure'), at, value: at === 24 ? 0 : 2 },
      ]),
    ]
    const project = run(add('g', 'grade'), ...keys, add('f', 'freeze', 1), set('f', 'frame', 24))
    // Treatment time is counted from the medium's frame 24, where the shot begins.
    const still = await seen(project, 0)
    expect(await seen(project, 40)).toBe(still)
    const nodes = plan(project, target, 40, 1).sources.map((s) => s.frame)
    expect(new Set(nodes).size).toBe(2)
  })

  it('an echo is the mean of the frames that it asks for', async () => {
    const project = run(add('e', 'echo'), set('e', 'count', 2), set('e', 'spacing', 3), set('e', 'decay', 1))
    expect(await seen(project)).toBeCloseTo((code(34) + code(31) + code(28)) / 3, 6)
  })

  it('an echo of an echo asks for both', async () => {
    const project = run(
      add('e', 'echo'),
      set('e', 'count', 1),
      set('e', 'decay', 1),
      add('f', 'echo', 1),
      set('f', 'count', 1),
      set('f', 'decay', 1),
      set('f', 'spacing', 5),
    )
    expect(await seen(project)).toBeCloseTo((code(34) + code(32) + code(29) + code(27)) / 4, 6)
  })

  it('motion blur is exposed to the keys between frames', () => {
    const project = run(
      ...[add('r', 'reframe'), set('r', 'shutter', 360), set('r', 'samples', 4)],
      ...[0, 10].map((at): Act => ['key.put', { address: controlAddress('r', 'across'), at, value: at * 4 }]),
    )
    const op = plan(project, target, 5, 1).nodes.at(-1)?.op
    const across = op?.kind === 'step' ? op.moments?.map((m) => Number(m.across)) : []
    expect(across).toHaveLength(4)
    expect((across?.[3] ?? 0) - (across?.[0] ?? 0)).toBeGreaterThan(2)
  })
})

it('a region can be the amount of a step instead of its limit', () => {
  const region: Act = [
    'region.add',
    { stepId: 'b', itemId: 'x', kind: 'ellipse', form: { centre: [32, 18], size: [20, 20] } },
  ]
  const kinds = (by: string) =>
    plan(run(add('b', 'lens-blur'), set('b', 'by', by), region), target, 0, 1).nodes.map((n) => n.op.kind)
  expect(kinds('limit').sort()).toEqual(['matte', 'mix', 'source', 'step'])
  expect(kinds('amount').sort()).toEqual(['matte', 'source', 'step'])
})

it('steps that mix with themselves keep their own notes within a group that is mixed too', async () => {
  const project = run(
    ...[
      add('g', 'grade'),
      set('g', 'exposure', 1),
      add('m', 'monochrome', 1),
      set('m', 'strength', 0.5),
      set('m', 'contrast', 2),
    ],
    ['steps.group', { stepIds: ['g', 'm'], groupId: 'group', name: 'Both' }],
    set('group', 'mix', 0.5),
  )
  const lit = 2 * SOURCE
  const both = (lit + 0.18 * (lit / 0.18) ** 2) / 2
  expect(await seen(project)).toBeCloseTo((SOURCE + both) / 2, 5)
})

it.each([
  // The first shot has 8 frames after its end, the second 4 before its beginning.
  ['outgoing', undefined, [75, 79, 79, 79]],
  ['outgoing', 'hold', [75, 79, 79, 79]],
  ['outgoing', 'mirror', [75, 79, 78, 77]],
  ['incoming', 'hold', [0, 0, 1, 3]],
  ['incoming', 'mirror', [2, 0, 1, 3]],
] as const)('a side of a cut beyond its material: %s, %s', (side, on, expected) => {
  const media = [medium('m1', { frames: 80 }), medium('m2', { frames: 60 })]
  const shots = [shot('s1', 'm1'), shot('s2', 'm2', { start: 48, in: 4, zero: 4 })]
  const cross = {
    transitionId: 't',
    stepId: 'd',
    use: 'dissolve',
    from: 's1',
    to: 's2',
    before: 10,
    after: 12,
  }
  const acts: Act[] = [
    ['transition.add', cross],
    ['transition.beyond', { transitionId: 't', side, run: on ?? null }],
    [
      'transition.beyond',
      { transitionId: 't', side: side === 'outgoing' ? 'incoming' : 'outgoing', run: 'hold' },
    ],
  ]
  const project = performAll(withEdit({ ...testProject(), media }, { shots }), acts, 'test').project
  const list = { kind: 'transition' as const, id: 't', list: side }
  const { before } = activeTransition(project, getSequence(project), getTransition(project, 't')) ?? {
    before: 0,
  }
  // Frames counted from the cut.
  const times = side === 'outgoing' ? [3, 7, 8, 9] : [-6, -4, -3, -1]
  const seen = times.map(
    (t) => plan(project, { kind: 'stack', stack: list }, t + before, 1).sources[0]?.frame,
  )
  expect(seen).toEqual(expected)
})

it.each<[string, Act[], number[]]>([
  ['joined all the time', [], [31, 33, 37]],
  [
    'joined until two frames after it',
    [['step.when', { stepId: 'd', when: { start: -4, end: 2 } }]],
    [31, 33, 99],
  ],
  ['not joined', [['step.switch', { stepId: 'd', on: false }]], [31, 95, 99]],
])('a cut that is %s shows the side whose time it is, 1 before and 1 and 5 after it', (_, acts, expected) => {
  const media = [medium('m1', { frames: 200 }), medium('m2', { frames: 200 })]
  const shots = [
    shot('s1', 'm1', { length: 32, in: 0, zero: 0 }),
    shot('s2', 'm2', { start: 32, in: 94, zero: 94 }),
  ]
  const cross = { transitionId: 't', stepId: 'd', use: 'wipe', from: 's1', to: 's2', before: 8, after: 8 }
  const project = performAll(
    withEdit({ ...testProject(), media }, { shots }),
    [['transition.add', cross], ...acts],
    'test',
  ).project
  const source: Target = { kind: 'stack', stack: { kind: 'transition', id: 't' }, upTo: 'source' }
  expect([-1, 1, 5].map((t) => plan(project, source, t + 8, 1).sources[0]?.frame)).toEqual(expected)
})

it('before and after a transition its own picture is that of the sequence, bit for bit', async () => {
  const project = run(
    [
      'transition.add',
      { transitionId: 't', stepId: 'd', use: 'dissolve', from: 's1', to: 's2', before: 6, after: 6 },
    ],
    [
      'step.add',
      { stack: { kind: 'transition', id: 't', list: 'outgoing' }, stepId: 'o', use: 'grade', at: 0 },
    ],
    ['value.set', { address: controlAddress('o', 'exposure'), at: 0, value: 1 }],
  )
  const data = async (of: Target, frame: number) => {
    const out = await renderFrame(k, plan(project, of, frame, 1), numbered)
    const copy = Array.from(out.data)
    k.free(out)
    return copy
  }
  for (const frame of [-20, -1, 3, 11, 12, 30])
    expect(await data({ kind: 'stack', stack: { kind: 'transition', id: 't' } }, frame)).toEqual(
      await data({ kind: 'sequence' }, 42 + frame),
    )
})

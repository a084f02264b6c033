import fc from 'fast-check'
import { objectMatrix } from '../design'
import { richProject } from '../testing/documents'
import { onShot, shot, testProject } from '../testing/projects'
import {
  type Act,
  type Binding,
  controlAddress,
  getDesign,
  getObject,
  getShot,
  getStep,
  inputsOf,
  layoutOf,
  matrixOf,
  numbersAt,
  originOf,
  performAll,
  type Project,
  stackSteps,
  stageOf,
  usesOf,
} from '.'

const run = (p: Project, ...acts: Act[]): Project => performAll(p, acts, 'test').project
const on = (id: string) => ({ kind: 'shot' as const, id })
const add = (stepId: string, use = 'join', stack = on('s1')): Act => [
  'step.add',
  { stack, stepId, use, at: 99 },
]
const bind = (stepId: string, input: string, binding: Binding | null): Act => [
  'input.bind',
  { stepId, input, binding },
]
const after = (stepId: string): Binding => ({ kind: 'step', stepId })

describe('inputs', () => {
  const three = run(testProject(), add('a', 'grade'), add('b', 'glow'), add('c'))

  it('a step takes what its declaration says until it is bound, and again when it is let go', () => {
    const kinds = (p: Project) => inputsOf(getStep(p, 'c')).map(({ name, binding }) => [name, binding.kind])
    expect(kinds(three)).toEqual(
      expect.arrayContaining([
        ['other', 'source'],
        ['matte', 'none'],
      ]),
    )
    const bound = run(three, bind('c', 'other', after('a')))
    expect(kinds(bound)).toEqual(expect.arrayContaining([['other', 'step']]))
    expect(run(bound, bind('c', 'other', null))).toEqual(three)
    expect(() => run(three, bind('c', 'nothing', after('a')))).toThrow('no input "nothing"')
  })

  it.each<[string, Act[], RegExp]>([
    ['a step of its own state', [bind('a', 'before', after('a'))], /Grade.*Grade/],
    ['a step of a later one', [bind('a', 'before', after('c'))], /Join.*Glow.*Grade|Grade.*Join.*Glow/],
    [
      'through a branch',
      [
        bind('b', 'before', { kind: 'source' }),
        bind('c', 'other', after('b')),
        bind('b', 'before', after('c')),
      ],
      /Glow.*Join|Join.*Glow/,
    ],
    [
      'another shot that takes this one',
      [
        add('x', 'join', on('s2')),
        bind('x', 'other', { kind: 'shot', shotId: 's1', offset: 0 }),
        bind('c', 'other', { kind: 'shot', shotId: 's2', offset: 0 }),
      ],
      /s1.*s2|s2.*s1/,
    ],
  ])('circles are refused with the chain named: %s', (_, acts, message) => {
    expect(() => run(three, ...acts)).toThrow(message)
  })

  it('a removed step is bridged: what took it takes what stood before it, or says what it lost', () => {
    const bound = run(three, bind('c', 'other', after('b')))
    const change = performAll(bound, [['step.remove', { stepId: 'b' }]], 'x')
    const { binding } = inputsOf(getStep(change.project, 'c')).find((i) => i.name === 'other') ?? {}
    expect(
      binding?.kind === 'step' ? layoutOf(getShot(change.project, 's1').steps).has(binding.stepId) : true,
    ).toBe(true)
  })

  it('copies keep links among each other, and name those that they could not take along', () => {
    const source = run(three, bind('c', 'other', after('b')), bind('c', 'before', after('a')))
    const paste = (ids: string[]): Act => [
      'steps.paste',
      {
        stack: on('s2'),
        at: 0,
        newId: 'n',
        from: originOf(getShot(source, 's1')),
        timing: 'kept',
        steps: getShot(source, 's1').steps.filter((s) => ids.includes(s.id)),
      },
    ]
    const all = performAll(source, [paste(['a', 'b', 'c'])], 'x')
    const [, second, third] = stackSteps(all.project, on('s2'))
    expect(third?.inputs).toMatchObject({ other: { stepId: second?.id } })
    expect(all.notes).toEqual([])
    const one = performAll(source, [paste(['c'])], 'x')
    expect(stackSteps(one.project, on('s2'))[0]?.inputs ?? {}).toEqual({})
    expect(one.notes.join()).toMatch(/Join takes as other/)
  })

  it('a matte of a region takes any state, and a group keeps what goes through it', () => {
    const input = { ...after('a'), channel: 'alpha' as const }
    const masked = run(
      three,
      ['region.add', { stepId: 'c', itemId: 'm', kind: 'matte' }],
      ['region.item', { itemId: 'm', change: { input } }],
      ['steps.group', { stepIds: ['a', 'b'], groupId: 'g', name: 'Both' }],
    )
    expect(getStep(masked, 'c').where?.items[0]?.input).toEqual(input)
    expect(() => run(masked, ['region.item', { itemId: 'm', change: { input: after('c') } }])).toThrow(/Join/)
  })
})

describe('sequences in sequences', () => {
  it('hold any number, refuse what would contain itself, and are not removed while they are used', () => {
    const p = richProject()
    const inside = { ...shot('x', '', {}), source: { kind: 'comp' as const, sequenceId: 'edit' } }
    expect(() => run(p, ['shot.place', { sequenceId: 'q1', shot: inside }])).toThrow(/Q.*Test|Test.*Q/)
    expect(() => run(p, ['sequence.remove', { sequenceId: 'q1' }])).toThrow(/Q is used by/)
    expect(() => run(p, ['sequence.remove', { sequenceId: 'edit' }])).toThrow(/The edit itself stays/)
    expect(usesOf(p, { kind: 'design', designId: 'd1' })).toHaveLength(1)
    expect(() => run(p, ['design.remove', { designId: 'd1' }])).toThrow(/D is used by/)
  })

  it('a design is refused in itself, through a sequence too', () => {
    const p = richProject()
    const shows = (source: object): Act => [
      'object.add',
      { designId: 'd1', objectId: 'z', kind: 'picture', source: source as never },
    ]
    expect(() => run(p, shows({ kind: 'design', designId: 'd1' }))).toThrow(/D.*D/)
    expect(() => run(p, shows({ kind: 'comp', sequenceId: 'edit' }))).toThrow(/D.*Test|Test.*D/)
  })
})

describe('objects', () => {
  const p = richProject()
  const at = (q: Project, id: string) => matrixOf(stageOf(q, { kind: 'object', id }), getObject(q, id), 5)
  const near = (a: readonly number[], b: readonly number[]) =>
    a.forEach((v, i) => expect(v).toBeCloseTo(b[i] as number, 6))

  it('stand by T(place) R(turn) S(scale) T(-anchor), through their groups', () => {
    const numbers = numbersAt(stageOf(p, { kind: 'object', id: 'o1' }), getObject(p, 'o1'), 5)
    expect(numbers).toMatchObject({ place: [20, 15], turn: 20, scale: [1, 1], anchor: [0, 0] })
    near(at(p, 'o1'), objectMatrix(numbers))
  })

  it('stay where they are when they are let move along with another, and when they are let go', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -170, max: 170, noNaN: true }),
        fc.double({ min: 0.2, max: 3, noNaN: true }),
        fc.nat(30),
        (turn, size, x) => {
          const set = (name: string, value: number | number[]): Act => [
            'value.set',
            { address: { owner: { kind: 'object', id: 'o2' }, path: `form/${name}` }, at: 0, value },
          ]
          const moved = run(p, set('turn', turn), set('scale', [size, size]), set('place', [x, 7]))
          const along = run(moved, ['object.parent', { objectId: 'o1', parent: 'o2', frame: 5 }])
          near(at(along, 'o1'), at(moved, 'o1'))
          const alone = run(along, ['object.parent', { objectId: 'o1', parent: null, frame: 5 }])
          near(at(alone, 'o1'), at(moved, 'o1'))
        },
      ),
      { numRuns: 60 },
    )
  })

  it('refuse to move along with what moves along with them, groups too', () => {
    const along = run(p, ['object.parent', { objectId: 'o1', parent: 'o2', frame: 0 }])
    expect(() => run(along, ['object.parent', { objectId: 'o2', parent: 'o1', frame: 0 }])).toThrow(
      /moves along with/,
    )
    expect(() => run(p, ['object.parent', { objectId: 'o3', parent: 'o1', frame: 0 }])).toThrow(
      /moves along with/,
    )
  })

  it('go into a group and out of it again without a trace', () => {
    const flat = run(p, ['object.ungroup', { objectId: 'o3' }])
    expect(getDesign(flat, 'd1').objects.map((o) => o.id)).toEqual(['o1', 'o2'])
    near(at(flat, 'o2'), at(p, 'o2'))
    expect(run(flat, ['objects.group', { objectIds: ['o1', 'o2'], groupId: 'o3', name: 'G' }])).toEqual(p)
  })
})

it('content is a list of things whose fields are values like any other: keyed, followed, copied, undone', () => {
  const stop = (field: string) => ({
    owner: { kind: 'step' as const, id: 'g' },
    path: `content/stops/first/${field}`,
  })
  const p = run(
    testProject(),
    add('g', 'gradient'),
    ['content.add', { stepId: 'g', list: 'stops', thingId: 'x', at: 1 }],
    ['key.put', { address: stop('position'), at: 24, value: 0.1 }],
    ['key.put', { address: stop('position'), at: 34, value: 0.3 }],
    ['value.set', { address: controlAddress('g', 'opacity'), at: 0, value: 0.5 }],
    ['step.copy', { stepId: 'g', newId: 'h' }],
  )
  const stops = getStep(p, 'h').content?.stops as { id: string; position: { keys?: { at: number }[] } }[]
  expect(stops.map((s) => s.id)).toEqual(['first', 'x', 'last'])
  expect(stops[0]?.position.keys?.map((k) => k.at)).toEqual([24, 34])
  expect(() => run(p, ['content.remove', { stepId: 'g', list: 'stops', thingId: 'gone' }])).toThrow(/gone/)
  const two = run(p, ['content.remove', { stepId: 'g', list: 'stops', thingId: 'x' }])
  expect(() => run(two, ['content.remove', { stepId: 'g', list: 'stops', thingId: 'last' }])).toThrow()
  expect(onShot(two, 's1').steps).toHaveLength(2)
})

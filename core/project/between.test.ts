import fc from 'fast-check'
import { findStep } from '../steps'
import { objectMatrix } from '../design'
import { richProject } from '../testing/documents'
import { medium, onShot, shot, testProject, withEdit } from '../testing/projects'
import {
  type Act,
  activeTransition,
  type Binding,
  controlAddress,
  getDesign,
  getObject,
  getSequence,
  getShot,
  getStep,
  getTransition,
  inputsOf,
  asked,
  lacking,
  remedies,
  layoutOf,
  matrixOf,
  numbersAt,
  originOf,
  performAll,
  type Project,
  roomAcross,
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

describe('transitions', () => {
  const cross = (change: object = {}): Act => [
    'transition.add',
    {
      transitionId: 't',
      stepId: 'd',
      use: 'dissolve',
      from: 's1',
      to: 's2',
      before: 10,
      after: 10,
      ...change,
    },
  ]
  // s1 has 168 frames after its end; s2 begins 24 frames into its medium.
  it('lies on the cut, as long as it is given, and its time counts from there', () => {
    const p = run(testProject(), cross())
    const active = activeTransition(p, getSequence(p), getTransition(p, 't'))
    expect(active).toMatchObject({ cut: 48, before: 10, after: 10, lane: 0 })
    expect(stageOf(p, { kind: 'transition', id: 't' })).toMatchObject({ head: -10, length: 20, start: 38 })
  })

  it.each([
    ['no length', { before: 0, after: 0 }, /takes a frame at least/],
    ['no shot', { from: null, to: null }, /needs a shot/],
    ['shots that do not meet', { from: 's2', to: 's1' }, /do not meet/],
    ['a treatment that does not join', { use: 'glow' }, /no transition "glow"/],
  ])('refuses %s', (_, change, message) => expect(() => run(testProject(), cross(change))).toThrow(message))

  it('refuses a second one, and one that would reach into another', () => {
    const p = run(testProject(), cross())
    expect(() => run(p, cross({ transitionId: 'u', stepId: 'e' }))).toThrow(/a transition here already/)
    const head = cross({ transitionId: 'u', stepId: 'e', from: null, to: 's1', before: 0, after: 40 })
    expect(() => run(p, head)).toThrow(/would overlap the other transition of s1/)
  })

  it('is made by another treatment: what both have stays with its keys, what one has of its own does not', () => {
    const address = controlAddress('d', 'pace')
    const angle = controlAddress('d', 'angle')
    const by = (use: string): Act => ['transition.swap', { transitionId: 't', stepId: 'e', use }]
    const wiped = run(
      testProject(),
      cross({ use: 'wipe' }),
      ['value.set', { address, at: 0, value: 'ease' }],
      ['key.put', { address: angle, at: -5, value: 30 }],
      ['key.put', { address: angle, at: 5, value: 90 }],
    )
    const pushed = run(wiped, by('push'))
    const [step] = getTransition(pushed, 't').steps
    expect([step?.id, step?.use, step?.name, getTransition(pushed, 't').name]).toEqual([
      'd',
      'push',
      'Push',
      'Push',
    ])
    expect([step?.what['pace']?.value, step?.what['angle']?.keys?.length]).toEqual(['ease', 2])
    expect(Object.keys(step?.what ?? {}).sort()).toEqual(Object.keys(findStep('push')?.params ?? {}).sort())
    const bound = run(
      wiped,
      ['step.blend', { stepId: 'd', blend: { mode: 'screen', space: 'linear' } }],
      ['input.bind', { stepId: 'd', input: 'incoming', binding: { kind: 'source' } }],
    )
    const [kept] = getTransition(run(bound, by('push')), 't').steps
    expect([kept?.blend, kept?.inputs]).toEqual([getStep(bound, 'd').blend, getStep(bound, 'd').inputs])
    const named = run(wiped, ['transition.rename', { transitionId: 't', name: 'Mine' }], by('clock-wipe'))
    expect(getTransition(named, 't')).toMatchObject({
      name: 'Mine',
      steps: [{ use: 'clock-wipe', name: 'Clock' }],
    })
    expect(getTransition(run(named, by('wipe'), by('wipe')), 't').steps).toHaveLength(1)
    const bare = run(wiped, ['step.remove', { stepId: 'd' }], by('iris'))
    expect(getTransition(bare, 't').steps).toMatchObject([{ id: 'e', use: 'iris' }])
    expect(() => run(wiped, by('glow'))).toThrow(/no transition "glow"/)
  })

  it('stands at a head or tail alone, rests while its shots are apart, and goes with its shot', () => {
    const tail = run(testProject(), cross({ from: 's2', to: null, after: 0 }))
    expect(activeTransition(tail, getSequence(tail), getTransition(tail, 't'))).toMatchObject({
      cut: 96,
      before: 10,
      after: 0,
    })
    const p = run(testProject(), cross(), ['shot.move', { shotId: 's2', start: 60 }])
    expect(activeTransition(p, getSequence(p), getTransition(p, 't'))).toBeUndefined()
    const back = run(p, ['shot.move', { shotId: 's2', start: 48 }])
    expect(activeTransition(back, getSequence(back), getTransition(back, 't'))).toBeDefined()
    expect(getSequence(run(p, ['shot.remove', { shotId: 's1' }])).transitions).toEqual([])
  })

  it('never shows a frame that is not there, whatever its shots become, and says what is missing', () => {
    fc.assert(
      fc.property(fc.nat(24), fc.nat(60), fc.integer({ min: -60, max: 60 }), (before, after, slip) => {
        fc.pre(before + after > 0 && after <= 48)
        const media = [medium('m1', { frames: 90 }), medium('m2', { frames: 80 })]
        const base = withEdit(
          { ...testProject(), media },
          { shots: [shot('s1', 'm1'), shot('s2', 'm2', { start: 48 })] },
        )
        let p = base
        try {
          p = run(base, cross({ before, after: Math.min(after, 18) }))
        } catch {
          return
        }
        p = run(p, ['shot.slip', { shotId: 's2', by: slip }], ['shot.slip', { shotId: 's1', by: -slip }])
        const t = getTransition(p, 't')
        const active = activeTransition(p, getSequence(p), t)
        const room = roomAcross(p, getSequence(p), t)
        const missing = lacking(p, t)
        expect(active?.before ?? 0).toBe(Math.min(t.before, room.before))
        expect(active?.after ?? 0).toBe(Math.min(t.after, room.after))
        expect(missing).toEqual({
          outgoing: t.after - (active?.after ?? 0),
          incoming: t.before - (active?.before ?? 0),
        })
      }),
      { numRuns: 200 },
    )
  })
})

describe('a transition whose shots lack material', () => {
  // After s1 lie 8 frames, before s2 lie 4.
  const short = (before: number, after: number) => {
    const media = [medium('m1', { frames: 80 }), medium('m2', { frames: 60 })]
    const shots = [shot('s1', 'm1'), shot('s2', 'm2', { start: 48, in: 4, zero: 4 })]
    const cross = { transitionId: 't', stepId: 'd', use: 'dissolve', from: 's1', to: 's2', before, after }
    return run(withEdit({ ...testProject(), media }, { shots }), ['transition.add', cross])
  }
  const state = (p: Project) => {
    const t = getTransition(p, 't')
    return {
      active: activeTransition(p, getSequence(p), t),
      missing: lacking(p, t),
      help: remedies(p, getSequence(p), t),
    }
  }

  it.each([
    // Asked for before and after, missing of the outgoing and the incoming shot, remedies.
    [4, 8, 0, 0, {}],
    [6, 6, 0, 2, { shorten: { before: 4, after: 6 }, shift: { before: 4, after: 8 } }],
    [2, 10, 2, 0, { shorten: { before: 2, after: 8 }, shift: { before: 4, after: 8 } }],
    [10, 10, 2, 6, { shorten: { before: 4, after: 8 } }],
    [12, 0, 0, 8, { shorten: { before: 4, after: 0 }, shift: { before: 4, after: 8 } }],
  ])('%i before and %i after: what is missing, and what helps', (before, after, outgoing, incoming, help) => {
    const p = short(before, after)
    expect(state(p)).toMatchObject({ missing: { outgoing, incoming }, help })
    expect(Object.keys(state(p).help)).toEqual(Object.keys(help))
    for (const length of Object.values(state(p).help)) {
      const helped = run(p, ['transition.length', { transitionId: 't', ...length }])
      expect(state(helped)).toMatchObject({
        active: length,
        missing: { outgoing: 0, incoming: 0 },
        help: {},
      })
    }
  })

  it('rests where nothing is there at all, and runs on only where that is asked for', () => {
    const bare = run(short(12, 0), ['shot.slip', { shotId: 's2', by: -4 }])
    expect(state(bare).active).toBeUndefined()
    expect(asked(bare, getTransition(bare, 't'))).toEqual({ cut: 48, lane: 0 })
    const on = (side: 'outgoing' | 'incoming', run: 'hold' | 'mirror' | null): Act => [
      'transition.beyond',
      { transitionId: 't', side, run },
    ]
    const held = run(bare, on('incoming', 'hold'))
    expect(state(held)).toMatchObject({
      active: { before: 12, after: 0 },
      missing: { outgoing: 0, incoming: 0 },
    })
    expect(getTransition(run(held, on('incoming', null)), 't')).toEqual(getTransition(bare, 't'))
  })
})

describe('remedies', () => {
  it('whatever the handles are: what helps leaves nothing missing, and a shift keeps the length', () => {
    fc.assert(
      fc.property(fc.nat(30), fc.nat(30), fc.nat(24), fc.nat(24), (head, tail, before, after) => {
        fc.pre(before + after > 0)
        const media = [medium('m1', { frames: 48 + tail }), medium('m2', { frames: 200 })]
        const shots = [
          shot('s1', 'm1', { in: 0, zero: 0 }),
          shot('s2', 'm2', { start: 48, in: head, zero: head }),
        ]
        const cross = { transitionId: 't', stepId: 'd', use: 'wipe', from: 's1', to: 's2', before, after }
        const p = run(withEdit({ ...testProject(), media }, { shots }), ['transition.add', cross])
        const t = getTransition(p, 't')
        const { shorten, shift } = remedies(p, getSequence(p), t)
        const short = lacking(p, t)
        const any = short.outgoing + short.incoming > 0
        // Nothing helps where nothing is missing; a shift where both handles together are long enough; else only what is there.
        expect(Boolean(shorten)).toBe(any && Math.min(before, head) + Math.min(after, tail) > 0)
        expect(Boolean(shift)).toBe(any && Math.min(48, head) + Math.min(48, tail) >= before + after)
        for (const length of [shorten, shift]) {
          if (!length) continue
          const helped = run(p, ['transition.length', { transitionId: 't', ...length }])
          expect(lacking(helped, getTransition(helped, 't'))).toEqual({ outgoing: 0, incoming: 0 })
        }
        if (shift) expect(shift.before + shift.after).toBe(before + after)
        for (const side of ['outgoing', 'incoming'] as const) {
          const held = run(p, ['transition.beyond', { transitionId: 't', side, run: 'hold' }])
          expect(lacking(held, getTransition(held, 't'))).toEqual({ ...short, [side]: 0 })
        }
      }),
      { numRuns: 150 },
    )
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

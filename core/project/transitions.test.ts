import fc from 'fast-check'
import { findStep } from '../steps'
import { medium, shot, testProject, withEdit } from '../testing/projects'
import {
  type Act,
  activeTransition,
  asked,
  controlAddress,
  getSequence,
  getStep,
  getTransition,
  lacking,
  performAll,
  type Project,
  remedies,
  roomAcross,
  stageOf,
} from '.'

const run = (p: Project, ...acts: Act[]): Project => performAll(p, acts, 'test').project

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

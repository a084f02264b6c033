import fc from 'fast-check'
import { testProject } from '../testing/projects'
import {
  type Act,
  type Binding,
  emptyHistory,
  getShot,
  getStep,
  type History,
  loopFrom,
  notesOf,
  performAll,
  type Project,
  record,
  type Stack,
  stateBefore,
  type Step,
  travelTo,
  wiringOf,
} from '.'

const stack = { kind: 'shot' as const, id: 's1' }
const run = (p: Project, ...acts: Act[]) => performAll(p, acts, 'test').project
const steps = (p: Project): Step[] => [...getShot(p, 's1').steps]
const name = (b: Binding): string => (b.kind === 'step' ? b.stepId : b.kind)
/** What every step works on, by id. */
const wires = (p: Project): Record<string, string> =>
  Object.fromEntries(steps(p).map((s) => [s.id, name(stateBefore(steps(p), s))]))

const IDS = ['a', 'b', 'c', 'd', 'e', 'f']
/** Six joins, each of which works on any earlier state or the source and takes another one besides. */
const anyGraph = fc
  .array(fc.record({ before: fc.option(fc.nat(5)), other: fc.nat(5) }), { minLength: 6, maxLength: 6 })
  .map((list) => {
    const state = (n: number, i: number): Binding =>
      i && n % (i + 1) ? { kind: 'step', stepId: IDS[(n % (i + 1)) - 1] as string } : { kind: 'source' }
    return run(
      testProject(),
      ...list.map(({ before, other }, i): Act => [
        'step.add',
        {
          stack,
          stepId: IDS[i] as string,
          use: 'join',
          at: i,
          inputs: { other: state(other, i), ...(before === null ? {} : { before: state(before, i) }) },
        },
      ]),
    )
  })
const other = (p: Project, id: string) => {
  const binding = getStep(p, id).inputs?.other
  return binding && name(binding)
}

it('what worked on a step that is removed works on what that worked on, and nothing else is changed', () => {
  fc.assert(
    fc.property(anyGraph, fc.constantFrom(...IDS), (p, gone) => {
      const before = wires(p)
      const through = (to: string | undefined) => (to === gone ? before[gone] : to)
      const after = run(p, ['step.remove', { stepId: gone }])
      const rest = IDS.filter((id) => id !== gone)
      expect(wires(after)).toEqual(Object.fromEntries(rest.map((id) => [id, through(before[id])])))
      for (const id of rest) expect(other(after, id)).toBe(through(other(p, id)))
    }),
  )
})

it('a step that is put before another one comes onto its wire, and no other wire is changed', () => {
  fc.assert(
    fc.property(anyGraph, fc.nat(5), (p, at) => {
      const before = wires(p)
      const next = IDS[at] as string
      const after = wires(run(p, ['step.add', { stack, stepId: 'x', use: 'grade', at }]))
      expect(after).toEqual({ ...before, x: before[next], [next]: 'x' })
    }),
  )
})

it('a step that is moved is taken off one wire and put onto another', () => {
  fc.assert(
    fc.property(anyGraph, fc.constantFrom(...IDS), fc.nat(5), (p, id, to) => {
      const out = run(p, ['step.remove', { stepId: id }])
      let moved
      try {
        moved = run(p, ['step.move', { stepId: id, to }])
      } catch (error) {
        // What it takes besides may be made of it now.
        return expect((error as Error).message).toContain('circle')
      }
      const next = steps(out)[to]
      const base = wires(out)
      const put = next
        ? { ...base, [id]: base[next.id], [next.id]: id }
        : { ...base, [id]: steps(out).at(-1)?.id ?? 'source' }
      expect(wires(moved)).toEqual(put)
    }),
  )
})

it('a copy works on the step that it was made of, and what worked on that works on the copy', () => {
  fc.assert(
    fc.property(anyGraph, fc.constantFrom(...IDS), (p, id) => {
      const before = wires(p)
      const after = wires(run(p, ['step.copy', { stepId: id, newId: 'x' }]))
      const moved = Object.entries(before).map(([k, to]) => [k, to === id ? 'x' : to])
      expect(after).toEqual({ ...Object.fromEntries(moved), x: id })
    }),
  )
})

it('a group stands on the wire of what it holds, and opened up again leaves all as it was', () => {
  fc.assert(
    fc.property(anyGraph, fc.nat(4), (p, at) => {
      const pair = IDS.slice(at, at + 2) as [string, string]
      const before = wires(p)
      // Only steps that follow each other are one after the other in a group too.
      fc.pre(before[pair[1]] === pair[0])
      let grouped
      try {
        grouped = run(p, ['steps.group', { stepIds: pair, groupId: 'g', name: 'G' }])
      } catch (error) {
        return expect((error as Error).message).toContain('circle')
      }
      expect(wires(grouped).g).toBe(before[pair[0]])
      const opened = run(grouped, ['group.open', { stepId: 'g' }])
      expect(wires(opened)).toEqual(before)
    }),
  )
})

describe('wire by wire', () => {
  const inputsOf = (p: Project, id: string) => ({ before: wires(p)[id], other: other(p, id) })
  const all = (p: Project) => Object.fromEntries(steps(p).map((s) => [s.id, inputsOf(p, s.id)]))
  const result = (p: Project) => steps(p).at(-1)?.id
  /** What an edit makes of a graph; undefined where it says that it would go in a circle. */
  const tried = (p: Project, act: Act): Project | undefined => {
    try {
      return run(p, act)
    } catch (error) {
      expect((error as Error).message).toContain('circle')
      return undefined
    }
  }
  const anyId = fc.constantFrom(...IDS)

  it('a step put on a wire changes that wire alone', () => {
    fc.assert(
      fc.property(anyGraph, anyId, fc.constantFrom('before' as const, 'other' as const), (p, to, input) => {
        const was = all(p)
        const added = run(p, ['step.add', { stack, stepId: 'x', use: 'grade', at: 6 }])
        expect([all(added), result(added)]).toEqual([{ ...was, x: { before: 'f', other: undefined } }, 'x'])
        const after = run(added, ['wire.put', { stepId: 'x', into: { stepId: to, input } }])
        const old = was[to] as ReturnType<typeof inputsOf>
        expect(all(after)).toEqual({
          ...was,
          x: { before: old[input], other: undefined },
          [to]: { ...old, [input]: 'x' },
        })
        expect(result(after)).toBe(result(p))
        const back = run(after, ['wire.put', { stepId: 'x', into: null }])
        expect([all(back), result(back)]).toEqual([all(added), 'x'])
      }),
    )
  })

  it('a step added beside the others changes nothing, one taken off its wires only who worked on it', () => {
    fc.assert(
      fc.property(anyGraph, anyId, (p, id) => {
        const was = all(p)
        const beside = run(
          p,
          ['step.add', { stack, stepId: 'x', use: 'grade', at: 6 }],
          ['wire.out', { stepId: 'x' }],
          ['wire.lay', { stepId: 'x', input: 'before', binding: { kind: 'step', stepId: id } }],
        )
        expect(all(beside)).toEqual({ ...was, x: { before: id, other: undefined } })
        expect(result(beside)).toBe('f')
        const out = tried(p, ['wire.out', { stepId: id }])
        if (!out) return
        const through = (to: string | undefined) => (to === id ? was[id]?.before : to)
        const rest = IDS.filter((other) => other !== id)
        for (const other of rest)
          expect(inputsOf(out, other)).toEqual({
            before: through(was[other]?.before),
            other: through(was[other]?.other),
          })
        expect(inputsOf(out, id)).toEqual({ before: 'none', other: was[id]?.other })
        const heir = was.f?.before === 'source' ? 'e' : was.f?.before
        expect(result(out)).toBe(id === 'f' ? heir : 'f')
      }),
    )
  })

  it('what leads to the result is chosen, wires are laid and inputs swapped without touching any other', () => {
    fc.assert(
      fc.property(anyGraph, anyId, anyId, (p, id, from) => {
        const was = all(p)
        const ended = run(p, ['wire.end', { stepId: id }])
        expect([all(ended), result(ended)]).toEqual([was, id])
        const binding = { kind: 'step', stepId: from } as const
        const laid = tried(p, ['wire.lay', { stepId: id, input: 'before', binding }])
        if (laid) expect(all(laid)).toEqual({ ...was, [id]: { ...was[id], before: from } })
        const swapped = run(p, ['wires.swap', { stepId: id, inputs: ['before', 'other'] }])
        expect(all(swapped)).toEqual({ ...was, [id]: { before: was[id]?.other, other: was[id]?.before } })
        expect(all(run(swapped, ['wires.swap', { stepId: id, inputs: ['before', 'other'] }]))).toEqual(was)
      }),
    )
  })

  it('whatever is wired, no picture is made of itself, and undone all is as it was', () => {
    const input = fc.constantFrom('before' as const, 'other' as const)
    const act = fc.oneof(
      fc
        .record({ stepId: anyId, into: fc.option(fc.record({ stepId: anyId, input })) })
        .map((a): Act => ['wire.put', a]),
      fc
        .record({ stepId: anyId, input, from: anyId })
        .map(({ stepId, input: at, from }): Act => [
          'wire.lay',
          { stepId, input: at, binding: { kind: 'step', stepId: from } },
        ]),
      anyId.map((stepId): Act => ['wire.out', { stepId }]),
      anyId.map((stepId): Act => ['wire.end', { stepId }]),
      anyId.map((stepId): Act => ['wires.swap', { stepId, inputs: ['before', 'other'] }]),
    )
    fc.assert(
      fc.property(anyGraph, fc.array(act, { maxLength: 12 }), (start, acts) => {
        let [p, history] = [start, emptyHistory() as History]
        for (const each of acts) {
          try {
            const change = performAll(p, [each], 'test')
            history = record(history, change)
            p = change.project
          } catch (error) {
            expect((error as Error).message).toMatch(/circle|cannot stand before itself/)
          }
          for (const id of IDS) expect(loopFrom(p, { kind: 'after', stepId: id })).toBeUndefined()
          expect(steps(p)).toHaveLength(IDS.length)
        }
        expect(travelTo(p, history, 0).project).toEqual(start)
      }),
    )
  })

  it('says what to do where the only step would leave its wires', () => {
    const one = run(testProject(), ['step.add', { stack, stepId: 'a', use: 'grade', at: 0 }])
    expect(() => run(one, ['wire.out', { stepId: 'a' }])).toThrow('Add another one first, or remove it.')
  })

  it('a side of a cut has places and notes of its own, and is laid out anew by itself', () => {
    const joined = { kind: 'transition' as const, id: 't' }
    const side = { ...joined, list: 'outgoing' as const }
    const p = run(
      testProject(),
      [
        'transition.add',
        { transitionId: 't', stepId: 'd', use: 'dissolve', from: 's1', to: 's2', before: 4, after: 4 },
      ],
      ['wires.place', { stack: joined, places: { source: [1, 1] } }],
      ['wires.place', { stack: side, places: { source: [2, 2] } }],
      ['note.put', { stack: side, noteId: 'n', text: 'Here', place: [0, 0] }],
    )
    expect(wiringOf(p, joined)?.places).toEqual({ source: [1, 1], 'outgoing source': [2, 2] })
    expect([notesOf(p, joined), notesOf(p, side)]).toMatchObject([[], [{ text: 'Here' }]])
    const places = (stack: Stack) => wiringOf(run(p, ['wires.tidy', { stack }]), joined)?.places
    expect(places(side)).toEqual({ source: [1, 1] })
    expect(places(joined)).toEqual({ 'outgoing source': [2, 2] })
  })

  it('keeps places, frames and notes with what they are of, also in copies', () => {
    const two = run(
      testProject(),
      ['step.add', { stack, stepId: 'a', use: 'grade', at: 0 }],
      ['step.add', { stack, stepId: 'b', use: 'glow', at: 1 }],
      ['wires.place', { stack, places: { a: [1, 2], source: [-200, 0] } }],
      ['frame.put', { stack, frameId: 'f1', name: 'Light', stepIds: ['a', 'b'] }],
      ['note.put', { stack, noteId: 'n1', text: 'Why', place: [0, 300] }],
    )
    const shot = getShot(two, 's1')
    expect(shot.wiring).toEqual({
      places: { source: [-200, 0] },
      frames: [{ id: 'f1', name: 'Light' }],
      notes: [{ id: 'n1', text: 'Why', place: [0, 300] }],
    })
    expect(shot.steps.map((s) => [s.place, s.frame])).toEqual([
      [[1, 2], 'f1'],
      [undefined, 'f1'],
    ])
    const copied = getStep(run(two, ['step.copy', { stepId: 'a', newId: 'c' }]), 'c')
    expect(copied.frame).toBe('f1')
    const bare = run(two, ['frame.drop', { stack, frameId: 'f1' }], ['note.drop', { stack, noteId: 'n1' }])
    const tidy = getShot(run(bare, ['wires.tidy', { stack }]), 's1')
    expect(tidy.wiring).toEqual({ places: {}, frames: [], notes: [] })
    expect(tidy.steps.every((s) => !s.place && !s.frame)).toBe(true)
  })
})

import fc from 'fast-check'
import { testProject } from '../testing/projects'
import { type Act, type Binding, getShot, getStep, performAll, type Project, stateBefore, type Step } from '.'

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

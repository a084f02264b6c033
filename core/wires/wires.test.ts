import fc from 'fast-check'
import { allStacks, type Act, controlAddress, performAll, type Project, stageOf, type Step } from '../project'
import { anyDocument } from '../testing/documents'
import { testProject } from '../testing/projects'
import {
  bindingFrom,
  chainBetween,
  type Graph,
  graphOf,
  inputAt,
  placesOf,
  reachable,
  RESULT,
  SOURCE,
  valueWires,
} from '.'

const stack = { kind: 'shot' as const, id: 's1' }
const run = (p: Project, ...acts: Act[]) => performAll(p, acts, 'test').project
const after = (stepId: string, output?: string) =>
  ({ kind: 'step', stepId, ...(output ? { output } : {}) }) as const
const size = () => ({ width: 120, height: 90 })
const told = ({ wires }: Graph) =>
  wires.map((w) => `${w.from}.${w.output} ${w.kind === 'matte' ? '-' : '='} ${w.to}.${w.input}`).sort()

/** A glow of what was blurred, keyed by the other side, with a clip from outside and a value that follows. */
const machine = () =>
  run(
    testProject(),
    ['step.add', { stack, stepId: 'a', use: 'grade', at: 0 }],
    ['step.add', { stack, stepId: 'b', use: 'gaussian-blur', at: 1 }],
    ['region.add', { stepId: 'b', itemId: 'i', kind: 'ellipse' }],
    [
      'step.add',
      {
        stack,
        stepId: 'c',
        use: 'join',
        at: 2,
        inputs: {
          before: after('a'),
          other: { kind: 'shot', shotId: 's2', offset: 0 },
          matte: after('b', 'region'),
        },
      },
    ],
    ['value.set', { address: controlAddress('c', 'how'), at: 0, value: 'matte' }],
    [
      'modifier.put',
      {
        address: controlAddress('b', 'radius'),
        modifier: {
          id: 'm',
          kind: 'follow',
          on: true,
          join: 'replace',
          source: { kind: 'value', address: controlAddress('a', 'exposure') },
          factor: 2,
          offset: 0,
          delay: 0,
          limits: null,
        } as never,
      },
    ],
  )
const outside = 'out:{"kind":"shot","shotId":"s2","offset":0}'

it('shows what runs from where to where, by pictures, mattes and values', () => {
  const stage = stageOf(machine(), stack)
  const graph = graphOf(stage, new Set())
  expect(told(graph)).toEqual(
    [
      'source.state = a.before',
      'a.state = b.before',
      'a.state = c.before',
      'b.region - c.matte',
      `${outside}.state = c.other`,
      'c.state = result.result',
    ].sort(),
  )
  expect(valueWires(stage, graph)).toMatchObject([{ from: 'a', to: 'b', modifierId: 'm' }])
  expect(bindingFrom(graph, 'b', 'region')).toEqual(after('b', 'region'))
  expect(bindingFrom(graph, SOURCE, 'state')).toEqual({ kind: 'source' })
  expect(inputAt(graph, 'c', 'matte')).toEqual({ stepId: 'c', input: 'matte' })
  expect(inputAt(graph, RESULT, 'result')).toBeUndefined()
})

it('a shut group has what its steps take and give beyond it, an opened one is its steps', () => {
  const p = run(machine(), ['steps.group', { stepIds: ['a', 'b'], groupId: 'g', name: 'G' }])
  const stage = stageOf(p, stack)
  const shut = graphOf(stage, new Set())
  expect(told(shut)).toContain('g.b region - c.matte')
  expect(bindingFrom(shut, 'g', 'b region')).toEqual(after('b', 'region'))
  expect(shut.cards.map((c) => c.id)).not.toContain('a')
  // The value that follows within it is nobody else's matter, but it is there.
  expect(valueWires(stage, shut)).toMatchObject([{ from: 'g', to: 'g' }])
  const open = graphOf(stage, new Set(['g']))
  expect(told(open)).toEqual(
    expect.arrayContaining(['source.state = a.before', 'b.state = g.inside', 'source.state = g.before']),
  )
  expect(open.cards.find((c) => c.id === 'a')?.group).toBe('g')
  expect(inputAt(open, 'g', 'inside')).toBeUndefined()
})

it('finds the chain that a wire would close, and all that lies before and after', () => {
  const graph = graphOf(stageOf(machine(), stack), new Set())
  expect(chainBetween(graph, 'a', RESULT)).toEqual(['a', 'c', RESULT])
  expect(chainBetween(graph, 'c', 'a')).toBeUndefined()
  expect(chainBetween(graph, 'b', 'b')).toEqual(['b'])
  expect([...reachable(graph, 'b', 'before')].sort()).toEqual(['a', SOURCE])
  expect([...reachable(graph, 'b', 'after')].sort()).toEqual(['c', RESULT])
})

/** Every graph of a document, with all groups open or shut. */
const graphsOf = (p: Project): { graph: Graph; steps: readonly Step[] }[] =>
  allStacks(p).flatMap((each) => {
    const stage = stageOf(p, each)
    const groups = new Set(stage.steps.filter((s) => s.use === 'group').map((s) => s.id))
    return [new Set<string>(), groups].map((opened) => ({
      graph: graphOf(stage, opened),
      steps: stage.steps,
    }))
  })

it('in whatever document, every wire joins an output and an input that are there, and what is laid out lies apart', () => {
  fc.assert(
    fc.property(anyDocument(), (p) => {
      for (const { graph } of graphsOf(p)) {
        const cards = new Map(graph.cards.map((c) => [c.id, c]))
        for (const wire of graph.wires) {
          expect(cards.get(wire.from)?.outputs.some((o) => o.id === wire.output)).toBe(true)
          expect(cards.get(wire.to)?.inputs.filter((i) => i.id === wire.input)).toHaveLength(1)
        }
        const places = placesOf(graph, size)
        const shuffled = placesOf(
          { cards: [...graph.cards].reverse(), wires: [...graph.wires].reverse() },
          size,
        )
        expect(new Map([...shuffled].sort())).toEqual(new Map([...places].sort()))
        const list = [...places.values()]
        for (const [i, [x, y]] of list.entries())
          for (const [u, v] of list.slice(i + 1))
            expect(Math.abs(x - u) >= 120 || Math.abs(y - v) >= 90).toBe(true)
      }
    }),
    { numRuns: 60 },
  )
})

it('a card that was placed by hand lies where it was put, and moves no other', () => {
  const graph = graphOf(stageOf(machine(), stack), new Set())
  const [plain, placed] = [placesOf(graph, size), placesOf(graph, size, new Map([['b', [7, -300]]]))]
  expect(placed.get('b')).toEqual([7, -300])
  expect([...placed].filter(([id]) => id !== 'b')).toEqual([...plain].filter(([id]) => id !== 'b'))
})

import type { Modifier } from '@stilus/core/anim'
import { entriesOf } from '@stilus/core/catalogue'
import { type Act, controlAddress, getShot, performAll, type Project, stageOf } from '@stilus/core/project'
import { chainBetween, RESULT, SOURCE } from '@stilus/core/wires'
import { testProject } from '../../core/testing/projects'
import { addingActs, circleOf, layAct, type Spot, spotAfter, spotOn } from './acts'
import { aroundsOf, CARD, machineOf, numbersOf } from './machine'
import { walkFrom } from './walk'

const stack = { kind: 'shot' as const, id: 's1' }
const run = (p: Project, ...acts: Act[]) => performAll(p, acts, 'test').project
/** a → b → the result, c beside them from a. */
const three = () =>
  run(
    testProject(),
    ['step.add', { stack, stepId: 'a', use: 'grade', at: 0 }],
    ['step.add', { stack, stepId: 'b', use: 'glow', at: 1 }],
    ['step.add', { stack, stepId: 'c', use: 'vignette', at: 2 }],
    ['wire.out', { stepId: 'c' }],
    ['wire.lay', { stepId: 'c', input: 'before', binding: { kind: 'step', stepId: 'a' } }],
  )
const stageIn = (p: Project) => stageOf(p, stack)
const machineIn = (p: Project, openCards: string[] = [], openGroups: string[] = []) =>
  machineOf(stageIn(p), openGroups, openCards)
const glow = entriesOf([]).find((e) => e.step?.id === 'edge-glow')
if (!glow) throw new Error('There is no edge glow.')
/** What leads to what, once something is added at a spot. */
const added = (p: Project, spot: Spot) => {
  const { graph } = machineIn(run(p, ...addingActs(glow, stageIn(p), 'x', spot, [5, 6])))
  return graph.wires.filter((w) => w.output === 'state').map((w) => `${w.from}>${w.to}`)
}

describe('where what is added comes', () => {
  const { graph } = machineIn(three())
  it.each<[string, Spot, string[]]>([
    [
      'after a card: on its wire to the result',
      spotAfter(graph, 'a'),
      ['a>c', 'a>x', 'b>result', 'source>a', 'x>b'],
    ],
    [
      'after the last: before the result',
      spotAfter(graph, 'b'),
      ['a>b', 'a>c', 'b>x', 'source>a', 'x>result'],
    ],
    [
      'after one that leads nowhere: from it',
      spotAfter(graph, 'c'),
      ['a>b', 'a>c', 'b>result', 'c>x', 'source>a'],
    ],
    ['after the source', spotAfter(graph, SOURCE), ['a>b', 'a>c', 'b>result', 'source>x', 'x>a']],
    ['beside the others', { kind: 'free' }, ['a>b', 'a>c', 'b>result', 'source>a']],
  ])('%s', (_, spot, leads) => expect(added(three(), spot).sort()).toEqual(leads))

  it('on a wire: that wire alone is changed; the first of all leads to the result', () => {
    const wire = graph.wires.find((w) => w.to === 'c')
    const spot = wire && spotOn(graph, wire)
    expect(spot).toEqual({ kind: 'wire', into: { stepId: 'c', input: 'before' } })
    expect(added(three(), spot as Spot).sort()).toEqual(['a>b', 'a>x', 'b>result', 'source>a', 'x>c'])
    expect(added(testProject(), { kind: 'free' })).toEqual(['source>x', 'x>result'])
  })

  it('is placed where it was let go', () => {
    const p = run(three(), ...addingActs(glow, stageIn(three()), 'x', { kind: 'free' }, [5, 6]))
    expect(getShot(p, 's1').steps.find((s) => s.id === 'x')?.place).toEqual([5, 6])
    expect(machineIn(p).places.get('x')).toEqual([5, 6])
  })
})

it('a wire to the result chooses what leads to it; one that fits nothing is none', () => {
  const { graph } = machineIn(three())
  const end = (card: string, port: string) => ({ card, port })
  expect(layAct(graph, end('c', 'state'), end(RESULT, 'result'))).toEqual(['wire.end', { stepId: 'c' }])
  expect(layAct(graph, end('b', 'light'), end(RESULT, 'result'))).toBeUndefined()
  expect(layAct(graph, end('b', 'light'), end('c', 'before'))).toEqual([
    'wire.lay',
    { stepId: 'c', input: 'before', binding: { kind: 'step', stepId: 'b', output: 'light' } },
  ])
  expect(layAct(graph, end('nobody', 'state'), end('c', 'before'))).toBeUndefined()
})

it('the chain of a circle begins and ends at the card that would take itself', () => {
  const { graph } = machineIn(three())
  expect(circleOf(graph, 'b', 'a')).toEqual(['a', 'b', 'a'])
  expect(circleOf(graph, 'a', 'a')).toEqual(['a', 'a'])
  expect(circleOf(graph, 'c', 'b')).toBeUndefined()
  expect(chainBetween(graph, SOURCE, RESULT)).toEqual([SOURCE, 'a', 'b', RESULT])
})

it('arrows go against the wires and along them, up and down to what lies there', () => {
  const { graph, places } = machineIn(three())
  const walk = (from: string | null, way: 'left' | 'right' | 'up' | 'down') =>
    walkFrom(graph, places, from, way)
  expect(walk(null, 'right')).toBe(SOURCE)
  expect(walk(SOURCE, 'right')).toBe('a')
  expect(walk('b', 'left')).toBe('a')
  expect(walk(RESULT, 'left')).toBe('b')
  expect(walk(SOURCE, 'left')).toBeUndefined()
  const [over, under] = (places.get('b')?.[1] ?? 0) < (places.get('c')?.[1] ?? 0) ? ['b', 'c'] : ['c', 'b']
  expect(walk(over as string, 'down')).toBe(under)
  expect(walk(under as string, 'up')).toBe(over)
})

it('an opened card has the numbers that matter, with those that move them; a shut one those that are wired', () => {
  const follow: Modifier = {
    id: 'm',
    on: true,
    kind: 'follow',
    source: { kind: 'value', address: controlAddress('a', 'exposure') },
    factor: 2,
    offset: 0,
    delay: 0,
    limits: null,
    join: 'replace',
  }
  const p = run(three(), ['modifier.put', { address: controlAddress('b', 'intensity'), modifier: follow }])
  const labels = (openCards: string[], card: string) =>
    machineIn(p, openCards)
      .numbers.get(card)
      ?.map((n) => n.label)
  expect(labels([], 'a')).toEqual(['Exposure'])
  expect(labels([], 'b')).toEqual(['Intensity'])
  expect(labels(['b'], 'b')).toEqual(expect.arrayContaining(['Mix', 'Threshold', 'Radius', 'Intensity']))
  const stage = stageIn(p)
  const step = stage.steps.find((s) => s.id === 'b')
  expect(step && numbersOf(stage, step).every(({ path }) => !path.includes('from'))).toBe(true)
  const { sizeOf } = machineIn(p, ['b'])
  expect(sizeOf('b').height).toBeGreaterThan(machineIn(p).sizeOf('b').height)
  expect(sizeOf('b').width).toBe(CARD)
})

it('frames and opened groups lie around their cards', () => {
  const p = run(
    three(),
    ['frame.put', { stack, frameId: 'f', name: 'Light', stepIds: ['a', 'c'] }],
    ['steps.group', { stepIds: ['b'], groupId: 'g', name: 'G' }],
  )
  expect(aroundsOf(stageIn(p), machineIn(p))).toEqual([
    { id: 'f', name: 'Light', kind: 'frame', cards: ['a', 'c'] },
  ])
  expect(aroundsOf(stageIn(p), machineIn(p, [], ['g']))[1]).toEqual({
    id: 'g',
    name: 'G',
    kind: 'group',
    cards: expect.arrayContaining(['g', 'b']) as unknown,
  })
})

import fc from 'fast-check'
import { STEPS } from '../steps'
import { medium, testProject } from '../testing/projects'
import {
  type Change,
  EDITS,
  type EditArgs,
  type EditName,
  emptyHistory,
  getShot,
  type History,
  loadProject,
  newProject,
  perform,
  type Project,
  record,
  replay,
  treatmentTime,
  travelTo,
} from '.'

type Act = { [N in EditName]: [name: N, args: EditArgs<N>] }[EditName]
const run = (project: Project, acts: Act[]) =>
  acts.reduce((p, [name, args]) => perform(p, name, args as never).project, project)

const at = { shotId: 's1', stepId: 'a' }
const withStep = run(testProject(), [['step.add', { ...at, use: 'glow', at: 0 }]])

const square = [0, 0, 40, 0, 40, 30, 0, 30].flatMap((v, i, all) =>
  i % 2 ? [] : [v, all[i + 1] ?? 0, 0, 0, 0, 0, 0, 1],
)

/** One valid-looking call of every edit, from a few small numbers; things that are not there are part of the game. */
function anyAct(): fc.Arbitrary<Act> {
  const shotId = fc.constantFrom('s1', 's2', 'new')
  const stepId = fc.constantFrom('a', 'b', 'c')
  const itemId = fc.constantFrom('e', 'r')
  const n = fc.integer({ min: -60, max: 90 })
  const frame = fc.integer({ min: 0, max: 60 })
  const param = fc.constantFrom('mix', 'exposure', 'radius', 'intensity', 'gain', 'centre', 'feather')
  const place = fc.record({ shotId, stepId, param, itemId: fc.option(itemId, { nil: undefined }) })
  const value = fc.oneof(
    fc.double({ min: -5, max: 5, noNaN: true }),
    fc.constant([1, 2, 3]),
    fc.constant('add'),
  )
  const travel = fc.constantFrom('hold' as const, 'linear' as const, 'ease' as const)
  const use = fc.constantFrom(...STEPS.map((s) => s.id))
  const pair = fc.tuple(n, n) as fc.Arbitrary<[number, number]>
  const act = <N extends EditName>(name: N, args: Record<string, fc.Arbitrary<unknown>>) =>
    fc.record(args).map((a) => [name, a] as unknown as Act)
  return fc.oneof(
    act('project.rename', { name: fc.constantFrom('One', 'Two') }),
    act('project.marks', { in: fc.option(frame), out: fc.option(frame) }),
    act('shot.move', { shotId, start: n, lane: fc.constantFrom(0, 1) }),
    act('shot.trim', { shotId, edge: fc.constantFrom('head', 'tail'), by: n }),
    act('shot.slip', { shotId, by: n }),
    act('shot.swap', { shotId, mediaId: fc.constantFrom('m1', 'm2', 'm9'), in: n }),
    act('shot.state', { shotId, state: fc.constantFrom('untouched', 'in work', 'done') }),
    act('shot.note', { shotId, note: fc.string() }),
    act('shot.remove', { shotId: fc.constant('s2') }),
    act('step.add', { shotId, stepId, use, at: fc.nat(3) }),
    act('variant.switch', { shotId, to: fc.constantFrom('A', 'B', 'C') }),
    act('steps.group', {
      ...{ shotId, groupId: fc.constantFrom('g', 'h'), name: fc.constant('Both') },
      stepIds: fc.subarray(['a', 'b', 'c'], { minLength: 1 }),
    }),
    act('group.open', { shotId, stepId: fc.constantFrom('g', 'h') }),
    act('keys.drop', {
      lanes: fc.tuple(fc.record({ place, at: fc.array(n, { minLength: 1, maxLength: 3 }) })),
    }),
    act('modifier.put', {
      place,
      modifier: fc.record({
        ...{ id: fc.constantFrom('m', 'n'), on: fc.boolean(), kind: fc.constant('follow') },
        source: fc.record({ kind: fc.constant('value'), place }),
        ...{ factor: fc.constant(2), offset: n, delay: n, limits: fc.constant(null) },
        join: fc.constantFrom('add', 'replace'),
      }),
    }),
    act('step.remove', { shotId, stepId }),
    act('step.copy', { shotId, stepId, newId: fc.constantFrom('b', 'c') }),
    act('step.move', { shotId, stepId, to: fc.nat(3) }),
    act('step.switch', { shotId, stepId, on: fc.boolean() }),
    act('step.reset', { shotId, stepId }),
    act('step.when', {
      shotId,
      stepId,
      when: fc.record({ start: fc.option(frame), end: fc.option(frame), rampIn: frame }),
    }),
    act('value.set', { place, at: n, value }),
    act('key.put', { place, at: n, value }),
    act('key.set', { place, from: n, to: n, value }),
    act('key.drop', { place, at: n }),
    act('key.interpolation', { place, at: n, leave: travel, arrive: travel }),
    act('region.add', {
      shotId,
      stepId,
      itemId,
      kind: fc.constantFrom('ellipse', 'rectangle', 'luminance', 'outline'),
      form: fc.record({ centre: pair, points: fc.constant(square) }, { requiredKeys: [] }),
      keyed: fc.option(n, { nil: undefined }),
    }),
    act('region.remove', { shotId, stepId, itemId }),
    act('region.lock', { shotId, stepId, itemId, locked: fc.boolean() }),
    act('region.order', { shotId, stepId, itemId, to: fc.nat(2) }),
    act('region.keep', { shotId, stepId, shelfId: fc.constantFrom('k', 'l'), name: fc.constant('Kept') }),
    act('region.apart', { shotId, stepId, itemId: fc.constantFrom('k.use', 'l.use'), newId: fc.uuid() }),
    act('region.attach', {
      ...{ shotId, stepId, itemId: fc.option(itemId, { nil: undefined }) },
      attach: fc.option(fc.constant({ motions: ['m'], at: 0, inverted: false, on: true })),
    }),
    act('outline.insert', { shotId, stepId, itemId, after: fc.nat(3), share: fc.constant(0.5) }),
    act('outline.delete', { shotId, stepId, itemId, corners: fc.tuple(fc.nat(5)) }),
    act('outline.free', { shotId, stepId, itemId }),
    act('region.invert', { shotId, stepId, invert: fc.boolean() }),
  )
}

describe('edits', () => {
  it('any sequence of edits undone gives the same document, redone the same result, and never an invalid one', () => {
    fc.assert(
      fc.property(fc.array(anyAct(), { maxLength: 30 }), fc.nat(40), (acts, stop) => {
        const start = testProject()
        const frozen = JSON.stringify(start)
        let project = start
        let history: History<string> = emptyHistory()
        for (const [i, [name, args]] of acts.entries()) {
          let change: Change
          try {
            change = perform(project, name, args as never)
          } catch (error) {
            expect(['NotFound', 'ZodError', 'Locked', 'Error']).toContain((error as Error).name)
            continue
          }
          project = change.project
          history = record(history, change, i % 3 ? undefined : 'drag')
        }
        expect(() => loadProject(JSON.parse(JSON.stringify(project)))).not.toThrow()
        const back = travelTo(project, history, 0)
        expect(JSON.stringify(back.project)).toBe(frozen)
        const part = travelTo(back.project, back.history, Math.min(stop, history.entries.length))
        expect(travelTo(part.project, part.history, history.entries.length).project).toEqual(project)
        expect(JSON.stringify(start)).toBe(frozen)
      }),
      { numRuns: 150 },
    )
  })

  it('every edit has a name in the history', () => {
    expect(perform(withStep, 'step.switch', { ...at, on: false }).label).toBe('Switch step off')
    expect(Object.keys(EDITS).every((name) => /^[a-z]+\.[a-z]+$/.test(name))).toBe(true)
  })

  it('merges a drag into one entry and drops what was undone', () => {
    const set = (project: Project, value: number) =>
      perform(project, 'value.set', { place: { ...at, param: 'intensity' }, at: 0, value })
    const first = set(withStep, 2)
    const second = set(first.project, 3)
    let history = record(record(emptyHistory() as History, first, 'drag'), second, 'drag')
    expect(history.entries).toHaveLength(1)
    const back = travelTo(second.project, history, 0)
    expect(back.project).toEqual(withStep)
    history = record(back.history, set(back.project, 9))
    expect(history.entries.map((e) => e.label)).toEqual(['Change intensity'])
  })
})

describe('shots', () => {
  const keyed = run(withStep, [['key.put', { place: { ...at, param: 'intensity' }, at: 10, value: 3 }]])
  const pictureOfKey = (p: Project) => getShot(p, 's1').zero + 10

  it('trimming the head keeps keys on the picture; the tail moves nothing', () => {
    const trimmed = run(keyed, [['shot.trim', { shotId: 's1', edge: 'head', by: 5 }]])
    expect(getShot(trimmed, 's1')).toMatchObject({ start: 5, in: 29, length: 43, zero: 24 })
    expect(pictureOfKey(trimmed)).toBe(pictureOfKey(keyed))
    expect(treatmentTime(getShot(trimmed, 's1'), 0)).toBe(5)
  })

  it('trims no further than the material and one frame', () => {
    const wide = run(keyed, [
      ['shot.move', { shotId: 's1', start: 500 }],
      ['shot.trim', { shotId: 's1', edge: 'head', by: -999 }],
      ['shot.trim', { shotId: 's1', edge: 'tail', by: 9999 }],
    ])
    expect(getShot(wide, 's1')).toMatchObject({ start: 476, in: 0, length: 240 })
    const thin = run(keyed, [['shot.trim', { shotId: 's1', edge: 'tail', by: -9999 }]])
    expect(getShot(thin, 's1').length).toBe(1)
  })

  it('a swap keeps length, steps and their timing', () => {
    const swapped = getShot(run(keyed, [['shot.swap', { shotId: 's1', mediaId: 'm2', in: 100 }]]), 's1')
    const before = getShot(keyed, 's1')
    expect(swapped).toMatchObject({ mediaId: 'm2', in: 100, start: before.start, length: before.length })
    expect(swapped.steps).toEqual(before.steps)
    expect(treatmentTime(swapped, 7)).toBe(treatmentTime(before, 7))
  })
})

describe('documents', () => {
  it('keeps fields that it does not know', () => {
    const strange = {
      ...testProject(),
      later: { x: 1 },
      shots: [{ ...testProject().shots[0], extra: 'kept' }],
    }
    expect(loadProject(JSON.parse(JSON.stringify(strange)))).toMatchObject({
      later: { x: 1 },
      shots: [{ extra: 'kept' }],
    })
  })

  it.each([
    ['something else', { hello: 1 }, /not a Stilus project/],
    ['a newer version', { ...newProject('a', 'A'), version: 7 }, /newer Stilus \(project version 7/],
    ['damage', { ...testProject(), shots: [{ id: 's1' }] }, /damaged at shots\.0\.name/],
    ['keys out of order', brokenKeys(), /keys must rise in time/],
    [
      'a number that is none',
      { ...testProject(), media: [medium('m', { frames: -1 })] },
      /damaged at media\.0\.frames/,
    ],
  ])('refuses %s and says why', (_, json, message) => expect(() => loadProject(json)).toThrow(message))

  it('replays patches exactly', () => {
    const change = perform(withStep, 'step.remove', at)
    expect(replay(replay(withStep, change.patches), change.inverse)).toEqual(withStep)
  })
})

function brokenKeys() {
  const project = run(withStep, [])
  const step = JSON.parse(JSON.stringify(getShot(project, 's1').steps[0])) as { mix: unknown }
  const key = { value: 1, leave: 'ease', arrive: 'ease' }
  step.mix = {
    value: 1,
    keys: [
      { ...key, at: 5 },
      { ...key, at: 5 },
    ],
  }
  return { ...project, shots: [{ ...getShot(project, 's1'), steps: [step] }] }
}

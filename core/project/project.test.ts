import fc from 'fast-check'
import { anyAct } from '../testing/acts'
import { anyEdit } from '../testing/arguments'
import { richProject } from '../testing/documents'
import { medium, testProject, withEdit } from '../testing/projects'
import {
  type Change,
  EDITS,
  type EditArgs,
  type EditName,
  emptyHistory,
  controlAddress,
  getSequence,
  getShot,
  getStep,
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

const at = { stepId: 'a' }
const intensity = controlAddress('a', 'intensity')
const stack = { kind: 'shot' as const, id: 's1' }
const withStep = run(testProject(), [['step.add', { stack, ...at, use: 'glow', at: 0 }]])

/** Calls that are likely to be taken, and calls of each edit there is. */
const anyCall = fc.oneof(anyAct(), anyEdit())

describe('edits', () => {
  it('any sequence of edits undone gives the same document, redone the same result, and never an invalid one', () => {
    fc.assert(
      fc.property(fc.array(anyCall, { maxLength: 40 }), fc.nat(40), fc.boolean(), (acts, stop, rich) => {
        const start = rich ? richProject() : testProject()
        const frozen = JSON.stringify(start)
        let project = start
        let history: History<string> = emptyHistory()
        for (const [i, [name, args]] of acts.entries()) {
          let change: Change
          try {
            change = perform(project, name, args as never)
          } catch (error) {
            expect(['NotFound', 'ZodError', 'Locked', 'Circle', 'Refused']).toContain((error as Error).name)
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
      { numRuns: 200 },
    )
  })

  it('every edit has a name in the history', () => {
    expect(perform(withStep, 'step.switch', { ...at, on: false }).label).toBe('Switch step off')
    expect(Object.keys(EDITS).every((name) => /^[a-z]+\.[a-z]+$/.test(name))).toBe(true)
  })

  it('merges a drag into one entry and drops what was undone', () => {
    const set = (project: Project, value: number) =>
      perform(project, 'value.set', { address: intensity, at: 0, value })
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
  const keyed = run(withStep, [['key.put', { address: intensity, at: 10, value: 3 }]])
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
    const swapped = getShot(
      run(keyed, [['shot.swap', { shotId: 's1', source: { kind: 'medium', mediaId: 'm2' }, in: 100 }]]),
      's1',
    )
    const before = getShot(keyed, 's1')
    expect(swapped).toMatchObject({
      source: { mediaId: 'm2' },
      in: 100,
      start: before.start,
      length: before.length,
    })
    expect(swapped.steps).toEqual(before.steps)
    expect(treatmentTime(swapped, 7)).toBe(treatmentTime(before, 7))
  })
})

describe('documents', () => {
  it('keeps fields that it does not know', () => {
    const known = testProject()
    const [first] = getSequence(known).shots
    const strange = {
      ...withEdit(known, { shots: [{ ...first, extra: 'kept' } as never] }),
      later: { x: 1 },
    }
    expect(loadProject(JSON.parse(JSON.stringify(strange)))).toMatchObject({
      later: { x: 1 },
      sequences: [{ shots: [{ extra: 'kept' }] }],
    })
  })

  it.each([
    ['something else', { hello: 1 }, /not a Stilus project/],
    ['a newer version', { ...newProject('a', 'A'), version: 7 }, /newer Stilus \(project version 7/],
    [
      'damage',
      withEdit(testProject(), { shots: [{ id: 's1' } as never] }),
      /damaged at sequences\.0\.shots\.0\.name/,
    ],
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
  const step = JSON.parse(JSON.stringify(getStep(project, 'a'))) as { mix: unknown }
  const key = { value: 1, leave: 'ease', arrive: 'ease' }
  step.mix = {
    value: 1,
    keys: [
      { ...key, at: 5 },
      { ...key, at: 5 },
    ],
  }
  return withEdit(project, { shots: [{ ...getShot(project, 's1'), steps: [step as never] }] })
}

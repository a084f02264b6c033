import { getSequence, type Project, type Stage, stageOf, type Step } from '@stilus/core/project'
import { STEPS } from '@stilus/core/steps'
import { newPlainStep } from '@stilus/core/project'
import { richProject } from '../../core/testing/documents'
import type { Against, Compare } from '../store/view'
import { againstOf, INSPECTIONS, looked, looksOf, saysLook, targetOf } from './looks'

const project: Project = richProject()
const stage: Stage = stageOf(project, { kind: 'shot', id: 's1' })
const step = (id: string) => stage.steps.find((s) => s.id === id) as Step
const own = { kind: 'stack', stack: { kind: 'shot', id: 's1' } } as const

const plain = {
  look: 'result',
  peek: null,
  solo: [] as string[],
  background: 'checker' as const,
  itemId: null,
  lookItem: false,
  overlay: 0.6,
}

it('every step can be looked at: its result and source, its region, what it offers, by keys from 4 to 9', () => {
  expect(looksOf(undefined).map((l) => l.value)).toEqual(['result', 'source'])
  for (const declaration of STEPS) {
    const looks = looksOf(newPlainStep(declaration.id, 'x'))
    expect(new Set(looks.map((l) => l.value)).size).toBe(looks.length)
    expect(looks.slice(3, 3 + declaration.outputs.length).map((l) => l.value)).toEqual(
      declaration.outputs.map((o) => o.id),
    )
    expect(looks.map((l) => l.key).filter(Boolean)).toEqual(
      ['4', '5', '6', '7', '8', '9'].slice(0, looks.length),
    )
  }
})

describe('what the viewer shows', () => {
  it.each<[string, Partial<typeof plain>, object]>([
    ['the result', {}, own],
    [
      'the state after another step while it is held',
      { peek: 'a' as never, look: 'source' },
      { ...own, upTo: 'a' },
    ],
    ['the source', { look: 'source' }, { ...own, upTo: 'source' }],
    ['a region', { look: 'region matte' }, { ...own, view: { stepId: 'c', view: 'region matte' } }],
    [
      'one item of a region, in colour over the picture',
      { look: 'region overlay', lookItem: true, itemId: 'e' as never },
      { ...own, view: { stepId: 'c', view: 'region overlay', item: 'e', opacity: 0.6 } },
    ],
    [
      'what a step offers, whatever item is chosen',
      { look: 'light', lookItem: true, itemId: 'e' as never },
      { ...own, view: { stepId: 'c', view: 'light' } },
    ],
    ['some steps alone', { solo: ['a', 'b'] }, { ...own, solo: ['a', 'b'] }],
    ['what lies below through it', { background: 'below' as never }, { ...own, below: true }],
  ])('%s', (_, change, target) => expect(targetOf(stage, 'c', { ...plain, ...change })).toEqual(target))

  it('without a chosen step there is nothing of it to be seen', () =>
    expect(targetOf(stage, null, { ...plain, look: 'region matte' })).toEqual(own))
})

describe('what it says that it shows', () => {
  const says = (
    look: string,
    inspect: (typeof INSPECTIONS)[number]['value'] | null = null,
    solo: string[] = [],
  ) => saysLook(step('c'), { look, inspect, solo }, stage)

  it.each<[string | null, ReturnType<typeof says>]>([
    [null, says('result')],
    ['The untouched source', says('source')],
    [`Where ${step('c').name} acts`, says('region matte')],
    [`Edge of the region of ${step('c').name}`, says('region edge')],
    [`Only ${step('a').name}, ${step('b').name}`, says('result', null, ['a', 'b'])],
    ['Only a step', says('result', null, ['gone'])],
    ['Alpha', says('result', 'alpha')],
    ['Clipping: The untouched source', says('source', 'clipping')],
  ])('%s', (words, said) => expect(said).toBe(words))

  it('each channel has a name and a key of its own', () => {
    expect(new Set(INSPECTIONS.map((i) => i.key)).size).toBe(INSPECTIONS.length)
    for (const { value, label } of INSPECTIONS) expect(says('result', value)).toBe(label)
  })
})

describe('what it is compared with', () => {
  const still = { id: 'k1', name: 'Kept', mediaId: 'm3', shotId: 's1', frame: 3 }
  const kept: Project = { ...project, stills: [still] }
  const against = (of: Against, stepId: string | null = 'c', frame = 40) =>
    againstOf(kept, stage, stepId, frame, of)

  it.each<[string, ReturnType<typeof against>, object | undefined]>([
    ['the source', against({ kind: 'source' }), { target: { ...own, upTo: 'source' }, name: 'Source' }],
    [
      'the state before the chosen step',
      against({ kind: 'before' }),
      { target: { ...own, upTo: 'b' }, name: `After ${step('b').name}` },
    ],
    [
      'the source before the first',
      against({ kind: 'before' }, 'a'),
      { target: { ...own, upTo: 'source' }, name: 'Source' },
    ],
    ['nothing where no step is chosen', against({ kind: 'before' }, null), undefined],
    [
      'a kept still',
      against({ kind: 'still', id: 'k1' }),
      { target: { kind: 'medium', mediaId: 'm3' }, name: 'Kept' },
    ],
    ['a still that is gone', against({ kind: 'still', id: 'k9' }), undefined],
    ['a shot that is gone', against({ kind: 'shot', id: 'gone' }), undefined],
    ['a version that there is not', against({ kind: 'variant', id: 'B' } as never), undefined],
  ])('%s', (_, found, exact) => expect(found).toEqual(exact))

  it('another shot at the same frame of it, or its last', () => {
    const [last] = getSequence(project).shots.filter((s) => s.id === 'new2')
    expect(against({ kind: 'shot', id: 'new2' }, 'c', 999)).toEqual({
      target: { kind: 'stack', stack: { kind: 'shot', id: 'new2' }, frame: (last?.length ?? 0) - 1 },
      name: last?.name,
    })
    expect(against({ kind: 'shot', id: 'new2' }, 'c', 5)?.target).toMatchObject({ frame: 5 })
  })
})

it('a target is looked at by a channel, and as a difference where it is compared so', () => {
  const compare = { mode: 'difference', gain: 4 } as unknown as Compare
  const other = againstOf(project, stage, 'c', 0, { kind: 'source' })
  expect(looked(own, null, compare, undefined)).toEqual(own)
  expect(looked(own, 'red', compare, undefined)).toEqual({ ...own, inspect: 'red' })
  expect(JSON.stringify(looked(own, 'red', compare, other))).toContain('"upTo":"source"')
})

describe('at a cut, with the outgoing side in hand', () => {
  const side: Stage = stageOf(project, { kind: 'transition', id: 't1', list: 'outgoing' })
  const sideStack = { kind: 'transition', id: 't1', list: 'outgoing' }
  const joined = { kind: 'transition', id: 't1' }
  it.each<[string, Partial<typeof plain>, string | null, object]>([
    ['the result is the joined picture', {}, null, { kind: 'stack', stack: joined }],
    [
      'the source is that of the side',
      { look: 'source' },
      null,
      { kind: 'stack', stack: sideStack, upTo: 'source' },
    ],
    ['a step shown alone is one of the side', { solo: ['x'] }, 'x', { stack: sideStack, solo: ['x'] }],
    ['a region is that of a step of the side', { look: 'region matte' }, 'x', { stack: sideStack }],
  ])('%s', (_, given, stepId, expected) =>
    expect(targetOf(side, stepId, { ...plain, ...given } as never)).toMatchObject(expected),
  )
})

import '../testing/page'
import { afterAll, beforeEach, describe, expect, it } from '@jest/globals'
import { allSteps, controlAddress, getSequence, type Transition, usesLike } from '@stilus/core/project'
import { CROSSING_RECIPES } from '@stilus/core/presets'
import { medium, shot, testProject, withEdit } from '../../core/testing/projects'
import { leaveProject } from '../session/session'
import { edit, undo } from '../store/edit'
import { store } from '../store/store'
import { viewActions } from '../store/view'
import { documentNow, goTo, openFresh, told } from '../testing/open'
import {
  changeUses,
  chosenCuts,
  copiedTransition,
  copyTransition,
  cutsOfLane,
  keptTransition,
  layTransition,
  pasteTransition,
  transitionInHand,
} from './lay-transition'
import { chosenSpan, liftSpan, lowerSpan, oneFrameSpans } from './spans'

const sequence = () => getSequence(documentNow())
const view = () => store.getState().view
const labels = () => store.getState().project.history.entries.map((e) => e.label)
const choose = (...ids: string[]) =>
  ids.forEach((id, i) => store.dispatch(viewActions.shot({ id, also: i > 0 })))
const made = () =>
  sequence().transitions.map((t) => [
    `${t.from ?? ''}>${t.to ?? ''}`,
    t.before,
    t.after,
    t.outgoing.length,
    t.incoming.length,
    t.steps.map((s) => s.use).join(),
  ])
const between = (from: string, to: string): Transition => {
  const found = sequence().transitions.find((t) => t.from === from && t.to === to)
  if (!found) throw new Error('There is no transition there.')
  return found
}

/** Four shots end to end with handles of 40 frames, one more on a lane above; a dissolve on the first cut with a glow on its outgoing side. */
const project = () =>
  withEdit(
    { ...testProject(), media: [medium('m1', { frames: 400 })] },
    {
      shots: [
        ...[0, 1, 2, 3].map((i) => shot(`s${i}`, 'm1', { start: 48 * i, in: 40, zero: 40 })),
        shot('up', 'm1', { start: 10, length: 20, lane: 1, in: 0, zero: 0 }),
      ],
    },
  )

beforeEach(async () => {
  await openFresh(project(), '/p/test')
  const cross = { transitionId: 't', stepId: 'd', use: 'dissolve', from: 's0', to: 's1', before: 8, after: 8 }
  store.dispatch(edit('transition.add', cross))
  const stack = { kind: 'transition', id: 't', list: 'outgoing' } as const
  store.dispatch(edit('step.add', { stack, stepId: 'g', use: 'glow', at: 0 }))
  const address = controlAddress('g', 'intensity')
  store.dispatch(edit('key.put', { address, at: -8, value: 0 }))
  store.dispatch(edit('key.put', { address, at: 0, value: 3 }))
})
afterAll(leaveProject)

describe('what is in hand', () => {
  it('is the transition chosen on the sequence, or that of the desk', () => {
    expect(transitionInHand()).toBeUndefined()
    store.dispatch(viewActions.set({ acrossId: 't' }))
    expect(transitionInHand()).toBe('t')
    store.dispatch(viewActions.set({ acrossId: null }))
    goTo('/p/test/cut/t')
    expect(transitionInHand()).toBe('t')
  })

  it('cuts are chosen by the shots at whose heads they lie, or by the transition; a lane has all of its own', () => {
    expect(chosenCuts()).toEqual([])
    choose('s2', 's0')
    expect(chosenCuts()).toEqual([
      { from: null, to: 's0' },
      { from: 's1', to: 's2' },
    ])
    store.dispatch(viewActions.shot({ id: null }))
    store.dispatch(viewActions.set({ acrossId: 't' }))
    expect(chosenCuts()).toEqual([{ from: 's0', to: 's1' }])
    expect(cutsOfLane().map((c) => c.to)).toEqual(['s1', 's2', 's3'])
    store.dispatch(viewActions.set({ acrossId: null }))
    choose('up')
    expect(cutsOfLane()).toEqual([])
  })
})

describe('a copied transition', () => {
  beforeEach(() => {
    store.dispatch(viewActions.set({ acrossId: 't' }))
    copyTransition()
  })

  it('goes to several cuts as one act, with its keys counted from each, and away with one undo', () => {
    expect(copiedTransition()).toBe('Dissolve')
    choose('s2', 's3')
    pasteTransition(chosenCuts())
    expect(made()).toEqual([
      ['s0>s1', 8, 8, 1, 0, 'dissolve'],
      ['s1>s2', 8, 8, 1, 0, 'dissolve'],
      ['s2>s3', 8, 8, 1, 0, 'dissolve'],
    ])
    const [glow] = between('s2', 's3').outgoing
    expect(glow?.what.intensity?.keys?.map((key) => key.at)).toEqual([-8, 0])
    expect(labels().at(-1)).toBe('Lay Dissolve on 2 cuts')
    const ids = sequence().transitions.flatMap((t) => allSteps([...t.outgoing, ...t.steps]).map((s) => s.id))
    expect(new Set(ids).size).toBe(ids.length)
    store.dispatch(undo)
    expect(made()).toHaveLength(1)
  })

  it.each([
    ['outgoing', [6, 6, 1, 0, 'wipe']],
    ['incoming', [6, 6, 0, 0, 'wipe']],
    ['joined', [6, 6, 0, 0, 'dissolve']],
    ['length', [8, 8, 0, 0, 'wipe']],
  ] as const)('gives another one only its %s where that is asked for', (part, expected) => {
    const wipe = { transitionId: 'w', stepId: 'x', use: 'wipe', from: 's1', to: 's2', before: 6, after: 6 }
    store.dispatch(edit('transition.add', wipe))
    choose('s2')
    pasteTransition(chosenCuts(), [part])
    expect(made().find(([at]) => at === 's1>s2')).toEqual(['s1>s2', ...expected])
  })

  it('that lacks material somewhere is laid there too, and it is said how often', () => {
    store.dispatch(edit('shot.slip', { shotId: 's3', by: -38 }))
    layTransition(between('s0', 's1'), cutsOfLane())
    expect(made()).toHaveLength(3)
    expect(told()).toContain(
      'Dissolve lacks frames in the handles at a cut: choose it there to see what helps.',
    )
    expect(told().some((t) => t.includes('2 cuts'))).toBe(false)
  })

  it('does nothing where no cut is chosen, and the one that is laid alone is in hand', () => {
    store.dispatch(viewActions.shot({ id: null }))
    store.dispatch(viewActions.set({ acrossId: null }))
    pasteTransition(chosenCuts())
    expect(made()).toHaveLength(1)
    choose('s2')
    pasteTransition(chosenCuts())
    expect(view().acrossId).toBe(between('s1', 's2').id)
  })
})

it('a cut that cannot have it is left as it is and said, and the others get it', () => {
  store.dispatch(edit('shot.trim', { shotId: 's3', edge: 'tail', by: -43 }))
  layTransition(between('s0', 's1'), cutsOfLane())
  expect(made().map(([at]) => at)).toEqual(['s0>s1', 's1>s2'])
  expect(told()).toContainEqual(
    expect.stringMatching(/^Dissolve is not laid on a cut: It would reach beyond the other end of a shot/),
  )
  expect(labels().at(-1)).toBe('Lay Dissolve on 2 cuts')
})

it('a lane is that of a shot that only goes out, too', () => {
  const tail = { transitionId: 'x', stepId: 'y', use: 'dissolve', from: 'up', to: null, before: 4, after: 0 }
  store.dispatch(edit('transition.add', tail))
  store.dispatch(viewActions.set({ acrossId: 'x' }))
  expect(cutsOfLane()).toEqual([])
})

it('a transition is kept as it stands, under a name and an id of its own', () => {
  expect(keptTransition('Mine', 'kept')).toBeUndefined()
  store.dispatch(viewActions.set({ acrossId: 't' }))
  const file = keptTransition('Mine', 'kept')
  expect(file).toMatchObject({
    format: 'stilus-transition',
    name: 'Mine',
    timing: 'kept',
    before: 8,
    after: 8,
  })
  expect(file?.outgoing).toEqual(between('s0', 's1').outgoing)
  expect(file?.id).not.toBe('t')
})

it('those that ship are laid on every cut of a lane, and each cut keeps what is its own', () => {
  for (const recipe of CROSSING_RECIPES) {
    layTransition(recipe, cutsOfLane(), { timing: recipe.timing })
    expect(sequence().transitions.map((t) => t.name)).toEqual([recipe.name, recipe.name, recipe.name])
  }
  expect(told()).toEqual([])
})

describe('spans', () => {
  it('of one frame lie before and after each chosen cut, by one act', () => {
    choose('s1', 's3')
    oneFrameSpans()
    expect(sequence().spans.map((s) => [s.name, s.start, s.length, s.lane])).toEqual([
      ['Before s1', 47, 1, 1],
      ['After s0', 48, 1, 1],
      ['Before s3', 143, 1, 1],
      ['After s2', 144, 1, 1],
    ])
    expect(labels().at(-1)).toBe('Add 4 spans of one frame')
    expect(view().acrossId).toBe(sequence().spans.at(-1)?.id)
  })

  it('at the head of the first shot there is only the frame after', () => {
    choose('s0')
    oneFrameSpans()
    expect(sequence().spans.map((s) => [s.name, s.start])).toEqual([['After the beginning', 0]])
  })

  it('are laid down on their shots and lifted off those that share steps', () => {
    const span = { id: 'p', name: 'Look', on: true, lane: 0, start: 0, length: 96, zero: 0, steps: [] }
    store.dispatch(edit('span.add', { sequenceId: sequence().id, span }))
    const stack = { kind: 'span', id: 'p' } as const
    store.dispatch(edit('step.add', { stack, stepId: 'v', use: 'vignette', at: 0 }))
    expect(chosenSpan()).toBeUndefined()
    lowerSpan()
    expect(sequence().spans).toHaveLength(1)
    store.dispatch(viewActions.set({ acrossId: 'p' }))
    expect(chosenSpan()?.id).toBe('p')
    lowerSpan()
    const uses = () => sequence().shots.map((s) => s.steps.map((step) => step.use).join())
    expect([uses(), sequence().spans]).toEqual([['vignette', 'vignette', '', '', ''], []])
    choose('s0', 's2')
    liftSpan()
    expect(told().at(-1)).toMatch(/do not end with the same steps/)
    choose('s0', 's1')
    liftSpan()
    expect(uses()).toEqual(['', '', '', '', ''])
    expect(sequence().spans).toMatchObject([{ name: 'Span 1', start: 0, length: 96 }])
    expect(view().acrossId).toBe(sequence().spans[0]?.id)
  })
})

describe('uses of the same transition', () => {
  const likes = () => sequence().transitions.map((t) => [t.from, usesLike(sequence(), t).length])

  it('are known by what they were laid from, and one of them can change all, each at its own length', () => {
    layTransition(between('s0', 's1'), [
      { from: 's1', to: 's2' },
      { from: 's2', to: 's3' },
    ])
    expect(likes()).toEqual([
      ['s0', 2],
      ['s1', 2],
      ['s2', 2],
    ])
    const { id } = between('s2', 's3')
    store.dispatch(edit('transition.length', { transitionId: id, before: 4, after: 4 }))
    const glow = between('s1', 's2').outgoing[0]?.id ?? ''
    store.dispatch(edit('value.set', { address: controlAddress(glow, 'radius'), at: 0, value: 77 }))
    changeUses(between('s1', 's2'))
    const glows = sequence().transitions.map((t) => t.outgoing[0])
    expect(glows.map((g) => g?.what['radius']?.value)).toEqual([77, 77, 77])
    expect(glows.map((g) => g?.what['intensity']?.keys?.[0]?.at)).toEqual([-8, -8, -4])
    expect([labels().at(-1), between('s2', 's3').before]).toEqual(['Lay Dissolve on 2 cuts', 4])
  })

  it('a side alone that was laid makes no use of it; another one laid over it is a use of that', () => {
    layTransition(between('s0', 's1'), [{ from: 's1', to: 's2' }], { parts: ['outgoing', 'length'] })
    expect(likes()).toEqual([
      ['s0', 0],
      ['s1', 0],
    ])
    const [recipe] = CROSSING_RECIPES
    if (!recipe) throw new Error('There is no recipe.')
    layTransition(recipe, [
      { from: 's1', to: 's2' },
      { from: 's0', to: 's1' },
    ])
    expect(likes()).toEqual([
      ['s0', 1],
      ['s1', 1],
    ])
  })
})

import { controlAddress, performAll, stageOf, type Act } from '@stilus/core/project'
import { richProject } from '../../../core/testing/documents'
import { animatedValues, motionsOf } from '../controls/modifiers'
import { snapsOf } from './snaps'

const exposure = controlAddress('a', 'exposure')
const key = (stepId: string, param: string, at: number, value: number): Act => [
  'key.put',
  { address: controlAddress(stepId, param), at, value },
]
const project = performAll(
  richProject(),
  [
    key('a', 'exposure', 30, 1),
    key('a', 'exposure', 40, 2),
    key('a', 'contrast', 35, 1.2),
    key('b', 'mix', 33, 0.5),
  ],
  'Keys',
).project
const stage = stageOf(project, { kind: 'shot', id: 's1' })
const step = (id: string) => {
  const found = stage.steps.find((s) => s.id === id)
  if (!found) throw new Error(id)
  return found
}

it('the values of a step that have keys are named as its controls are', () => {
  expect(animatedValues(step('a')).map((m) => [m.label, m.animated.keys?.length])).toEqual([
    ['Exposure', 2],
    ['Contrast', 1],
  ])
  expect(animatedValues(step('b')).map((m) => m.label)).toEqual(['Mix'])
  expect(animatedValues(step('c'))).toEqual([])
})

it('a shape in a region is named with what of it moves', () => {
  const moved = performAll(
    project,
    [
      [
        'key.put',
        { address: { owner: { kind: 'item', id: 'e' }, path: 'form/centre' }, at: 26, value: [1, 2] },
      ],
    ],
    'Key',
  ).project
  const [value] = animatedValues(
    stageOf(moved, { kind: 'shot', id: 's1' }).steps.find((s) => s.id === 'c') as never,
  )
  expect(value?.label).toMatch(/centre$/)
  expect(value?.address.owner).toEqual({ kind: 'item', id: 'e' })
})

it('keys snap to the ends of the stage, to markers, and to the keys of their step that stay', () => {
  const { head, length } = stage
  const snaps = snapsOf(stage, [{ address: exposure, at: [30] }])
  expect(snaps.slice(0, 2)).toEqual([0, length])
  expect(snaps.slice(2).sort((a, b) => a - b)).toEqual([35 - head, 40 - head])
  expect(snapsOf(stage, [])).toEqual([0, length])
})

it('a step that rides on nothing names no motion', () => {
  for (const s of stage.steps) expect(motionsOf(s)).toEqual([])
})

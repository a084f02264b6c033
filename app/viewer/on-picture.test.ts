import { testProject, withEdit } from '../../core/testing/projects'
import { getSequence } from '@stilus/core/project'
import { arrowStep, lineColour, newGesture, round, toGuides } from './on-picture'

const guides = [
  { id: 'g1', axis: 'x' as const, at: 100 },
  { id: 'g2', axis: 'y' as const, at: 50 },
]
const sequence = getSequence(withEdit(testProject(), { guides }))

it.each<[[number, number], number, [number, number]]>([
  [[104, 200], 1, [100, 200]],
  [[106, 56], 1, [106, 56]],
  [[105.9, 44.1], 1, [100, 50]],
  [[104, 52], 0.5, [104, 50]],
  [[180, 20], 20, [100, 50]],
])('a point at %j, with screen pixels of %d, comes to %j', (point, px, to) =>
  expect(toGuides(sequence, point, px)).toEqual(to),
)

it('without guides it stays where it is', () => expect(toGuides(undefined, [3, 4], 1)).toEqual([3, 4]))

it.each([
  ['ArrowLeft', false, false, [-1, 0]],
  ['ArrowRight', true, false, [10, 0]],
  ['ArrowUp', false, true, [0, -0.1]],
  ['ArrowDown', true, true, [0, 1]],
  ['Enter', false, false, undefined],
])('%s, with shift %s and control %s, moves by %j', (key, shiftKey, ctrlKey, by) => {
  const step = arrowStep({ key, shiftKey, ctrlKey })
  expect(step?.map((v) => round(v) + 0)).toEqual(by)
})

it('a drag has a name of its own, and an outline a colour that is bright enough', () => {
  expect(newGesture('corner')).not.toBe(newGesture('corner'))
  const colours = [0, 1, 2, 3, 4, 99].map(lineColour)
  expect(new Set(colours.slice(0, 5)).size).toBe(5)
  for (const colour of colours.slice(1))
    expect(Math.max(...(colour.match(/[\d.]+/g) ?? []).map(Number))).toBeGreaterThan(0.5)
})

import { getSequence, newProject, performAll } from '@stilus/core/project'
import { type ShelfEntry, SHIPPED } from './entries'
import { laying, sampleFor } from './making'
import { inOrder, momentsOf } from './moments'

const project = newProject('p', 'P')
const sequence = getSequence(project)
const entryOf = (id: string): ShelfEntry => {
  const entry = SHIPPED.find((e) => e.id === id)
  if (!entry) throw new Error(id)
  return entry
}
it('lays a design at a frame, as long as it is made for, with a name and ids of its own each time', () => {
  const sample = sampleFor(sequence, 0, entryOf('paper/slips'), 1, ['Nim Ferro', ''])
  let made = project
  for (const n of [1, 2]) {
    let count = 0
    const { acts, design } = laying(made, getSequence(made), { start: 48 }, sample, [
      `s${n}`,
      () => `o${n}-${++count}`,
    ])
    expect([design.name, design.length]).toEqual([n === 1 ? 'Two slips' : 'Two slips 2', 120])
    made = performAll(made, acts, design.name).project
  }
  const { shots } = getSequence(made)
  expect(shots.map((s) => [s.name, s.lane, s.start, s.length, s.fitted])).toEqual([
    ['Two slips', 1, 48, 120, true],
    ['Two slips 2', 2, 48, 120, true],
  ])
  expect(JSON.stringify(made.designs)).toContain('Nim Ferro')
  expect(made.designs[0]?.front?.map((f) => f.label)).toEqual([
    'Name',
    'What they do',
    'Letters',
    'Ground',
    'Accent',
    'Size',
    'Place',
    'Speed',
  ])
})

it('a palette that a family does not have is one that it has', () => {
  const [a, b] = [0, 2].map(
    (n) =>
      entryOf('grid/under-rule').alone(project, sampleFor(sequence, 0, entryOf('grid/under-rule'), n, []))
        .design,
  )
  expect(a).toEqual(b)
})

it.each(SHIPPED.map((e) => [e.id, e] as const))(
  '%s is seen at moments that rise, one of them at rest',
  (_, entry) => {
    const { design } = entry.alone(project, sampleFor(sequence, 0, entry, 0, []))
    const moments = momentsOf(design)
    const frames = moments.moving.map((m) => m.frame)
    expect(frames).toEqual([...frames].sort((a, b) => a - b))
    expect(frames).toContain(moments.rest)
    expect(frames.every((f) => Number.isInteger(f) && f >= 0 && f < design.length)).toBe(true)
    const ordered = inOrder(moments)
    expect(ordered[0]).toBe(moments.rest)
    expect(new Set(ordered)).toEqual(new Set(frames))
  },
)

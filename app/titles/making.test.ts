import { allObjects, type Design, getSequence, newProject, performAll, slotOf } from '@stilus/core/project'
import { medium, shot } from '../../core/testing/projects'
import { shotsBeside } from './beside'
import { nameOfSample, type ShelfEntry, SHIPPED } from './entries'
import { laying, sampleFor } from './making'
import { inOrder, momentsOf } from './moments'
import { drawnRange, roomAt } from './range'

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

describe('for a part of the time', () => {
  const room = { start: 100, length: 118 }
  const band = (from: number, to: number) => drawnRange(room, from, to, 24, 2)

  it('is drawn from either end, at whole seconds where that is near, within its room', () => {
    expect(band(149, 219)).toEqual({ start: 148, length: 70 })
    expect(band(219, 149)).toEqual(band(149, 219))
    expect(band(80, 400)).toEqual({ start: 100, length: 118 })
    expect(band(155, 161)).toEqual({ start: 155, length: 6 })
    expect(band(130, 130.2)).toEqual({ start: 130, length: 1 })
  })

  it('is over the shot under the playhead, or the seconds after it', () => {
    const edit = { ...sequence, shots: [shot('a', 'm', { start: 10, length: 40 })] }
    expect(roomAt(edit, 30)).toMatchObject({ name: 'a', start: 10, length: 40 })
    expect(roomAt(edit, 50)).toEqual({ start: 50, length: 240 })
  })

  it('a design lies there as long as was drawn', () => {
    const sample = sampleFor(sequence, 0, entryOf('grid/under-rule'), 0, [])
    const { acts } = laying(project, sequence, { start: 48, length: 120 }, sample, ['s', () => 'o'])
    expect(acts.at(-1)).toMatchObject(['shot.place', { shot: { start: 48, length: 120, fitted: true } }])
  })
})

describe('layouts', () => {
  const media = ['m1', 'm2', 'm3'].map((id) => medium(id))
  const shots = media.map(({ id }, i) => shot(`s${i}`, id, { start: 48 * i, in: 10 + i }))
  const edit = { ...sequence, shots: [...shots, shot('title', 'm1', { start: 48, lane: 1 })] }

  it('begin with the shots that come next, then those before, each from where it begins', () => {
    const next = (frame: number) =>
      shotsBeside(edit, frame).map((s) => [(s.source as { mediaId: string }).mediaId, s.in])
    expect(next(60)).toEqual([
      ['m3', 12],
      ['m1', 10],
    ])
    expect(next(500)).toHaveLength(3)
  })

  it('are seen on the shelf over the edit itself, and lie on it over what is below', () => {
    const entry = entryOf('grid/two-shot')
    const p = { ...project, media, sequences: [edit] }
    const sample = sampleFor(edit, 60, entry, 0, [])
    const sources = (design: Design) => allObjects(design.objects).flatMap((o) => slotOf(o)?.source ?? [])
    expect(sources(entry.alone(p, sample).design)).toEqual([
      { kind: 'medium', mediaId: 'm3' },
      { kind: 'comp', sequenceId: edit.id },
    ])
    let count = 0
    const { design } = laying(p, edit, { start: 60 }, sample, ['s', () => `o${++count}`])
    expect(sources(design)).toEqual([{ kind: 'medium', mediaId: 'm3' }])
    expect(nameOfSample(sample)).not.toBe(nameOfSample(sampleFor(edit, 61, entry, 0, [])))
  })
})

import { readFileSync } from 'node:fs'
import { captionsOf, readCaptions } from '@stilus/core/formats'
import {
  activeTransitions,
  allObjects,
  allSteps,
  documentOf,
  getSequence,
  getShot,
  getTransition,
  lacking,
  loadProject,
  recordsOf,
  type Roster,
  rowValues,
  stateBefore,
  getDesign,
  usesOf,
} from '@stilus/core/project'
import { kitPath } from './paths'
import { demoProject } from './project'

const project = demoProject()
const edit = getSequence(project)

it('the demo is a document that loads, with everything that was measured beside it', () => {
  const again = loadProject(JSON.parse(JSON.stringify(documentOf(project))), project.records)
  expect(again).toEqual(project)
  expect(recordsOf(project).filter((id) => !project.records?.[id])).toEqual([])
})

it('shows one of each: a design over footage, a dissolve, a span, a branch that is joined again, a sequence in the sequence', () => {
  const plate = getShot(project, 'plate-over')
  expect(plate).toMatchObject({ source: { kind: 'design' }, lane: 1 })
  const plateOf = (id: string) => getDesign(project, id).objects[0]?.objects ?? []
  expect(plateOf('plate').map((o) => o.kind)).toEqual(['rectangle', 'rectangle', 'outline', 'text', 'text'])
  for (const id of ['plate', 'word-moon', 'word-comet'])
    expect(usesOf(project, { kind: 'design', designId: id })).not.toEqual([])
  // Those who speak are rows of one table, on one design.
  const rows = edit.shots.flatMap((s) => (s.row ? [rowValues(project, s.row)?.['name']] : []))
  expect(rows).toEqual(['Ottoline Vess', 'Bram Tolliver Quill'])
  expect(edit.spans.map((s) => allSteps(s.steps).length)).toEqual([2, 2])
  const steps = [...getShot(project, 'fox').steps]
  expect(steps.map((s) => stateBefore(steps, s))).toEqual([
    { kind: 'source' },
    { kind: 'step', stepId: 'fox-warm' },
    { kind: 'step', stepId: 'fox-warm' },
  ])
  expect(getShot(project, 'close-up').source).toEqual({ kind: 'comp', sequenceId: 'chart-close' })
})

it('seven of its cuts have what they need, all of it within their handles', () => {
  const active = activeTransitions(project, edit)
  expect(active.map(({ transition }) => transition.name).sort()).toEqual(
    [
      'Dissolve',
      'Dissolve',
      'Film burn',
      'Ink and paint',
      'Slide that settles',
      'Whip pan',
      'White flash',
    ].sort(),
  )
  for (const { transition, before, after } of active) {
    expect([before, after]).toEqual([transition.before, transition.after])
    expect(lacking(project, getTransition(project, transition.id))).toEqual({ outgoing: 0, incoming: 0 })
  }
})

const says = (designId: string) =>
  allObjects(getDesign(project, designId).objects).flatMap((o) => (o.text ? [o.text.text] : []))

it('announces an evening by designs of the shelf and its own, and captions the film', () => {
  const evening = getSequence(project, 'evening')
  expect(evening.shots.flatMap((s) => (s.source.kind === 'design' ? [s.source.designId] : []))).toEqual([
    'evening-opening',
    'evening-ticker',
    'evening-window',
    'evening-built',
    'evening-cast',
  ])
  // The cast is the kit's list: as many who as what they do.
  const [, roles = '', names = ''] = says('evening-cast')
  expect([roles, names].map((column) => column.split('\n').length)).toEqual([8, 8])
  expect(names).toContain('Bram Tolliver Quill')
  const captioned = getSequence(project, 'captioned')
  const roster = project.rosters?.find((r) => r.name === 'Captions')
  expect(captionsOf(captioned, roster as Roster).map(({ start }) => start)).toEqual(
    readCaptions(readFileSync(kitPath('the-tin-comet.srt'), 'utf8')).map(({ start }) =>
      expect.closeTo(Math.round(start * 24) / 24, 6),
    ),
  )
})

import { controlAddress, emptyHistory, getSequence } from '@stilus/core/project'
import { richProject } from '../../core/testing/documents'
import { testProject } from '../../core/testing/projects'
import { edit, location, redo, travel, undo } from './edit'
import { projectActions } from './project'
import { store } from './store'
import { viewActions } from './view'

const project = () => store.getState().project
const shot = () => {
  const { document } = project()
  return document ? getSequence(document).shots[0] : undefined
}
const address = controlAddress('a', 'intensity')
const intensity = () => shot()?.steps[0]?.what.intensity?.value
const went: string[] = []
let path = '/p/test/shot/s1'

beforeEach(() => {
  path = '/p/test/shot/s1'
  location.path = () => path
  location.go = (to) => {
    went.push(to)
    path = to
  }
  store.dispatch(projectActions.opened({ document: testProject(), history: emptyHistory() }))
  store.dispatch(viewActions.entered({ frame: 7, stepId: 'a', face: 'what' }))
  store.dispatch(edit('step.add', { stack: { kind: 'shot', id: 's1' }, stepId: 'a', use: 'glow', at: 0 }))
})

it('makes a gesture one entry, undoes it and does it again', () => {
  for (const value of [2, 3, 4]) store.dispatch(edit('value.set', { address, at: 0, value }, 'drag'))
  expect([intensity(), project().history.position]).toEqual([4, 2])
  store.dispatch(undo)
  expect(intensity()).toBe(1)
  store.dispatch(redo)
  expect(intensity()).toBe(4)
})

it('undo brings back what was on the picture: screen, step, face and frame', () => {
  store.dispatch(viewActions.set({ face: 'when', frame: 12 }))
  store.dispatch(edit('key.put', { address, at: 12, value: 2 }))
  path = '/p/test'
  store.dispatch(viewActions.entered({ frame: 90, face: 'what' }))
  store.dispatch(undo)
  expect(went.at(-1)).toBe('/p/test/shot/s1')
  expect(store.getState().view).toMatchObject({ stepId: 'a', face: 'when', frame: 12 })
})

it('jumps to any entry and stays within the history', () => {
  store.dispatch(edit('shot.rename', { shotId: 's1', name: 'Other' }))
  store.dispatch(travel(0))
  expect([shot()?.name, shot()?.steps.length]).toEqual(['s1', 0])
  store.dispatch(travel(99))
  expect([shot()?.name, project().history.position]).toEqual(['Other', 2])
})

it('tells of an edit that cannot be made, and of one in a project that another tab holds, and changes nothing', () => {
  const before = project().document
  expect(store.dispatch(edit('shot.remove', { shotId: 'nobody' }))).toBe(false)
  store.dispatch(projectActions.elsewhere(true))
  expect(store.dispatch(edit('shot.rename', { shotId: 's1', name: 'X' }))).toBe(false)
  expect(project().document).toBe(before)
  const said = store.getState().notices.list.map((n) => n.text)
  expect(said).toEqual([
    expect.stringContaining('no shot "nobody"'),
    expect.stringContaining('open in another tab'),
  ])
})

it('choosing another step leaves the look and the shape of the one before', () => {
  store.dispatch(viewActions.set({ look: 'light', itemId: 'e', drawing: 'ellipse' }))
  store.dispatch(viewActions.step('b'))
  expect(store.getState().view).toMatchObject({ stepId: 'b', look: 'result', itemId: null, drawing: null })
})

it('undo takes the object of a design in hand again', () => {
  store.dispatch(projectActions.opened({ document: richProject(), history: emptyHistory() }))
  path = '/p/test/design/d1'
  store.dispatch(viewActions.object({ id: 'o1' }))
  store.dispatch(edit('object.change', { objectId: 'o1', change: { on: false } }))
  store.dispatch(viewActions.object({ id: 'o2' }))
  store.dispatch(undo)
  expect(store.getState().view).toMatchObject({ objectId: 'o1', objectIds: ['o1'], stepId: null })
})

it('a project that is renamed takes the name of its edit along, unless that has one of its own', () => {
  const names = () => {
    const { document } = project()
    return [document?.name, document && getSequence(document).name]
  }
  store.dispatch(edit('project.rename', { name: 'Two' }))
  expect(names()).toEqual(['Two', 'Two'])
  store.dispatch(edit('sequence.rename', { name: 'Cut', sequenceId: 'edit' }))
  store.dispatch(edit('project.rename', { name: 'Three' }))
  expect(names()).toEqual(['Three', 'Cut'])
})

import fc from 'fast-check'
import { type Entry, type History, recorded } from '@stilus/core/project'
import { testProject } from '../../core/testing/projects'
import { Written } from './unwritten'

const entry = (label: string): Entry => ({ label, patches: [], inverse: [] })

/** Storage as it is after what was unwritten is written. */
function storage() {
  const written = new Written()
  const kept = new Map<number, Entry>()
  const save = (history: History, project = testProject()) => {
    const todo = written.unwritten(project, history)
    for (const n of todo.gone) kept.delete(n)
    for (const { n, entry } of todo.entries) kept.set(n, entry)
    written.wrote(todo)
    return todo
  }
  return { save, labels: () => [...kept].sort(([a], [b]) => a - b).map(([, e]) => e.label) }
}

it('storage holds the history after every save, whatever was done, undone, merged or dropped', () =>
  fc.assert(
    fc.property(fc.array(fc.constantFrom('do', 'undo', 'merge', 'trim'), { maxLength: 40 }), (acts) => {
      const { save, labels } = storage()
      let entries: Entry[] = []
      acts.forEach((act, i) => {
        if (act === 'do') entries = [...entries, entry(`e${i}`)]
        if (act === 'undo') entries = [...entries.slice(0, -2), entry(`e${i}`)]
        if (act === 'merge') entries = [...entries.slice(0, -1), entry(`e${i}`)]
        if (act === 'trim') entries = entries.slice(1)
        save({ entries, position: entries.length })
        expect(labels()).toEqual(entries.map((e) => e.label))
      })
    }),
  ))

it('writes each entry and each record once', () => {
  const { save } = storage()
  const { id, record } = recorded({ kind: 'level', values: [0, 1] })
  const project = { ...testProject(), records: { [id]: record } }
  const entries = Array.from({ length: 500 }, (_, i) => entry(`e${i}`))
  expect(save({ entries, position: 500 }, project)).toMatchObject({ gone: [], records: [{ hash: id }] })
  const more = save({ entries: [...entries.slice(1), entry('new')], position: 500 }, project)
  expect([more.entries.map((e) => e.n), more.gone, more.records]).toEqual([[500], [0], []])
})

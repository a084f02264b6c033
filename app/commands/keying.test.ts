import '../testing/page'
import { afterAll, expect, it } from '@jest/globals'
import { findStep } from '@stilus/core/steps'
import { richProject } from '../../core/testing/documents'
import { leaveProject } from '../session/session'
import { edit, travel } from '../store/edit'
import { store } from '../store/store'
import { viewActions } from '../store/view'
import { documentNow, openFresh } from '../testing/open'
import { COMMANDS } from './commands'
import { KEYING } from './keying'

afterAll(leaveProject)

const run = (id: string) => KEYING.find((c) => c.id === id)?.run()
const offered = (id: string) => KEYING.find((c) => c.id === id)?.when?.()
const stages = findStep('screen-key')?.stages ?? []

it('every stage of a key is found in the palette, shows itself, and is left out and taken in as undoable acts', async () => {
  await openFresh(richProject(), '/p/test/shot/s2')
  expect(KEYING.filter((c) => c.when?.())).toEqual([])
  const stack = { kind: 'shot' as const, id: 's2' }
  store.dispatch(edit('step.add', { stack, stepId: 'key', use: 'screen-key', at: 0 }))
  store.dispatch(viewActions.step('key'))
  const plain = documentNow()
  for (const { label, view = 'result', off } of stages) {
    const id = `key-${label.toLowerCase()}`
    expect(COMMANDS.some((c) => c.id === id)).toBe(true)
    run(id)
    expect(store.getState().view).toMatchObject({ part: label, look: view, face: 'what' })
    expect(offered('stage-off')).toBe(true)
    run('stage-off')
    expect(JSON.stringify(documentNow())).toContain(`"${off}":{"value":true}`)
    run('stage-off')
    expect(JSON.stringify(documentNow())).not.toContain(`"${off}":{"value":true}`)
  }
  expect(documentNow()).toMatchObject({ id: plain.id })
  store.dispatch(travel(1))
  expect(documentNow()).toEqual(plain)
})

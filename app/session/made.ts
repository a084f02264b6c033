import { getSequence } from '@stilus/core/project'
import { edit, location } from '../store/edit'
import { store } from '../store/store'
import { sequencePath } from './where'
import { uid } from './work'

/** A first name with a number that none of the others has. */
function named(base: string, taken: readonly { name: string }[]): string {
  let n = taken.length + 1
  while (taken.some((t) => t.name === `${base} ${n}`)) n++
  return `${base} ${n}`
}

/** Makes an empty sequence of the size and rate of the edit and goes there. */
export function newSequence(): void {
  const { document } = store.getState().project
  if (!document) return
  const { rate, size } = getSequence(document)
  const newId = uid()
  if (
    store.dispatch(edit('sequence.add', { newId, name: named('Sequence', document.sequences), rate, size }))
  )
    location.go(sequencePath(document, newId))
}

/** Makes an empty design of five seconds, as large as the edit, and goes there. */
export function newDesign(): void {
  const { document } = store.getState().project
  if (!document) return
  const { rate, size } = getSequence(document)
  const designId = uid()
  const length = Math.round((5 * rate.num) / rate.den)
  if (
    store.dispatch(
      edit('design.add', { designId, name: named('Design', document.designs), size, rate, length }),
    )
  )
    location.go(`/p/${document.id}/design/${designId}`)
}

import {
  type Act,
  type Change,
  type EditArgs,
  type EditName,
  perform,
  performAll,
  type Project,
  record,
  type MoreRecords,
  travelTo,
  withRecords,
} from '@stilus/core/project'
import { noticeActions } from './notices'
import { type Whereabouts, projectActions } from './project'
import type { RootState, Thunk } from './store'
import { viewActions } from './view'

/** Where the browser is; set by the router so that the store does not know it. */
export const location = {
  path: () => '/',
  go: (_path: string): void => undefined,
}

const whereabouts = ({ view }: RootState): Whereabouts => ({
  path: location.path(),
  stepId: view.stepId,
  objectId: view.objectId,
  face: view.face,
  frame: view.frame,
})

/** Makes a change and notes it in the history; one that cannot be made is told to the user and leaves everything as it was. */
const make =
  (change: (document: Project) => Change, merge?: string, records?: MoreRecords): Thunk<boolean> =>
  (dispatch, getState) => {
    const { document, history, elsewhere } = getState().project
    if (!document) return false
    if (elsewhere) {
      dispatch(
        noticeActions.told(
          'problem',
          'This project is open in another tab. Close it there to change it here.',
        ),
      )
      return false
    }
    try {
      const made = change(records ? withRecords(document, records) : document)
      const place = whereabouts(getState())
      dispatch(
        projectActions.changed({ document: made.project, history: record(history, made, merge, place) }),
      )
      if (made.notes.length) dispatch(noticeActions.told('info', made.notes.join('\n')))
      return true
    } catch (error) {
      dispatch(noticeActions.told('problem', error instanceof Error ? error.message : String(error)))
      return false
    }
  }

/** Makes a named change. Changes in a row with the same `merge` become one entry of the history; `records` are what it refers to beside the document. */
export const edit = <N extends EditName>(
  name: N,
  args: EditArgs<N>,
  merge?: string,
  records?: MoreRecords,
): Thunk<boolean> => make((document) => perform(document, name, args), merge, records)

/** Makes several changes as one entry of the history: all of them or none. */
export const editAll = (
  acts: readonly Act[],
  label: string,
  merge?: string,
  records?: MoreRecords,
): Thunk<boolean> => make((document) => performAll(document, acts, label), merge, records)

/** Goes to a position of the history and to where that change was made. */
export const travel =
  (position: number): Thunk =>
  (dispatch, getState) => {
    const { document, history, elsewhere } = getState().project
    if (!document || elsewhere) return
    const result = travelTo(document, history, position)
    dispatch(projectActions.changed({ document: result.project, history: result.history }))
    const place = result.crossed?.context
    if (!place) return
    if (location.path() !== place.path) location.go(place.path)
    const { stepId, objectId = null, face, frame } = place
    dispatch(viewActions.object({ id: objectId }))
    dispatch(viewActions.step(stepId))
    dispatch(viewActions.set({ face, frame, itemId: null, look: 'result', trying: null }))
  }

export const undo: Thunk = (dispatch, getState) => dispatch(travel(getState().project.history.position - 1))
export const redo: Thunk = (dispatch, getState) => dispatch(travel(getState().project.history.position + 1))

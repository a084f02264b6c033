import { MotionFileError, readMotion } from '@stilus/core/formats'
import type { Shot } from '@stilus/core/project'
import { newMotion } from '../session/motions'
import { tell } from '../session/work'
import { edit } from '../store/edit'
import { store } from '../store/store'
import { viewActions } from '../store/view'

/** Puts a motion from a file onto the shelf, as one of a shot's medium. */
export async function readMotionFile(file: File, shot: Shot): Promise<void> {
  try {
    const { name, motion } = readMotion(await file.text(), file.name)
    if (shot.source.kind !== 'medium') throw new MotionFileError('Open a shot that shows a clip first.')
    const of = { mediaId: shot.source.mediaId, shotId: shot.id, frame: motion.reference }
    const { item, records } = newMotion(name, of, motion)
    if (store.dispatch(edit('shelf.put', { item }, undefined, records)))
      store.dispatch(viewActions.set({ motionId: item.id }))
  } catch (error) {
    tell('problem', error instanceof MotionFileError ? `"${file.name}": ${error.message}` : String(error))
  }
}

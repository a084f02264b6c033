import { type Project, stackName, type Stage } from '@stilus/core/project'
import { importFile } from '@stilus/engine'
import { edit } from '../store/edit'
import { store } from '../store/store'
import { session } from './session'
import { tell, uid, work } from './work'

/** Keeps a stage's result at the playhead as a still of the project, in full size. */
export async function keepStillOf(project: Project, { stack, shot, start }: Stage): Promise<void> {
  const frame = store.getState().view.frame - (stack.kind === 'object' ? start : 0)
  const name = `${stackName(project, stack)} ${frame + 1}`
  const kept = await work('Keeping a still', async (_, signal) => {
    const target = { kind: 'stack', stack } as const
    const picture = await session().renderer.render({
      ...{ project, target, frame, scale: 1, signal },
      format: 'png8',
    })
    const file = new File([picture.data as Uint8Array<ArrayBuffer>], `${name}.png`, { type: 'image/png' })
    return importFile(project.id, file, uid(), signal)
  })
  if (!kept) return
  const still = { id: uid(), name, mediaId: kept.medium.id, shotId: shot?.id ?? stack.id, frame }
  if (store.dispatch(edit('still.keep', { still, medium: kept.medium })))
    tell('info', `Kept "${name}". Choose it under Compare, or see it on the shelf.`)
}

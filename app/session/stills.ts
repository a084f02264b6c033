import { type Project, stackName, type Stage } from '@stilus/core/project'
import type { Target } from '@stilus/core/render'
import { importFile } from '@stilus/engine'
import { edit } from '../store/edit'
import { store } from '../store/store'
import { session } from './session'
import { tell, uid, work } from './work'

/** Keeps what a stage shows at the playhead as a still of the project, in full size: the result of its stack, or the whole of its design. */
export async function keepStillOf(project: Project, { stack, shot, design }: Stage): Promise<void> {
  const { frame } = store.getState().view
  const name = `${design?.name ?? stackName(project, stack)} ${frame + 1}`
  const kept = await work('Keeping a still', async (_, signal) => {
    const target: Target = design ? { kind: 'design', designId: design.id } : { kind: 'stack', stack }
    const picture = await session().renderer.render({
      project,
      target,
      frame,
      scale: 1,
      signal,
      format: 'png8',
    })
    const file = new File([picture.data as Uint8Array<ArrayBuffer>], `${name}.png`, { type: 'image/png' })
    return importFile(project.id, file, uid(), signal)
  })
  if (!kept) return
  const still = {
    id: uid(),
    name,
    mediaId: kept.medium.id,
    shotId: shot?.id ?? design?.id ?? stack.id,
    frame,
  }
  if (store.dispatch(edit('still.keep', { still, medium: kept.medium })))
    tell('info', `Kept "${name}". Choose it under Compare, or see it on the shelf.`)
}

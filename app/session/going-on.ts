import { type Act, continuing, type Project, type Shot, type Step } from '@stilus/core/project'
import { editAll } from '../store/edit'
import { store } from '../store/store'
import { tell, uid } from './work'

/** Lets a step begin where the same treatment ended in the shot before, as fast as that was; one of its controls, or all that move. */
export function goOnFromBefore(project: Project, shot: Shot, step: Step, control?: string): void {
  const acts = continuing(project, shot, step, uid(), control).flatMap(({ address, modifiers }) =>
    modifiers.map((modifier): Act => ['modifier.put', { address, modifier }]),
  )
  if (acts.length) store.dispatch(editAll(acts, `Go on with ${step.name} from the shot before`))
  else
    tell(
      'info',
      `Nothing of ${step.name} ends elsewhere in the shot before, or it goes on from there already.`,
    )
}

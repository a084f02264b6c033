import {
  getShot,
  type OwnPassage,
  ownPassages,
  type PassageWay,
  type Project,
  type Shot,
  type Transition,
} from '@stilus/core/project'
import { findStep } from '@stilus/core/steps'
import { edit } from '../store/edit'
import { useAppDispatch } from '../store/store'
import { Button } from '../ui/button'

const VERBS: Record<PassageWay, string> = { arrive: 'arrives', leave: 'leaves' }

const said = (way: PassageWay, { object, step }: OwnPassage) =>
  `${object.name} ${VERBS[way]} by ${findStep(step.use)?.name.toLowerCase() ?? step.use}`

/** What of a shot arrives or leaves by itself beside a transition that is laid on it, with one act that switches that off. */
function OwnPassages({ project, shot, way }: { project: Project; shot: Shot | undefined; way: PassageWay }) {
  const dispatch = useAppDispatch()
  const own = shot ? ownPassages(project, shot.source, way) : []
  if (!shot || !own.length) return null
  const on = own.some(({ step }) => step.on)
  const several = own.length > 1
  return (
    <div role="note" className="grid gap-1.5 rounded bg-raised p-2">
      <p>
        {shot.name} moves by itself here too: {own.map((passage) => said(way, passage)).join(', ')}
        {on ? '.' : `. ${several ? 'They are' : 'It is'} switched off.`}
      </p>
      <Button
        onClick={() =>
          dispatch(edit('passages.switch', { stepIds: own.map(({ step }) => step.id), on: !on }))
        }
      >
        {on ? 'Switch its own off' : 'Switch its own on again'}
      </Button>
    </div>
  )
}

/** What of either side of a transition arrives or leaves by itself. */
export function OwnOfSides({ project, transition }: { project: Project; transition: Transition }) {
  const shotOf = (id: string | null) => (id === null ? undefined : getShot(project, id))
  return (
    <>
      <OwnPassages project={project} shot={shotOf(transition.from)} way="leave" />
      <OwnPassages project={project} shot={shotOf(transition.to)} way="arrive" />
    </>
  )
}

/** The ends of a shot at which something of it arrives or leaves by itself, in words; empty where nothing does. */
export const ownPassagesSaid = (project: Project, { source }: Shot): string =>
  (['arrive', 'leave'] as const)
    .flatMap((way) => ownPassages(project, source, way).flatMap((own) => (own.step.on ? said(way, own) : [])))
    .join(', ')

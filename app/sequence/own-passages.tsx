import { findMover } from '@stilus/core/arrivals'
import {
  getShot,
  isPassing,
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

const nameOf = (own: OwnPassage) =>
  'step' in own
    ? (findStep(own.step.use)?.name ?? own.step.use)
    : (findMover(own.mover.use)?.name ?? own.mover.use)
const said = (way: PassageWay, own: OwnPassage) =>
  `${own.object.name} ${VERBS[way]} by ${nameOf(own).toLowerCase()}`

/** How many are named one by one. */
const NAMED = 3

/** What moves by itself, in words; of many the first. */
function allSaid(way: PassageWay, own: readonly OwnPassage[]): string {
  const named = own.slice(0, NAMED).map((each) => said(way, each))
  return [...named, ...(own.length > NAMED ? [`and ${own.length - NAMED} more`] : [])].join(', ')
}

/** What of a shot arrives or leaves by itself beside a transition that is laid on it, with one act that switches that off. */
function OwnPassages({ project, shot, way }: { project: Project; shot: Shot | undefined; way: PassageWay }) {
  const dispatch = useAppDispatch()
  const own = shot ? ownPassages(project, shot.source, way) : []
  if (!shot || !own.length) return null
  const on = own.some(isPassing)
  const several = own.length > 1
  return (
    <div role="note" className="grid gap-1.5 rounded bg-raised p-2">
      <p>
        {shot.name} moves by itself here too: {allSaid(way, own)}
        {on ? '.' : `. ${several ? 'They are' : 'It is'} switched off.`}
      </p>
      <Button
        onClick={() =>
          dispatch(
            edit('passages.switch', {
              stepIds: own.flatMap((each) => ('step' in each ? [each.step.id] : [])),
              movers: own.flatMap((each) =>
                'mover' in each ? [{ objectId: each.object.id, moverId: each.mover.id }] : [],
              ),
              on: !on,
            }),
          )
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
    .map((way) => allSaid(way, ownPassages(project, source, way).filter(isPassing)))
    .filter(Boolean)
    .join(', ')

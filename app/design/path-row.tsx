import type { Design, DesignObject, Easel, Project } from '@stilus/core/project'
import { typesetterOf } from '../session/fonts'
import { tell } from '../session/work'
import { store } from '../store/store'
import { Button } from '../ui/button'
import { bounceAtEdges, evenPath, hasPath, keyOnPath } from './paths'

const easelOf = (project: Project, design: Design): Easel => ({
  project,
  design,
  size: design.size,
  typesetter: typesetterOf(project),
})

/** Lets an object bounce from the playhead on, or says why it cannot. */
export function bounceHere(project: Project, design: Design, object: DesignObject): void {
  const { frame } = store.getState().view
  const easel = easelOf(project, design)
  if (!bounceAtEdges(easel, object, frame))
    tell(
      'info',
      `${object.name} does not move here, is turned with what holds it, or is larger than the picture. Put the playhead where it moves.`,
    )
}

/** What is done to the path of an object as a whole. */
export function PathRow({
  project,
  design,
  object,
}: {
  project: Project
  design: Design
  object: DesignObject
}) {
  if (!hasPath(object)) return null
  return (
    <div role="group" aria-label="Path" className="mt-1 mb-2 grid grid-cols-2 gap-1.5">
      <Button onClick={() => evenPath(object)}>Even the speed</Button>
      <Button onClick={() => keyOnPath(object, store.getState().view.frame)}>Key here</Button>
      <Button className="col-span-2" onClick={() => bounceHere(project, design, object)}>
        Bounce at the edges from here
      </Button>
    </div>
  )
}

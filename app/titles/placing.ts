import type { Design, DesignObject, Easel, Project } from '@stilus/core/project'
import { pageOf } from '@stilus/core/shelf'
import { aligned, boundsOf } from '../design/arrange'
import { heldAt, moveAll } from '../design/object-acts'
import { openDesignFonts, typesetterOf } from '../session/fonts'
import { tell } from '../session/work'

/** A third of the picture: 0 the left or upper one, 1 the middle, 2 the right or lower one. */
export type Third = 0 | 1 | 2
const ACROSS = ['left', 'centre', 'right'] as const
const DOWN = ['top', 'middle', 'bottom'] as const

/** A frame at which an object has come and not yet gone. */
const restOf = ({ start, length }: DesignObject): number => start + Math.floor(length / 2)

/** Brings an object of a design to a corner, an edge or the middle of what is safe of the picture. */
export async function placeIn(
  project: Project,
  design: Design,
  object: DesignObject,
  across: Third,
  down: Third,
): Promise<void> {
  const frame = restOf(object)
  await openDesignFonts(project, design, frame)
  const easel: Easel = { project, design, size: design.size, typesetter: typesetterOf(project) }
  const [held, bounds] = [heldAt(easel, object, frame), boundsOf(easel, object, frame)]
  if (!held || !bounds) return
  if (object.locked) {
    tell('info', `${object.name} is locked. Unlock it on its desk, then place it.`)
    return
  }
  const { left, right, top, bottom } = pageOf(design.size)
  const to = { left, right, top, bottom }
  const [x] = aligned([bounds], to, ACROSS[across])[0] ?? [0, 0]
  const [, y] = aligned([bounds], to, DOWN[down])[0] ?? [0, 0]
  moveAll([[held, [x, y]]], `Place ${design.name}`)
}

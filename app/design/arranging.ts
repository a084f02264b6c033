import { type Design, type Easel, type Project } from '@stilus/core/project'
import { typesetterOf } from '../session/fonts'
import { store } from '../store/store'
import { aligned, type Alignment, boundsOf, spread, union } from './arrange'
import { type Held, heldAt, moveAll, outermost } from './object-acts'

/** The objects in hand as they stand at the playhead, with what they take up. */
function chosen(project: Project, design: Design) {
  const { objectIds, frame } = store.getState().view
  const easel: Easel = { project, design, size: design.size, typesetter: typesetterOf(project) }
  return outermost(design, objectIds).flatMap((object) => {
    const held = heldAt(easel, object, frame)
    const bounds = boundsOf(easel, object, frame)
    return held && bounds ? [{ held, bounds }] : []
  })
}

const named = (list: readonly unknown[]) => `${list.length} ${list.length === 1 ? 'object' : 'objects'}`

/** Brings the objects in hand to one side: several among themselves, one in the picture. */
export function alignChosen(project: Project, design: Design, how: Alignment): void {
  const list = chosen(project, design)
  const { width, height } = design.size
  const boxes = list.map((l) => l.bounds)
  const to = list.length > 1 ? union(boxes) : { left: 0, top: 0, right: width, bottom: height }
  const moves = aligned(boxes, to, how)
  moveAll(
    list.map(({ held }, i): [Held, [number, number]] => [held, moves[i] ?? [0, 0]]),
    `Align ${named(list)}`,
  )
}

/** Moves the objects in hand. */
export function moveChosen(project: Project, design: Design, by: [number, number], gesture: string): void {
  const list = chosen(project, design)
  moveAll(
    list.map(({ held }): [Held, [number, number]] => [held, by]),
    `Duplicate ${named(list)}`,
    gesture,
  )
}

/** Puts equal gaps between the objects in hand. */
export function spreadChosen(project: Project, design: Design, axis: 'across' | 'down'): void {
  const list = chosen(project, design)
  if (list.length < 3) return
  const moves = spread(
    list.map((l) => l.bounds),
    axis,
  )
  moveAll(
    list.map(({ held }, i): [Held, [number, number]] => [held, moves[i] ?? [0, 0]]),
    `Spread ${named(list)}`,
  )
}

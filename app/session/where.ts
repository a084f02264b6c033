import {
  findOwner,
  getSequence,
  homeOf,
  type Project,
  type Sequence,
  type Stack,
  type Stage,
  stageOf,
} from '@stilus/core/project'
import type { Target } from '@stilus/core/render'
import { location } from '../store/edit'
import { store } from '../store/store'

/** What a screen works on. */
export type Where =
  | { kind: 'sequence'; sequenceId: string }
  | { kind: 'stack'; stack: Stack }
  | { kind: 'design'; designId: string }

const DESKS = { shot: 'shot', span: 'span', cut: 'transition' } as const

/** What the address of a screen names; undefined where that is not in the project. */
export function whereIs(path: string, project: Project): Where | undefined {
  const [, kind = '', id = ''] = /^\/p\/[^/]+\/(\w+)\/([^/]+)/.exec(path) ?? []
  if (kind === 'design')
    return project.designs.some((d) => d.id === id) ? { kind: 'design', designId: id } : undefined
  if (kind === 'sequence')
    return project.sequences.some((s) => s.id === id) ? { kind: 'sequence', sequenceId: id } : undefined
  const desk = DESKS[kind as keyof typeof DESKS]
  if (!desk) return { kind: 'sequence', sequenceId: getSequence(project).id }
  return findOwner(project, desk, id) ? { kind: 'stack', stack: { kind: desk, id } } : undefined
}

/** The address of the desk of a stack; of an object that of its design. */
export function deskPath(project: Project, { kind, id }: Stack): string {
  if (kind === 'object') return `/p/${project.id}/design/${homeOf(project, 'object', id) ?? ''}`
  return `/p/${project.id}/${kind === 'transition' ? 'cut' : kind}/${id}`
}

/** The address of a sequence. */
export const sequencePath = (project: Project, sequenceId: string): string =>
  sequenceId === project.sequences[0]?.id ? `/p/${project.id}` : `/p/${project.id}/sequence/${sequenceId}`

/** Where the user is. */
export function here(): Where | undefined {
  const { document } = store.getState().project
  return document ? whereIs(location.path(), document) : undefined
}

/** The stack of a side of a cut, where one is in hand. */
export const sideOf = (stack: Stack, side: 'outgoing' | 'incoming' | null): Stack =>
  side && stack.kind === 'transition' ? { kind: 'transition', id: stack.id, list: side } : stack

/** The stack that the desk in front of the user works on: on a design that of the chosen object. */
export function deskStack(): Stack | undefined {
  const at = here()
  const { objectId, side } = store.getState().view
  if (at?.kind === 'stack') return sideOf(at.stack, side)
  return at?.kind === 'design' && objectId ? { kind: 'object', id: objectId } : undefined
}

/** The stage that the desk in front of the user works on. */
export function deskStage(): Stage | undefined {
  const { document } = store.getState().project
  const stack = deskStack()
  return document && stack && findOwner(document, stack.kind, stack.id) ? stageOf(document, stack) : undefined
}

/** The sequence that is open, or that what is open is part of; none on a design, which stands by itself. */
export function openSequence(): Sequence | undefined {
  const { document } = store.getState().project
  const at = here()
  if (!document) return undefined
  if (at?.kind === 'sequence') return getSequence(document, at.sequenceId)
  return deskStage()?.sequence
}

/** The frame of the open sequence under the playhead; 0 where none is open. */
export function sequenceFrame(): number {
  const { frame } = store.getState().view
  if (here()?.kind === 'sequence') return frame
  const stage = deskStage()
  return stage?.sequence ? stage.start + frame : 0
}

/** What a screen shows when nothing special is looked at. */
export const plainTarget = (at: Where): Target =>
  at.kind === 'stack'
    ? { kind: 'stack', stack: at.stack }
    : at.kind === 'design'
      ? { kind: 'design', designId: at.designId }
      : { kind: 'sequence', sequenceId: at.sequenceId }

import { findOwner } from './owners'
import type { Project, Stack, Wiring } from './schema'

/** How the wires of a stack were laid out by hand; those of a cut's sides and of its joined picture together. */
export const wiringOf = (p: Project, { kind, id }: Stack): Wiring | undefined =>
  findOwner(p, kind, id)?.wiring

/** What the place of a card that stands for no step is called in the document: sides of a cut have their own. */
export const placeName = ({ list }: Stack, card: string): string => (list ? `${list} ${card}` : card)

/** The notes among the wires of a stack. */
export const notesOf = (p: Project, stack: Stack) =>
  (wiringOf(p, stack)?.notes ?? []).filter((note) => note.list === stack.list)

import { findMover, type MoverDeclaration, PASSES, STAYS, type Way } from '@stilus/core/arrivals'
import type { Mover } from '@stilus/core/project'

/** What the ways are called, and what is said where there is nothing of one. */
export const WAY_NAMES: Record<Way, { title: string; verb: string; none: string }> = {
  arrive: { title: 'Arrives', verb: 'arrives', none: 'It is there at once.' },
  stay: { title: 'Stays', verb: 'moves while it stays', none: 'It stands still.' },
  leave: { title: 'Leaves', verb: 'leaves', none: 'It is gone at once.' },
}

/** The movers that can go a way, in the order in which they are offered. */
export const moversFor = (way: Way): readonly MoverDeclaration[] => (way === 'stay' ? STAYS : PASSES)

export const nameOfMover = ({ use }: Pick<Mover, 'use'>): string => findMover(use)?.name ?? use

/** Those that a word finds: by name, by what they are for and by other words. */
export function foundMovers(way: Way, text: string): readonly MoverDeclaration[] {
  const words = text.trim().toLowerCase().split(/\s+/).filter(Boolean)
  const said = ({ name, purpose, words: more }: MoverDeclaration) =>
    [name, purpose, ...(more ?? [])].join(' ').toLowerCase()
  return moversFor(way).filter((mover) => words.every((word) => said(mover).includes(word)))
}

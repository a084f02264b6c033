import { rememberedList } from '../session/remembered'

/** How many are remembered. */
const MOST = 16
const used = rememberedList('stilus-shelf-used')
const words = rememberedList('stilus-shelf-words')

/** Notes that a design of the shelf was used. */
export const noteShelf = (id: string): void =>
  used.set([id, ...used.get().filter((other) => other !== id)].slice(0, MOST))

/** The designs used last, the latest first. */
export const useShelfUsed = used.use

/** The lines in which designs are shown; empty ones are a design's own. */
export const useWords = words.use
export const setWords = words.set

import { rememberedList } from '../session/remembered'

/** How many are remembered. */
const MOST = 12
const recent = rememberedList('stilus-recent-entries')

/** Notes that an entry of the catalogue was used. */
export const noteUsed = (id: string): void =>
  recent.set([id, ...recent.get().filter((other) => other !== id)].slice(0, MOST))

/** The entries used last, the latest first. */
export const useRecent = recent.use

/** What a thing is found by: its name, other words for it, and a sentence. */
export interface Findable {
  name: string
  words?: string | undefined
  says?: string | undefined
}

const tokens = (text: string) =>
  text
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean)

const ENDINGS = /(isations?|izations?|ations?|ions?|ising|izing|ings?|isers?|izers?|ers?|ise|ize|ed|es|e|s)$/

/** A word without its ending, where four letters are left: "stabilising" and "stabilised" are one stem. */
export const stemOf = (word: string): string => {
  const stem = word.replace(ENDINGS, '')
  return stem.length >= 4 ? stem : word
}

/** How many letters must change, move to their neighbour, come or go to turn one word into the other (Damerau 1964), given up beyond `most`. */
export function typos(a: string, b: string, most: number): number {
  if (Math.abs(a.length - b.length) > most) return most + 1
  const rows = [Array.from({ length: b.length + 1 }, (_, j) => j)]
  for (let i = 1; i <= a.length; i++) {
    const row = [i]
    for (let j = 1; j <= b.length; j++) {
      const above = rows[i - 1] as number[]
      const change = (above[j - 1] as number) + (a[i - 1] === b[j - 1] ? 0 : 1)
      let least = Math.min(change, (above[j] as number) + 1, (row[j - 1] as number) + 1)
      if (i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1])
        least = Math.min(least, (rows[i - 2]?.[j - 2] as number) + 1)
      row.push(least)
    }
    rows.push(row)
  }
  return rows[a.length]?.[b.length] as number
}

/** How badly a typed word fits a word: 0 begins it, 0.5 has its stem; undefined not at all. */
function fits(typed: string, word: string): number | undefined {
  if (word.startsWith(typed)) return 0
  return typed.length >= 4 && stemOf(typed) === stemOf(word) ? 0.5 : undefined
}

/** The same with letters that slipped: one in five or more, two in eight or more; the first letter is right. */
function slipped(typed: string, word: string): number | undefined {
  const most = typed.length >= 8 ? 2 : typed.length >= 5 ? 1 : 0
  if (!most || typed[0] !== word[0]) return undefined
  const slips = Math.min(typos(typed, word, most), typos(typed, word.slice(0, typed.length), most))
  return slips <= most ? 1 + slips : undefined
}

/** How badly a word fits a thing; names count before other words, those before the sentence. Lower is better; Infinity where it does not. */
function misfit(word: string, fields: readonly string[][], fit: typeof fits): number {
  let least = Infinity
  fields.forEach((field, f) => {
    // Slips in words of the sentence would find too much.
    if (f === 2 && fit === slipped) return
    field.forEach((token, place) => {
      const m = fit(word, token)
      if (m !== undefined) least = Math.min(least, f * 4 + m + (f === 0 && place === 0 ? 0 : 0.5))
    })
  })
  return least
}

/** Things with all that they are found by, so that it is read once and not at every letter. */
export interface Index<T> {
  things: readonly T[]
  /** Of each thing the words of its name, other words, and those of its sentence. */
  fields: readonly string[][][]
}

export const indexed = <T>(things: readonly T[], by: (thing: T) => Findable): Index<T> => ({
  things,
  fields: things.map((thing) => {
    const { name, words = '', says = '' } = by(thing)
    return [tokens(name), tokens(words), tokens(says)]
  }),
})

/**
 * The things that fit all that was typed, best first; all of them, in their order, for nothing typed. What shares no word or stem is not among
 * them: slips of the hand count only for a word that nothing has.
 */
export function findIn<T>({ things, fields }: Index<T>, text: string): T[] {
  const typed = tokens(text)
  if (!typed.length) return [...things]
  const all = typed.map((word) => {
    const plain = fields.map((f) => misfit(word, f, fits))
    return plain.some(Number.isFinite) ? plain : fields.map((f) => misfit(word, f, slipped))
  })
  return things
    .map((thing, order) => ({ thing, order, sum: all.reduce((sum, word) => sum + (word[order] ?? 0), 0) }))
    .filter(({ sum }) => Number.isFinite(sum))
    .sort((a, b) => a.sum - b.sum || a.order - b.order)
    .map(({ thing }) => thing)
}

/** The same among things that are not looked for again. */
export const find = <T>(things: readonly T[], text: string, by: (thing: T) => Findable): T[] =>
  findIn(indexed(things, by), text)

import type { Rate } from '../time'
import { stillType } from './still-type'

/** The last run of digits before the ending is the number. */
const NUMBERED = /^(.*?)(\d+)\.([a-z]+)$/i
/** The rate of a numbered sequence that nobody has given one. */
export const SEQUENCE_RATE: Rate = { num: 24, den: 1 }

/** A name taken apart; undefined where it has no number or is no still. */
export function numbered(name: string): { stem: string; number: number; ending: string } | undefined {
  const [, stem, digits, ending] = NUMBERED.exec(name.split('/').at(-1) ?? '') ?? []
  if (stem === undefined || digits === undefined || ending === undefined || !stillType(name)) return undefined
  return { stem, number: Number(digits), ending: ending.toLowerCase() }
}

/**
 * Names that belong together: stills whose names differ in their number alone, three or more of them, in its order. What is left stands by itself.
 */
export function sequencesAmong<T extends { name: string }>(
  files: readonly T[],
): { sequences: T[][]; single: T[] } {
  const groups = new Map<string, { number: number; file: T }[]>()
  for (const file of files) {
    const parts = numbered(file.name)
    const key = parts ? `${parts.stem}\n${parts.ending}` : `\n${file.name}`
    const group = groups.get(key) ?? []
    group.push({ number: parts?.number ?? 0, file })
    groups.set(key, group)
  }
  const lists = [...groups.values()].map((group) =>
    group.sort((a, b) => a.number - b.number).map((g) => g.file),
  )
  return { sequences: lists.filter((l) => l.length > 2), single: lists.filter((l) => l.length <= 2).flat() }
}

/** The name of a sequence by those of its first and last file: "walk.[0001-0120].png". */
export function sequenceName(first: string, last: string): string {
  const [, stem = '', from = '', ending = ''] = NUMBERED.exec(first) ?? []
  const [, , to = ''] = NUMBERED.exec(last) ?? []
  return `${stem}[${from}-${to}].${ending}`
}

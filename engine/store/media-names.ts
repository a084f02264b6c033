import { baseName } from '@stilus/core/formats'
import { numbered } from '@stilus/core/media'
import type { Medium } from '@stilus/core/project'

/** "walk.[0001-0120].png": numbered pictures that are one clip. */
const RUN = /^(.*)\[(\d+)-(\d+)\](\.[a-z]+)$/i

/** A name of numbered pictures taken apart; one picture of them stands for all. */
function runOf(name: string): { key: string; first: number } | undefined {
  const [, stem, first, , ending] = RUN.exec(name) ?? []
  if (stem !== undefined) return { key: `${stem}[]${ending}`.toLowerCase(), first: Number(first) }
  const one = numbered(name)
  return one && { key: `${one.stem}[].${one.ending}`.toLowerCase(), first: one.number }
}

const withoutEnding = (name: string) => name.replace(/\.[^.]+$/, '')

/** A medium that goes by a name, and at which of its frames what is meant by the name begins. */
export interface Named {
  medium: Medium
  from: number
}

/**
 * Finds the medium that an edit means by a name: the file itself, whatever its case and folder; numbered pictures by what is before and behind the number; else the one
 * file that has this name with another ending or with one at all.
 */
export function findByName(media: readonly Medium[], name: string): Named | undefined {
  const wanted = baseName(name).toLowerCase()
  const named = media.map((medium) => ({ medium, name: baseName(medium.name).toLowerCase() }))
  const exact = named.find((m) => m.name === wanted)
  if (exact) return { medium: exact.medium, from: 0 }
  const run = runOf(wanted)
  if (run)
    for (const { medium, name: own } of named) {
      const other = RUN.test(own) ? runOf(own) : undefined
      if (other?.key === run.key) return { medium, from: run.first - other.first }
    }
  const alike = named.filter((m) => withoutEnding(m.name) === withoutEnding(wanted))
  const [only] = alike
  return only && alike.length === 1 ? { medium: only.medium, from: 0 } : undefined
}

import type { Project, Sequence } from '@stilus/core/project'
import { useMemo } from 'react'
import { nameOfSample, type ShelfEntry } from './entries'
import { sampleFor } from './making'

/** A design of the shelf by itself as it is seen over a sequence, and the name that its pictures are kept by; nothing until it is wanted. */
export function useSample(of: {
  project: Project
  sequence: Sequence
  /** The frame under the playhead. */
  at: number
  entry: ShelfEntry
  words: readonly string[]
  palette: number
  wanted: boolean
}) {
  const { project, sequence, at, entry, words, palette, wanted } = of
  return useMemo(
    () => {
      if (!wanted) return null
      const sample = sampleFor(sequence, at, entry, palette, words)
      return { ...entry.alone(project, sample), name: nameOfSample(sample) }
    },
    // Only fonts, the shape of the picture and, by layouts, the edit as it was are seen of the project.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [wanted, project.id, sequence.size, sequence.rate, at, entry, palette, words],
  )
}

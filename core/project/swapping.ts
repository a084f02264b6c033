import { sequenceOf } from './find'
import type { Project, Shot, Source } from './schema'
import { sourceLength } from './source'

/** How another source lies under a shot: from its first frame, to its last, or with the frames that had the same numbers. */
export const SWAPS = ['start', 'end', 'numbers'] as const
export type Swap = (typeof SWAPS)[number]

/** Frames of a source in the time of a shot. */
const total = (p: Project, shot: Shot, source: Source) =>
  sourceLength(p, source, sequenceOf(p, 'shot', shot.id).rate)

/** Where a source begins under a shot. What has no end begins anywhere. */
export function swapIn(p: Project, shot: Shot, source: Source, by: Swap): number {
  const frames = total(p, shot, source)
  const numbers = shot.in + (shot.stood?.shift ?? 0)
  if (frames === Infinity || by === 'numbers') return numbers
  return by === 'start' ? 0 : Math.max(0, frames - shot.length)
}

/** By its numbers where the source has those frames, else from its start. */
export function usualSwap(p: Project, shot: Shot, source: Source): Swap {
  const from = swapIn(p, shot, source, 'numbers')
  return from >= 0 && from + shot.length <= total(p, shot, source) ? 'numbers' : 'start'
}

/** How many frames of a shot a source does not fill. */
export function swapLacks(p: Project, shot: Shot, source: Source, from: number): number {
  const first = Math.max(0, -from)
  return Math.min(shot.length, first + Math.max(0, from + shot.length - total(p, shot, source)))
}

/**
 * Which shot each file is for, by a pattern of its name without the ending: {medium} is the name of what the shot shows, {shot} that of the shot, {number} its
 * place in the sequence, * anything. Case does not matter; of several files for one shot the last in the order of names, as versions are counted, is taken.
 */
export function swapsByName(
  shots: readonly { id: string; medium: string; shot: string; number: number }[],
  files: readonly string[],
  pattern: string,
): Map<string, string> {
  const plain = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')
  const stem = (name: string) => name.replace(/\.[^.]+$/, '')
  const sorted = [...files].sort((a, b) => a.localeCompare(b, 'en', { numeric: true }))
  const found = new Map<string, string>()
  for (const { id, medium, shot, number } of shots) {
    const parts = pattern.split(/(\{medium\}|\{shot\}|\{number\}|\*)/i).map((part) => {
      if (part === '*') return '.*'
      if (/^\{medium\}$/i.test(part)) return plain(stem(medium))
      if (/^\{shot\}$/i.test(part)) return plain(shot)
      return /^\{number\}$/i.test(part) ? `0*${number}` : plain(part)
    })
    const wanted = new RegExp(`^${parts.join('')}$`, 'i')
    const last = sorted.filter((name) => wanted.test(stem(name))).at(-1)
    if (last !== undefined) found.set(id, last)
  }
  return found
}

import type { Size } from '../frame'
import { type Rate } from '../time'
import { getSequence, sequenceLength, sequenceOf } from './find'
import type { Project, Shot, Source } from './schema'

const find = {
  medium: (p: Project, id: string) => p.media.find((m) => m.id === id),
  design: (p: Project, id: string) => p.designs.find((d) => d.id === id),
  comp: (p: Project, id: string) => p.sequences.find((s) => s.id === id),
}

/** What a source is called. */
export function sourceName(p: Project, source: Source): string {
  switch (source.kind) {
    case 'medium':
      return find.medium(p, source.mediaId)?.name ?? 'A medium that is not there'
    case 'design':
      return find.design(p, source.designId)?.name ?? 'A design that is not there'
    case 'comp':
      return find.comp(p, source.sequenceId)?.name ?? 'A sequence that is not there'
    case 'solid':
      return 'Colour'
  }
}

/** Its own picture size; undefined where it takes that of its canvas, or is not there. */
export function sourceSize(p: Project, source: Source): Size | undefined {
  if (source.kind === 'solid') return undefined
  if (source.kind === 'design') return find.design(p, source.designId)?.size
  if (source.kind === 'comp') return find.comp(p, source.sequenceId)?.size
  const medium = find.medium(p, source.mediaId)
  return medium && medium.kind !== 'missing' && medium.width && medium.height
    ? { width: medium.width, height: medium.height }
    : undefined
}

/** Its own clock; undefined where it has none. */
export function sourceRate(p: Project, source: Source): Rate | undefined {
  if (source.kind === 'solid') return undefined
  if (source.kind === 'design') return find.design(p, source.designId)?.rate
  if (source.kind === 'comp') return find.comp(p, source.sequenceId)?.rate
  return find.medium(p, source.mediaId)?.rate
}

/** How many frames of its own clock it has; Infinity where it has no end. */
export function sourceFrames(p: Project, source: Source): number {
  if (source.kind === 'solid') return Infinity
  if (source.kind === 'design') return find.design(p, source.designId)?.length ?? Infinity
  if (source.kind === 'comp') {
    const sequence = find.comp(p, source.sequenceId)
    return sequence ? Math.max(1, sequenceLength(sequence)) : Infinity
  }
  const medium = find.medium(p, source.mediaId)
  return medium?.kind === 'video' ? medium.frames : Infinity
}

/** Its length in frames of a clock; Infinity where it has no end. */
export function sourceLength(p: Project, source: Source, rate: Rate): number {
  if (source.kind === 'medium') {
    const medium = find.medium(p, source.mediaId)
    if (medium?.kind === 'sound') return Math.floor((medium.seconds * rate.num) / rate.den)
  }
  const frames = sourceFrames(p, source)
  const own = sourceRate(p, source)
  if (frames === Infinity || !own) return Infinity
  return Math.floor((frames * own.den * rate.num) / (own.num * rate.den) + 1e-6)
}

/** Whether nothing can be seen through it where its picture lies. */
export function sourceOpaque(p: Project, source: Source): boolean {
  if (source.kind === 'solid') return true
  return source.kind === 'medium' && find.medium(p, source.mediaId)?.kind === 'video'
}

/** Whether it fills a canvas of a size, edge to edge. */
export function sourceCovers(p: Project, source: Source, { width, height }: Size): boolean {
  if (source.kind === 'solid') return true
  const own = sourceSize(p, source)
  if (!own) return false
  const ratio = Math.min(width / own.width, height / own.height)
  return Math.round(own.width * ratio) === width && Math.round(own.height * ratio) === height
}

/** Whether anything can be heard of it. */
export function sourceSounds(p: Project, source: Source): boolean {
  if (source.kind === 'medium') return Boolean(find.medium(p, source.mediaId)?.sound)
  if (source.kind !== 'comp') return false
  const sequence = find.comp(p, source.sequenceId)
  return Boolean(sequence && (sequence.sounds.length || sequence.shots.some((s) => s.sound !== null)))
}

/** Whether two sources are the same thing. */
export const sameSource = (a: Source | undefined, b: Source): boolean =>
  a !== undefined &&
  ((a.kind === 'design' && b.kind === 'design' && a.designId === b.designId) ||
    (a.kind === 'comp' && b.kind === 'comp' && a.sequenceId === b.sequenceId) ||
    (a.kind === 'medium' && b.kind === 'medium' && a.mediaId === b.mediaId) ||
    (a.kind === 'solid' && b.kind === 'solid' && a.colour.join() === b.colour.join()))

/** The medium that a source is, if it is one. */
export const mediumIn = (source: Source): string | undefined =>
  source.kind === 'medium' ? source.mediaId : undefined

/** Length of a medium in frames of a clock; stills and missing media have no end. */
export const materialLength = (p: Project, mediaId: string, rate: Rate = getSequence(p).rate): number =>
  sourceLength(p, { kind: 'medium', mediaId }, rate)

/** Frames of material before and after a shot's span, in frames of its sequence. */
export function handles(p: Project, shot: Shot): { before: number; after: number } {
  if (shot.fitted) return { before: 0, after: 0 }
  const total = sourceLength(p, shot.source, sequenceOf(p, 'shot', shot.id).rate)
  if (total === Infinity) return { before: Infinity, after: Infinity }
  return { before: Math.max(0, shot.in), after: Math.max(0, total - shot.in - shot.length) }
}

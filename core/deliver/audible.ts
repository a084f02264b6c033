import { activeTransitions, joinsSides, type Project, type Sequence, type Shot } from '../project'
import { conform } from '../time'

/** A rise or fall of loudness on the sequence, in seconds. */
export interface Fade {
  start: number
  length: number
}

/** One stretch of a medium's sound on the sequence, in seconds; `from` counts in the medium. */
export interface Audible {
  mediaId: string
  start: number
  length: number
  from: number
  decibels: number
  fadeIn?: Fade
  fadeOut?: Fade
}

/** Nested sequences are heard to this depth. */
const DEPTH = 8

/** Whose sound is meant: that of one shot by its id, in its handles too, or of some shots as they cross on the sequence. */
export type Only = string | readonly string[]

/** Everything that is heard in a range of a sequence's frames [first, last), or what of it is meant. */
export function audible(
  project: Project,
  sequence: Sequence,
  first: number,
  last: number,
  only?: Only,
  depth = 0,
): Audible[] {
  const second = sequence.rate.den / sequence.rate.num
  const shots = sequence.shots.filter(
    (s) => s.sound !== null && (only === undefined || [only].flat().includes(s.id)),
  )
  const heard = shots.flatMap((shot) => {
    // A shot alone is heard in its handles too; on the sequence it ends at its cuts, or where a transition has led over.
    const reach = typeof only === 'string' ? { start: first, end: last } : reachOf(project, sequence, shot)
    const start = Math.max(first, reach.start)
    const end = Math.min(last, reach.end)
    if (end <= start) return []
    const { fadeIn, fadeOut } = reach
    const fades = {
      ...(fadeIn ? { fadeIn: { start: fadeIn[0] * second, length: (fadeIn[1] - fadeIn[0]) * second } } : {}),
      ...(fadeOut
        ? { fadeOut: { start: fadeOut[0] * second, length: (fadeOut[1] - fadeOut[0]) * second } }
        : {}),
    }
    const at = { start: start * second, length: (end - start) * second }
    const decibels = shot.sound ?? 0
    if (shot.source.kind === 'medium') {
      const { mediaId } = shot.source
      if (!project.media.find((m) => m.id === mediaId)?.sound) return []
      return [{ mediaId, ...at, from: (shot.in + start - shot.start) * second, decibels, ...fades }]
    }
    return nested(project, sequence, shot, [start, end], depth).map((inner) => ({
      ...inner,
      decibels: inner.decibels + decibels,
      ...fades,
    }))
  })
  const clips = only === undefined ? sequence.sounds : []
  return [
    ...heard,
    ...clips.flatMap((clip) => {
      const [start, end] = [Math.max(first, clip.start), Math.min(last, clip.start + clip.length)]
      if (end <= start || !project.media.find((m) => m.id === clip.mediaId)?.sound) return []
      const from = (clip.in + start - clip.start) * second
      const at = { start: start * second, length: (end - start) * second }
      return [{ mediaId: clip.mediaId, ...at, from, decibels: clip.gain }]
    }),
  ]
}

/** What is heard of a sequence inside of a shot that shows it. */
function nested(
  project: Project,
  outer: Sequence,
  { source, in: from, start: at }: Shot,
  [start, end]: [number, number],
  depth: number,
): Audible[] {
  const inner = source.kind === 'comp' && project.sequences.find((s) => s.id === source.sequenceId)
  if (!inner || depth >= DEPTH) return []
  const second = outer.rate.den / outer.rate.num
  const innerSecond = inner.rate.den / inner.rate.num
  const frame = (f: number) => conform(from + f - at, outer.rate, inner.rate)
  const list = audible(project, inner, frame(start), frame(end), undefined, depth + 1)
  // Times of the inner one, moved to where it lies on the outer one.
  const shift = start * second - frame(start) * innerSecond
  return list.map((each) => ({ ...each, start: each.start + shift }))
}

interface Reach {
  start: number
  end: number
  /** Frames from and to which it rises and falls. */
  fadeIn?: [number, number]
  fadeOut?: [number, number]
}

/** From where to where a shot is heard on its sequence: under a transition that joins them it goes over into the next one. */
function reachOf(project: Project, sequence: Sequence, shot: Shot): Reach {
  const reach: Reach = { start: shot.start, end: shot.start + shot.length }
  for (const { transition, from, to, cut, before, after } of activeTransitions(project, sequence)) {
    if (!joinsSides(transition)) continue
    const span: [number, number] = [cut - before, cut + after]
    if (from?.id === shot.id) Object.assign(reach, { end: to ? span[1] : reach.end, fadeOut: span })
    if (to?.id === shot.id) Object.assign(reach, { start: from ? span[0] : reach.start, fadeIn: span })
  }
  return reach
}

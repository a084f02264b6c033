import { baseName, type EditJoint, type EditTimeline } from '@stilus/core/formats'
import {
  type Medium,
  type Project,
  type Sequence,
  type Shot,
  type SoundClip,
  type Source,
  sourceLength,
  sourceSounds,
} from '@stilus/core/project'
import type { Rate } from '@stilus/core/time'

const missing = (id: string, name: string, rate: Rate): Medium => ({
  id,
  name,
  kind: 'missing',
  width: 0,
  height: 0,
  rate,
  frames: 0,
  codec: '',
  coding: '',
  sound: null,
  bytes: 0,
  seconds: 0,
})

/** A shot of a source with everything at its start. */
export function newShot(
  project: Project,
  source: Source,
  shot: Pick<Shot, 'id' | 'name' | 'start' | 'length'> & Partial<Pick<Shot, 'in' | 'lane'>>,
): Shot {
  const from = shot.in ?? 0
  const sound = sourceSounds(project, source) ? 0 : null
  return {
    lane: 0,
    ...shot,
    source,
    in: from,
    zero: from,
    sound,
    state: 'untouched',
    note: '',
    steps: [],
  }
}

/** How long a new shot of a source is: all of what has an end, five seconds of a still or a colour. */
export function naturalLength(project: Project, source: Source, rate: Rate): number {
  const total = sourceLength(project, source, rate)
  return Number.isFinite(total) ? Math.max(1, total) : Math.round((5 * rate.num) / rate.den)
}

/** What a shot is called that shows a medium. */
export const shotName = (medium: { name: string }): string => medium.name.replace(/\.[^.]+$/, '')

export interface Layout {
  rate: Rate
  startTimecode: number
  media: Medium[]
  shots: Shot[]
  sounds: SoundClip[]
  missing: string[]
  /** Where shots of a lane go over into each other. */
  joints: (EditJoint & { lane: number })[]
}

/**
 * Lays out an edit on a project. Media are found by file name among those that the project has; the others are entered as
 * missing, to be found later. Sound of shots stays off where the edit has sound lanes of its own.
 */
export function layOutEdit(project: Project, sequence: Sequence, timeline: EditTimeline): Layout {
  const known = new Map(project.media.map((m) => [baseName(m.name).toLowerCase(), m]))
  const added: Medium[] = []
  const find = (name: string): Medium => {
    const key = name.toLowerCase()
    const found = known.get(key)
    if (found) return found
    const medium = missing(crypto.randomUUID(), name, sequence.rate)
    known.set(key, medium)
    added.push(medium)
    return medium
  }
  const hasSoundLanes = timeline.lanes.some((lane) => lane.kind === 'sound' && lane.clips.length)
  const shots: Shot[] = []
  const sounds: SoundClip[] = []
  const joints: Layout['joints'] = []
  let lane = 0
  for (const track of timeline.lanes) {
    for (const clip of track.clips) {
      const medium = find(clip.media)
      const id = crypto.randomUUID()
      if (track.kind === 'sound') {
        sounds.push({
          id,
          name: clip.name,
          mediaId: medium.id,
          start: clip.start,
          length: clip.length,
          in: clip.in,
          gain: 0,
        })
      } else {
        const { name, start, length, in: from } = clip
        const whole = { ...project, media: [...project.media, ...added] }
        const source = { kind: 'medium', mediaId: medium.id } as const
        const shot = newShot(whole, source, { id, name, start, length, in: from, lane })
        shots.push(hasSoundLanes ? { ...shot, sound: null } : shot)
      }
    }
    if (track.kind !== 'video') continue
    joints.push(...(track.joints ?? []).map((joint) => ({ ...joint, lane })))
    lane++
  }
  const { rate, startTimecode } = timeline
  return { rate, startTimecode, media: added, shots, sounds, missing: added.map((m) => m.name), joints }
}

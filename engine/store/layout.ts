import type { EditJoint, EditTimeline } from '@stilus/core/formats'
import {
  type Medium,
  newSpeedStep,
  realigned,
  type Project,
  type Sequence,
  type Shot,
  type SoundClip,
  type Source,
  sourceLength,
  sourceSounds,
} from '@stilus/core/project'
import type { Rate } from '@stilus/core/time'
import { findByName, type Named } from './media-names'

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
    // A design takes the length that it is used at.
    ...(source.kind === 'design' && !from ? { fitted: true } : {}),
  }
}

/** How long a new shot of a source is: all of what has an end, five seconds of a still or a colour. */
export function naturalLength(project: Project, source: Source, rate: Rate): number {
  const total = sourceLength(project, source, rate)
  return Number.isFinite(total) ? Math.max(1, total) : Math.round((5 * rate.num) / rate.den)
}

/** What a shot is called that shows a medium. */
export const shotName = (medium: { name: string }): string => medium.name.replace(/\.[^.]+$/, '')

/** One sequence of an edit as it is to lie: the edit itself, or one within it. */
export interface LaidSequence {
  sequenceId: string
  /** A sequence that the project does not have yet. */
  isNew: boolean
  name: string
  rate: Rate
  startTimecode: number
  shots: Shot[]
  sounds: SoundClip[]
  markers?: { id: string; at: number; name: string }[]
  /** Where shots of a lane go over into each other. */
  joints: (EditJoint & { lane: number })[]
}

export interface Layout {
  /** The sequences, what is within others before them; the edit is the last. */
  sequences: LaidSequence[]
  media: Medium[]
  missing: string[]
  notes: string[]
}

/**
 * Lays out an edit on a project. Media are found by name among those that the project has; the others are entered as missing, to be found later. Edits within the edit
 * become sequences, those that a shot of the sequence shows already by their names. Sound of shots stays off where the edit has sound lanes of its own.
 */
export function layOutEdit(project: Project, sequence: Sequence, timeline: EditTimeline): Layout {
  const media = [...project.media]
  const layout: Layout = { sequences: [], media: [], missing: [], notes: [] }
  const find = (name: string): Named => {
    const found = findByName(media, name)
    if (found) return found
    const medium = missing(crypto.randomUUID(), name, sequence.rate)
    media.push(medium)
    layout.media.push(medium)
    layout.missing.push(name)
    return { medium, from: 0 }
  }
  const layOut = (of: EditTimeline, on: Sequence | undefined): LaidSequence => {
    const laid: LaidSequence = {
      sequenceId: on?.id ?? crypto.randomUUID(),
      isNew: !on,
      name: of.name,
      rate: of.rate,
      startTimecode: of.startTimecode,
      shots: [],
      sounds: [],
      joints: [],
      ...(of.markers ? { markers: of.markers.map((m) => ({ ...m, id: crypto.randomUUID() })) } : null),
    }
    const isHeard = (lane: EditTimeline['lanes'][number]) => lane.kind === 'sound' && lane.clips.length > 0
    const ownSound = of.lanes.some(isHeard)
    const whole = (): Project => ({ ...project, media })
    let lane = 0
    for (const track of of.lanes) {
      for (const clip of track.clips) {
        const id = crypto.randomUUID()
        const { name, start, length, nested, speed } = clip
        if (track.kind === 'sound') {
          if (nested) {
            layout.notes.push(`The sound "${name}" is left out: it is an edit of its own.`)
            continue
          }
          const { medium, from } = find(clip.media)
          if (speed !== undefined) layout.notes.push(`The sound "${name}" plays at its own speed.`)
          laid.sounds.push({ id, name, mediaId: medium.id, start, length, in: clip.in + from, gain: 0 })
          continue
        }
        if (nested) {
          const inner = layOut(nested, shownBy(project, on, nested.name))
          const source: Source = { kind: 'comp', sequenceId: inner.sequenceId }
          const heard = inner.sounds.length > 0 || inner.shots.some((s) => s.sound !== null)
          const shot = newShot(whole(), source, { id, name, start, length, in: clip.in, lane })
          laid.shots.push(atSpeed({ ...shot, sound: heard && !ownSound ? 0 : null }, speed, layout.notes))
          continue
        }
        const { medium, from } = find(clip.media)
        const source: Source = { kind: 'medium', mediaId: medium.id }
        const shot = newShot(whole(), source, { id, name, start, length, in: clip.in + from, lane })
        laid.shots.push(atSpeed(ownSound ? { ...shot, sound: null } : shot, speed, layout.notes))
      }
      if (track.kind !== 'video') continue
      laid.joints.push(...(track.joints ?? []).map((joint) => ({ ...joint, lane })))
      lane++
    }
    if (on) {
      const { shots, crossings } = realigned(on, laid.shots, laid.joints)
      Object.assign(laid, { shots, joints: crossings })
    }
    layout.sequences.push(laid)
    return laid
  }
  layOut(timeline, sequence)
  return layout
}

/** The sequence of a name that a shot of another one shows already. */
const shownBy = (project: Project, on: Sequence | undefined, name: string): Sequence | undefined =>
  project.sequences.find(
    (s) =>
      s.name === name && on?.shots.some(({ source }) => source.kind === 'comp' && source.sequenceId === s.id),
  )

/** A shot at the speed that the edit gives it, by a step of its own; its sound would not fit it any more. */
function atSpeed(shot: Shot, speed: number | undefined, notes: string[]): Shot {
  if (speed === undefined) return shot
  const fitted = Math.max(-20, Math.min(20, speed))
  if (fitted !== speed)
    notes.push(`"${shot.name}" runs at ${fitted} times its speed: the edit says ${speed}.`)
  if (shot.sound !== null) notes.push(`The sound of "${shot.name}" is off: the shot runs at another speed.`)
  return { ...shot, sound: null, steps: [newSpeedStep(shot.id, fitted)] }
}

import { baseName, type EditTimeline } from '@stilus/core/formats'
import { materialLength, type Medium, type Project, type Shot, type SoundClip } from '@stilus/core/project'

const missing = (id: string, name: string, project: Project): Medium => ({
  ...{
    id,
    name,
    kind: 'missing',
    width: 0,
    height: 0,
    rate: project.rate,
    frames: 0,
    codec: '',
    range: '',
    sound: null,
    bytes: 0,
    seconds: 0,
  },
})

/** A shot of a medium with everything at its start. */
export function newShot(
  medium: Medium,
  id: string,
  start: number,
  length: number,
  from = 0,
  lane = 0,
  name?: string,
): Shot {
  return {
    ...{
      id,
      name: name ?? medium.name.replace(/\.[^.]+$/, ''),
      mediaId: medium.id,
      lane,
      start,
      length,
      in: from,
      zero: from,
    },
    ...{ sound: medium.sound ? 0 : null, state: 'untouched', note: '', steps: [] },
  }
}

/** How long a new shot of a medium is: all of a video, five seconds of a still. */
export function naturalLength(project: Project, medium: Medium): number {
  const total = materialLength({ ...project, media: [medium] }, medium.id)
  return Number.isFinite(total) ? Math.max(1, total) : Math.round((5 * project.rate.num) / project.rate.den)
}

export interface Layout {
  rate: Project['rate']
  startTimecode: number
  media: Medium[]
  shots: Shot[]
  sounds: SoundClip[]
  missing: string[]
}

/**
 * Lays out an edit on a project. Media are found by file name among those that the project has; the others are entered as
 * missing, to be found later. Sound of shots stays off where the edit has sound lanes of its own.
 */
export function layOutEdit(project: Project, timeline: EditTimeline): Layout {
  const known = new Map(project.media.map((m) => [baseName(m.name).toLowerCase(), m]))
  const added: Medium[] = []
  const find = (name: string): Medium => {
    const key = name.toLowerCase()
    const found = known.get(key)
    if (found) return found
    const medium = missing(crypto.randomUUID(), name, project)
    known.set(key, medium)
    added.push(medium)
    return medium
  }
  const hasSoundLanes = timeline.lanes.some((lane) => lane.kind === 'sound' && lane.clips.length)
  const shots: Shot[] = []
  const sounds: SoundClip[] = []
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
        const shot = newShot(medium, id, clip.start, clip.length, clip.in, lane, clip.name)
        shots.push(hasSoundLanes ? { ...shot, sound: null } : shot)
      }
    }
    if (track.kind === 'video') lane++
  }
  const { rate, startTimecode } = timeline
  return { rate, startTimecode, media: added, shots, sounds, missing: added.map((m) => m.name) }
}

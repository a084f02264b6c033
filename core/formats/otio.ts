import { fps, nearestRate, type Rate } from '../time'

/** A clip of an edit in frames of the edit's rate. `media` is the name that the file refers to, without its folders. */
export interface EditClip {
  name: string
  media: string
  start: number
  length: number
  /** Offset into the medium. */
  in: number
  /** Frames of the medium that the file says there are, if it does. */
  available: number | null
}

/** Where one clip goes over into the next: how many frames before and after the cut at `at`, by which transition of ours. */
export interface EditJoint {
  at: number
  before: number
  after: number
  use: string
  /** What the file calls it. */
  name: string
}

/** One lane of an edit, bottom lane first. */
export interface EditLane {
  name: string
  kind: 'video' | 'sound'
  clips: EditClip[]
  joints?: EditJoint[]
}

export interface EditTimeline {
  name: string
  rate: Rate
  startTimecode: number
  lanes: EditLane[]
  /** What was changed or left out, in sentences. */
  notes?: string[]
}

/** An edit that cannot be read; the message says where. */
export class EditError extends Error {
  constructor(message: string) {
    super(message)
    this.name = 'EditError'
  }
}

type Json = Record<string, unknown>
const isObject = (v: unknown): v is Json => typeof v === 'object' && v !== null && !Array.isArray(v)
const schemaOf = (v: Json) => String(v.OTIO_SCHEMA ?? '').split('.')[0]
const list = (v: unknown) => (Array.isArray(v) ? v.filter(isObject) : [])

/**
 * Reads an OpenTimelineIO timeline (JSON): tracks of clips, gaps and transitions, media by external reference. What cannot be read becomes a gap of its length
 * and is named; nothing refuses the whole.
 * @throws EditError where it is no timeline, has no tracks or does not say its rate
 */
export function readOtio(text: string): EditTimeline {
  let root: unknown
  try {
    root = JSON.parse(text)
  } catch {
    throw new EditError('This is not an OpenTimelineIO file: it is not JSON.')
  }
  if (!isObject(root) || schemaOf(root) !== 'Timeline') {
    throw new EditError('This is not an OpenTimelineIO timeline: its root is not a Timeline.')
  }
  const tracks = list(isObject(root.tracks) ? root.tracks.children : undefined).filter(
    (t) => schemaOf(t) === 'Track',
  )
  if (!tracks.length) throw new EditError('This OpenTimelineIO timeline has no tracks.')
  const rate = timelineRate(root, tracks)
  const start = isObject(root.global_start_time) ? frames(root.global_start_time, rate) : 0
  const notes: string[] = []
  const lanes = tracks.map((track) => readTrack(track, rate, notes))
  const timeline = { name: String(root.name || 'Edit'), rate, startTimecode: start, lanes }
  return notes.length ? { ...timeline, notes } : timeline
}

function timelineRate(root: Json, tracks: Json[]): Rate {
  const times = tracks
    .flatMap((track) => list(track.children))
    .map((item) => (isObject(item.source_range) ? item.source_range.duration : undefined))
  const found = [root.global_start_time, ...times].find((t) => isObject(t) && Number(t.rate) > 0) as
    Json | undefined
  if (!found) throw new EditError('This OpenTimelineIO timeline does not say its frame rate.')
  return nearestRate(Number(found.rate))
}

/** Seconds of a RationalTime; undefined where it is none. Files write 23.976 for 24000/1001: its rate is the one that is meant. */
function seconds(time: unknown): number | undefined {
  if (!isObject(time) || !(Number(time.rate) > 0) || !Number.isFinite(Number(time.value))) return undefined
  const { num, den } = nearestRate(Number(time.rate))
  return (Number(time.value) * den) / num
}

/** A RationalTime in frames of the edit, the nearest; 0 where it is none. */
const frames = (time: unknown, { num, den }: Rate): number => Math.round(((seconds(time) ?? 0) * num) / den)

function readTrack(track: Json, rate: Rate, notes: string[]): EditLane {
  const name = String(track.name ?? '')
  const clips: EditClip[] = []
  const joints: EditJoint[] = []
  // Lengths in another rate do not add up in frames: where an item lies is counted from the beginning.
  let [at, passed] = [0, 0]
  for (const item of list(track.children)) {
    const schema = schemaOf(item)
    if (schema === 'Transition') {
      joints.push(readJoint(item, at, rate, notes))
      continue
    }
    const reference = mediaReference(item)
    const available = isObject(reference?.available_range) ? reference.available_range : null
    const range = isObject(item.source_range) ? item.source_range : available
    passed += seconds(range?.duration) ?? 0
    const end = Math.round((passed * rate.num) / rate.den)
    const length = end - at
    const called = String(item.name || baseName(reference?.target_url) || schema)
    const times = range ? [range.duration, range.start_time] : []
    if (times.some((time) => isObject(time) && seconds(time) === undefined))
      notes.push(`A time of "${called}" on ${name || 'a track'} is no number and counts as 0.`)
    if (schema !== 'Clip') {
      if (schema !== 'Gap')
        notes.push(
          `"${called}" on ${name || 'a track'} is a ${schema}: a gap of its length stands in its place. Flatten it there, or lay it in as a sequence of its own.`,
        )
    } else if (length < 1)
      notes.push(`The clip "${called}" on ${name || 'a track'} has no length and is left out.`)
    else {
      const first = available ? frames(available.start_time, rate) : 0
      const media =
        baseName(reference?.target_url) || String(reference?.name ?? '') || String(item.name ?? '')
      const from = frames(range?.start_time, rate) - first
      const there = available ? frames(available.duration, rate) : null
      clips.push({
        name: String(item.name || baseName(reference?.target_url) || 'Clip'),
        media,
        start: at,
        length,
        in: from,
        available: there,
      })
      for (const effect of list(item.effects))
        if (/Warp|Freeze/.test(schemaOf(effect) ?? ''))
          notes.push(
            `The clip "${called}" runs at another speed there; it is laid at its own. Add a Retime to it.`,
          )
    }
    at = end
  }
  const kind = track.kind === 'Audio' ? 'sound' : 'video'
  if (kind === 'video') return joints.length ? { name, kind, clips, joints } : { name, kind, clips }
  if (joints.length)
    notes.push(
      `${joints.length === 1 ? 'A cross-fade' : `${joints.length} cross-fades`} on ${name || 'a sound track'} ${joints.length === 1 ? 'is' : 'are'} left out: here sound crosses over under the transitions of the picture.`,
    )
  return { name, kind, clips }
}

function readJoint(item: Json, at: number, rate: Rate, notes: string[]): EditJoint {
  const kind = String(item.transition_type ?? '')
  const plain = !kind || kind === 'SMPTE_Dissolve'
  const name = plain ? 'Dissolve' : String(item.name || kind)
  if (!plain) notes.push(`"${name}" becomes a dissolve: Stilus has no transition of that name.`)
  return {
    at,
    before: frames(item.in_offset, rate),
    after: frames(item.out_offset, rate),
    use: 'dissolve',
    name,
  }
}

/** Clip.1 has one media_reference; Clip.2 has several and names the active one. */
function mediaReference(item: Json): Json | undefined {
  if (isObject(item.media_reference)) return item.media_reference
  if (!isObject(item.media_references)) return undefined
  const active = item.media_references[String(item.active_media_reference_key ?? 'DEFAULT_MEDIA')]
  return isObject(active) ? active : undefined
}

/** The file name of a URL or path. */
export function baseName(url: unknown): string {
  if (typeof url !== 'string') return ''
  const path = url.split(/[\\/]/).at(-1) ?? ''
  try {
    return decodeURIComponent(path)
  } catch {
    return path
  }
}

/** Writes an OpenTimelineIO timeline of Clip.1, Gap.1 and ExternalReference.1, as widely read. */
export function writeOtio(timeline: EditTimeline): string {
  const rate = fps(timeline.rate)
  const time = (value: number) => ({ OTIO_SCHEMA: 'RationalTime.1', rate, value })
  const range = (start: number, length: number) => ({
    OTIO_SCHEMA: 'TimeRange.1',
    start_time: time(start),
    duration: time(length),
  })
  const track = (lane: EditLane) => {
    const children: unknown[] = []
    let at = 0
    for (const clip of [...lane.clips].sort((a, b) => a.start - b.start)) {
      const joint = lane.joints?.find((j) => j.at === clip.start && clip.start === at)
      if (joint)
        children.push({
          OTIO_SCHEMA: 'Transition.1',
          name: joint.name,
          transition_type: joint.use === 'dissolve' ? 'SMPTE_Dissolve' : 'Custom_Transition',
          in_offset: time(joint.before),
          out_offset: time(joint.after),
        })
      if (clip.start > at)
        children.push({ OTIO_SCHEMA: 'Gap.1', name: '', source_range: range(0, clip.start - at) })
      children.push({
        OTIO_SCHEMA: 'Clip.1',
        name: clip.name,
        source_range: range(clip.in, clip.length),
        media_reference: {
          OTIO_SCHEMA: 'ExternalReference.1',
          target_url: encodeURIComponent(clip.media),
          available_range: clip.available === null ? null : range(0, clip.available),
        },
      })
      at = clip.start + clip.length
    }
    return {
      OTIO_SCHEMA: 'Track.1',
      name: lane.name,
      kind: lane.kind === 'sound' ? 'Audio' : 'Video',
      children,
    }
  }
  const document = {
    OTIO_SCHEMA: 'Timeline.1',
    name: timeline.name,
    global_start_time: time(timeline.startTimecode),
    tracks: { OTIO_SCHEMA: 'Stack.1', name: 'tracks', children: timeline.lanes.map(track) },
  }
  return `${JSON.stringify(document, null, 2)}\n`
}

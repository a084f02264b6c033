import { nearestRate, type Rate } from '../time'
import { baseName, type EditClip, EditError, type EditJoint, type EditLane, type EditTimeline } from './edit'

type Json = Record<string, unknown>
const isObject = (v: unknown): v is Json => typeof v === 'object' && v !== null && !Array.isArray(v)
const schemaOf = (v: Json) => String(v.OTIO_SCHEMA ?? '').split('.')[0] ?? ''
const list = (v: unknown) => (Array.isArray(v) ? v.filter(isObject) : [])

/** Edits within edits that are followed. */
const DEEPEST = 12

interface Reading {
  rate: Rate
  notes: string[]
  depth: number
}

/**
 * Reads an OpenTimelineIO timeline (JSON): tracks of clips, gaps, transitions and edits within the edit, with their speeds and markers, media by external reference
 * or as numbered pictures. What cannot be read becomes a gap of its length and is named; nothing refuses the whole.
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
  const stack = isObject(root.tracks) ? root.tracks : {}
  if (!list(stack.children).some((t) => schemaOf(t) === 'Track'))
    throw new EditError('This OpenTimelineIO timeline has no tracks.')
  const rate = timelineRate(root)
  const start = isObject(root.global_start_time) ? frames(root.global_start_time, rate) : 0
  const reading = { rate, notes: [], depth: 0 }
  const timeline = readStack(stack, String(root.name || 'Edit'), reading)
  return {
    ...timeline,
    startTimecode: start,
    ...(reading.notes.length ? { notes: reading.notes } : null),
  }
}

/** The rate of the global start, else of the first length that says one, however deep. */
function timelineRate(root: Json): Rate {
  const isTime = (v: unknown): v is Json => isObject(v) && Number(v.rate) > 0
  const waiting: Json[] = isObject(root.tracks) ? [root.tracks] : []
  let found = isTime(root.global_start_time) ? root.global_start_time : undefined
  for (let at = 0; !found && at < waiting.length; at++) {
    const item = waiting[at] as Json
    const ranges = [item.source_range, mediaReference(item)?.available_range]
    found = ranges.map((r) => isObject(r) && r.duration).find(isTime)
    waiting.push(...list(item.children))
  }
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

const rangeOf = (item: Json): Json | undefined => {
  const available = mediaReference(item)?.available_range
  return [item.source_range, available].find(isObject)
}

/** How long an item lasts, in seconds: its own range, else all that it holds. */
function lasting(item: Json): number {
  const range = rangeOf(item)
  if (range) return Math.max(0, seconds(range.duration) ?? 0)
  const inside = list(item.children)
    .filter((c) => schemaOf(c) !== 'Transition')
    .map(lasting)
  if (schemaOf(item) === 'Track') return inside.reduce((sum, each) => sum + each, 0)
  return inside.reduce((most, each) => Math.max(most, each), 0)
}

/** A stack as an edit: its tracks are lanes, and whatever else lies in it is a lane of its own. */
function readStack(stack: Json, name: string, reading: Reading): EditTimeline {
  const { rate, notes } = reading
  const tracks = list(stack.children).map((child) =>
    schemaOf(child) === 'Track' ? child : { OTIO_SCHEMA: 'Track.1', name: '', children: [child] },
  )
  const read = tracks.map((track) => readTrack(track, reading))
  const markers = [...markersOf(stack, rate), ...read.flatMap((track) => track.markers)]
  dropped(stack, `The effect on ${name}`, notes)
  return {
    name,
    rate,
    startTimecode: 0,
    lanes: read.map((track) => track.lane),
    ...(markers.length ? { markers: markers.sort((a, b) => a.at - b.at) } : null),
  }
}

const markersOf = (item: Json, rate: Rate) =>
  list(item.markers).map((marker) => ({
    at: frames(isObject(marker.marked_range) ? marker.marked_range.start_time : undefined, rate),
    name: String(marker.name || marker.comment || 'Marker'),
  }))

/** Says which effects are left out. */
function dropped(item: Json, what: string, notes: string[]): void {
  for (const effect of list(item.effects))
    if (!isWarp(effect))
      notes.push(`${what} "${String(effect.effect_name || effect.name || schemaOf(effect))}" is left out.`)
}

const isWarp = (effect: Json) => ['LinearTimeWarp', 'FreezeFrame'].includes(schemaOf(effect))

/** How fast an item runs by all its time warps. */
const speedOf = (item: Json): number =>
  list(item.effects)
    .filter(isWarp)
    .map((e) => (schemaOf(e) === 'FreezeFrame' ? 0 : Number(e.time_scalar ?? 1)))
    .reduce((speed, each) => speed * (Number.isFinite(each) ? each : 1), 1)

function readTrack(track: Json, reading: Reading): { lane: EditLane; markers: ReturnType<typeof markersOf> } {
  const { rate, notes } = reading
  const name = String(track.name ?? '')
  const where = name || 'a track'
  const clips: EditClip[] = []
  const joints: EditJoint[] = []
  const markers = markersOf(track, rate)
  dropped(track, `The effect on ${where}`, notes)
  // Lengths in another rate do not add up in frames: where an item lies is counted from the beginning.
  let [at, passed] = [0, 0]
  for (const item of list(track.children)) {
    if (schemaOf(item) === 'Transition') {
      joints.push(readJoint(item, at, rate, notes))
      continue
    }
    passed += lasting(item)
    const end = Math.round((passed * rate.num) / rate.den)
    const clip = readItem(item, { start: at, length: end - at }, where, reading)
    if (clip) {
      clips.push(clip)
      const speed = clip.speed ?? 1
      const from = frames(rangeOf(item)?.start_time, rate)
      for (const marker of markersOf(item, rate)) {
        const there = at + (speed ? Math.round((marker.at - from) / speed) : 0)
        if (there >= at && there < end) markers.push({ ...marker, at: there })
        else
          notes.push(
            `The marker "${marker.name}" of "${clip.name}" is left out: it lies outside of the clip.`,
          )
      }
    }
    at = end
  }
  const kind = track.kind === 'Audio' ? 'sound' : 'video'
  if (kind === 'sound' && joints.length)
    notes.push(
      `${joints.length === 1 ? 'A cross-fade' : `${joints.length} cross-fades`} on ${name || 'a sound track'} ${joints.length === 1 ? 'is' : 'are'} left out: here sound crosses over under the transitions of the picture.`,
    )
  const lane = { name, kind, clips } as const
  return { lane: kind === 'video' && joints.length ? { ...lane, joints } : lane, markers }
}

/** An item of a track at its place; none for a gap, and for what cannot be read, which is said. */
function readItem(
  item: Json,
  place: { start: number; length: number },
  where: string,
  reading: Reading,
): EditClip | undefined {
  const { rate, notes } = reading
  const schema = schemaOf(item)
  const reference = mediaReference(item)
  const called = String(item.name || baseName(reference?.target_url) || schema)
  const range = rangeOf(item)
  const times = range ? [range.duration, range.start_time] : []
  if (times.some((time) => isObject(time) && seconds(time) === undefined))
    notes.push(`A time of "${called}" on ${where} is no number and counts as 0.`)
  if (schema === 'Gap') return undefined
  const gap = (why: string) => void notes.push(`"${called}" on ${where} is a gap of its length: ${why}.`)
  const isNest = schema === 'Stack' || schema === 'Track'
  if (schema !== 'Clip' && !isNest)
    return gap(`what a ${schema || 'thing without a schema'} is, is not known`)
  if (item.enabled === false) return gap('it is switched off there')
  if (reference && schemaOf(reference) === 'GeneratorReference')
    return gap(`${String(reference.generator_kind || 'what it shows')} is made by another program`)
  if (place.length < 1)
    return void notes.push(`The clip "${called}" on ${where} has no length and is left out.`)
  if (isNest && reading.depth >= DEEPEST) return gap(`it lies more than ${DEEPEST} edits deep`)
  const speed = speedOf(item)
  const from = frames(range?.start_time, rate)
  // What runs backwards begins at the end of its range.
  const back = speed < 0 ? Math.max(0, Math.round(place.length * -speed) - 1) : 0
  const clip = { ...place, ...(speed === 1 ? null : { speed }) }
  dropped(item, `The effect on "${called}"`, notes)
  if (isNest) {
    const stack =
      schema === 'Track'
        ? { ...item, children: [{ ...item, source_range: null, effects: [], markers: [] }] }
        : item
    const inner = { ...reading, depth: reading.depth + 1 }
    const nested = readStack({ ...stack, effects: [], markers: [] }, called, inner)
    return { name: called, media: '', in: from + back, available: null, ...clip, nested }
  }
  const available = isObject(reference?.available_range) ? reference.available_range : null
  const first = available ? frames(available.start_time, rate) : 0
  return {
    name: String(item.name || baseName(reference?.target_url) || 'Clip'),
    media: mediaName(item, reference),
    in: from - first + back,
    available: available ? frames(available.duration, rate) : null,
    ...clip,
  }
}

/** What a medium is called: its file, numbered pictures by their first and last, else whatever name there is. */
function mediaName(item: Json, reference: Json | undefined): string {
  if (reference && schemaOf(reference) === 'ImageSequenceReference') {
    const [first, digits] = [Number(reference.start_frame ?? 0), Number(reference.frame_zero_padding ?? 0)]
    const duration = isObject(reference.available_range) ? reference.available_range.duration : undefined
    const rate = Number(reference.rate) > 0 ? nearestRate(Number(reference.rate)) : undefined
    const count = rate ? frames(duration, rate) : 0
    const number = (n: number) => String(Math.max(0, n)).padStart(digits, '0')
    const [prefix, suffix] = [reference.name_prefix, reference.name_suffix].map((part) => String(part ?? ''))
    return `${prefix}[${number(first)}-${number(first + Math.max(1, count) - 1)}]${suffix}`
  }
  return baseName(reference?.target_url) || String(reference?.name ?? '') || String(item.name ?? '')
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

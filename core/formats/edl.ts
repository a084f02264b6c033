import { fps, fromTimecode, type Rate, RATES, toTimecode } from '../time'
import { type EditClip, EditError, type EditJoint, type EditLane, type EditTimeline } from './edit'

/** One line of an edit decision list, with what its comments say. */
interface Event {
  line: number
  number: string
  reel: string
  channels: string
  kind: string
  /** Frames that it takes to come in. */
  over: number
  times: [sourceIn: string, sourceOut: string, recordIn: string, recordOut: string]
  from?: string
  to?: string
  /** Frames a second by its motion line, and the frame of the source at which that begins. */
  speed?: number
  entry?: string
}

const TIME = '\\d{1,2}[:;.]\\d{2}[:;.]\\d{2}[:;.]\\d{2}'
const EVENT = new RegExp(
  `^(\\d{1,6})\\s+(\\S+)\\s+(\\S+)\\s+(C|D|W\\d{1,3}|K(?:\\s*[BO])?)\\s*(\\d{1,4})?\\s+(${TIME})\\s+(${TIME})\\s+(${TIME})\\s+(${TIME})\\s*$`,
  'i',
)
const SPEED = new RegExp(`^M2\\s+(\\S+)\\s+(-?[\\d.]+)(?:\\s+(${TIME}))?`, 'i')
const MARKER = new RegExp(`^\\*\\s*LOC:\\s*(${TIME})\\s+(\\S+)\\s*(.*?)\\s*$`, 'i')
const NAME = /^\*\s*(FROM|TO)\s+CLIP\s+NAME:\s*(.+?)\s*$/i

/**
 * Reads an edit decision list (CMX 3600): cuts, dissolves and wipes by their record times, names by its comments. What cannot be read is left out and named by its
 * line; nothing refuses the whole.
 * @param usual the rate to read it at, unless its timecodes say otherwise: a list does not name its own
 * @throws EditError where there is no event at all
 */
export function readEdl(text: string, usual: Rate): EditTimeline {
  const notes: string[] = []
  const { events, markers, title, drop } = linesOf(text, notes)
  if (!events.length)
    throw new EditError('This is no edit decision list: none of its lines is an event with four timecodes.')
  const rate = rateOf(events, usual, drop, notes)
  const frame = (time: string, { line }: Event) => {
    const found = fromTimecode(time, rate)
    if (found === undefined)
      notes.push(
        `Line ${line} is left out: ${time} is no timecode at ${fps(rate).toFixed(2)} frames a second.`,
      )
    return found
  }
  const read = events.flatMap((event) => {
    const times = event.times.map((time) => frame(time, event))
    return times.every((t) => t !== undefined)
      ? [{ event, times: times as [number, number, number, number] }]
      : []
  })
  const first = Math.min(...read.map(({ times }) => times[2]))
  const zero = zeroesOf(read, rate, notes)
  const lanes = new Map<string, EditLane>()
  for (const { event, times } of read) {
    const [sourceIn, , recordIn, recordOut] = times
    const length = recordOut - recordIn
    // An event of no length is the outgoing side of the one that follows.
    if (length < 1) continue
    const name = nameOf(event, events)
    const speed = speedOf(event, rate)
    const entry = speed < 0 && event.entry ? fromTimecode(event.entry, rate) : undefined
    const clip: EditClip = {
      name: name.replace(/\.[^.]+$/, ''),
      media: name,
      start: recordIn - first,
      length,
      in: Math.max(0, (entry ?? sourceIn) - (zero.get(event.reel) ?? 0)),
      available: null,
      ...(speed === 1 ? null : { speed }),
    }
    if (event.kind.startsWith('K')) {
      notes.push(
        `Line ${event.line}: the key of event ${event.number} is left out; lay it over the edit by hand.`,
      )
      continue
    }
    const on = lanesOf(event.channels)
    if (!on.length)
      notes.push(
        `Line ${event.line} is left out: ${event.channels} is neither picture nor sound that is read.`,
      )
    for (const { lane, kind } of on) {
      const into = lanes.get(lane) ?? { name: lane, kind, clips: [], joints: [] }
      lanes.set(lane, into)
      into.clips.push(clip)
      if (kind === 'video' && event.kind !== 'C') into.joints?.push(jointOf(event, clip, notes))
    }
  }
  const sorted = [...lanes.values()].sort((a, b) =>
    a.name.localeCompare(b.name, undefined, { numeric: true }),
  )
  const video = sorted.filter((lane) => lane.kind === 'video')
  const marked = markers.flatMap(({ time, name }) => {
    const at = fromTimecode(time, rate)
    return at !== undefined && at >= first ? [{ at: at - first, name }] : []
  })
  return {
    name: title || 'Edit',
    rate,
    startTimecode: Number.isFinite(first) ? first : 0,
    lanes: [...video, ...sorted.filter((lane) => lane.kind === 'sound')],
    ...(marked.length ? { markers: marked } : null),
    notes,
  }
}

/** How fast an event runs, to a hundredth where its frames a second, written to a tenth, mean that. */
function speedOf({ speed }: Event, rate: Rate): number {
  if (speed === undefined) return 1
  const exact = speed / fps(rate)
  const percent = Math.round(exact * 100) / 100
  return Math.abs(exact - percent) * fps(rate) <= 0.06 ? percent : exact
}

function linesOf(text: string, notes: string[]) {
  const events: Event[] = []
  const markers: { time: string; name: string }[] = []
  let title = ''
  let drop = false
  text.split(/\r?\n/).forEach((raw, i) => {
    const line = raw.trim()
    const last = events.at(-1)
    const found = EVENT.exec(line)
    const [, side = '', name = ''] = NAME.exec(line) ?? []
    const [, reel = '', speed = '', entry] = SPEED.exec(line) ?? []
    const [, marked = '', colour = '', called = ''] = MARKER.exec(line) ?? []
    if (found) {
      const [, number = '', from = '', channels = '', kind = '', over = '0', ...times] = found
      const upper = kind.toUpperCase()
      events.push({
        line: i + 1,
        number,
        reel: from,
        channels,
        kind: upper,
        over: Number(over),
        times: times as never,
      })
    } else if (/^TITLE:/i.test(line)) title = line.slice(6).trim()
    else if (/^FCM:/i.test(line)) drop ||= /:\s*DROP/i.test(line)
    else if (name && last) last[side.toLowerCase() as 'from' | 'to'] = name
    else if (marked) markers.push({ time: marked, name: called || colour })
    else if (speed && last && last.reel === reel)
      Object.assign(last, { speed: Number(speed) }, entry && { entry })
    else if (/^\d{1,6}\s/.test(line))
      notes.push(`Line ${i + 1} is left out: "${line.slice(0, 60)}" is no whole event.`)
  })
  return { events, markers, title, drop: drop || events.some((e) => e.times.some((t) => t.includes(';'))) }
}

const WHOLE = [24, 25, 30, 48, 50, 60]
const base = (rate: Rate) => Math.round(fps(rate))

/** The rate that a list is read at: the usual one, unless frames are counted further than it has, or numbers are dropped. */
function rateOf(events: readonly Event[], usual: Rate, drop: boolean, notes: string[]): Rate {
  const most = Math.max(...events.flatMap((e) => e.times.map((t) => Number(t.slice(-2)))))
  const fits = most < base(usual) && Boolean(usual.drop) === drop
  if (fits) return usual
  const whole = drop
    ? most < 30
      ? 30
      : 60
    : (WHOLE.find((n) => n > most && (n === base(usual) || n > base(usual))) ?? 60)
  const found = Object.values(RATES).find(
    (r) => base(r) === whole && Boolean(r.drop) === drop && (drop || r.den === 1),
  )
  if (!found) return usual
  notes.push(
    `It is read at ${fps(found).toFixed(2)} frames a second${drop ? ', with numbers dropped' : ''}, as its timecodes count.`,
  )
  return found
}

/** Where the timecode of each reel begins, by the whole hour before its first frame: files are read from their own beginning. */
function zeroesOf(
  read: readonly { event: Event; times: readonly number[] }[],
  rate: Rate,
  notes: string[],
): Map<string, number> {
  const firsts = new Map<string, number>()
  for (const { event, times } of read)
    firsts.set(event.reel, Math.min(firsts.get(event.reel) ?? Infinity, times[0] ?? Infinity))
  const zeroes = new Map<string, number>()
  for (const [reel, first] of firsts) {
    const hour = Number(toTimecode(first, rate).split(':')[0])
    const at = fromTimecode(`${hour}:00:00:00`, rate) ?? 0
    if (hour > 0) notes.push(`The timecode of ${reel} is taken to begin at ${toTimecode(at, rate)}.`)
    zeroes.set(reel, hour > 0 ? at : 0)
  }
  return zeroes
}

/** The clip of an event: the comments of a dissolve name its outgoing side first. */
function nameOf(event: Event, events: readonly Event[]): string {
  if (event.kind === 'C') return event.from ?? event.reel
  const paired = events.some((e) => e !== event && e.number === event.number && e.kind === 'C')
  return event.to ?? (paired ? undefined : event.from) ?? event.reel
}

/** Lanes that the channels of an event stand for: V, A, A2, AA, B (picture and sound), and several with a stroke. */
function lanesOf(channels: string): { lane: string; kind: 'video' | 'sound' }[] {
  return channels
    .toUpperCase()
    .split('/')
    .flatMap((channel) => {
      if (channel === 'B')
        return [
          { lane: 'V', kind: 'video' as const },
          { lane: 'A1', kind: 'sound' as const },
        ]
      if (channel === 'AA') return ['A1', 'A2'].map((lane) => ({ lane, kind: 'sound' as const }))
      if (/^V\d*$/.test(channel)) return [{ lane: channel, kind: 'video' as const }]
      return /^A\d*$/.test(channel)
        ? [{ lane: channel === 'A' ? 'A1' : channel, kind: 'sound' as const }]
        : []
    })
}

/** How an event comes in over the one before: from its record in on, for as long as the list says. */
function jointOf({ kind, over, line, number }: Event, { start }: EditClip, notes: string[]): EditJoint {
  if (kind === 'D') return { at: start, before: 0, after: over, use: 'dissolve', name: 'Dissolve' }
  notes.push(`Line ${line}: wipe ${kind} of event ${number} becomes a wipe; its code is its name.`)
  return { at: start, before: 0, after: over, use: 'wipe', name: kind }
}

import { toTimecode } from '../time'
import type { EditClip, EditJoint, EditTimeline } from './edit'

/** Events that a list can number, and frames that a transition can take, by its columns. */
const MOST = 999

/** A reel name of at most eight letters and digits for each medium, each its own. */
function reelsOf(media: readonly string[]): Map<string, string> {
  const reels = new Map<string, string>()
  const taken = new Set<string>()
  for (const name of media) {
    if (reels.has(name)) continue
    const plain = name
      .replace(/\.[^.]+$/, '')
      .normalize('NFD')
      .toUpperCase()
      .replace(/[^A-Z0-9]/g, '')
    let reel = plain.slice(0, 8) || 'REEL'
    for (let n = 2; taken.has(reel); n++) reel = `${plain.slice(0, 8 - String(n).length)}${n}`
    taken.add(reel)
    reels.set(name, reel)
  }
  return reels
}

/**
 * Writes an edit decision list (CMX 3600) of the lowest video lane: cuts, dissolves, and wipes under their own code where they have one. A transition begins with the
 * incoming event, as the list counts it. Columns: event 1-3, reel 6-13, channels 15-18, transition 20-23, its frames 25-27, times from 30, 42, 54 and 66.
 * @returns the list, and what it cannot say, in sentences
 */
export function writeEdl({ name, rate, startTimecode, lanes, markers }: EditTimeline): {
  text: string
  notes: string[]
} {
  const [lane, ...others] = lanes.filter((l) => l.kind === 'video')
  const notes = [
    ...others.map((o) => `${o.name} is left out: an edit decision list has one lane of pictures.`),
    ...(lane?.joints ?? []).flatMap((joint) => lossOf(joint)),
  ]
  const clips = [...(lane?.clips ?? [])].sort((a, b) => a.start - b.start)
  const reels = reelsOf(clips.map((c) => c.media))
  const out = [`TITLE: ${name}`, `FCM: ${rate.drop ? 'DROP FRAME' : 'NON-DROP FRAME'}`, '']
  const time = (frame: number) => toTimecode(frame, rate)
  const line = (n: number, clip: EditClip, kind: string, over: number, from: number, length: number) => {
    const start = startTimecode + clip.start + from
    const source = clip.in + from
    const times = [source, source + length, start, start + length].map(time).join(' ')
    const reel = (reels.get(clip.media) ?? '').padEnd(8)
    const frames = over ? String(Math.min(MOST, over)).padStart(3, '0') : '   '
    return `${String(n).padStart(3, '0')}  ${reel} V    ${kind.padEnd(4)} ${frames}  ${times}`
  }
  const jointAt = (frame: number) => lane?.joints?.find((j) => j.at === frame)
  clips.forEach((clip, i) => {
    const n = i + 1
    const into = jointAt(clip.start)
    const away = jointAt(clip.start + clip.length)
    // What comes in early takes that from the one before.
    const from = into ? -into.before : 0
    const length = clip.length - from - (away?.before ?? 0)
    const before = clips[i - 1]
    if (into && before) {
      out.push(line(n, before, 'C', 0, before.length - into.before, 0))
      out.push(line(n, clip, kindOf(into), into.before + into.after, from, length))
      out.push(`* FROM CLIP NAME: ${before.media}`, `* TO CLIP NAME: ${clip.media}`)
    } else out.push(line(n, clip, 'C', 0, 0, length), `* FROM CLIP NAME: ${clip.media}`)
  })
  for (const marker of markers ?? [])
    out.push(`* LOC: ${time(startTimecode + marker.at)} WHITE   ${marker.name.replace(/\s+/g, ' ')}`)
  if (clips.length > MOST) notes.push(`It has more than ${MOST} events: some programs read no further.`)
  return { text: `${out.join('\n')}\n`, notes }
}

/** What a list cannot say of a transition. */
function lossOf({ use, name, before, after }: EditJoint): string[] {
  const plain = use === 'dissolve' || use === 'wipe'
  return [
    ...(plain
      ? []
      : [`${name} is a dissolve in the list: it knows no other transition than dissolves and wipes.`]),
    ...(before + after > MOST ? [`${name} is ${MOST} frames long in the list: it cannot say more.`] : []),
  ]
}

/** The code of a transition: a wipe that came with one keeps it, any other wipe is the plain one, and what is no wipe is a dissolve. */
const kindOf = ({ use, name }: EditJoint): string =>
  use !== 'wipe' ? 'D' : /^W\d{1,3}$/i.test(name) ? name.toUpperCase() : 'W001'

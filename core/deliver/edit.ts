import type { EditClip, EditJoint, EditLane, EditTimeline } from '../formats'
import { type ActiveTransition, activeTransitions, getSequence, getShot, type Project } from '../project'
import { findStep } from '../steps'
import type { Job } from './delivery'
import { DIGITS, numberOf } from './make'

/** A file that was delivered. */
export interface DeliveredFile {
  job: Job
  name: string
}

const isMovie = ({ name }: DeliveredFile): boolean => !name.endsWith('.zip')

/** The name of packed pictures: what their names begin and end with. */
const PACKED = /^(.*)\.(\w+)\.zip$/

const laneName = (lane: number) => (lane === 0 ? 'Stilus' : `Stilus overlay ${lane}`)

/** A delivered file in the edit; what it holds before its head is a handle. */
function clipOf(
  { job, name: media }: DeliveredFile,
  { name, start, length }: { name: string; start: number; length?: number },
): EditClip {
  const available = job.last - job.first
  const clip = { name, start, length: length ?? available, in: job.head, available }
  const [, stem, ending] = PACKED.exec(job.name) ?? []
  if (stem === undefined || ending === undefined) return { ...clip, media }
  return {
    ...clip,
    media: `${stem}.[${numberOf(0)}-${numberOf(available - 1)}].${ending}`,
    numbered: { prefix: `${stem}.`, suffix: `.${ending}`, first: 0, digits: DIGITS },
  }
}

/** A transition between two delivered files, or none where they do not hold its frames; what it loses goes into the notes. */
function jointOf(
  { transition, from, to, cut, before, after }: ActiveTransition,
  out: Job,
  into: Job,
  notes: string[],
): EditJoint[] {
  const said = `${transition.name} from ${from?.name ?? ''} to ${to?.name ?? ''}`
  if (out.last - (from?.length ?? 0) < after || into.head < before) {
    notes.push(`${said} is left out: render both with handles of ${Math.max(after, before)} frames at least.`)
    return []
  }
  const use = transition.steps.find((s) => s.on && findStep(s.use)?.crosses)?.use
  const more = [...transition.outgoing, ...transition.incoming, ...transition.steps].some(
    (s) => s.on && !findStep(s.use)?.crosses,
  )
  if (!use || more)
    notes.push(
      `${said} goes along as ${use ? 'what joins it alone' : 'a plain cut'}: its other steps are only in the whole sequence.`,
    )
  return use ? [{ at: cut, before, after, use, name: transition.name }] : []
}

/** A transition that is a file of its own takes its frames from the two shots beside it. Mutates. */
function bake(clips: EditClip[], file: DeliveredFile, { transition, cut, before, after }: ActiveTransition) {
  for (const clip of clips) {
    if (clip.start === cut) {
      clip.start += after
      clip.in += after
      clip.length -= after
    } else if (clip.start + clip.length === cut) clip.length -= before
  }
  clips.push(clipOf(file, { name: transition.name, start: cut - before }))
  // What both its transitions take whole is not there any more.
  clips.splice(0, clips.length, ...clips.filter((clip) => clip.length > 0))
}

/**
 * The edit of delivered files: each shot where it was, on its lane, with its handles outside its in and out; transitions between them where both files hold the
 * frames for it. Its notes name those that are left out.
 */
export function deliveredTimeline(project: Project, files: readonly DeliveredFile[]): EditTimeline {
  const [first] = files
  const sequence = getSequence(project, first?.job.sequenceId)
  const { rate, startTimecode } = sequence
  const notes: string[] = []
  const own = files.filter(({ job, name }) => {
    if (job.sequenceId !== sequence.id)
      notes.push(`${name} is left out: it is of another sequence than ${sequence.name}.`)
    return job.sequenceId === sequence.id
  })
  // What was delivered again stands for what was delivered before, a movie for packed pictures, which have to be unpacked first.
  own.sort((a, b) => Number(isMovie(a)) - Number(isMovie(b)))
  const shots = new Map(own.flatMap((file) => (file.job.shotId ? [[file.job.shotId, file] as const] : [])))
  const whole = own.findLast(({ job }) => !job.shotId && !job.transitionId)
  const lanes = new Map<number, EditLane>()
  const laneOf = (lane: number) => {
    const made = lanes.get(lane) ?? { name: laneName(lane), kind: 'video' as const, clips: [], joints: [] }
    lanes.set(lane, made)
    return made
  }
  if (whole && shots.size)
    notes.push(`${whole.name} is left out: the edit is made of the shots that were delivered.`)
  else if (whole) laneOf(0).clips.push(clipOf(whole, { name: project.name, start: whole.job.first }))
  for (const [shotId, file] of shots) {
    const shot = getShot(project, shotId)
    laneOf(shot.lane).clips.push(clipOf(file, shot))
  }
  const baked = new Map(own.flatMap((f) => (f.job.transitionId ? [[f.job.transitionId, f] as const] : [])))
  for (const active of activeTransitions(project, sequence)) {
    const file = baked.get(active.transition.id)
    const fits = file && file.job.last === active.before + active.after
    if (file && !fits)
      notes.push(
        `${file.name} is left out: ${active.transition.name} has another length by now. Render it again.`,
      )
    if (file && fits) {
      bake(laneOf(active.lane).clips, file, active)
      continue
    }
    const [out, into] = [active.from && shots.get(active.from.id), active.to && shots.get(active.to.id)]
    if (out && into) laneOf(active.lane).joints?.push(...jointOf(active, out.job, into.job, notes))
  }
  const packed = [...lanes.values()].flatMap(({ clips }) => clips.filter((clip) => clip.numbered))
  if (packed.length)
    notes.push(
      `Unpack the pictures beside the edit, it refers to them by their numbers: ${packed.map((clip) => clip.name).join(', ')}.`,
    )
  const inOrder = [...lanes].sort(([a], [b]) => a - b).map(([, lane]) => lane)
  const markers = sequence.markers?.map(({ at, name: called }) => ({ at, name: called }))
  return { name: project.name, rate, startTimecode, lanes: inOrder, ...(markers && { markers }), notes }
}

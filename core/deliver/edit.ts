import type { EditClip, EditJoint, EditLane, EditTimeline } from '../formats'
import { activeTransitions, getSequence, getShot, type Project } from '../project'
import { findStep } from '../steps'
import type { Job } from './delivery'

/** A file that was delivered. */
export interface DeliveredFile {
  job: Job
  name: string
}

/**
 * The edit of delivered files: each shot where it was, on its lane, with its handles outside its in and out; transitions between them where both files hold the
 * frames for it. Its notes name those that are left out.
 */
export function deliveredTimeline(project: Project, files: readonly DeliveredFile[]): EditTimeline {
  const [first] = files
  const sequence = getSequence(project, first?.job.sequenceId)
  const { rate, startTimecode } = sequence
  const own = files.filter(({ job }) => job.sequenceId === sequence.id)
  const shots = new Map(own.flatMap((file) => (file.job.shotId ? [[file.job.shotId, file] as const] : [])))
  const whole = own
    .filter(({ job }) => !job.shotId)
    .map(({ job, name }): EditClip => {
      const length = job.last - job.first
      return { name: project.name, media: name, start: job.first, length, in: 0, available: length }
    })
  const notes: string[] = []
  const lanes = new Map<number, EditLane>()
  const laneOf = (lane: number) => {
    const made = lanes.get(lane) ?? {
      name: lane === 0 ? 'Stilus' : `Stilus overlay ${lane}`,
      kind: 'video' as const,
      clips: [],
      joints: [],
    }
    lanes.set(lane, made)
    return made
  }
  if (whole.length) laneOf(0).clips.push(...whole)
  for (const [shotId, { job, name }] of shots) {
    const shot = getShot(project, shotId)
    const { start, length, lane } = shot
    const available = job.last - job.first
    laneOf(lane).clips.push({ name: shot.name, media: name, start, length, in: job.head, available })
  }
  for (const { transition, from, to, cut, before, after, lane } of activeTransitions(project, sequence)) {
    const [out, into] = [from && shots.get(from.id), to && shots.get(to.id)]
    if (!from || !to || !out || !into) continue
    const has = { after: out.job.last - from.length, before: into.job.head }
    if (has.after < after || has.before < before) {
      notes.push(
        `${transition.name} from ${from.name} to ${to.name} is left out: render both with handles of ${Math.max(after, before)} frames at least.`,
      )
      continue
    }
    const use = transition.steps.find((s) => s.on && findStep(s.use)?.crosses)?.use
    const joint: EditJoint = { at: cut, before, after, use: use ?? 'cut', name: transition.name }
    if (use) laneOf(lane).joints?.push(joint)
    else notes.push(`${transition.name} from ${from.name} to ${to.name} is a plain cut in the edit.`)
  }
  const inOrder = [...lanes].sort(([a], [b]) => a - b).map(([, lane]) => lane)
  return { name: project.name, rate, startTimecode, lanes: inOrder, notes }
}

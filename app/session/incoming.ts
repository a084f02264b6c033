import { readEdl, readOtio } from '@stilus/core/formats'
import { type Act, getSequence, performAll, type Project } from '@stilus/core/project'
import { rateName } from '@stilus/core/time'
import { type LaidSequence, type Layout, layOutEdit } from '@stilus/engine'
import { editAll, location } from '../store/edit'
import { incomingActions, type Waiting } from '../store/incoming'
import { store } from '../store/store'
import { viewActions } from '../store/view'
import { openSequence, sequencePath } from './where'
import { tell, uid, work } from './work'

/** An edit that can be taken over what is there: all that its sequences hold now stays where its pictures are. */
export interface Taking {
  acts: Act[]
  /** What is lost or rests, in sentences. */
  notes: string[]
  /** What of it cannot be, in sentences. */
  left: string[]
  crossings: number
}

const isEmpty = (project: Project, { isNew, sequenceId }: LaidSequence) =>
  isNew || !getSequence(project, sequenceId).shots.length

/**
 * The acts that lay an edit out on a project: empty sequences take it as it is, what has been worked on takes its changes.
 * @param anew throws away what is there
 */
export function takingIn(
  project: Project,
  layout: Layout,
  { stay = [], anew = false }: { stay?: string[]; anew?: boolean },
): Taking {
  const acts: Act[] = []
  const notes: string[] = []
  const left: string[] = []
  let after = project
  let media = layout.media
  let crossings = 0
  const add = (act: Act) => {
    const made = performAll(after, [act], '')
    after = made.project
    acts.push(act)
    notes.push(...made.notes)
  }
  for (const laid of layout.sequences) {
    const { sequenceId, isNew, name, rate, startTimecode, shots, sounds, markers, joints } = laid
    const args = { sequenceId, startTimecode, media, shots, sounds, markers }
    const { size } = getSequence(project)
    if (isNew) add(['sequence.add', { newId: sequenceId, name, rate, size }])
    if (anew || isEmpty(project, laid)) add(['sequence.layout', { ...args, rate }])
    else add(['sequence.recut', { ...args, stay }])
    media = []
    for (const joint of joints) {
      const { act, between } = crossing(after, sequenceId, joint)
      if (!act) continue
      try {
        add(act)
        crossings++
      } catch (error) {
        left.push(`${joint.name} between ${between} is left out: ${(error as Error).message}`)
      }
    }
  }
  return { acts, notes, left, crossings }
}

/** A transition of the edit as an act, none where the cut has one already; and the names of its shots. */
function crossing(
  project: Project,
  sequenceId: string,
  { at, lane, before, after, use }: LaidSequence['joints'][number],
): { act: Act | undefined; between: string } {
  const { shots, transitions } = getSequence(project, sequenceId)
  const on = shots.filter((s) => s.lane === lane)
  const from = on.find((s) => s.start + s.length === at)
  const to = on.find((s) => s.start === at)
  const between = `${from?.name ?? 'nothing'} and ${to?.name ?? 'nothing'}`
  const ends = { from: from?.id ?? null, to: to?.id ?? null }
  if (transitions.some((t) => t.from === ends.from && t.to === ends.to)) return { act: undefined, between }
  const length = { before: from ? before : 0, after: to ? after : 0 }
  const ids = { sequenceId, transitionId: uid(), stepId: uid() }
  return { act: ['transition.add', { ...ids, use, ...ends, ...length }], between }
}

/** Reads an edit: onto an empty sequence at once, over one that has been worked on only once the user has seen what it changes. */
export async function readEdit(file: File): Promise<void> {
  const project = store.getState().project.document
  const sequence = openSequence() ?? (project && getSequence(project))
  if (!project || !sequence) return
  const timeline = await work(`Reading ${file.name}`, async () => {
    const text = await file.text()
    return /\.edl$/i.test(file.name) ? readEdl(text, sequence.rate) : readOtio(text)
  })
  if (!timeline) return
  const waiting: Waiting = {
    kind: 'waiting',
    name: file.name,
    sequenceId: sequence.id,
    timeline,
    stay: [],
  }
  if (!sequence.shots.length) return takeIn(waiting)
  store.dispatch(incomingActions.read(waiting))
  location.go(sequencePath(project, sequence.id))
  store.dispatch(viewActions.shot({ id: null }))
  store.dispatch(viewActions.set({ acrossId: null }))
}

/** Whether an edit can only be laid out anew, and why. */
export function onlyAnew(project: Project, { sequences }: Layout): string | undefined {
  for (const laid of sequences) {
    if (laid.isNew) continue
    const { rate, name } = getSequence(project, laid.sequenceId)
    if (rate.num * laid.rate.den !== laid.rate.num * rate.den)
      return `It runs at ${rateName(laid.rate)} frames a second, ${name} at ${rateName(rate)}: it can only be laid out anew.`
  }
  return undefined
}

/** Takes an edit in as the project is now. */
export function takeIn({ name, sequenceId, timeline, stay }: Waiting, anew = false): void {
  const project = store.getState().project.document
  const sequence = project?.sequences.find((s) => s.id === sequenceId)
  store.dispatch(incomingActions.closed())
  if (!project || !sequence) return
  let layout: Layout
  let taking: Taking
  try {
    layout = layOutEdit(project, sequence, timeline)
    taking = takingIn(project, layout, { stay, anew })
  } catch (error) {
    tell('problem', (error as Error).message)
    return
  }
  const fresh = anew || !sequence.shots.length
  if (!store.dispatch(editAll(taking.acts, fresh ? 'Lay out the edit' : 'Take in the changed edit'))) return
  const { missing } = layout
  const { crossings } = taking
  if (missing.length) {
    const names =
      missing.slice(0, 3).join(', ') + (missing.length > 3 ? ` and ${missing.length - 3} more` : '')
    tell(
      'problem',
      `The edit is laid out; its media are missing: ${names}. Drop the files here and they are found by name.`,
    )
  } else {
    const shots = layout.sequences.at(-1)?.shots.length ?? 0
    const crossed = crossings === 1 ? ', one transition' : crossings ? `, ${crossings} transitions` : ''
    tell('info', `"${name}" is ${fresh ? 'laid out' : 'taken in'}: ${shots} shots${crossed}.`)
  }
  const notes = [...(timeline.notes ?? []), ...layout.notes, ...taking.left]
  if (notes.length) store.dispatch(incomingActions.read({ kind: 'report', name, layout, notes }))
}

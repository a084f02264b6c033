import { type EditTimeline, readEdl, readOtio } from '@stilus/core/formats'
import { type Act, getSequence, performAll, type Project } from '@stilus/core/project'
import { rateName } from '@stilus/core/time'
import { type LaidSequence, type Layout, layOutEdit } from '@stilus/engine'
import { editAll, location } from '../store/edit'
import { incomingActions } from '../store/incoming'
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
      const act = crossing(after, sequenceId, joint)
      if (typeof act === 'string') left.push(act)
      else if (act) {
        add(act)
        crossings++
      }
    }
  }
  return { acts, notes, left, crossings }
}

/** A transition of the edit as an act; none where the cut has one already, and a sentence where its shots cannot take it. */
function crossing(
  project: Project,
  sequenceId: string,
  { at, lane, before, after, use, name }: LaidSequence['joints'][number],
): Act | string | undefined {
  const { shots, transitions } = getSequence(project, sequenceId)
  const on = shots.filter((s) => s.lane === lane)
  const from = on.find((s) => s.start + s.length === at)
  const to = on.find((s) => s.start === at)
  if (transitions.some((t) => t.from === (from?.id ?? null) && t.to === (to?.id ?? null))) return undefined
  const ends = { from: from?.id ?? null, to: to?.id ?? null }
  const length = { before: from ? before : 0, after: to ? after : 0 }
  const act: Act = [
    'transition.add',
    { sequenceId, transitionId: uid(), stepId: uid(), use, ...ends, ...length },
  ]
  try {
    performAll(project, [act], '')
    return act
  } catch (error) {
    return `${name} between ${from?.name ?? 'nothing'} and ${to?.name ?? 'nothing'} is left out: ${(error as Error).message}`
  }
}

/** Reads an edit: onto an empty sequence at once, over one that has been worked on only once the user has seen what it changes. */
export async function readEdit(file: File): Promise<void> {
  const project = store.getState().project.document
  const sequence = openSequence() ?? (project && getSequence(project))
  if (!project || !sequence) return
  let timeline: EditTimeline | undefined
  const layout = await work(`Reading ${file.name}`, async () => {
    const text = await file.text()
    timeline = /\.edl$/i.test(file.name) ? readEdl(text, sequence.rate) : readOtio(text)
    return layOutEdit(project, sequence, timeline)
  })
  if (!layout) return
  const notes = [...(timeline?.notes ?? []), ...layout.notes]
  const incoming = { name: file.name, layout, notes, taken: false, stay: [] }
  store.dispatch(incomingActions.read(incoming))
  if (!sequence.shots.length) return takeIn(true)
  location.go(sequencePath(project, sequence.id))
  store.dispatch(viewActions.shot({ id: null }))
  store.dispatch(viewActions.set({ acrossId: null }))
}

/** Whether an edit can only be laid out anew, and why. */
export function onlyAnew(project: Project, layout: Layout): string | undefined {
  const main = layout.sequences.at(-1)
  if (!main || main.isNew) return undefined
  const { rate } = getSequence(project, main.sequenceId)
  if (rate.num * main.rate.den === main.rate.num * rate.den) return undefined
  return `It runs at ${rateName(main.rate)} frames a second, the sequence at ${rateName(rate)}: it can only be laid out anew.`
}

/** Takes the edit in that waits. */
export function takeIn(anew = false): void {
  const { incoming, project } = store.getState()
  const main = incoming?.layout.sequences.at(-1)
  if (!incoming || !main || !project.document) return
  const { name, layout, stay } = incoming
  const empty = isEmpty(project.document, main)
  let taking: Taking
  try {
    taking = takingIn(project.document, layout, { stay, anew })
  } catch (error) {
    store.dispatch(incomingActions.closed())
    tell('problem', (error as Error).message)
    return
  }
  const label = anew || empty ? 'Lay out the edit' : 'Take in the changed edit'
  if (!store.dispatch(editAll(taking.acts, label))) return
  const { missing } = layout
  const { crossings } = taking
  const crossed = crossings === 1 ? ', one transition' : crossings ? `, ${crossings} transitions` : ''
  if (missing.length) {
    const names =
      missing.slice(0, 3).join(', ') + (missing.length > 3 ? ` and ${missing.length - 3} more` : '')
    tell(
      'problem',
      `The edit is laid out; its media are missing: ${names}. Drop the files here and they are found by name.`,
    )
  } else
    tell(
      'info',
      `"${name}" is ${anew || empty ? 'laid out' : 'taken in'}: ${main.shots.length} shots${crossed}.`,
    )
  const notes = [...incoming.notes, ...taking.left]
  if (notes.length) store.dispatch(incomingActions.read({ ...incoming, notes, taken: true }))
  else store.dispatch(incomingActions.closed())
}

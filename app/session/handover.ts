import { nanoid } from '@reduxjs/toolkit'
import { findOwner, type Project } from '@stilus/core/project'
import { type Delivery, DeliveryError, deliveredTimeline, type Job, layOut } from '@stilus/core/deliver'
import { writeEdl, writeOtio } from '@stilus/core/formats'
import { clearDeliveries, deliver } from '@stilus/engine'
import { deliveryActions } from '../store/deliveries'
import { store } from '../store/store'
import { saveText } from './save-file'
import { tell } from './work'

interface Waiting {
  id: string
  project: Project
  delivery: Delivery
}

const queue: Waiting[] = []
const running = new Map<string, AbortController>()
/** Finished files by delivery, for the edit that refers to them. */
const finished = new Map<string, { job: Job; name: string }>()
let busy = false

/** Puts deliveries into the queue; the document is taken as it is now. */
export function enqueue(project: Project, deliveries: readonly Delivery[]): void {
  const names = new Set<string>()
  for (const delivery of deliveries) {
    try {
      const job = layOut(project, delivery)
      if (names.has(job.name))
        throw new DeliveryError(
          `Several files would be called ${job.name}: put {shot} or {number} into the name. Only the first is rendered.`,
        )
      names.add(job.name)
      const id = nanoid()
      store.dispatch(deliveryActions.queued({ id, name: job.name, total: job.last - job.first }))
      queue.push({ id, project, delivery })
    } catch (error) {
      tell('problem', (error as Error).message)
    }
  }
  void next()
}

export function cancelDelivery(id: string): void {
  const at = queue.findIndex((w) => w.id === id)
  if (at >= 0) {
    queue.splice(at, 1)
    store.dispatch(deliveryActions.updated({ id, status: 'cancelled' }))
  }
  running.get(id)?.abort()
}

async function next(): Promise<void> {
  const waiting = busy ? undefined : queue.shift()
  if (!waiting) return
  busy = true
  const { id, project, delivery } = waiting
  const controller = new AbortController()
  running.set(id, controller)
  store.dispatch(deliveryActions.updated({ id, status: 'rendering', startedAt: Date.now() }))
  try {
    const { file, job, codec, problems } = await deliver(project, delivery, controller.signal, ({ done }) =>
      store.dispatch(deliveryActions.updated({ id, done })),
    )
    const problem = problems.length
      ? `${problems[0]}${problems.length > 1 ? ` And ${problems.length - 1} more.` : ''}`
      : null
    if (problem) tell('problem', problem)
    finished.set(id, { job, name: file.name })
    const url = URL.createObjectURL(file)
    store.dispatch(
      deliveryActions.updated({
        id,
        status: 'done',
        url,
        bytes: file.size,
        codec,
        problem,
        finishedAt: Date.now(),
      }),
    )
  } catch (error) {
    const cancelled = (error as Error).name === 'AbortError'
    const problem = cancelled ? null : (error as Error).message
    store.dispatch(deliveryActions.updated({ id, status: cancelled ? 'cancelled' : 'failed', problem }))
    if (problem) tell('problem', problem)
  } finally {
    running.delete(id)
    busy = false
    void next()
  }
}

/** An edit of what has been delivered so far, which refers to those files, and what it cannot say. */
export function deliveredEdit(project: Project, as: 'otio' | 'edl'): { text: string; notes: string[] } {
  const done = store.getState().deliveries.flatMap((d) => finished.get(d.id) ?? [])
  const files = done.filter(({ job }) => !job.shotId || findOwner(project, 'shot', job.shotId))
  const timeline = deliveredTimeline(project, files)
  const { text, notes } = as === 'edl' ? writeEdl(timeline) : { text: writeOtio(timeline), notes: [] }
  return { text, notes: [...(timeline.notes ?? []), ...notes] }
}

/** Saves that edit, and tells what it cannot say. */
export function saveDeliveredEdit(project: Project, as: 'otio' | 'edl'): void {
  const { text, notes } = deliveredEdit(project, as)
  if (notes.length) tell('info', notes.join('\n'))
  saveText(`${project.name}.${as}`, text)
}

/** Files of an earlier visit are of no use to anybody. */
export const forgetOldDeliveries = (): Promise<void> => clearDeliveries().catch(() => undefined)

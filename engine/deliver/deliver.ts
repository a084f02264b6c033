import { type Delivery, type Job, layOut } from '@stilus/core/deliver'
import type { Project } from '@stilus/core/project'
import { Caller } from '../rpc'
import { StorageFull } from '../store/database'
import type { DeliveryProgress, DeliverHandlers } from './deliver.worker'

export interface Finished {
  file: File
  job: Job
  codec: string
  problems: string[]
}

/**
 * Makes one delivery in a worker of its own.
 * @throws AbortError when cancelled, StorageFull, DeliveryError
 */
export async function deliver(
  project: Project,
  delivery: Delivery,
  signal: AbortSignal,
  progress: (p: DeliveryProgress) => void,
): Promise<Finished> {
  const job = layOut(project, delivery)
  const worker = new Worker(new URL('./deliver.worker.ts', import.meta.url), {
    type: 'module',
    name: 'stilus deliver',
  })
  const caller = new Caller<DeliverHandlers>(worker)
  try {
    const stored = `${crypto.randomUUID()}-${job.name}`
    const result = await caller.call(
      'deliver',
      { project, delivery, stored },
      { signal, progress: (p) => progress(p as DeliveryProgress) },
    )
    const directory = await navigator.storage.getDirectory()
    const written = await (await directory.getFileHandle(result.stored)).getFile()
    const file = new File([written], job.name, { type: written.type })
    return { file, job, codec: result.codec, problems: result.problems }
  } catch (error) {
    throw (error as Error).name === 'QuotaExceededError' ? new StorageFull() : error
  } finally {
    caller.end()
  }
}

/** Removes what earlier deliveries left in the private file system. */
export async function clearDeliveries(): Promise<void> {
  const directory = await navigator.storage.getDirectory()
  for await (const name of directory.keys()) await directory.removeEntry(name).catch(() => undefined)
}

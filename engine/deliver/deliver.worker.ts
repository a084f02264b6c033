import { type Delivery, makeDelivery } from '@stilus/core/deliver'
import type { Project } from '@stilus/core/project'
import { Renderer } from '../render/renderer'
import { type CallContext, serve } from '../rpc'
import { findMedium } from '../store/projects'
import { browserMovie } from './movie'
import { stamped } from './stamped'

/** What a running delivery tells. */
export interface DeliveryProgress {
  done: number
  total: number
}

export interface DeliveryResult {
  /** Name of the finished file in the origin's private file system. */
  stored: string
  codec: string
  /** What went wrong without stopping it, such as frames that could not be read. */
  problems: string[]
}

const handlers = {
  /** Renders, encodes and writes a delivery into the private file system; a cancelled one leaves nothing behind. */
  async deliver(
    { project, delivery, stored }: { project: Project; delivery: Delivery; stored: string },
    { signal, progress }: CallContext,
  ): Promise<DeliveryResult> {
    const directory = await navigator.storage.getDirectory()
    const file = await directory.getFileHandle(stored, { create: true })
    const writable = await file.createWritable()
    const problems = new Set<string>()
    // Every frame is asked for once: nothing is kept but what decoding needs.
    const renderer = new Renderer((id) => findMedium(project.id, id), {
      onProblem: (message) => problems.add(message),
      startPlanner: null,
      memory: 2 ** 30,
    })
    renderer.cache.limit = 0
    try {
      const codec = await makeDelivery(
        project,
        delivery,
        {
          ahead: renderer.workers * 2 + 1,
          render: ({ target }, frame, encoding) =>
            renderer.render({ project, target, frame, scale: 1, ...encoding, signal }),
          recycle: (picture) => renderer.recycle(picture),
          media: renderer.media,
          movie: async (options) => {
            const movie = await browserMovie(options, writable)
            return options.container === 'mp4' ? stamped(movie, file, options) : movie
          },
          file: () =>
            Promise.resolve({
              write: (bytes) => writable.write(bytes as Uint8Array<ArrayBuffer>),
              close: () => writable.close(),
            }),
        },
        { signal, progress: (done, total) => progress({ done, total } satisfies DeliveryProgress) },
      )
      return { stored, codec, problems: [...problems] }
    } catch (error) {
      await writable.abort().catch(() => undefined)
      await directory.removeEntry(stored).catch(() => undefined)
      throw error
    } finally {
      renderer.close()
    }
  },
}

serve(handlers)
export type DeliverHandlers = typeof handlers

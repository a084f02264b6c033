import { createWriteStream, renameSync, rmSync } from 'node:fs'
import { once } from 'node:events'
import { finished } from 'node:stream/promises'
import { type ByteWriter, type Delivery, type DeliveryRun, makeDelivery } from '@stilus/core/deliver'
import type { Project } from '@stilus/core/project'
import { ffmpegMovie } from './movie'
import { NodeRenderer } from './render'

/**
 * Makes a delivery in Node. It is written beside its place and put there when it is whole: whatever ends it before leaves nothing.
 * @returns names of what it was encoded as
 * @throws AbortError when cancelled, DeliveryError
 */
export async function deliverToFile(
  project: Project,
  files: ReadonlyMap<string, string>,
  delivery: Delivery,
  path: string,
  run: DeliveryRun & { problem(message: string): void },
): Promise<string> {
  const unfinished = `${path}.unfinished`
  const renderer = new NodeRenderer(project, files, (message) => run.problem(message))
  // Kernels make one picture at a time.
  let turn: Promise<unknown> = Promise.resolve()
  try {
    const codec = await makeDelivery(
      project,
      delivery,
      {
        ahead: 2,
        render: ({ target }, frame, encoding) => {
          const made = turn.then(() => renderer.encoded(target, frame, encoding))
          turn = made.catch(() => undefined)
          return made
        },
        media: renderer.media,
        movie: (options) => Promise.resolve(ffmpegMovie(options, unfinished)),
        file: () => Promise.resolve(fileWriter(unfinished)),
      },
      run,
    )
    renameSync(unfinished, path)
    return codec
  } finally {
    await turn
    await renderer.close()
    rmSync(unfinished, { force: true })
  }
}

function fileWriter(path: string): ByteWriter {
  const stream = createWriteStream(path)
  return {
    async write(bytes) {
      if (!stream.write(bytes)) await once(stream, 'drain')
    },
    async close() {
      stream.end()
      await finished(stream)
    },
  }
}

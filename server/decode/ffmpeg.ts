import { spawnSync } from 'node:child_process'
import type { Writable } from 'node:stream'
import { MkvOutputFormat, Output, StreamTarget } from 'mediabunny'

/** @throws Error with what to do where ffmpeg is not there */
export function needFfmpeg(): void {
  if (spawnSync('ffmpeg', ['-version'], { stdio: 'ignore' }).error)
    throw new Error('ffmpeg is not there. Install it (Debian: apt install ffmpeg) and try again.')
}

/** A Matroska stream into a pipe: packets go to ffmpeg as they are, with nothing for it to seek, cut or turn. */
export function matroskaInto(pipe: Writable): Output {
  pipe.on('error', () => undefined)
  const writable = new WritableStream<{ data: Uint8Array; position: number }>({
    write: ({ data }) =>
      new Promise<void>((resolve) => {
        if (pipe.destroyed) return resolve()
        pipe.write(data.slice(), () => resolve())
      }),
  })
  const format = new MkvOutputFormat({ appendOnly: true, minimumClusterDuration: 0 })
  return new Output({ format, target: new StreamTarget(writable) })
}

/** Begins with the first packet instead of reading ahead for what the stream's head says already. */
export const QUICK = ['-probesize', '32', '-analyzeduration', '0', '-fpsprobesize', '0', '-f', 'matroska']

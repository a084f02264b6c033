import { indexAtEnd, type MovieOptions, type MovieWriter, withTimecode } from '@stilus/core/deliver'

/** A movie that gets its timecode into the finished file, as a track that its muxer does not write. */
export function stamped(movie: MovieWriter, file: FileSystemFileHandle, options: MovieOptions): MovieWriter {
  let frames = 0
  return {
    ...movie,
    picture(planes, n) {
      frames = Math.max(frames, n + 1)
      return movie.picture(planes, n)
    },
    async finish() {
      await movie.finish()
      await stampTimecode(file, options, frames)
    },
  }
}

/** What workers have beside the types of the page: a file of the private file system, read and written in place. */
interface SyncAccess {
  read(into: Uint8Array, options: { at: number }): number
  write(bytes: Uint8Array, options: { at: number }): number
  getSize(): number
  truncate(size: number): void
  flush(): void
  close(): void
}
type Handle = FileSystemFileHandle & { createSyncAccessHandle(): Promise<SyncAccess> }

/** Writes a track of timecode in the place of the index at the end of an MP4. A file whose index lies elsewhere stays as it is. */
async function stampTimecode(file: FileSystemFileHandle, { timecode, rate }: MovieOptions, frames: number) {
  const access = await (file as Handle).createSyncAccessHandle()
  try {
    const read = (at: number, bytes: number) => {
      const out = new Uint8Array(bytes)
      return out.subarray(0, access.read(out, { at }))
    }
    const length = access.getSize()
    const at = indexAtEnd(length, read)
    const made = at !== undefined && withTimecode(read(at, length - at), { timecode, rate, frames, at })
    if (!made) return
    access.write(made, { at })
    access.truncate(at + made.length)
    access.flush()
  } finally {
    access.close()
  }
}

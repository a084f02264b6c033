import { Zip, ZipPassThrough } from 'fflate'
import type { ByteWriter } from './make'

/** An archive that is written as it grows. What goes in is compressed already and is stored as it is. */
export class ZipWriter {
  readonly #pieces: Uint8Array[] = []
  readonly #zip = new Zip((error, piece) => {
    if (error) throw error
    this.#pieces.push(piece)
  })

  constructor(private readonly to: ByteWriter) {}

  async add(name: string, bytes: Uint8Array): Promise<void> {
    const entry = new ZipPassThrough(name)
    this.#zip.add(entry)
    entry.push(bytes, true)
    await this.#flush()
  }

  async close(): Promise<void> {
    this.#zip.end()
    await this.#flush()
    await this.to.close()
  }

  async #flush(): Promise<void> {
    for (const piece of this.#pieces.splice(0)) await this.to.write(piece)
  }
}

import type { Delivered } from './render.worker'

/** Rendered pictures by plan key, within a budget of bytes. Pictures unused for longest go first. */
export class FrameCache {
  readonly #kept = new Map<string, Delivered>()
  #bytes = 0

  constructor(private budget: number) {}

  get bytes() {
    return this.#bytes
  }

  get limit() {
    return this.budget
  }

  set limit(bytes: number) {
    this.budget = bytes
    this.#trim()
  }

  has(key: string): boolean {
    return this.#kept.has(key)
  }

  get(key: string): Delivered | undefined {
    const picture = this.#kept.get(key)
    if (picture) {
      this.#kept.delete(key)
      this.#kept.set(key, picture)
    }
    return picture
  }

  put(key: string, picture: Delivered): void {
    const old = this.#kept.get(key)
    if (old) this.#bytes -= old.data.byteLength
    this.#kept.delete(key)
    this.#kept.set(key, picture)
    this.#bytes += picture.data.byteLength
    this.#trim()
  }

  clear(): void {
    this.#kept.clear()
    this.#bytes = 0
  }

  #trim(): void {
    for (const [key, picture] of this.#kept) {
      if (this.#bytes <= this.budget) break
      this.#kept.delete(key)
      this.#bytes -= picture.data.byteLength
    }
  }
}

import type { NodeCache } from '@stilus/core/render'

/** Pictures in the making within a budget of bytes; those unused for longest go first, and none may take more than half. */
export class RecentNodes implements NodeCache {
  readonly #kept = new Map<string, Float32Array>()
  #bytes = 0

  constructor(private readonly budget: number) {}

  get(key: string): Float32Array | undefined {
    const values = this.#kept.get(key)
    if (values) {
      this.#kept.delete(key)
      this.#kept.set(key, values)
    }
    return values
  }

  put(key: string, values: Float32Array): void {
    if (this.#kept.has(key) || values.byteLength > this.budget / 2) return
    this.#kept.set(key, values.slice())
    this.#bytes += values.byteLength
    for (const [oldest, old] of this.#kept) {
      if (this.#bytes <= this.budget) break
      this.#kept.delete(oldest)
      this.#bytes -= old.byteLength
    }
  }
}

import type { NodeCache } from '@stilus/core/render'

/**
 * Pictures in the making within a budget of bytes. What the last plan has in common with the one before it is what a hand on a control comes back to: it
 * stays, the deepest longest, and what was new makes room for it. A picture larger than the budget is not kept.
 */
export class RecentNodes implements NodeCache {
  readonly #kept = new Map<string, Float32Array>()
  #bytes = 0
  #now: ReadonlySet<string> = new Set()
  #common: ReadonlySet<string> = new Set()

  constructor(public budget: number) {}

  /** What is kept, and how large it is together. */
  get state(): { keys: string[]; bytes: number } {
    return { keys: [...this.#kept.keys()], bytes: this.#bytes }
  }

  holds(key: string): boolean {
    return this.#kept.has(key)
  }

  begin(keys: readonly string[]): void {
    this.#common = new Set(keys.filter((key) => this.#now.has(key)))
    this.#now = new Set(keys)
    this.#roomFor(0, 2)
  }

  get(key: string): Float32Array | undefined {
    const values = this.#kept.get(key)
    if (values) {
      this.#kept.delete(key)
      this.#kept.set(key, values)
    }
    return values
  }

  put(key: string, values: Float32Array): void {
    if (this.#kept.has(key) || !this.#roomFor(values.byteLength, this.#worth(key))) return
    this.#kept.set(key, values.slice())
    this.#bytes += values.byteLength
  }

  /** 2 for what two plans in a row asked for, 1 for what the last one did, 0 for the rest. */
  #worth(key: string): number {
    return this.#common.has(key) ? 2 : this.#now.has(key) ? 1 : 0
  }

  /** Lets go of what is worth no more than what comes, the least and oldest first; false where that is not enough. */
  #roomFor(bytes: number, worth: number): boolean {
    const going = [...this.#kept.keys()]
      .map((key) => ({ key, worth: this.#worth(key) }))
      .filter((old) => old.worth <= worth)
      .sort((a, b) => a.worth - b.worth)
    const size = (key: string) => this.#kept.get(key)?.byteLength ?? 0
    const room = this.budget - this.#bytes + going.reduce((sum, { key }) => sum + size(key), 0)
    if (bytes > room) return false
    for (const { key } of going) {
      if (this.#bytes + bytes <= this.budget) break
      this.#bytes -= size(key)
      this.#kept.delete(key)
    }
    return true
  }
}

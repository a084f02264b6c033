import type { Delivered } from './render.worker'

/** What a rendered picture shows and what it cost. */
export interface Made {
  /** Pictures of one group follow each other in time: a target at a scale. */
  group: string
  frame: number
  /** Milliseconds it took. */
  cost: number
}

interface Kept extends Made {
  picture: Delivered
}

/** A picture of another target or scale counts as this many frames away. */
const ELSEWHERE = 240

/**
 * Rendered pictures by plan key, within a budget of bytes. When it is full, what is cheapest to make again and furthest from the playhead goes first: cost
 * divided by distance in frames; of equals, what was unused for longest.
 */
export class FrameCache {
  readonly #kept = new Map<string, Kept>()
  #bytes = 0
  #playhead = { group: '', frame: 0 }

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

  /** Tells where the user is looking. */
  look(group: string, frame: number): void {
    this.#playhead = { group, frame }
  }

  has(key: string): boolean {
    return this.#kept.has(key)
  }

  get(key: string): Delivered | undefined {
    const kept = this.#kept.get(key)
    if (kept) {
      this.#kept.delete(key)
      this.#kept.set(key, kept)
    }
    return kept?.picture
  }

  put(key: string, picture: Delivered, made: Made): void {
    this.#drop(key)
    this.#kept.set(key, { ...made, picture })
    this.#bytes += picture.data.byteLength
    this.#trim()
  }

  clear(): void {
    this.#kept.clear()
    this.#bytes = 0
  }

  #drop(key: string): void {
    const old = this.#kept.get(key)
    if (old) this.#bytes -= old.picture.data.byteLength
    this.#kept.delete(key)
  }

  #trim(): void {
    while (this.#bytes > this.budget && this.#kept.size) {
      let [least, worth] = ['', Infinity]
      for (const [key, kept] of this.#kept) {
        const value = this.#worth(kept)
        if (value < worth) [least, worth] = [key, value]
      }
      this.#drop(least)
    }
  }

  #worth({ group, frame, cost }: Kept): number {
    const away = group === this.#playhead.group ? Math.abs(frame - this.#playhead.frame) : ELSEWHERE
    return cost / (1 + away)
  }
}

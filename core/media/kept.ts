import { LRUCache } from 'lru-cache'
import type { Picture } from '../frame'
import { pictureBytes } from './planes'

/** Bytes of decoded pictures that a medium keeps unless it is told otherwise. */
const BUDGET = 192 * 1048576

const within = (maxSize: number) =>
  new LRUCache<number, Picture>({ maxSize, sizeCalculation: (p) => Math.max(1, pictureBytes(p)) })

/** Decoded pictures by their frame, within a budget of bytes that may change; those unused for longest go first. */
export class KeptPictures {
  #pictures = within(BUDGET)

  get bytes(): number {
    return this.#pictures.calculatedSize
  }

  set budget(bytes: number) {
    const whole = Math.max(1, Math.floor(bytes))
    if (whole === this.#pictures.maxSize) return
    const before = this.#pictures
    this.#pictures = within(whole)
    // From the oldest on, so that the order of their use stays.
    this.#pictures.load(before.dump())
  }

  get(frame: number): Picture | undefined {
    return this.#pictures.get(frame)
  }

  /** Keeps a picture, unless the frame has one. */
  add(frame: number, picture: Picture): void {
    if (!this.#pictures.has(frame)) this.#pictures.set(frame, picture)
  }

  clear(): void {
    this.#pictures.clear()
  }
}

import type { Plane } from '../frame'
import type { Kernels } from '../kernels'

/** Bytes of planes that are kept of one drawing. */
const MOST = 64 * 1048576

/**
 * The planes of what was drawn last, where the same drawing was asked for twice in a row: a hand that changes colours comes back to it. What moves by is not kept, and what is given is the same
 * bits as what would be made.
 */
export class KeptPlanes {
  #drawing = ''
  #again = false
  #bytes = 0
  readonly #planes = new Map<string, { width: number; height: number; values: Float32Array }>()

  /** Says what is drawn now: its outlines, where they stand and the area. */
  begin(drawing: string): void {
    this.#again = drawing === this.#drawing
    if (this.#again) return
    this.#drawing = drawing
    this.#planes.clear()
    this.#bytes = 0
  }

  /** The plane of a name, made where it is not kept; the caller frees it. */
  take(k: Kernels, name: string, make: () => Plane): Plane {
    const known = this.#planes.get(name)
    if (known) {
      const plane = k.plane(known.width, known.height)
      plane.data.set(known.values)
      return plane
    }
    const made = make()
    if (this.#again && this.#bytes + made.data.byteLength <= MOST) {
      this.#bytes += made.data.byteLength
      this.#planes.set(name, { width: made.width, height: made.height, values: made.data.slice() })
    }
    return made
  }
}

import type { Frame, Plane, Size } from '../frame'
import type { Kernels } from '../kernels'

/** Larger pictures are not kept: up to 36 bytes a place. */
const MOST = 1920 * 1200

/** What a picture was made of: it says which pictures, and how besides. */
export type Origin = readonly [seen: string, how: string]

/**
 * What was made last, where the same picture was asked for twice in a row: a hand on a later control comes back to it. Pictures that play by are not kept, and what is given is the same bits as what would be made.
 */
export class Again<T> {
  #last: { seen: string; key: string; kept?: T | undefined } | undefined

  /**
   * @param make makes it where it is not kept
   * @param keep takes of what was made what is kept, apart from the arena
   * @param lend gives what is kept again
   */
  take<Made>(
    { width, height }: Size,
    [seen, how]: Origin,
    make: () => Made | undefined,
    { keep, lend }: { keep(made: Made): T; lend(kept: T): Made },
  ): Made | undefined {
    const key = `${seen} ${how}`
    if (this.#last?.key === key && this.#last.kept !== undefined) return lend(this.#last.kept)
    const made = make()
    const again = this.#last?.seen === seen && width * height <= MOST
    this.#last = { seen, key, kept: made && again ? keep(made) : undefined }
    return made
  }
}

/** A plane of the arena that holds these values. */
export function planeOf(k: Kernels, { width, height }: Size, values: Float32Array): Plane {
  const plane = k.plane(width, height)
  plane.data.set(values)
  return plane
}

/** The values of a picture, apart from the arena. */
export const valuesOf = ({ data }: Frame | Plane): Float32Array => data.slice()

/** Proxy scales that a hand may see, from the finest. */
const SCALES = [1, 0.5, 0.25, 0.125]

/** What rendering costs here and now, learnt from the frames that were rendered, to choose the scale that a moving hand can have. */
export class Pace {
  /** Milliseconds for a frame at full size, as a running mean. */
  #full: number | undefined

  /** A frame at this scale took so long. Time is taken to grow with the number of pixels; small scales say little and weigh less. */
  note(scale: number, milliseconds: number): void {
    const full = milliseconds / (scale * scale)
    const weight = 0.5 * Math.min(1, scale)
    this.#full = this.#full === undefined ? full : this.#full + (full - this.#full) * weight
  }

  /** The finest scale, `most` or below, at which a frame is expected within so many milliseconds. */
  scaleFor(milliseconds: number, most: number): number {
    const full = this.#full
    const fits = SCALES.filter((s) => s <= most)
    if (full === undefined) return fits[1] ?? fits[0] ?? most
    return fits.find((s) => full * s * s <= milliseconds) ?? fits.at(-1) ?? most
  }
}

/**
 * A ring of prepared rows: of a window that moves down a picture, each row is prepared once, just when it comes in. Rows are numbered without end, from
 * above the picture to below it.
 */
export class Rows {
  readonly #held: Int32Array
  readonly #there: Uint8Array

  /**
   * @param slots rows of the window; at any time only rows less than this far apart may be asked for
   * @param make prepares a row at an address; false where there is nothing
   */
  constructor(
    private readonly slots: number,
    private readonly base: number,
    private readonly pitch: number,
    private readonly make: (row: number, address: number) => boolean,
  ) {
    this.#held = new Int32Array(slots).fill(-2147483648)
    this.#there = new Uint8Array(slots)
  }

  /** The address of a row, or undefined where there is nothing. */
  at(row: number): number | undefined {
    const slot = ((row % this.slots) + this.slots) % this.slots
    const address = this.base + slot * this.pitch
    if (this.#held[slot] !== row) {
      this.#held[slot] = row
      this.#there[slot] = this.make(row, address) ? 1 : 0
    }
    return this.#there[slot] ? address : undefined
  }
}

/** A block of the arena: `at` is a byte address, always a multiple of 64. */
export interface Block {
  at: number
  bytes: number
}

const ALIGN = 64
const up = (bytes: number) => Math.ceil(Math.max(bytes, 1) / ALIGN) * ALIGN

/** Says that a request does not fit, with the sizes. */
export class ArenaFull extends Error {
  constructor(asked: number, total: number, used: number) {
    const mb = (n: number) => `${(n / 1048576).toFixed(1)} MB`
    super(`This picture needs ${mb(asked)} more working memory; ${mb(used)} of ${mb(total)} are in use.`)
    this.name = 'ArenaFull'
  }
}

/** First-fit bookkeeping over a fixed range of addresses. It knows nothing of the memory itself. */
export class Arena {
  #free: Block[]
  #used = 0
  readonly #total: number

  constructor(start: number, end: number) {
    const at = up(start)
    this.#total = Math.floor((end - at) / ALIGN) * ALIGN
    this.#free = [{ at, bytes: this.#total }]
  }

  get used() {
    return this.#used
  }

  /** Reserves at least `bytes` bytes. @throws ArenaFull */
  alloc(bytes: number): Block {
    const size = up(bytes)
    const index = this.#free.findIndex((block) => block.bytes >= size)
    const hole = this.#free[index]
    if (!hole) throw new ArenaFull(size, this.#total, this.#used)
    const block = { at: hole.at, bytes: size }
    if (hole.bytes === size) this.#free.splice(index, 1)
    else this.#free[index] = { at: hole.at + size, bytes: hole.bytes - size }
    this.#used += size
    return block
  }

  /** Gives a block back and joins it with free neighbours. */
  free(block: Block): void {
    this.#used -= block.bytes
    let index = this.#free.findIndex((hole) => hole.at > block.at)
    if (index < 0) index = this.#free.length
    this.#free.splice(index, 0, { at: block.at, bytes: block.bytes })
    for (const i of [index, index - 1]) {
      const a = this.#free[i]
      const b = this.#free[i + 1]
      if (a && b && a.at + a.bytes === b.at) {
        this.#free.splice(i, 2, { at: a.at, bytes: a.bytes + b.bytes })
      }
    }
  }
}

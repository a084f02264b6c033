/**
 * Decides which frames to render ahead of a clock. When rendering keeps up it asks for every frame; when it does not, for every
 * second, third … frame, far enough ahead to be there in time, so that what is left out is left out evenly.
 */
export class Lookahead {
  /** Seconds from asking to having, and between one finished frame and the next; running means. */
  #latency = 0.05
  #interval = 0
  #flying = 0
  #lastDone = 0
  #next: number | undefined

  /**
   * @param rate frames a second that the clock passes
   * @param atOnce frames in the making at the same time
   * @param ahead frames that may lie finished before they are due
   */
  constructor(
    private readonly rate: number,
    private readonly atOnce: number,
    private readonly ahead: number,
  ) {}

  /** Every how manyth frame is asked for. */
  get stride(): number {
    return Math.max(1, Math.ceil(this.#interval * this.rate * 0.95))
  }

  /** The next frame to ask for, counted in the direction of play, or undefined for none now. `now` is the frame that is due. */
  ask(now: number): number | undefined {
    if (this.#flying >= this.atOnce) return undefined
    const earliest = now + Math.ceil(this.#latency * this.rate * (this.stride > 1 ? 1 : 0))
    const next = this.#next === undefined ? now : Math.max(this.#next, earliest)
    if (next > now + this.ahead * this.stride) return undefined
    this.#next = next + this.stride
    this.#flying++
    return next
  }

  /** A frame is there, or has failed; times in seconds. */
  done(asked: number, now: number): void {
    this.#flying--
    this.#latency += (now - asked - this.#latency) * 0.3
    // A pause in which nothing was asked for says nothing about speed.
    const since = Math.min(now - this.#lastDone, now - asked)
    if (this.#lastDone > 0) this.#interval += (since - this.#interval) * 0.15
    this.#lastDone = now
  }

  /** A frame that was named does not exist. */
  pass(): void {
    this.#flying--
  }

  /** The clock jumped, as at the seam of a loop. */
  restart(): void {
    this.#next = undefined
  }
}

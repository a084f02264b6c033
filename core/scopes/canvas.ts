import type { Drawn } from './shown'
import { maths } from '../maths'

/** Counts of hits a cell, to be drawn as light. */
export class Counts {
  readonly #counts: Float32Array
  #most = 1e-9

  constructor(
    readonly width: number,
    readonly height: number,
  ) {
    this.#counts = new Float32Array(width * height)
  }

  hit(x: number, y: number, amount = 1): void {
    if (x < 0 || y < 0 || x >= this.width || y >= this.height) return
    const at = y * this.width + x
    const next = (this.#counts[at] as number) + amount
    this.#counts[at] = next
    if (next > this.#most) this.#most = next
  }

  /**
   * Adds the counts to a drawing as light of a colour: brightness 1 - e^(-count / typical), so that single hits show and full areas do not drown them.
   * `typical` is the count that shows as 63 %.
   */
  light(out: Drawn, colour: readonly [number, number, number], typical: number, left = 0): void {
    for (let y = 0; y < this.height; y++) {
      for (let x = 0; x < this.width; x++) {
        const count = this.#counts[y * this.width + x] as number
        if (!count) continue
        const bright = 0.25 + 0.75 * (1 - maths.exp(-count / typical))
        const at = (y * out.width + x + left) * 4
        for (let c = 0; c < 3; c++)
          out.data[at + c] = Math.min(255, (out.data[at + c] as number) + bright * (colour[c] as number))
      }
    }
  }
}

/** An empty drawing in the ground's grey. */
export function blank(width: number, height: number): Drawn {
  const data = new Uint8ClampedArray(width * height * 4)
  for (let i = 0; i < data.length; i += 4) data.set([20, 20, 20, 255], i)
  return { width, height, data }
}

/** A straight line of one pixel's width, over what is there. */
export function line(out: Drawn, x0: number, y0: number, x1: number, y1: number, grey: number): void {
  const steps = Math.max(1, Math.ceil(Math.max(Math.abs(x1 - x0), Math.abs(y1 - y0))))
  for (let i = 0; i <= steps; i++) {
    const x = Math.round(x0 + ((x1 - x0) * i) / steps)
    const y = Math.round(y0 + ((y1 - y0) * i) / steps)
    if (x < 0 || y < 0 || x >= out.width || y >= out.height) continue
    const at = (y * out.width + x) * 4
    for (let c = 0; c < 3; c++) out.data[at + c] = Math.max(out.data[at + c] as number, grey)
  }
}

import type { Size } from '../frame'
import { type Kernels, type OverTime, type Parts, partsOf, ROOT, type Roots } from '../kernels'
import { medianOf } from './colour'

/** A place moves that strays by more than this many times the grain. */
export const MOVES = 2
/** A part stands of which less than this share moves. */
const MOVES_TO = 0.12
/** A part that touches no border is stuck to the screen if it is smaller than this share of the picture. */
const STUCK_TO = 0.01

/** How far a place of the screen strays: the median of every 97th. Footage without noise has some from its codes. */
export function grainOf({ known, moves }: OverTime): number {
  const grains: number[] = []
  for (let i = 0; i < known.length; i += 97) if (known[i]) grains.push(moves[i] as number)
  return Math.max(0.002, medianOf(grains))
}

/**
 * The set among what is no screen: parts of which hardly anything moves and that touch the left, the upper or the right border, and small ones that touch none and about which the screen is always seen, such as
 * markers. A part that stands in from below may be a subject that sits still: it is none.
 * @param solid 1 where a place is no screen
 * @param often 1 where the screen is nearly always seen
 */
export function setIn(
  k: Kernels,
  size: Size,
  solid: Uint8Array,
  over: OverTime,
  grain: number,
  often: Uint8Array,
): Uint8Array {
  return partsOf(k, size, solid, (parts) => {
    const out = new Uint8Array(solid.length)
    parts.set(out, standing(size, parts, over, grain, often), 1)
    return out
  })
}

/** Which parts belong to the set: a byte for each. */
function standing(
  { width, height }: Size,
  parts: Parts,
  { moves }: OverTime,
  grain: number,
  often: Uint8Array,
): Uint8Array {
  const { of, count } = parts
  const [sizes, moving] = [new Int32Array(count + 1), new Int32Array(count + 1)]
  const [aside, below] = [new Uint8Array(count + 1), new Uint8Array(count + 1)]
  for (let i = 0; i < of.length; i++) {
    const part = of[i] as number
    if (!part) continue
    sizes[part] = (sizes[part] as number) + 1
    if ((moves[i] as number) > MOVES * grain) moving[part] = (moving[part] as number) + 1
    const x = i % width
    if (i < width || x === 0 || x === width - 1) aside[part] = 1
    if (i >= of.length - width) below[part] = 1
  }
  const quiet = quietAbout({ width, height }, parts, often)
  return Uint8Array.from(sizes, (size, part) => {
    if (!part || (moving[part] as number) >= MOVES_TO * size) return 0
    return aside[part] || (!below[part] && size < STUCK_TO * of.length && (quiet[part] as number) > QUIET)
      ? 1
      : 0
  })
}

/** How far from its edge the screen about a part is looked at, as a share of the picture's height; and how much of it has to be seen nearly always. */
const [ABOUT, QUIET] = [0.012, 0.75]

/** About each part, the share of places (some way off its edges, across and down) at which the screen is nearly always seen. */
function quietAbout({ width, height }: Size, { of, count }: Parts, often: Uint8Array): Float32Array {
  const by = Math.max(2, Math.round(ABOUT * height))
  const [quiet, all] = [new Float32Array(count + 1), new Float32Array(count + 1)]
  for (let i = 0; i < of.length; i++) {
    const part = of[i] as number
    if (!part) continue
    const x = i % width
    for (let side = 0; side < 4; side++) {
      const [dx, dy] = [side === 0 ? -1 : side === 1 ? 1 : 0, side === 2 ? -1 : side === 3 ? 1 : 0]
      const next = i + dx + dy * width
      if (next < 0 || next >= of.length || x + dx < 0 || x + dx >= width || of[next] === part) continue
      const far = i + by * (dx + dy * width)
      if (far < 0 || far >= of.length || x + by * dx < 0 || x + by * dx >= width) continue
      all[part] = (all[part] as number) + 1
      if (often[far] || (of[far] && of[far] !== part)) quiet[part] = (quiet[part] as number) + 1
    }
  }
  for (let part = 1; part <= count; part++)
    quiet[part] = (quiet[part] as number) / Math.max(1, all[part] as number)
  return quiet
}

/** Where the screen is seen in more than three quarters of the pictures. */
export function oftenSeen(when: Uint32Array, looks: number): Uint8Array {
  const out = new Uint8Array(when.length)
  for (let i = 0; i < out.length; i++) {
    let seen = 0
    for (let bits = when[i] as number; bits; bits = (bits & (bits - 1)) >>> 0) seen++
    if (seen > 0.75 * looks) out[i] = 1
  }
  return out
}

/** Less than this share of the screen is covered at times, and of the rest moves, where nothing does. */
const STILL_TO = 0.003

/** Whether nothing moves before the screen: no place of it is covered in some pictures and seen in others, and what is never seen strays no more than by its grain. */
export function standsStill({ known, moves }: OverTime, often: Uint8Array, grain: number): boolean {
  let moving = 0
  for (let i = 0; i < known.length; i++) {
    if (known[i] ? !often[i] : (moves[i] as number) > MOVES * grain) moving++
  }
  return moving < STILL_TO * known.length
}

/** The side of the cells over which noise is averaged away. */
const CELL = 16

/** How far cells of the screen stray from what it is, in codes: their root mean square over time, the ninth tenth of all. */
export function straying(
  looks: readonly Roots[],
  when: Uint32Array,
  over: OverTime,
  { width, height }: Size,
) {
  const offs: number[] = []
  for (let top = 0; top + CELL <= height; top += CELL)
    for (let left = 0; left + CELL <= width; left += CELL) {
      let [sum, count] = [0, 0]
      for (let f = 0; f < looks.length; f++) {
        const codes = looks[f] as Roots
        let [off, places] = [0, 0]
        for (let y = top; y < top + CELL; y++)
          for (let x = left, i = y * width + left; x < left + CELL; x++, i++) {
            if (!over.known[i] || !(((when[i] as number) >>> f) & 1)) continue
            off += (codes[i * 3 + 1] as number) / ROOT - Math.sqrt(over.light[i * 3 + 1] as number)
            places++
          }
        if (places * 2 < CELL * CELL) continue
        sum += (off / places) * (off / places)
        count++
      }
      if (count > 1) offs.push(Math.sqrt(sum / count))
    }
  offs.sort((a, b) => a - b)
  return offs[Math.floor(offs.length * 0.9)] ?? 0
}

/** Of the known screen the share whose channel is at the top of its codes. */
export function clippedShare({ light, known }: OverTime, channel: number): number {
  let [all, top] = [0, 0]
  for (let i = 0; i < known.length; i++) {
    if (!known[i]) continue
    all++
    if ((light[i * 3 + channel] as number) > 0.98) top++
  }
  return all ? top / all : 0
}

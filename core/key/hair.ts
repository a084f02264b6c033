import type { Size } from '../frame'
import { DROP } from './tones'

/** A line is thinner than the square of 3 x 3 places in which it is looked for, against the square of 9 x 9 around. */
const [THIN, AROUND] = [1, 4]
/** A line stands out by this share of the screen, and by so many times what noise does. */
const [LEAST, NOISE] = [0.012, 3.5]
/** Hair goes on over gaps of so many places. */
const GAP = 2

/** The spread of numbers by the quieter of them, of which folds are none: a fifth of a normal spread lies within 0.253 of it. */
function quietest(values: Float32Array): number {
  const sorted = values.map(Math.abs).sort()
  return (sorted[Math.floor(0.2 * sorted.length)] ?? 0) / 0.253
}

/** Sums of a square so far around a place, and over how many places of the picture, by a table of sums over all rows that are asked of (Crow 1984). */
function boxSums({ width, height }: Size, share: Float32Array, places: readonly number[]) {
  const top = Math.max(0, Math.floor((places[0] ?? 0) / width) - AROUND)
  const bottom = Math.min(height, Math.floor((places.at(-1) ?? 0) / width) + AROUND + 1)
  const pitch = width + 1
  const sums = new Float64Array(pitch * (bottom - top + 1))
  for (let y = top; y < bottom; y++) {
    let row = 0
    const to = (y - top + 1) * pitch
    for (let x = 0; x < width; x++) {
      row += Math.min(1.2, share[y * width + x] as number)
      sums[to + x + 1] = (sums[to - pitch + x + 1] as number) + row
    }
  }
  return (x: number, y: number, reach: number): [sum: number, count: number] => {
    const [left, right] = [Math.max(0, x - reach), Math.min(width, x + reach + 1)]
    const [up, down] = [Math.max(0, y - reach), Math.min(height, y + reach + 1)]
    const [above, below] = [(up - top) * pitch, (down - top) * pitch]
    const whole = (sums[below + right] as number) - (sums[below + left] as number)
    const over = (sums[above + right] as number) - (sums[above + left] as number)
    return [whole - over, (right - left) * (down - up)]
  }
}

/**
 * Among places that were said to be screen, those along thin lines with less of it than what lies about them, that hang together with what was not: hair that noise hid.
 * @param share how much of the screen is left at each place
 * @param places where they are looked for, in order
 */
export function hairsAmong(
  size: Size,
  tones: Uint8Array,
  share: Float32Array,
  places: readonly number[],
): number[] {
  const { width, height } = size
  const dropped = places.filter((i) => tones[i] === DROP)
  const mean = boxSums(size, share, dropped)
  const stands = Float32Array.from(dropped, (i) => {
    const [x, y] = [i % width, Math.floor(i / width)]
    const [inner, few] = mean(x, y, THIN)
    const [all, many] = mean(x, y, AROUND)
    return (all - inner) / (many - few) - inner / few
  })
  const noise = quietest(stands)
  const least = Math.max(LEAST, NOISE * noise)
  const open = new Set(dropped.filter((_, n) => (stands[n] as number) > least))
  // From what is not screen on, over small gaps.
  const found: number[] = []
  const near = (i: number, take: (j: number) => void) => {
    const [x, y] = [i % width, Math.floor(i / width)]
    for (let v = Math.max(0, y - GAP); v <= Math.min(height - 1, y + GAP); v++)
      for (let u = Math.max(0, x - GAP); u <= Math.min(width - 1, x + GAP); u++) take(v * width + u)
  }
  for (const i of open) {
    let roots = false
    near(i, (j) => (roots ||= tones[j] !== DROP))
    if (roots) found.push(i)
  }
  for (const i of found) open.delete(i)
  for (let n = 0; n < found.length; n++)
    near(found[n] as number, (j) => {
      if (open.delete(j)) found.push(j)
    })
  return found
}

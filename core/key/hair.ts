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

/**
 * Among places that were said to be screen, those along thin lines with less of it than what lies about them, that hang together with what was not: hair that noise hid.
 * @param share how much of the screen is left at each place
 * @param places where they are looked for
 */
export function hairsAmong(
  { width, height }: Size,
  tones: Uint8Array,
  share: Float32Array,
  places: readonly number[],
): number[] {
  const dropped = places.filter((i) => tones[i] === DROP)
  const mean = (x: number, y: number, reach: number): [sum: number, count: number] => {
    let [sum, count] = [0, 0]
    for (let v = Math.max(0, y - reach); v <= Math.min(height - 1, y + reach); v++)
      for (let u = Math.max(0, x - reach); u <= Math.min(width - 1, x + reach); u++, count++)
        sum += Math.min(1.2, share[v * width + u] as number)
    return [sum, count]
  }
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

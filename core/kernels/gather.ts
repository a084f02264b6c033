import type { Frame } from '../frame'
import { maths } from '../maths'
import { type Edge, EDGES } from './filter'
import type { Kernels } from './kernels'

/** x' = a x + b y + c, y' = d x + e y + f, in pixels with centres on halves. */
export type Affine = readonly [a: number, b: number, c: number, d: number, e: number, f: number]

/** A moved copy: out(p) takes weight * source(to p). */
export interface Tap {
  to: Affine
  /** For r, g, b, a. */
  weight: readonly [number, number, number, number]
}

/** The sum of moved copies of a picture, linear between pixels; one pass whatever their number. */
export function gather(k: Kernels, src: Frame, taps: readonly Tap[], edge: Edge): Frame {
  const out = k.frame(src.width, src.height)
  k.scratch(Math.max(40, taps.length * 40), (block) => {
    k.floats(block).set(taps.flatMap(({ to, weight }) => [...to, ...weight]))
    k.raw.gather(
      out.block.at,
      src.block.at,
      src.width,
      src.height,
      block.at,
      taps.length,
      EDGES.indexOf(edge),
    )
  })
  return out
}

/** Copies that each pass lays beside each other. */
const FAN = 4

/**
 * A long sum of copies along a path, as a few short ones: the sum over j below FAN^passes of decay^j * source(step^j p), divided by the sum of its weights. `power(n)` gives step^n, and
 * must be a power in that step^a step^b is step^(a + b): a shift, a turn or a scaling about one point.
 */
export function trail(
  k: Kernels,
  src: Frame,
  power: (n: number) => Affine,
  { passes, decay, edge }: { passes: number; decay: number; edge: Edge },
): Frame {
  let current = src
  for (let pass = 0; pass < passes; pass++) {
    const stride = maths.pow(FAN, pass)
    const weights = Array.from({ length: FAN }, (_, j) => maths.pow(decay, j * stride))
    const sum = weights.reduce((a, b) => a + b)
    const taps = weights.map((w, j): Tap => {
      const share = w / sum
      return { to: power(j * stride), weight: [share, share, share, share] }
    })
    const next = gather(k, current, taps, edge)
    if (current !== src) k.free(current)
    current = next
  }
  if (current !== src) return current
  const copy = k.frame(src.width, src.height)
  copy.data.set(src.data)
  return copy
}

/** How many passes a trail of `length` copies takes; at least one. */
export const passesFor = (length: number): number =>
  Math.max(1, Math.ceil(maths.log(Math.max(1, length)) / maths.log(FAN) - 1e-9))

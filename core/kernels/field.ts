import type { Plane } from '../frame'
import { maths } from '../maths'
import type { Affine } from './gather'
import type { Kernels } from './kernels'

export type FieldKind = 'smooth' | 'ridges' | 'folds' | 'cells'
const KINDS: readonly FieldKind[] = ['smooth', 'ridges', 'folds', 'cells']

export interface FieldOptions {
  kind: FieldKind
  /** From pixels of the plane to the lattice of the first octave. */
  to: Affine
  /** Where in the third dimension: moving it changes the field without shifting it. */
  depth: number
  seed: number
  octaves: number
  /** Strength of each octave against the one before. */
  gain: number
}

/**
 * Noise with detail at several sizes: octaves of twice the frequency each. Values lie about 0, mostly within ±1, as the weights are divided by the root of the sum of their squares
 * (for one octave: by 1). Repeatable by its seed alone, wherever the plane lies.
 */
export function field(k: Kernels, width: number, height: number, options: FieldOptions): Plane {
  const out = k.plane(width, height)
  out.data.fill(0)
  const { kind, to, depth, seed, octaves, gain } = options
  const total = Math.sqrt(
    Array.from({ length: octaves }, (_, i) => maths.pow(gain, 2 * i)).reduce((a, b) => a + b, 0),
  )
  k.scratch(24, (block) => {
    for (let i = 0; i < octaves; i++) {
      const f = maths.pow(2, i)
      k.floats(block).set(to.map((v) => v * f))
      const own = Math.imul(seed + 1 + i * 7919, 0x27d4eb2d)
      k.raw.octave(
        out.block.at,
        width,
        height,
        block.at,
        depth * f + i * 17.3,
        own,
        maths.pow(gain, i) / total,
        KINDS.indexOf(kind),
      )
    }
  })
  return out
}

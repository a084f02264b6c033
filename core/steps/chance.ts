import { unitNoise } from '../anim'

/** A repeatable number in [0, 1) for a seed and a few whole numbers. */
export function chance(seed: number, ...at: number[]): number {
  const stream = at.reduce((h, v) => Math.imul(h ^ (v | 0), 0x01000193) + 0x9e3779b1, seed + 0x811c9dc5)
  return Math.min((unitNoise(stream, 17) + 1) / 2, 0.999999)
}

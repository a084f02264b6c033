const mixed = (x: number): number => {
  const h = Math.imul(x ^ (x >>> 16), 0x7feb352d)
  const g = Math.imul(h ^ (h >>> 15), 0x846ca68b)
  return g ^ (g >>> 16)
}

/** A repeatable number in [0, 1) for a seed and a few whole numbers: a 32-bit finaliser (multiply and xor-shift) for each of them in turn. */
export const chance = (seed: number, ...at: number[]): number =>
  (at.reduce((h, v) => mixed((h + Math.imul((v | 0) + 1, 0x9e3779b1)) | 0), mixed(seed + 0x6c8e9cf5)) >>> 0) /
  4294967296

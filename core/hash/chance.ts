const mixed = (x: number): number => {
  const h = Math.imul(x ^ (x >>> 16), 0x7feb352d)
  const g = Math.imul(h ^ (h >>> 15), 0x846ca68b)
  return g ^ (g >>> 16)
}

/** A repeatable number in [0, 1) for a seed and a few whole numbers: a 32-bit finaliser (multiply and xor-shift) for each of them in turn. */
export function chance(seed: number, ...at: number[]): number {
  let h = mixed(seed + 0x6c8e9cf5)
  for (let i = 0; i < at.length; i++) h = mixed((h + Math.imul(((at[i] as number) | 0) + 1, 0x9e3779b1)) | 0)
  return (h >>> 0) / 4294967296
}

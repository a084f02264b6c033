/** A repeatable number in [-1, 1] for a lattice point of a stream: two rounds of a 32-bit finaliser (multiply and xor-shift). */
function lattice(stream: number, point: number): number {
  let h = Math.imul(stream | 0, 0x9e3779b1) ^ Math.imul(point | 0, 0x85ebca77)
  for (let round = 0; round < 2; round++) {
    h = Math.imul(h ^ (h >>> 16), 0x7feb352d)
    h = Math.imul(h ^ (h >>> 15), 0x846ca68b)
  }
  return ((h ^ (h >>> 16)) >>> 0) / 2147483647.5 - 1
}

/** Smooth noise in [-1, 1] of one variable: random values at whole numbers, 6u^5 - 15u^4 + 10u^3 between them, so that speed and its change are continuous. */
export function unitNoise(stream: number, at: number): number {
  const point = Math.floor(at)
  const u = at - point
  const a = lattice(stream, point)
  return u === 0 ? a : a + (lattice(stream, point + 1) - a) * (u * u * u * (u * (6 * u - 15) + 10))
}

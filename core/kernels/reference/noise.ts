/** Two rounds of multiply and shift-xor. */
function mixed(x: number): number {
  let h = x ^ (x >>> 16)
  h = Math.imul(h, 0x7feb352d)
  h ^= h >>> 15
  h = Math.imul(h, 0x846ca68b)
  return (h ^ (h >>> 16)) >>> 0
}

const LANES = [0x2545f491, 0x1b873593, 0x6c8e9cf5, 0x5851f42d]

/** One value of the noise field. */
export function referenceNoise(
  seed: number,
  frame: number,
  x: number,
  y: number,
  channel: number,
  kind: 'uniform' | 'normal',
): number {
  const lane = LANES[channel] as number
  const base = mixed((mixed((seed + lane) | 0) + frame) | 0)
  const a = mixed((mixed((base + y) | 0) + x) | 0)
  if (kind === 'uniform') return (a >>> 8) / 16777216
  const b = mixed(a ^ lane)
  const sum = (a & 0xffff) + (a >>> 16) + (b & 0xffff) + (b >>> 16)
  return (sum - 131070) / Math.sqrt((65536 ** 2 - 1) / 3)
}

export const clamp = (t: number, low = 0, high = 1): number => Math.min(high, Math.max(low, t))
export const mix = (a: number, b: number, t: number): number => a + (b - a) * t
/** Eases in and out, with zero speed and zero acceleration at both ends. */
export const ease = (t: number): number => {
  const c = clamp(t)
  return c * c * c * (c * (c * 6 - 15) + 10)
}
/** How far along `t` is from `from` to `to`, eased. */
export const during = (t: number, from: number, to: number): number => ease((t - from) / (to - from))

/** A pose over time: [second, value] pairs, eased between, held outside. */
export function poses(t: number, keys: readonly (readonly [number, number])[]): number {
  let value = (keys[0] as readonly [number, number])[1]
  for (let i = 1; i < keys.length; i++) {
    const [from, before] = keys[i - 1] as readonly [number, number]
    const [to, after] = keys[i] as readonly [number, number]
    if (t >= from) value = mix(before, after, during(t, from, to))
  }
  return value
}

/** A repeatable number in [0, 1) for a place. */
export function chance(x: number, y = 0, seed = 0): number {
  let h = Math.imul(x | 0, 0x27d4eb2d) ^ Math.imul(y | 0, 0x165667b1) ^ Math.imul(seed + 1, 0x9e3779b1)
  h = Math.imul(h ^ (h >>> 15), 0x85ebca6b)
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35)
  return ((h ^ (h >>> 16)) >>> 0) / 4294967296
}

/** Smooth noise over time in -1 to 1: three sines that never meet again. */
export const drift = (t: number, seed: number): number =>
  0.55 * Math.sin(t * 1.31 + seed * 5.1) +
  0.3 * Math.sin(t * 2.87 + seed * 9.7) +
  0.15 * Math.sin(t * 6.13 + seed * 3.3)

const soft = (t: number) => t * t * (3 - 2 * t)

/** Smooth noise over a surface in 0 to 1. */
export function cloud(x: number, y: number, seed: number, octaves = 4): number {
  let sum = 0
  let weight = 0
  for (let o = 0; o < octaves; o++) {
    const w = 0.6 ** o
    const [u, v] = [x * 2 ** o, y * 2 ** o]
    const [i, j] = [Math.floor(u), Math.floor(v)]
    const [a, b] = [soft(u - i), soft(v - j)]
    const top = mix(chance(i, j, seed + o), chance(i + 1, j, seed + o), a)
    const low = mix(chance(i, j + 1, seed + o), chance(i + 1, j + 1, seed + o), a)
    sum += w * mix(top, low, b)
    weight += w
  }
  return sum / weight
}

/** Talking: how far a jaw is open at t, from syllables of uneven length and loudness between `from` and `to` seconds. */
export function syllables(t: number, from: number, to: number, seed: number): number {
  if (t < from || t > to) return 0
  const beat = (t - from) * 4.3 + 0.4 * drift(t, seed)
  const loud = 0.35 + 0.65 * chance(Math.floor(beat), 0, seed)
  const open =
    chance(Math.floor(beat), 1, seed) < 0.16 ? 0.1 : Math.sin(Math.PI * (beat - Math.floor(beat))) ** 2
  return open * loud * during(t, from, from + 0.1) * (1 - during(t, to - 0.12, to))
}

/** A blink: 1 while the lids are shut. */
export function blink(t: number, times: readonly number[]): number {
  return Math.max(
    0,
    ...times.map((at) => (t < at ? during(t, at - 0.1, at) : 1 - during(t, at + 0.04, at + 0.2))),
  )
}

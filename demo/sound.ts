import { chance } from './scenes/paper'

const RATE = 48000

/** 16-bit stereo for a scene: soft air or water, and a slow bell figure in one mode. */
export function sceneSound(seconds: number, seed: number): Buffer {
  const n = Math.round(seconds * RATE)
  const out = Buffer.alloc(n * 4)
  const notes = [0, 3, 7, 10, 12].map((s) => 220 * 2 ** ((s + (seed % 3) * 2) / 12))
  const strikes = Array.from({ length: Math.ceil(seconds * 1.5) }, (_, i) => ({
    at: i / 1.5 + 0.1 * chance(i, seed),
    hertz: notes[Math.floor(chance(i, seed + 1) * notes.length)] as number,
    side: chance(i, seed + 2),
    loud: 0.06 + 0.06 * chance(i, seed + 3),
  }))
  let [low, slow] = [0, 0]
  for (let i = 0; i < n; i++) {
    const t = i / RATE
    low += 0.02 * (chance(i, seed + 4) - 0.5 - low)
    slow += 0.0006 * (low - slow)
    const air = (low - slow) * (0.5 + 0.3 * Math.sin(t * 0.9 + seed))
    const fade = Math.min(1, t * 4, (seconds - t) * 4)
    const sides = [air, air]
    for (const { at, hertz, side, loud } of strikes) {
      const d = t - at
      if (d < 0 || d > 2.5) continue
      const tone =
        loud *
        Math.exp(-d * 2.2) *
        (Math.sin(2 * Math.PI * hertz * d) +
          0.35 * Math.exp(-d * 5) * Math.sin(2 * Math.PI * hertz * 2.76 * d))
      sides[0] = (sides[0] as number) + tone * Math.sqrt(1 - side)
      sides[1] = (sides[1] as number) + tone * Math.sqrt(side)
    }
    sides.forEach((v, c) =>
      out.writeInt16LE(Math.round(Math.max(-1, Math.min(1, v * fade)) * 32767), i * 4 + c * 2),
    )
  }
  return out
}

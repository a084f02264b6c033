import { bell, bowed, plucked, room, silence, play, type Stereo } from './synth'

const BEAT = 60 / 88
const hertz = (note: number) => 440 * 2 ** ((note - 69) / 12)

/** Chords by the half bar, from D dorian: bass note and three tones above. */
const CHORDS: Record<string, [number, number[]]> = {
  d: [38, [62, 65, 69]],
  F: [41, [60, 65, 69]],
  C: [36, [60, 64, 67]],
  G: [43, [59, 62, 67]],
  a: [45, [60, 64, 69]],
  B: [46, [58, 62, 65]],
}
const PROGRESS = 'dFCG dFaG BFCd BFCG dFCG dFad GFCd'.replaceAll(' ', '')

/** The tune: [beat in its eight bars, note, beats]. */
const TUNE: [number, number, number][] = [
  [0, 74, 1.5],
  [1.5, 76, 0.5],
  [2, 77, 1],
  [3, 81, 1],
  [4, 79, 2],
  [6, 76, 1],
  [7, 72, 1],
  [8, 74, 1.5],
  [9.5, 76, 0.5],
  [10, 77, 1],
  [11, 74, 1],
  [12, 76, 2],
  [14, 69, 2],
  [16, 77, 1.5],
  [17.5, 79, 0.5],
  [18, 81, 1],
  [19, 84, 1],
  [20, 83, 2],
  [22, 79, 2],
  [24, 81, 1],
  [25, 79, 1],
  [26, 77, 1],
  [27, 76, 1],
  [28, 74, 4],
]

/** The score: bowed chords, a plucked bass, a music box that breaks them, and its tune from the fifth bar on. */
export function score(seconds: number): Stereo {
  const dry = silence(seconds)
  const bars = Math.ceil(seconds / (4 * BEAT))
  for (let bar = 0; bar < bars; bar++) {
    const start = bar * 4 * BEAT
    const [bass, tones] = CHORDS[PROGRESS[bar % PROGRESS.length] as string] as [number, number[]]
    const grown = Math.min(1, 0.45 + bar / 12)
    tones.forEach((note, i) =>
      play(dry, start, 4.4 * BEAT, (i - 1) * 0.45, bowed(hertz(note), 0.026 * grown, 4.4 * BEAT)),
    )
    play(dry, start, 4 * BEAT, -0.15, bowed(hertz(bass), 0.034 * grown, 4 * BEAT))
    if (bar >= 2)
      for (const [beat, loud] of [
        [0, 0.14],
        [2.5, 0.08],
      ] as const)
        play(dry, start + beat * BEAT, 2, -0.2, plucked(hertz(bass), loud))
    if (bar >= 1)
      for (let e = 0; e < 8; e++)
        play(
          dry,
          start + (e * BEAT) / 2,
          1.8,
          0.35 - 0.1 * (e % 3),
          bell(
            hertz((tones[[0, 2, 1, 2][e % 4] as number] as number) + 12),
            0.022 + (e % 4 ? 0 : 0.012),
            0.6,
          ),
        )
  }
  for (let at = 4 * 4 * BEAT; at < seconds - 2; at += 8 * 4 * BEAT)
    for (const [beat, note, length] of TUNE)
      play(dry, at + beat * BEAT, 2.6, 0.1, bell(hertz(note), 0.075, 0.5 + 0.35 * length))
  const out = room(dry, 0.16, 1.9)
  const fade = Math.round(2.5 * 48000)
  for (const side of [out.left, out.right])
    for (let i = Math.max(0, side.length - fade); i < side.length; i++)
      side[i] = (side[i] as number) * ((side.length - i) / fade)
  return out
}

import { chance, drift, syllables } from '../film/motion'
import { bell, hiss, play, room, silence, type Stereo, type Voice } from './synth'
import { STRIKES } from '../film/shots/hammer-strikes'

type Scene = (to: Stereo, seconds: number) => void

const air =
  (seed: number, loud: number, low = 60, high = 900): Scene =>
  (to, seconds) => {
    for (const side of [-0.8, 0.8])
      play(
        to,
        0,
        seconds,
        side,
        hiss(seed + side, low, high, (t) => loud * (0.75 + 0.25 * drift(t * 1.3, seed + side))),
      )
  }
const water: Scene = (to, seconds) => {
  air(3, 0.24, 90, 700)(to, seconds)
  for (let i = 0; i < seconds * 1.6; i++)
    play(
      to,
      i / 1.6 + 0.3 * chance(i, 1, 2),
      0.9,
      chance(i, 2, 2) * 1.6 - 0.8,
      hiss(40 + i, 300, 1500 + 900 * chance(i, 3, 2), (t) => 0.34 * Math.min(1, t * 9) * Math.exp(-t * 5)),
    )
}
const thud = (seed: number, loud: number, high: number): Voice => {
  const noise = hiss(seed, 40, high, (t) => loud * 3 * Math.exp(-t * 34))
  return (t) => noise(t) + loud * Math.sin(2 * Math.PI * 82 * t * (1 - t)) * Math.exp(-t * 22)
}
const steps =
  (times: number[], loud: number, high: number): Scene =>
  (to) =>
    times.forEach((at, i) => play(to, at, 0.3, i % 2 ? 0.15 : -0.15, thud(200 + i, loud, high)))

/** A puppet's babble: a buzz through two moving resonances, opened by the syllables that also open the jaw. */
const babble =
  (spans: [number, number, number][], pitch: number): Scene =>
  (to, seconds) => {
    const open = (t: number) =>
      spans.reduce((sum, [from, until, seed]) => sum + syllables(t, from, until, seed), 0)
    let [phase, a, b, c, d] = [0, 0, 0, 0, 0]
    play(to, 0, seconds, 0, (t) => {
      const jaw = open(t)
      phase += (pitch * (1 + 0.14 * drift(t * 4, 6) + 0.18 * jaw)) / 48000
      const buzz = ((phase % 1) * 2 - 1) * jaw
      const f1 = 0.028 + 0.07 * jaw
      a += f1 * b
      b += f1 * (buzz - a - 0.35 * b)
      const f2 = 0.14 + 0.06 * drift(t * 7, 2)
      c += f2 * d
      d += f2 * (buzz - c - 0.45 * d)
      return 0.11 * (a + 0.4 * c)
    })
  }
const ticking =
  (rate: number, loud: number): Scene =>
  (to, seconds) => {
    for (let i = 0; i < seconds * rate; i++)
      play(to, i / rate, 0.1, 0.1, bell(2300 + 500 * (i % 2), loud, 0.02))
  }
const every = (seconds: number, gap: number, from = 0.1): number[] =>
  Array.from({ length: Math.floor(seconds / gap) }, (_, i) => from + i * gap)

const SCENES: Record<string, Scene[]> = {
  'harbour-wide': [
    water,
    (to) =>
      [1.2, 1.9, 4.6].forEach((at, i) => play(to, at, 2.5, -0.6 + 0.5 * i, bell(392 - 52 * i, 0.05, 1.4))),
  ],
  'tower-tilt': [
    air(7, 0.3),
    (to) => [0.6, 2.4, 4.2].forEach((at) => play(to, at, 3, 0, bell(196, 0.16, 2))),
  ],
  'stargazer-talks': [
    air(9, 0.12),
    babble(
      [
        [0.35, 2.45, 3],
        [3.1, 4.7, 4],
      ],
      118,
    ),
  ],
  'fox-talks': [
    air(11, 0.1),
    babble(
      [
        [0.3, 1.7, 8],
        [2.05, 3.0, 9],
      ],
      190,
    ),
    ticking(5, 0.02),
  ],
  'lantern-close': [
    air(13, 0.11),
    (to) => every(3.4, 1.25, 0.3).forEach((at, i) => play(to, at, 0.5, -0.5, bell(640 + 30 * i, 0.02, 0.12))),
  ],
  'bench-tablet': [air(15, 0.1), steps([1.6, 2.3], 0.16, 1800)],
  'star-chart': [ticking(4, 0.03)],
  'hammer-strikes': [
    air(17, 0.12),
    (to) =>
      STRIKES.forEach((at) =>
        [720, 1930, 3110].forEach((f, i) => play(to, at, 2, 0.1, bell(f, 0.22 / (i + 1), 0.5))),
      ),
    steps([...STRIKES], 0.5, 3200),
  ],
  'comet-hangs': [
    air(19, 0.1),
    (to) =>
      [0.42, 0.7, 1.3, 2.0].forEach((at, i) =>
        play(to, at, 2.2, 0.2 - 0.2 * i, bell(880 * [1, 1.5, 1.25, 2][i]!, 0.05, 1)),
      ),
  ],
  'two-flags': [
    air(21, 0.3),
    (to, s) =>
      play(
        to,
        0,
        s,
        0,
        hiss(23, 200, 2600, (t) => 0.34 * Math.max(0, Math.sin(t * 7.2)) ** 3),
      ),
  ],
  'cart-comes': [
    air(25, 0.12),
    (to, s) =>
      play(
        to,
        0,
        s,
        0,
        hiss(27, 35, 260, (t) => 0.9 * (0.5 + t / s) * (0.7 + 0.3 * Math.sin(t * 21))),
      ),
    (to, s) =>
      every(s, 0.42).forEach((at, i) => play(to, at, 0.3, 0.2, thud(300 + i, 0.08 + 0.06 * (at / s), 900))),
  ],
  'fox-crosses': [air(29, 0.12), (to, s) => steps(every(s, 0.25), 0.1, 3600)(to, s), ticking(8, 0.012)],
  stairs: [air(31, 0.08), steps([0.75, 1.1, 1.38, 1.62, 1.85, 2.08, 2.32, 2.58, 2.92, 3.4], 0.26, 700)],
  'stargazer-on-green': [
    air(33, 0.3),
    babble(
      [
        [0.5, 1.6, 31],
        [2.2, 3.6, 32],
      ],
      118,
    ),
  ],
  'rooftop-plate': [air(35, 0.26, 50, 500)],
}

/** The sound of a shot: its air and what happens in it. */
export function effects(shot: string, seconds: number): Stereo {
  const dry = silence(seconds)
  for (const scene of SCENES[shot] ?? []) scene(dry, seconds)
  return room(dry, 0.1, 0.7)
}

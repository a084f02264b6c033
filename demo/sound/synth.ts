import { chance } from '../film/motion'

export const SAMPLE_RATE = 48000

/** Stereo sound as two lanes of samples, −1 to 1. */
export interface Stereo {
  left: Float32Array
  right: Float32Array
}

export const silence = (seconds: number): Stereo => {
  const n = Math.round(seconds * SAMPLE_RATE)
  return { left: new Float32Array(n), right: new Float32Array(n) }
}

/** What is heard t seconds after a sound began. */
export type Voice = (t: number) => number

/** Adds a voice from `at` seconds on, for `length` seconds, placed from −1 (left) to 1 (right) at equal power. */
export function play(to: Stereo, at: number, length: number, pan: number, voice: Voice): void {
  const angle = ((pan + 1) * Math.PI) / 4
  const [l, r] = [Math.cos(angle), Math.sin(angle)]
  const from = Math.max(0, Math.round(at * SAMPLE_RATE))
  const end = Math.min(to.left.length, Math.round((at + length) * SAMPLE_RATE))
  for (let i = from; i < end; i++) {
    const v = voice(i / SAMPLE_RATE - at)
    to.left[i] = (to.left[i] as number) + v * l
    to.right[i] = (to.right[i] as number) + v * r
  }
}

/** A struck bar: a sine and two inharmonic partials that die sooner. */
export const bell =
  (hertz: number, loud: number, ring = 1.6): Voice =>
  (t) => {
    const w = 2 * Math.PI * hertz * t
    const strike = Math.min(1, t * 400)
    return (
      loud *
      strike *
      (Math.exp(-t / ring) * Math.sin(w) +
        0.45 * Math.exp((-t * 2.8) / ring) * Math.sin(w * 2.756) +
        0.22 * Math.exp((-t * 6) / ring) * Math.sin(w * 5.404))
    )
  }

/** A bowed, breathing chord tone: six harmonics, slow in and out, a little vibrato. */
export const bowed =
  (hertz: number, loud: number, length: number): Voice =>
  (t) => {
    const swell = Math.min(1, t / 0.7) * Math.min(1, Math.max(0, (length - t) / 0.9))
    const w = 2 * Math.PI * hertz * t + 0.12 * Math.sin(2 * Math.PI * 4.7 * t)
    let sum = 0
    for (let h = 1; h <= 6; h++) sum += Math.sin(w * h + h) / h ** 1.7
    return loud * swell * swell * (3 - 2 * swell) * sum
  }

/** A plucked low string. */
export const plucked =
  (hertz: number, loud: number): Voice =>
  (t) => {
    let sum = 0
    for (let h = 1; h <= 5; h++)
      sum += (Math.sin(2 * Math.PI * hertz * h * t) * Math.exp(-t * (1.4 + h * 1.1))) / h
    return loud * Math.min(1, t * 160) * sum
  }

/** Noise through one pole up and one down: `low` and `high` are the band's edges in hertz. */
export function hiss(seed: number, low: number, high: number, loud: (t: number) => number): Voice {
  const k = 1 - Math.exp((-2 * Math.PI * high) / SAMPLE_RATE)
  const j = 1 - Math.exp((-2 * Math.PI * low) / SAMPLE_RATE)
  let [a, b, n] = [0, 0, 0]
  return (t) => {
    a += k * (chance(n++, 0, seed) * 2 - 1 - a)
    b += j * (a - b)
    return loud(t) * (a - b)
  }
}

/** A room: eight echoes of prime lengths that feed themselves, crossed between the sides. */
export function room(dry: Stereo, wet: number, seconds: number): Stereo {
  const out = { left: dry.left.slice(), right: dry.right.slice() }
  const taps = [1427, 1637, 1871, 2089, 2381, 2663, 2999, 3323]
  taps.forEach((length, i) => {
    const keep = 10 ** ((-3 * length) / (seconds * SAMPLE_RATE))
    const [from, to] = i % 2 ? [dry.left, out.right] : [dry.right, out.left]
    const line = new Float32Array(length)
    let soft = 0
    for (let n = 0, at = 0; n < from.length; n++, at = (at + 1) % length) {
      const echo = line[at] as number
      soft += 0.45 * (echo - soft)
      line[at] = (from[n] as number) + soft * keep
      to[n] = (to[n] as number) + (echo * wet) / Math.sqrt(taps.length)
    }
  })
  return out
}

/** 16-bit interleaved samples, with a soft limit near full scale and short fades at both ends. */
export function toPcm({ left, right }: Stereo, fade = 0.02): Buffer {
  const out = Buffer.alloc(left.length * 4)
  const seconds = left.length / SAMPLE_RATE
  for (let i = 0; i < left.length; i++) {
    const t = i / SAMPLE_RATE
    const k = Math.min(1, t / fade, (seconds - t) / fade)
    ;[left, right].forEach((side, c) =>
      out.writeInt16LE(Math.round(Math.tanh((side[i] as number) * k) * 32767), i * 4 + c * 2),
    )
  }
  return out
}

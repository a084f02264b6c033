import { maths } from '../maths'
/** Interleaving-free sound: one Float32Array for each channel. */
export interface Sound {
  sampleRate: number
  channels: Float32Array[]
}

/** Half the length of the windowed sinc, in zero crossings of the lower rate. */
const CROSSINGS = 16

/** Decibels to a factor; -100 dB and below is silence. */
export const gainOf = (decibels: number): number => (decibels <= -100 ? 0 : maths.pow(10, decibels / 20))

/**
 * Resamples one channel by a Hann-windowed sinc, band-limited to the lower of the two rates (32 zero crossings; passband ripple
 * below 0.1 dB up to 0.9 of the band). `from` samples beyond the ends count as silence. Equal rates copy.
 */
export function resampleSound(samples: Float32Array, from: number, to: number): Float32Array {
  if (from === to) return samples.slice()
  const length = Math.round((samples.length * to) / from)
  const out = new Float32Array(length)
  const band = Math.min(1, to / from)
  const reach = CROSSINGS / band
  for (let i = 0; i < length; i++) {
    const at = (i * from) / to
    let sum = 0
    for (let j = Math.max(0, Math.ceil(at - reach)); j <= Math.min(samples.length - 1, at + reach); j++) {
      const x = (at - j) * band
      const sinc = x === 0 ? 1 : maths.sin(Math.PI * x) / (Math.PI * x)
      sum += (samples[j] as number) * sinc * (0.5 + 0.5 * maths.cos((Math.PI * x) / CROSSINGS)) * band
    }
    out[i] = sum
  }
  return out
}

/** Mono goes to both sides; beyond two channels the first two are heard. */
export function toStereo(sound: Sound): [Float32Array, Float32Array] {
  const [left = new Float32Array(0), right = left] = sound.channels
  return [left, right]
}

/** Adds `src` times `gain` into `dst` from sample `at` on; what lies outside `dst` is left out. */
export function mixSound(dst: Float32Array, src: Float32Array, at: number, gain: number): void {
  const first = Math.max(0, -at)
  const last = Math.min(src.length, dst.length - at)
  for (let i = first; i < last; i++) dst[at + i] = (dst[at + i] as number) + (src[i] as number) * gain
}

/** The root mean square of all channels in each of `count` frames of `perFrame` samples (may be fractional); what lies beyond the end is silence. */
export function loudness({ channels }: Sound, perFrame: number, count: number): Float64Array {
  const out = new Float64Array(count)
  for (let frame = 0; frame < count; frame++) {
    const [from, to] = [Math.floor(frame * perFrame), Math.floor((frame + 1) * perFrame)]
    let sum = 0
    for (const channel of channels)
      for (let i = from; i < Math.min(to, channel.length); i++) sum += maths.pow(channel[i] as number, 2)
    out[frame] = Math.sqrt(sum / Math.max(1, (to - from) * channels.length))
  }
  return out
}

interface Faded {
  fadeIn?: { start: number; length: number }
  fadeOut?: { start: number; length: number }
}

/**
 * The factor of a sample (counted from the start of the sequence) where a clip rises and falls, in seconds; undefined where it does neither. A rise is sin(πp/2) and a fall cos(πp/2),
 * so that the power of two that cross stays the same.
 */
export function fadeOf({ fadeIn, fadeOut }: Faded, rate: number): ((sample: number) => number) | undefined {
  if (!fadeIn && !fadeOut) return undefined
  const share = (at: number, { start, length }: { start: number; length: number }) =>
    Math.min(1, Math.max(0, (at / rate - start) / Math.max(length, 1e-9)))
  return (at) =>
    (fadeIn ? maths.sin((Math.PI / 2) * share(at, fadeIn)) : 1) *
    (fadeOut ? maths.cos((Math.PI / 2) * share(at, fadeOut)) : 1)
}

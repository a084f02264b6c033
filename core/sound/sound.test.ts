import { loudness, gainOf, mixSound, resampleSound, toStereo } from '.'

const tone = (rate: number, hertz: number, seconds: number) =>
  Float32Array.from({ length: Math.round(rate * seconds) }, (_, i) =>
    Math.sin((2 * Math.PI * hertz * i) / rate),
  )

it.each([
  [44100, 48000],
  [48000, 44100],
  [96000, 48000],
])('resamples a tone from %i to %i within -60 dB', (from, to) => {
  const out = resampleSound(tone(from, 997, 0.3), from, to)
  const exact = tone(to, 997, 0.3)
  const middle = out.slice(2000, -2000)
  expect(out.length).toBe(exact.length)
  expect(Math.max(...middle.map((v, i) => Math.abs(v - (exact[i + 2000] as number))))).toBeLessThan(1e-3)
})

it('mixes at a place with a gain and leaves out what falls outside', () => {
  const dst = new Float32Array([1, 1, 1])
  mixSound(dst, new Float32Array([1, 2, 3, 4, 5]), -1, 0.5)
  expect([...dst]).toEqual([2, 2.5, 3])
  expect([gainOf(0), gainOf(-100)]).toEqual([1, 0])
  expect(gainOf(-6)).toBeCloseTo(0.501, 3)
  expect(toStereo({ sampleRate: 1, channels: [dst] })).toEqual([dst, dst])
})

it('loudness is the root mean square of every frame, silent beyond the end', () => {
  const sine = Float32Array.from({ length: 4800 }, (_, i) => 0.8 * Math.sin((2 * Math.PI * i) / 48))
  // Frames of 40 whole cycles; the third is half sound, half beyond the end.
  const levels = loudness({ sampleRate: 48000, channels: [sine, sine] }, 1920, 4)
  expect([...levels].map((v) => +v.toFixed(3))).toEqual([0.566, 0.566, 0.4, 0])
})

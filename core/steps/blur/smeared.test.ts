import fc from 'fast-check'
import type { Frame } from '../../frame'
import { radial } from '../../kernels'
import { testKernels, worst } from '../../testing/pictures'
import { smearedAbout } from './radial'

const k = testKernels()
afterEach(() => expect(k.used).toBe(0))
const [W, H] = [96, 64]

/** Soft light, so that how places between pixels are read matters little. */
function soft(): Frame {
  const frame = k.frame(W, H)
  for (let y = 0; y < H; y++)
    for (let x = 0; x < W; x++) {
      const v = 0.4 + 0.25 * Math.sin(x / 9) * Math.cos(y / 7) + 0.2 * Math.sin((x + 2 * y) / 13)
      frame.data.set([v, 0.8 * v, 1 - v, 1], (y * W + x) * 4)
    }
  return frame
}
const far = Math.hypot(W / 2, H / 2)
const CENTRE = [W / 2, H / 2] as const

it.each([
  ['zoom', 0.05, 0],
  ['zoom', 0.2, 0],
  ['zoom', 0.2, 1],
  ['zoom', -0.15, -1],
  ['spin', 0.1, 0],
  ['spin', 0.3, 1],
] as const)(
  '%s over %f, shifted by %i, is the mean along the path that each place takes',
  (kind, spread, shift) => {
    const src = soft()
    const made = smearedAbout(k, src, CENTRE, { kind, spread, shift, far }, 'mirror')
    // The kernel takes places at even steps of the size itself, not of its logarithm: over so little they differ by less than is asked.
    const [from, to] = [(spread * (shift - 1)) / 2, (spread * (shift + 1)) / 2]
    const turn =
      kind === 'zoom'
        ? { kind, from: Math.exp(from), to: Math.exp(to) }
        : { kind, from: (from * 180) / Math.PI, to: (to * 180) / Math.PI }
    const exact = radial(k, src, CENTRE, turn, 'mirror')
    // Beyond the border the passes read what the pass before made there; so far in, nothing of that arrives.
    const margin = 20
    for (let y = margin; y < H - margin; y++) {
      const row = (frame: Frame) => frame.data.subarray((y * W + margin) * 4, (y * W + W - margin) * 4)
      expect(worst(row(made), row(exact))).toBeLessThan(0.006)
    }
    k.free(src, made, exact)
  },
)

it('light that is the same everywhere stays so, and what stands at the point stays where it is', () => {
  fc.assert(
    fc.property(
      fc.constantFrom('zoom' as const, 'spin' as const),
      fc.double({ min: -1, max: 1, noNaN: true }),
      fc.double({ min: -1, max: 1, noNaN: true }),
      (kind, spread, shift) => {
        const flat = k.frame(W, H)
        flat.data.fill(0.37)
        const made = smearedAbout(k, flat, CENTRE, { kind, spread, shift, far }, 'clamp')
        expect(worst(made.data, flat.data)).toBeLessThan(1e-5)
        k.free(flat, made)
      },
    ),
    { numRuns: 20 },
  )
})

import { decodeSrgb, encodeSrgb, oklab } from '../colour'
import { filled } from '../kernels'
import { numbers, testPicture, worst } from '../testing/pictures'
import { colourBy, k, leavesNothing, rendered } from '../testing/steps'
import { spreadOf } from './colour/match'

leavesNothing()

const codes = (rgb: number[]) => rgb.map(encodeSrgb)
const luma = (rgb: readonly number[]) =>
  0.2126 * (rgb[0] ?? 0) + 0.7152 * (rgb[1] ?? 0) + 0.0722 * (rgb[2] ?? 0)
const COLOURS = [
  [0.5, 0.2, 0.1],
  [0.05, 0.3, 0.6],
  [0.8, 0.75, 0.7],
  [0.02, 0.01, 0.03],
]
// Powers are exact to 2e-6; ways through display codes or Oklab to 1e-5 of 1.
const near = (got: ArrayLike<number>, exact: ArrayLike<number>, tolerance = 2e-5) =>
  expect(worst(got, exact)).toBeLessThan(tolerance)

describe('grade', () => {
  it('turns hue in Oklab by the angle and leaves lightness and chroma', () => {
    for (const rgb of COLOURS) {
      const [l, a, b] = oklab(rgb as [number, number, number])
      const out = oklab(colourBy('grade', rgb, { hue: 40 }) as [number, number, number])
      const [c, s] = [Math.cos((40 * Math.PI) / 180), Math.sin((40 * Math.PI) / 180)]
      near(out, [l, a * c - b * s, a * s + b * c])
    }
  })

  it('moves dull colours most by vibrance: 1 + amount (1 - s)', () => {
    const [r, g, b] = [0.4, 0.3, 0.3]
    const l = luma([r, g, b])
    const factor = 1 + 0.5 * (1 - 0.25)
    near(
      colourBy('grade', [r, g, b], { vibrance: 0.5 }),
      [r, g, b].map((v) => l + (v - l) * factor),
    )
  })
})

describe('hue curves', () => {
  const everywhere = (y: number) => [0, y, 1, y]
  it.each(COLOURS.slice(0, 3).map((c) => [c] as const))('change %p in Oklab as they say', (rgb) => {
    const [l, a, b] = oklab(rgb as [number, number, number])
    const by = (values: Record<string, number[]>) =>
      oklab(colourBy('hue-curves', rgb, values) as [number, number, number])
    const [c, s] = [Math.cos(Math.PI / 6), Math.sin(Math.PI / 6)]
    near(by({ hue: everywhere(0.75) }), [l, a * c - b * s, a * s + b * c], 1e-4)
    near(by({ strength: everywhere(0.25) }), [l, a / 2, b / 2], 1e-4)
    near(by({ byLight: everywhere(0) }), [l, 0, 0], 1e-4)
    const sure = Math.min(1, Math.hypot(a, b) * 20)
    near(by({ light: everywhere(0.75) }), [l * (1 + (2 ** (1 / 3) - 1) * sure), a, b], 1e-4)
  })
})

describe('one colour', () => {
  const red = { sample: [0.7, 0.05, 0.03], width: 40, hueSoft: 10, exposure: 1 }
  it('doubles what has the hue, leaves the opposite, and the other way round for all others', () => {
    near(colourBy('secondary', [0.5, 0.06, 0.04], red), [1, 0.12, 0.08])
    near(colourBy('secondary', [0.05, 0.3, 0.5], red), [0.05, 0.3, 0.5])
    near(colourBy('secondary', [0.5, 0.06, 0.04], { ...red, others: true }), [0.5, 0.06, 0.04])
    near(colourBy('secondary', [0.05, 0.3, 0.5], { ...red, others: true }), [0.1, 0.6, 1])
    near(colourBy('secondary', [0.5, 0.06, 0.04], red, 'matte'), [1, 1, 1])
  })
  it('leaves greys and what is too dark or too light alone', () => {
    near(colourBy('secondary', [0.4, 0.4, 0.4], red), [0.4, 0.4, 0.4])
    near(colourBy('secondary', [0.5, 0.06, 0.04], { ...red, light: [0.9, 1], soft: 0.01 }), [0.5, 0.06, 0.04])
  })
})

it.each([
  { slope: [1.2, 0.9, 1], offset: [0.05, -0.02, 0], power: [1.1, 0.8, 2], saturation: 1.3 },
  { slope: [2, 2, 2], offset: [0.1, 0.1, 0.1], power: [1, 1, 1], saturation: 0.4 },
])('CDL: clamp(in * slope + offset)^power, then saturation about Rec. 709 luma, clamped: %p', (list) => {
  for (const rgb of COLOURS)
    for (const kind of ['linear', 'display'] as const) {
      const clamp = (v: number) => Math.min(1, Math.max(0, v))
      const from = kind === 'display' ? codes(rgb) : rgb
      const sop = from.map(
        (v, i) =>
          clamp(v * (list.slope[i] as number) + (list.offset[i] as number)) ** (list.power[i] as number),
      )
      const out = sop.map((v) => clamp(luma(sop) + (v - luma(sop)) * list.saturation))
      near(colourBy('cdl', rgb, { ...list, codes: kind }), kind === 'display' ? out.map(decodeSrgb) : out)
    }
})

it('split tones keep the luma of black-most and white-most greys and tint them apart', () => {
  const tint = { shadowStrength: 1, highlightStrength: 1, balance: 0.5, width: 0.2 }
  for (const v of [0.02, 0.8]) {
    const out = codes(colourBy('split-tone', [v, v, v], tint))
    expect(luma(out)).toBeCloseTo(encodeSrgb(v), 4)
    expect(Math.sign((out[2] as number) - (out[0] as number))).toBe(v < 0.5 ? 1 : -1)
  }
})

it('silver contrast is overlay with the own luma, on display codes', () => {
  for (const rgb of COLOURS) {
    const c = codes(rgb)
    const l = luma(c)
    const exact = c.map((x) => (l < 0.5 ? 2 * x * l : 1 - 2 * (1 - x) * (1 - l)))
    near(codes(colourBy('silver', rgb, { amount: 1, saturation: 1 })), exact, 1e-4)
  }
})

it('monochrome weighs light by filter and luma, and mixes by strength', () => {
  const rgb = [0.5, 0.2, 0.1]
  const w = [0.2126 * 1, 0.7152 * 0.5, 0.0722 * 0]
  const grey = (0.5 * (w[0] as number) + 0.2 * (w[1] as number)) / ((w[0] as number) + (w[1] as number))
  near(colourBy('monochrome', rgb, { filter: [1, 0.5, 0] }), [grey, grey, grey])
  near(
    colourBy('monochrome', rgb, { filter: [1, 0.5, 0], strength: 0.25 }),
    rgb.map((v) => v + (grey - v) / 4),
  )
})

it('the channel mixer is a matrix; with greys kept its rows sum to 1', () => {
  const rows = { red: [0.5, 0.25, 0], green: [0, 2, 0], blue: [1, 1, 2] }
  near(colourBy('channel-mixer', [0.4, 0.2, 0.1], { ...rows, greys: false }), [0.25, 0.4, 0.8])
  near(colourBy('channel-mixer', [0.3, 0.3, 0.3], rows), [0.3, 0.3, 0.3])
})

it('posterise gives the nearest of even codes, negative 1 - code', () => {
  for (const rgb of COLOURS) {
    near(
      codes(colourBy('posterise', rgb, { levels: 5 })),
      codes(rgb).map((c) => Math.round(c * 4) / 4),
      1e-4,
    )
    near(
      codes(colourBy('invert', rgb, {})),
      codes(rgb).map((c) => 1 - c),
      1e-4,
    )
  }
})

it('levels and curves that say the same agree', () => {
  const grey = [0.3, 0.3, 0.3]
  const curve = colourBy('curves', grey, { tone: [0, 0.1, 1, 0.9] })
  near(colourBy('levels', grey, { output: [0.1, 0.9] }), curve, 1e-4)
})

it('match brings mean and covariance in Oklab to those of the still', () => {
  const random = numbers(5)
  const input = k.frame(64, 40)
  for (let i = 0; i < 64 * 40; i++)
    input.data.set([0.1 + 0.3 * random(), 0.15 + 0.2 * random(), 0.05 + 0.5 * random(), 1], i * 4)
  const still = k.frame(64, 40)
  for (let i = 0; i < 64 * 40; i++) {
    const v = random()
    still.data.set([0.2 + 0.5 * v, 0.2 + 0.3 * v + 0.1 * random(), 0.2 + 0.1 * random(), 1], i * 4)
  }
  const out = rendered('match', input, {}, { frames: { still } })
  const [got, wanted] = [spreadOf(k, out), spreadOf(k, still)]
  // Float pixels, and colours outside the gamut are cut when they are measured.
  near(got.mean, wanted.mean, 2e-3)
  near(got.covariance, wanted.covariance, 5e-4)
  k.free(input, still, out)
})

it('an identity table changes nothing, at any size', () => {
  for (const size of [2, 17, 65]) {
    const colours = new Float32Array(size ** 3 * 3)
    for (let i = 0; i < size ** 3; i++)
      colours.set(
        [i % size, Math.floor(i / size) % size, Math.floor(i / size ** 2)].map((v) => v / (size - 1)),
        i * 3,
      )
    const table = { size, low: [0, 0, 0], high: [1, 1, 1], colours } as const
    const input = filled(k, 3, 2, [0.5, 0.2, 0.9, 1])
    const out = rendered('colour-table', input, { table: 't' }, { tables: { t: table } })
    near(out.data, input.data)
    k.free(input, out)
  }
})

it('neutralise makes its sample grey', () => {
  const [r, g, b] = colourBy('neutralise', [0.5, 0.4, 0.3], { sample: [0.5, 0.4, 0.3] }) as [
    number,
    number,
    number,
  ]
  expect(Math.max(r, g, b) - Math.min(r, g, b)).toBeLessThan(1e-5)
})

it('pointwise steps do the same at every size and place', () => {
  const input = testPicture(k, 33, 21)
  const out = rendered('silver', input, {})
  const one = colourBy('silver', [...input.data.slice(400, 403)], {})
  near(out.data.slice(400, 403), one, 1e-5)
  k.free(input, out)
})

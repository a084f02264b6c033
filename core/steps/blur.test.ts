import { decodeSrgb, encodeSrgb } from '../colour'
import { filled } from '../kernels'
import { numbers, testPicture, worst } from '../testing/pictures'
import { centre, dots, greys, k, leavesNothing, movedDot, pixel, rendered, total } from '../testing/steps'

leavesNothing()

/** The error function (Abramowitz and Stegun 7.1.26, error below 1.5e-7). */
function erf(x: number): number {
  const t = 1 / (1 + 0.3275911 * Math.abs(x))
  const poly =
    t * (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429))))
  return Math.sign(x) * (1 - poly * Math.exp(-x * x))
}

it.each([2, 7, 20])('Gaussian blur of a step edge is the error function, sigma %d', (sigma) => {
  const input = greys(240, 8, (x) => (x < 120 ? 0 : 1))
  const out = rendered('gaussian-blur', input, { radius: [sigma, sigma] })
  // 4e-3: pixels are means over a width of 1, and the kernel is cut at 4 sigma.
  for (let x = 60; x < 180; x++)
    expect(Math.abs(pixel(out, x, 4) - 0.5 * (1 + erf((x + 0.5 - 120) / (sigma * Math.SQRT2))))).toBeLessThan(
      4e-3,
    )
  k.free(input, out)
})

it('lens blur makes an even disc of a point, and keeps its light', () => {
  const input = filled(k, 81, 81, [0, 0, 0, 1])
  input.data[(40 * 81 + 40) * 4] = 100
  const out = rendered('lens-blur', input, { radius: 12, blades: 0, edge: 'black' })
  expect(total(out)).toBeCloseTo(100, 1)
  const inside = 100 / (Math.PI * 144)
  for (const [x, y] of [
    [40, 40],
    [47, 44],
    [32, 36],
  ] as const)
    expect(pixel(out, x, y) / inside).toBeCloseTo(1, 1)
  expect(pixel(out, 54, 40)).toBeLessThan(1e-6)
  k.free(input, out)
})

it('lens blur by region: sharp where the matte is 0, in full where it is 1', () => {
  const input = testPicture(k, 60, 40)
  const region = k.plane(60, 40)
  region.data.forEach((_, i) => (region.data[i] = i % 60 < 30 ? 0 : 1))
  const values = { radius: 6, by: 'amount' }
  const out = rendered('lens-blur', input, values, { mattes: { amount: region } })
  const full = rendered('lens-blur', input, { radius: 6 })
  for (const y of [5, 20]) {
    expect(pixel(out, 10, y)).toBe(pixel(input, 10, y))
    expect(pixel(out, 50, y)).toBeCloseTo(pixel(full, 50, y), 5)
  }
  k.free(input, region, out, full)
})

it('directional blur draws a point out into an even line, to the side that shift says', () => {
  const input = filled(k, 101, 21, [0, 0, 0, 1])
  input.data[(10 * 101 + 50) * 4] = 1
  const both = rendered('directional-blur', input, { length: 20, angle: 0, edge: 'black' })
  const ahead = rendered('directional-blur', input, { length: 20, angle: 0, shift: 1, edge: 'black' })
  for (const x of [42, 50, 58]) expect(pixel(both, x, 10)).toBeCloseTo(1 / 20, 4)
  expect(total(both)).toBeCloseTo(1, 4)
  expect(Math.abs(centre(ahead)[0] - 50.5)).toBeCloseTo(10, 1)
  k.free(input, both, ahead)
})

describe('radial blur', () => {
  it('leaves a picture that is round about its centre alone when it spins', () => {
    const input = greys(120, 120, (x, y) => 0.5 + 0.4 * Math.cos(Math.hypot(x - 59.5, y - 59.5) / 8))
    const out = rendered('radial-blur', input, { kind: 'spin', spin: 40 })
    // Linear sampling softens rings of 50 px by less than 1 %.
    for (const [x, y] of [
      [60, 60],
      [80, 40],
      [30, 75],
    ] as const)
      expect(Math.abs(pixel(out, x, y) - pixel(input, x, y))).toBeLessThan(0.02)
    k.free(input, out)
  })
  it('spreads a point over the angle, half to each side', () => {
    const input = dots(200, 200, [[160, 100]])
    const out = rendered('radial-blur', input, { kind: 'spin', spin: 40, edge: 'black' })
    const half = (20 * Math.PI) / 180
    expect(total(out) / total(input)).toBeCloseTo(1, 2)
    expect(Math.abs(centre(out)[0] - (100 + (60 * Math.sin(half)) / half))).toBeLessThan(0.3)
    expect(Math.abs(centre(out)[1] - 100)).toBeLessThan(0.3)
    k.free(input, out)
  })
  it('zooms every point along its own way from the centre', () => {
    const input = dots(200, 200, [[140, 100]])
    const out = rendered('radial-blur', input, { kind: 'zoom', zoom: 0.2, edge: 'black' })
    expect(Math.abs(centre(out)[1] - 100)).toBeLessThan(0.1)
    expect(pixel(out, 140, 100)).toBeLessThan(pixel(input, 140, 100))
    k.free(input, out)
  })
})

it('a tilt band is sharp within and as soft as it says beyond', () => {
  const input = testPicture(k, 160, 160)
  const out = rendered('tilt-band', input, { centre: [0.5, 0.5], width: 0.2, fall: 0.1, radius: 6 })
  const soft = rendered('gaussian-blur', input, { radius: [6, 6] })
  expect(pixel(out, 70, 80)).toBe(pixel(input, 70, 80))
  expect(pixel(out, 70, 20)).toBeCloseTo(pixel(soft, 70, 20), 5)
  k.free(input, out, soft)
})

it('a focus pull breathes: points move from the middle by its share', () => {
  const [x, y] = movedDot('focus-pull', [180, 110], { focus: 0.5, breathing: 0.1, radius: 4, edge: 'black' })
  expect(worst([x, y], [120 + 60 * 1.05, 80 + 30 * 1.05])).toBeLessThan(0.1)
})

it('smooth takes noise away and leaves an edge', () => {
  const random = numbers(3)
  const input = greys(96, 64, (x) => decodeSrgb((x < 48 ? 0.3 : 0.8) + (random() - 0.5) * 0.04))
  const out = rendered('smooth', input, { radius: 5, tolerance: 0.08 })
  const spread = (frame: typeof input) => {
    const values = Array.from({ length: 600 }, (_, i) =>
      encodeSrgb(pixel(frame, 10 + (i % 25), 20 + Math.floor(i / 25))),
    )
    const mean = values.reduce((a, b) => a + b) / 600
    return Math.sqrt(values.reduce((s, v) => s + (v - mean) ** 2, 0) / 600)
  }
  expect(spread(out)).toBeLessThan(spread(input) / 4)
  expect(encodeSrgb(pixel(out, 47, 32))).toBeLessThan(0.36)
  expect(encodeSrgb(pixel(out, 48, 32))).toBeGreaterThan(0.74)
  k.free(input, out)
})

it('sharpen raises a grating by 1 + amount (1 - e^(-2 pi^2 sigma^2 f^2))', () => {
  const f = 1 / 12
  const input = greys(240, 12, (x) => decodeSrgb(0.5 + 0.1 * Math.cos(2 * Math.PI * f * (x + 0.5))))
  const out = rendered('sharpen', input, { amount: 1.5, radius: 2, guard: 0 })
  const gain = 1 + 1.5 * (1 - Math.exp(-2 * Math.PI ** 2 * 4 * f * f))
  for (let x = 60; x < 72; x++)
    expect(encodeSrgb(pixel(out, x, 6))).toBeCloseTo(
      0.5 + 0.1 * gain * Math.cos(2 * Math.PI * f * (x + 0.5)),
      2,
    )
  k.free(input, out)
})

it('clarity leaves even areas and strong edges, and raises soft differences', () => {
  const soft = greys(200, 60, (x) => decodeSrgb(0.5 + 0.04 * Math.sin(x / 4)))
  const out = rendered('clarity', soft, { amount: 1, radius: 20, edges: 0.25 })
  const swing = (frame: typeof soft) => {
    const row = Array.from({ length: 100 }, (_, i) => encodeSrgb(pixel(frame, 50 + i, 30)))
    return Math.max(...row) - Math.min(...row)
  }
  expect(swing(out) / swing(soft)).toBeGreaterThan(1.8)
  const hard = greys(200, 60, (x) => (x < 100 ? 0.05 : 0.8))
  const kept = rendered('clarity', hard, { amount: 1, radius: 20, edges: 0.1 })
  expect(Math.abs(encodeSrgb(pixel(kept, 98, 30)) - encodeSrgb(0.05))).toBeLessThan(0.06)
  k.free(soft, out, hard, kept)
})

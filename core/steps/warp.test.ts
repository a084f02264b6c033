import { flowBetween, betweenFrames } from '../motion'
import { squareToQuad } from '../matrix'
import { testPicture, worst } from '../testing/pictures'
import { dots, k, leavesNothing, movedDot, pixel, rendered } from '../testing/steps'
import { curved } from './warp/lens'

leavesNothing()

/** Places are exact; the tolerance is what bending does to a dot of 2 px deviation. */
const near = (got: readonly number[], exact: readonly number[], tolerance = 0.15) =>
  expect(worst(got, exact)).toBeLessThan(tolerance)

it('a corner pin takes the corners, and what lies between in perspective', () => {
  const pins = { topLeft: [0.1, 0.2], topRight: [0.8, 0.1], bottomRight: [0.9, 0.9], bottomLeft: [0.2, 0.7] }
  const m = squareToQuad([
    [0.1, 0.2],
    [0.8, 0.1],
    [0.9, 0.9],
    [0.2, 0.7],
  ]) as unknown as number[]
  const at = (u: number, v: number) => {
    const [a = 0, b = 0, c = 0, d = 0, e = 0, f = 0, g = 0, h = 0, i = 1] = m
    const z = g * u + h * v + i
    return [((a * u + b * v + c) / z) * 240, ((d * u + e * v + f) / z) * 160]
  }
  near(at(0, 0), [24, 32], 1e-9)
  near(at(1, 1), [216, 144], 1e-9)
  for (const [u, v] of [
    [0.3, 0.4],
    [0.7, 0.6],
  ] as const)
    near(movedDot('corner-pin', [u * 240, v * 160], pins), at(u, v), 0.3)
  const [x, y] = at(0.4, 0.5) as [number, number]
  near(movedDot('corner-pin', [x, y], { ...pins, way: 'pull' }), [0.4 * 240, 0.5 * 160], 0.4)
})

it('lens distortion follows its polynomial, and taking it off undoes putting it on', () => {
  // r = q (1 + k1 q^2): a point at radius r is seen at q.
  const r = 0.4
  const q = curved(r, 0.2, 0.05)
  expect(q * (1 + 0.2 * q ** 2 + 0.05 * q ** 4)).toBeCloseTo(r, 10)
  near(movedDot('lens-distortion', [120 + 160 * r, 80], { k1: 0.2, k2: 0.05 }), [120 + 160 * q, 80])
  const input = testPicture(k, 160, 120)
  const on = rendered('lens-distortion', input, { k1: 0.15, edge: 'mirror' })
  const back = rendered('lens-distortion', on, { k1: 0.15, way: 'off', edge: 'mirror' })
  for (const [x, y] of [
    [80, 60],
    [110, 40],
    [60, 85],
  ] as const)
    expect(Math.abs(pixel(back, x, y) - pixel(input, x, y))).toBeLessThan(0.03)
  k.free(input, on, back)
})

it('a twirl turns by angle (1 - r / R)^2', () => {
  const turn = ((60 * Math.PI) / 180) * (1 - 40 / 80) ** 2
  near(
    movedDot('twirl', [160, 80], { angle: 60, radius: 0.5 }),
    [120 + 40 * Math.cos(turn), 80 + 40 * Math.sin(turn)],
    0.3,
  )
})

it('a bulge shows at r what lay at r (1 - a (1 - (r / R)^2)^2)', () => {
  const seen = 0.2
  const from = seen * (1 - 0.5 * (1 - (seen / 0.45) ** 2) ** 2)
  near(movedDot('bulge', [120 + from * 160, 80], { amount: 0.5, radius: 0.45 }), [120 + seen * 160, 80], 0.8)
})

it('ripples move places by their wave', () => {
  const values = { kind: 'along', angle: 0, height: 6, length: 120, speed: 0, edge: 'black' }
  // At a quarter of a wave the shift is in full: the place 6 px below is shown.
  near(movedDot('ripple', [30, 80], values), [30, 74], 0.4)
  near(movedDot('ripple', [60, 80], values), [60, 80], 0.4)
})

it('turbulence strays by no more than it says, and differently in time', () => {
  const at = (speed: number) =>
    movedDot('turbulence', [120, 80], { amount: 8, size: 80, octaves: 1, speed, seed: 3 })
  const [x, y] = at(0)
  expect(Math.hypot(x - 120, y - 80)).toBeLessThan(8 * Math.SQRT2)
  expect(Math.hypot(x - 120, y - 80)).toBeGreaterThan(0.05)
})

it('a mirror shows the same on both sides', () => {
  const input = testPicture(k, 120, 80)
  const out = rendered('mirror', input, { angle: 0, centre: [0.5, 0.5] })
  for (const [x, y] of [
    [20, 30],
    [50, 60],
  ] as const) {
    expect(pixel(out, x, y)).toBeCloseTo(pixel(input, x, y), 4)
    expect(pixel(out, 119 - x, y)).toBeCloseTo(pixel(input, x, y), 4)
  }
  k.free(input, out)
})

it('a kaleidoscope repeats by its sides', () => {
  const input = testPicture(k, 160, 160)
  const out = rendered('kaleidoscope', input, { sides: 4 })
  for (const [x, y] of [
    [30, 10],
    [12, 44],
  ] as const)
    expect(Math.abs(pixel(out, 80 + x, 80 + y) - pixel(out, 79 - y, 80 + x))).toBeLessThan(0.02)
  k.free(input, out)
})

it('shake stays within its measures; reframe with a shutter draws along the way', () => {
  const [x, y] = movedDot('shake', [120, 80], { position: 10, rotation: 0, size: 0, zoom: 1 })
  expect(Math.max(Math.abs(x - 120), Math.abs(y - 80))).toBeLessThanOrEqual(10.1)
  near(
    movedDot('reframe', [120, 80], { shear: 20, anchor: [0.5, 0] }),
    [120 - 80 * Math.tan((20 * Math.PI) / 180), 80],
    0.3,
  )
})

it('mesh handles take the picture with them', () => {
  // Handle row 1, column 2 lies at two thirds across, one third down.
  const handles = [{ id: 'p12', at: [0.72, 0.4] }]
  near(movedDot('mesh', [160, 160 / 3], {}, { content: { handles } }), [0.72 * 240, 0.4 * 160], 0.4)
})

describe('pictures between frames', () => {
  const shifted = (dx: number, dy: number) => {
    const frame = k.frame(256, 160)
    for (let i = 0; i < 256 * 160; i++) {
      const [x, y] = [(i % 256) - dx, Math.floor(i / 256) - dy]
      const v = 0.4 + 0.15 * Math.sin(x / 7 + y / 19) + 0.15 * Math.cos(y / 6 - x / 23)
      frame.data.set([v, v, v, 1], i * 4)
    }
    return frame
  }
  it.each([
    [0, 0],
    [3, -2],
    [11, 6],
  ])('motion of (%d, %d) px is found, and half of it is made', (dx, dy) => {
    const [before, after, half] = [shifted(0, 0), shifted(dx, dy), shifted(dx / 2, dy / 2)]
    const flow = flowBetween(k, before, after, 0.5)
    const middle = Math.floor(flow.rows / 2) * flow.cols + Math.floor(flow.cols / 2)
    near([flow.dx[middle] as number, flow.dy[middle] as number], [dx, dy], 0.1)
    const made = betweenFrames(k, before, after, 0.5)
    for (const [x, y] of [
      [128, 80],
      [90, 50],
      [170, 110],
    ] as const)
      expect(Math.abs(pixel(made, x, y) - pixel(half, x, y))).toBeLessThan(0.02)
    k.free(before, after, half, made)
  })
})

it('gate movement carries the whole picture alike', () => {
  const values = { weave: 4, jump: 2, turn: 0, edge: 'black' }
  const [a, b] = [movedDot('gate', [80, 60], values), movedDot('gate', [170, 110], values)]
  near([a[0] - 80, a[1] - 60], [b[0] - 170, b[1] - 110], 0.05)
  expect(Math.hypot(a[0] - 80, a[1] - 60)).toBeLessThan(9)
})

it('fringes take red and blue apart in proportion to the way from the centre', () => {
  const input = dots(240, 160, [[200, 80]])
  const out = rendered('fringe', input, { amount: 12, steps: 9 })
  const red = centreOf(out, 0)
  const blue = centreOf(out, 2)
  // Hats about both ends of the range have their middles a sixth of it inside.
  expect(Math.abs(red - blue)).toBeGreaterThan(12 * (80 / 144) * 0.55)
  expect(Math.abs(red - blue)).toBeLessThan(12 * (80 / 144))
  k.free(input, out)
})

function centreOf({ width, data }: { width: number; data: Float32Array }, channel: number): number {
  let [sum, x] = [0, 0]
  for (let i = 0; i < data.length / 4; i++) {
    sum += data[i * 4 + channel] as number
    x += (data[i * 4 + channel] as number) * ((i % width) + 0.5)
  }
  return x / sum
}

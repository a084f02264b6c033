import { decodeSrgb, encodeSrgb } from '../colour'
import { filled } from '../kernels'
import { testPicture, worst } from '../testing/pictures'
import { centre, greys, k, leavesNothing, pixel, rendered, total } from '../testing/steps'
import { findStep } from '.'

leavesNothing()

const mean = (frame: Parameters<typeof total>[0], channel = 0) =>
  total(frame, channel) / (frame.width * frame.height)
const even = (v: number, w = 120, h = 120) => filled(k, w, h, [v, v, v, 1])

it('flicker changes the whole picture alike, by no more stops than it says', () => {
  const input = testPicture(k, 20, 12)
  const out = rendered('flicker', input, { amount: 0.5 })
  const gain = pixel(out, 3, 3) / pixel(input, 3, 3)
  expect(Math.abs(Math.log2(gain))).toBeLessThanOrEqual(0.5)
  expect(
    worst(
      out.data.filter((_, i) => i % 4 < 3),
      input.data.filter((_, i) => i % 4 < 3).map((v) => v * gain),
    ),
  ).toBeLessThan(1e-5)
  k.free(input, out)
})

it('scan lines leave on the mean what their depth says, times gain', () => {
  const input = even(0.5, 64, 64)
  const out = rendered('scan-lines', input, { pitch: 8, depth: 0.6, gain: 1.5 })
  expect(mean(out)).toBeCloseTo(0.5 * 1.5 * (1 - 0.6 / 2), 3)
  k.free(input, out)
})

it.each(['dots', 'lines'])('halftone %s print the tone that was there', (form) => {
  for (const v of [0.1, 0.35, 0.5, 0.8]) {
    const input = even(v, 160, 160)
    const out = rendered('halftone', input, {
      inks: 'one',
      form,
      pitch: 8,
      angle: 23,
      ink: [0, 0, 0],
      paper: [1, 1, 1],
    })
    // Edges are a pixel soft and 20 cells do not fit evenly: within 1.5 %.
    expect(Math.abs(mean(out) - v)).toBeLessThan(0.015)
    k.free(input, out)
  }
})

it('mosaic blocks are the exact means of what they cover', () => {
  const input = testPicture(k, 96, 64)
  const out = rendered('mosaic', input, { width: 16, height: 16 })
  let sum = 0
  for (let y = 16; y < 32; y++) for (let x = 48; x < 64; x++) sum += pixel(input, x, y)
  for (const [x, y] of [
    [48, 16],
    [55, 30],
    [63, 31],
  ] as const)
    expect(pixel(out, x, y)).toBeCloseTo(sum / 256, 4)
  k.free(input, out)
})

it('paint keeps an edge where it is and evens out what lies beside it', () => {
  const input = greys(80, 60, (x, y) => decodeSrgb((x < 40 ? 0.3 : 0.7) + 0.03 * Math.sin(x * 2.1 + y * 1.7)))
  const out = rendered('paint', input, { radius: 5 })
  expect(encodeSrgb(pixel(out, 37, 30))).toBeCloseTo(0.3, 1)
  expect(encodeSrgb(pixel(out, 42, 30))).toBeCloseTo(0.7, 1)
  expect(Math.abs(encodeSrgb(pixel(out, 20, 30)) - 0.3)).toBeLessThan(0.01)
  k.free(input, out)
})

it('relief is the slope of the codes towards the light about middle grey', () => {
  const input = greys(100, 40, (x) => decodeSrgb(0.2 + x * 0.005))
  const out = rendered('emboss', input, { angle: 180, height: 10, size: 0, colour: 0 })
  expect(encodeSrgb(pixel(out, 50, 20))).toBeCloseTo(0.5 + 0.005 * 10, 3)
  k.free(input, out)
})

it('drawn edges put ink on a step and none on a gentle ramp', () => {
  const step = greys(80, 40, (x) => (x < 40 ? 0.1 : 0.6))
  const ramp = greys(80, 40, (x) => decodeSrgb(0.3 + x * 0.002))
  const [a, b] = [rendered('edges', step, {}), rendered('edges', ramp, {})]
  expect(pixel(a, 39, 20)).toBeLessThan(0.1)
  expect(pixel(b, 39, 20)).toBeCloseTo(0.9, 3)
  k.free(step, ramp, a, b)
})

it('glitch throws lines sideways and loses nothing of them', () => {
  const input = testPicture(k, 120, 60)
  const out = rendered('glitch', input, { blocks: 0, split: 0, bursts: 1, amount: 1, shift: 40, lines: 6 })
  let changed = 0
  for (let y = 0; y < 60; y++) {
    const row = (frame: typeof input) => Array.from({ length: 120 }, (_, x) => pixel(frame, x, y))
    const sum = (values: number[]) => values.reduce((a, b) => a + b, 0)
    expect(sum(row(out))).toBeCloseTo(sum(row(input)), 3)
    if (worst(row(out), row(input)) > 0.01) changed++
  }
  expect(changed).toBeGreaterThan(10)
  k.free(input, out)
})

it('dust covers little, alpha stays, and no dust is no change', () => {
  const input = even(0.4, 200, 120)
  const out = rendered('dust', input, { specks: 10, hairs: 0, scratches: 0, size: 6 })
  let changed = 0
  for (let i = 0; i < out.data.length; i += 4) if (Math.abs((out.data[i] as number) - 0.4) > 0.01) changed++
  expect(changed).toBeGreaterThan(10)
  expect(changed).toBeLessThan(10 * 150)
  k.free(input, out)
})

it('paper from an even still leaves the picture under soft light', () => {
  const input = testPicture(k, 30, 20)
  for (let i = 0; i < input.data.length; i++)
    if (i % 4 < 3) input.data[i] = Math.min(1, Math.max(0, input.data[i] as number))
  const still = even(0.37, 30, 20)
  const out = rendered('paper', input, { blend: 'soft light', strength: 1 }, { frames: { still } })
  // Soft light with middle grey is the identity.
  expect(worst(out.data, input.data)).toBeLessThan(2e-5)
  k.free(input, still, out)
})

describe('what is laid in', () => {
  const black = () => filled(k, 160, 90, [0, 0, 0, 1])
  const make = (
    id: string,
    values: Parameters<typeof rendered>[2],
    options: Parameters<typeof rendered>[3] = {},
  ) => {
    const input = black()
    const out = rendered(id, input, values, options)
    k.free(input)
    return out
  }

  it('a solid is its colour, in its opacity', () => {
    const out = make('solid', { colour: [0.8, 0.4, 0.2], opacity: 0.5 })
    expect([0, 1, 2, 3].map((c) => pixel(out, 5, 5, c))).toEqual(
      [0.4, 0.2, 0.1, 1].map((v) => expect.closeTo(v, 5)),
    )
    k.free(out)
  })

  const between = (from: number[], to: number[]) => [
    { id: 'a', position: 0, colour: from, middle: 0.5 },
    { id: 'b', position: 1, colour: to, middle: 0.5 },
  ]

  it('a gradient is even in codes along its line', () => {
    const values = { from: [0, 0], to: [1, 0], dither: false }
    const out = make('gradient', values, { content: { stops: between([0, 0, 0], [1, 1, 1]) } })
    for (const x of [10, 80, 140]) expect(encodeSrgb(pixel(out, x, 40))).toBeCloseTo((x + 0.5) / 160, 3)
    k.free(out)
  })

  it('dither strays by half a code and not on the mean', () => {
    const grey = [0.2, 0.2, 0.2]
    const out = make('gradient', { from: [0, 0], to: [0, 1] }, { content: { stops: between(grey, grey) } })
    const codes = Array.from({ length: 4000 }, (_, i) => encodeSrgb(out.data[i * 4] as number) * 255)
    const middle = encodeSrgb(0.2) * 255
    expect(Math.max(...codes.map((c) => Math.abs(c - middle)))).toBeLessThan(0.6)
    expect(codes.reduce((a, b) => a + b) / 4000).toBeCloseTo(middle, 1)
    k.free(out)
  })

  it('a checker covers exactly half, also where its squares end between pixels', () => {
    const out = make('checker', { width: 16, height: 9, first: [1, 1, 1], second: [0, 0, 0] })
    expect(mean(out)).toBeCloseTo(0.5, 4)
    const odd = make('checker', { kind: 'down', width: 2.5, first: [1, 1, 1], second: [0, 0, 0] })
    expect(mean(odd)).toBeCloseTo(0.5, 4)
    expect(pixel(odd, 2, 3)).toBeCloseTo(0.5, 5)
    k.free(out, odd)
  })

  it('snow is even chance: mean 1/2, variance 1/12; smooth noise lies about the middle', () => {
    const snow = make('noise', { kind: 'snow', first: [0, 0, 0], second: [1, 1, 1] })
    const m = mean(snow)
    const variance = snow.data.reduce((s, v, i) => (i % 4 === 0 ? s + (v - m) ** 2 : s), 0) / (160 * 90)
    expect(m).toBeCloseTo(0.5, 1)
    expect(variance).toBeCloseTo(1 / 12, 2)
    const smooth = make('noise', { size: 8, first: [0, 0, 0], second: [1, 1, 1] })
    expect(mean(smooth)).toBeCloseTo(0.5, 1)
    k.free(snow, smooth)
  })

  it('clouds cover nothing at 0 and more with more', () => {
    const at = (cover: number) => {
      const out = make('clouds', { cover, density: 1, size: 40, colour: [1, 1, 1] })
      const m = mean(out)
      k.free(out)
      return m
    }
    const [few, half, many] = [at(0.2), at(0.5), at(0.9)] as [number, number, number]
    expect(few).toBeLessThan(half)
    expect(half).toBeLessThan(many)
    expect(many).toBeGreaterThan(0.7)
  })

  it.each(['over', 'under', 'plus', 'screen', 'overlay', 'multiply'])(
    'beams and particles laid in %s are seen',
    (lay) => {
      const input = filled(k, 80, 45, lay === 'under' ? [0, 0, 0, 0] : [0.4, 0.4, 0.4, 1])
      for (const [id, values] of [
        ['beams', { strength: 1 }],
        ['particles', { rate: 400, size: 12 }],
      ] as const) {
        const out = rendered(id, input, { ...values, lay, colour: [0.9, 0.7, 0.5] })
        expect(worst(out.data, input.data)).toBeGreaterThan(0.02)
        k.free(out)
      }
      k.free(input)
    },
  )

  it('a single beam runs along its angle and has faded at its end', () => {
    const values = {
      from: [0.1, 0.5],
      angle: 0,
      spread: 0,
      count: 1,
      length: 1,
      near: 8,
      far: 8,
      uneven: 0,
      sway: 0,
    }
    const out = make('beams', { ...values, strength: 0.5, colour: [1, 1, 1] })
    expect(centre(out)[1]).toBeCloseTo(45, 3)
    // Half of its 90 px on, strength is half.
    expect(pixel(out, 16 + 45, 44)).toBeGreaterThan(0.2)
    expect(pixel(out, 61, 44)).toBeCloseTo(0.5 * 0.5 * (1 - (0.5 / 4) ** 2) ** 2, 1)
    expect(pixel(out, 110, 44)).toBe(0)
    k.free(out)
  })

  it('a particle is where speed, gravity and time put it', () => {
    const values = {
      source: 'point',
      at: [0.5, 0.2],
      rate: 1,
      life: 2,
      speed: 20,
      angle: 90,
      spread: 0,
      gravity: 30,
    }
    const out = make('particles', { ...values, sway: 0, vary: 0, size: 6, form: 'even' }, { time: 24 })
    // Born at 0 s and at 1 s: the first has flown 20 + 15 px, the second stands at the point and is just appearing.
    expect(worst(centre(out), [80, 18 + 35])).toBeLessThan(0.2)
    k.free(out)
  })

  it('a letterbox leaves its shape open, to a share of a pixel', () => {
    const input = even(1, 160, 90)
    const out = rendered('letterbox', input, { ratio: 2 })
    expect(mean(out)).toBeCloseTo(80 / 90, 4)
    expect([pixel(out, 80, 4), pixel(out, 80, 5)]).toEqual([0, 1])
    k.free(input, out)
  })

  it('a shadow lies where it falls, an outline is as wide as it says', () => {
    const input = filled(k, 120, 120, [0, 0, 0, 0])
    for (let y = 40; y < 80; y++)
      for (let x = 40; x < 80; x++) input.data.set([1, 1, 1, 1], (y * 120 + x) * 4)
    const shadow = rendered('drop-shadow', input, {
      angle: 0,
      distance: 12,
      soft: 0,
      opacity: 0.5,
      alone: true,
    })
    expect(worst(centre(shadow, 3), [72, 60])).toBeLessThan(1e-3)
    expect(total(shadow, 3)).toBeCloseTo(0.5 * 1600, 1)
    const line = rendered('outline', input, { width: 5, opacity: 1 })
    // Four sides of 40 x 5, and a disc of radius 5 in quarters, which in whole pixels is up to 20 smaller.
    expect(Math.abs(total(line, 3) - (1600 + 4 * 200 + Math.PI * 25))).toBeLessThan(20)
    k.free(input, shadow, line)
  })
})

describe('time', () => {
  it('an echo is the weighted mean of the pictures that it asks for', () => {
    const times = findStep('echo')?.inputs?.before?.times?.({ count: 3, spacing: 2 }, 10)
    expect(times).toEqual([8, 6, 4])
    const input = even(1, 4, 4)
    const others = [0.5, 0.25, 0].map((v) => even(v, 4, 4))
    const out = rendered('echo', input, { count: 3, decay: 0.5 }, { others })
    expect(pixel(out, 1, 1)).toBeCloseTo((1 + 0.25 + 0.0625) / 1.875, 5)
    k.free(input, out, ...others)
  })

  it.each([
    ['freeze', { frame: 7 }, 20, [7]],
    ['stutter', { hold: 4, phase: 0 }, 11, [8]],
    ['stutter', { hold: 4, phase: 1 }, 12, [9]],
    ['retime', { speed: 0.5, zero: 0, shift: 0, between: 'motion' }, 7, [3, 4]],
    ['retime', { speed: -1, zero: 10, shift: 0, between: 'nearest' }, 12, [8]],
    ['retime', { speed: 2, zero: 0, shift: 0, between: 'blend' }, 6, [12]],
  ])('%s with %p shows at %d the frames %p', (id, values, time, frames) => {
    expect(findStep(id)?.inputs?.before?.times?.(values, time)).toEqual(frames)
  })
})

import { aligned, type Frame, grown, intersection } from '../frame'
import { filled, resample } from '../kernels'
import {
  type ContentThing,
  type ContentValues,
  defaults,
  type Param,
  type Params,
  type Values,
} from '../params'
import { testPicture, worst, worstShare } from '../testing/pictures'
import type { Options } from '../testing/context'
import { k, leavesNothing, render } from '../testing/steps'
import { CROSSINGS } from '../cross'
import { findStep, inputKey, STEPS, type StepDeclaration } from '.'

leavesNothing()

/** Values away from neutral for every parameter: a third of the way from the default to the end of its range. */
function busy(params: Params): Values {
  const toward = (d: number, p: { min: number; max: number; soft?: readonly [number, number] }) => {
    const end = (p.soft ?? [p.min, p.max])[1]
    return d + (end - d) * 0.3
  }
  const value = (p: Param, index: number) => {
    if (p.type === 'number') return p.step === 1 ? Math.round(toward(p.default, p)) : toward(p.default, p)
    if (p.type === 'pair' || p.type === 'rgb')
      return p.default.map((d) => d + (toward(d, p) - d) * (p.type === 'rgb' ? 0.1 : 1))
    if (p.type === 'colour') return [1, 0.6, 0.3]
    if (p.type === 'curve') return [0, 0.05, 0.4, 0.55, 1, 0.9]
    if (p.type === 'range') return [p.default[0] + 0.1, p.default[1] - 0.15]
    if (p.type === 'point') return p.default.map((d, i) => d + (((index * 3 + i * 5) % 7) - 3) * 0.015 + 0.02)
    if (p.type === 'file') return 'swap'
    if (p.type === 'reference') return [0.5, 0.4, 0.3]
    return p.default
  }
  return Object.fromEntries(Object.entries(params).map(([id, p], i) => [id, value(p, i)]))
}

/** The same for every thing in its content. */
const busyContent = ({ content = {} }: StepDeclaration): ContentValues =>
  Object.fromEntries(
    Object.entries(content).map(([name, list]) => [
      name,
      list.default.map((thing) => ({ ...thing, ...busy(list.fields) }) as ContentThing),
    ]),
  )
const plainContent = ({ content = {} }: StepDeclaration): ContentValues =>
  Object.fromEntries(Object.entries(content).map(([name, list]) => [name, list.default]))

/** Values of a step all of whose inputs are bound. */
const bound = (step: StepDeclaration, given: Values): Values => ({
  ...given,
  ...Object.fromEntries(
    Object.entries(step.inputs ?? {}).flatMap(([name, i]) =>
      i.kind === 'frame' ? [[inputKey(name), true]] : [],
    ),
  ),
})
const values = (step: StepDeclaration) => busy(step.params)
/** A step with everything away from neutral. */
const made = (step: StepDeclaration, input: Frame, given: Values, options: Options = {}) =>
  render(step, input, given, { content: busyContent(step), ...options })

/** The same with every option of every choice and toggle in turn. */
const options = (step: StepDeclaration, values: Values): Values[] =>
  Object.entries(step.params).flatMap(([id, p]) =>
    p.type === 'choice'
      ? p.options.map((o) => ({ ...values, [id]: o.value }))
      : p.type === 'toggle'
        ? [{ ...values, [id]: !values[id] }]
        : [],
  )

/** The ends of every range at once: where overflow would show. */
const extremes = (step: StepDeclaration, end: 'min' | 'max'): Values =>
  Object.fromEntries(
    Object.entries(step.params).map(([id, p]) => {
      if (p.type === 'number') return [id, p.unit === 'px' && end === 'max' ? 60 : p[end]]
      if (p.type === 'rgb' || p.type === 'range') return [id, p.default.map(() => p[end])]
      if (p.type === 'reference') return [id, end === 'min' ? [] : [1e4, 0, 1e-7]]
      if (p.type === 'file') return [id, end === 'min' ? '' : 'gone']
      if (p.type === 'pair') return [id, p.default.map(() => (end === 'max' ? 60 : p.min))]
      return [id, p.default]
    }),
  )

describe.each([...STEPS, ...CROSSINGS].map((step) => [step.id, step] as const))('%s', (_, step) => {
  it('is declared completely', () => {
    expect(step.purpose).toMatch(/^[A-Z].*\.$/)
    expect(findStep(step.id)).toBe(step)
    for (const [id, p] of Object.entries(step.params)) {
      expect([id, p.label, p.help]).toEqual([
        id,
        expect.stringMatching(/^[A-Z]/),
        expect.stringMatching(/\.$/),
      ])
      if (p.type === 'number') {
        expect(p.default).toBeGreaterThanOrEqual(p.min)
        expect(p.default).toBeLessThanOrEqual(p.max)
      }
    }
  })

  it('leaves the picture alone wherever it calls itself neutral', () => {
    const input = testPicture(k, 40, 24, 'soft')
    const plain = plainContent(step)
    const candidates = [
      ...[defaults(step.params), extremes(step, 'min')].map((given) => ({ given, content: plain })),
      { given: values(step), content: busyContent(step) },
    ]
    const neutral = candidates.filter(({ given, content }) =>
      step.neutral(bound(step, given) as never, content),
    )
    const out = neutral.map(({ given, content }) => render(step, input, given, { content }))
    // The way to display codes and back costs up to 3e-7 of a value; highlights here go to 7.
    out.forEach((frame) => expect(worstShare(frame.data, input.data, 1e-6, 1e-6)).toBeLessThan(1))
    expect(step.neutral(bound(step, values(step)) as never, busyContent(step))).toBe(false)
    k.free(input, ...out)
  })

  it('gives the same bits for the same input and does not touch its input', () => {
    const input = testPicture(k, 57, 33, 'soft')
    const before = input.data.slice()
    const [a, b] = [made(step, input, values(step)), made(step, input, values(step))]
    expect(
      Buffer.from(a.data.buffer, a.data.byteOffset, a.data.byteLength).equals(
        Buffer.from(b.data.slice().buffer),
      ),
    ).toBe(true)
    expect(worst(input.data, before)).toBe(0)
    k.free(input, a, b)
  })

  it.each([
    [1, 1],
    [1, 37],
    [16383, 1],
    [5, 3],
  ])('makes finite pictures of size %i x %i, also at the ends of its ranges', (w, h) => {
    const input = testPicture(k, w, h, 'soft')
    input.data[0] = 1e4
    input.data[1] = -50
    const some = w * h < 100 ? options(step, values(step)) : []
    for (const given of [values(step), extremes(step, 'max'), extremes(step, 'min'), ...some]) {
      const out = made(step, input, given)
      expect([out.width, out.height]).toEqual([w, h])
      expect(out.data.every(Number.isFinite)).toBe(true)
      k.free(out)
    }
    k.free(input)
  })

  it('keeps alpha where it promises to', () => {
    const input = testPicture(k, 32, 20, 'soft')
    const out = made(step, input, values(step))
    const alpha = (f: Frame) => f.data.filter((_, i) => i % 4 === 3)
    if (step.keepsAlpha) expect(worst(alpha(out), alpha(input))).toBe(0)
    else expect(Math.max(...alpha(out))).toBeLessThanOrEqual(1 + 1e-6)
    k.free(input, out)
  })

  it('looks at half size as its full-size result does when halved', () => {
    const full = testPicture(k, 320, 180)
    const half = resample(k, full, 160, 90)
    const a = made(step, full, values(step))
    const shrunk = resample(k, a, 160, 90)
    const b = made(step, half, values(step), { scale: 0.5 })
    expect(worst(shrunk.data, b.data) / a.data.reduce((m, v) => Math.max(m, v), 1)).toBeLessThan(
      step.proxyError,
    )
    k.free(full, half, a, shrunk, b)
  })

  it('makes a part of the picture as it makes the whole, given what it says it needs around', () => {
    const [w, h] = [352, 224]
    const input = testPicture(k, w, h)
    const given = busy(step.params)
    const whole = made(step, input, given)
    const reach = step.reach(bound(step, given) as never, 1)
    const wanted = { x: 160, y: 96, width: 32, height: 32 }
    const room = intersection({ x: 0, y: 0, width: w, height: h }, aligned(grown(wanted, reach), 32))
    const part = k.frame(room.width, room.height)
    for (let y = 0; y < room.height; y++) {
      const at = ((room.y + y) * w + room.x) * 4
      part.data.set(input.data.subarray(at, at + room.width * 4), y * room.width * 4)
    }
    const place = { x: room.x, y: room.y, width: w, height: h }
    const out = made(step, part, given, { place })
    const row = (from: Frame, x: number, y: number) =>
      from.data.subarray((y * from.width + x) * 4, (y * from.width + x + wanted.width) * 4)
    for (let y = wanted.y; y < wanted.y + wanted.height; y++)
      expect(worst(row(out, wanted.x - room.x, y - room.y), row(whole, wanted.x, y))).toBeLessThan(1e-5)
    k.free(input, whole, part, out)
  })

  it('offers pictures that differ from its result', () => {
    const input = testPicture(k, 64, 36)
    const result = made(step, input, values(step))
    for (const { id } of step.outputs) {
      const seen = made(step, input, values(step), { view: id })
      expect(worst(seen.data, result.data)).toBeGreaterThan(0.01)
      k.free(seen)
    }
    k.free(input, result)
  })
})

describe('grade against its formula', () => {
  const step = findStep('grade') as StepDeclaration
  const one = (rgb: number[], change: Values, a = 1) => {
    const input = k.frameOf(1, 1, [...rgb.map((v) => v * a), a])
    const out = render(step, input, { ...defaults(step.params), ...change })
    const result = [...out.data.slice(0, 3)].map((v) => v / a)
    k.free(input, out)
    return result
  }
  it.each([
    ['exposure of one stop doubles', { exposure: 1 }, [0.1, 0.2, -0.3], [0.2, 0.4, -0.6]],
    ['contrast is a power about the pivot', { contrast: 2, pivot: 0.5 }, [0.5, 1, 0.25], [0.5, 2, 0.125]],
    ['contrast keeps the sign', { contrast: 2, pivot: 0.5 }, [-0.25, 0, 8], [-0.125, 0, 128]],
    ['gain scales white', { gain: [2, 1, 0.5] }, [1, 1, 1], [2, 1, 0.5]],
    ['lift raises black and leaves white', { lift: [0.1, 0, 0] }, [0, 0.5, 1], [0.1, 0.5, 1]],
    ['gamma bends the middle', { gamma: [2, 1, 0.5] }, [0.25, 0.25, 0.25], [0.5, 0.25, 0.0625]],
    ['saturation 0 leaves Rec. 709 luma', { saturation: 0 }, [1, 0, 0], [0.2126, 0.2126, 0.2126]],
  ])('%s', (_, change, from, to) => {
    // 2e-6 relative: the error of the kernel's powers.
    expect(worst(one(from, change), to) / Math.max(...to.map(Math.abs))).toBeLessThan(3e-6)
    expect(worst(one(from, change, 0.25), to) / Math.max(...to.map(Math.abs))).toBeLessThan(3e-6)
  })

  it('warms and cools white without changing its luminance', () => {
    for (const temperature of [-60, 60]) {
      const [r, g, b] = one([1, 1, 1], { temperature }) as [number, number, number]
      expect(0.2126 * r + 0.7152 * g + 0.0722 * b).toBeCloseTo(1, 3)
      expect(Math.sign(r - b)).toBe(Math.sign(temperature))
    }
    const [r, g, b] = one([1, 1, 1], { tint: 10 }) as [number, number, number]
    expect(g).toBeLessThan(Math.min(r, b))
  })
})

describe('glow against its formula', () => {
  const step = findStep('glow') as StepDeclaration
  const values = { ...defaults(step.params), threshold: 1, softness: 0, radius: 4, rings: 1 }

  it('gives back the light above the threshold, all of it, in the shape of a Gaussian', () => {
    const input = k.frame(81, 81)
    input.data.fill(0)
    const centre = (40 * 81 + 40) * 4
    input.data.set([11, 5.5, 0, 1], centre)
    const light = render(step, input, values, { view: 'light' })
    const sum = light.data.reduce((total, v, i) => (i % 4 === 0 ? total + v : total), 0)
    // Light is (brightest - threshold) / brightest of the colour: 10/11 of 11 in red.
    expect(sum).toBeCloseTo(10, 2)
    expect(light.data[centre] as number).toBeCloseTo(10 / (2 * Math.PI * 16), 3)
    expect((light.data[centre + 1] as number) / (light.data[centre] as number)).toBeCloseTo(0.5, 5)
    k.free(input, light)
  })

  it('adds plainly past white, and gently without ever passing it', () => {
    const input = testPicture(k, 60, 40)
    for (let i = 0; i < input.data.length; i++)
      if (i % 4 < 3) input.data[i] = Math.min(input.data[i] as number, 0.99)
    const bright = { ...values, threshold: 0.2, intensity: 20 }
    const plain = render(step, input, { ...bright, blend: 'add' })
    const gentle = render(step, input, { ...bright, blend: 'soft' })
    expect(Math.max(...plain.data)).toBeGreaterThan(2)
    expect(Math.max(...gentle.data)).toBeLessThanOrEqual(1)
    k.free(input, plain, gentle)
  })
})

describe('grain against its statement', () => {
  const step = findStep('grain') as StepDeclaration
  const stops = (values: Values, level: number, scale = 1) => {
    const input = filled(k, 256, 256, [level, level, level, 1])
    const out = render(step, input, { ...defaults(step.params), ...values }, { scale })
    const seen = [0, 1, 2].map((c) =>
      Array.from({ length: 65536 }, (_, i) => Math.log2((out.data[i * 4 + c] as number) / level)),
    )
    k.free(input, out)
    return seen as [number[], number[], number[]]
  }
  const deviation = (v: number[]) => Math.sqrt(v.reduce((sum, x) => sum + x * x, 0) / v.length)
  const correlation = (a: number[], b: number[]) =>
    a.reduce((sum, x, i) => sum + x * (b[i] as number), 0) / a.length / deviation(a) / deviation(b)

  it('spreads exposure by its amount in middle tones, by its shares in black and white', () => {
    const values = { amount: 0.3, shadows: 0.5, highlights: 2 }
    // 5 %: a field of 25,600 grains; the mean over the tone curve near black is what w says at the root of 1e-6.
    for (const [level, share] of [
      [0.25, 1],
      [1e-6, 0.5],
      [1, 2],
    ] as const)
      for (const channel of stops(values, level))
        expect(Math.abs(deviation(channel) / (0.3 * share) - 1)).toBeLessThan(0.05)
  })

  it('is one grain for all channels, or one for each, and never the same twice', () => {
    const [r, g] = stops({ colour: 0 }, 0.25)
    expect(correlation(r, g)).toBeCloseTo(1, 5)
    const [r1, g1] = stops({ colour: 1 }, 0.25)
    expect(Math.abs(correlation(r1, g1))).toBeLessThan(0.05)
    const [other] = stops({ colour: 0, seed: 2 }, 0.25)
    expect(Math.abs(correlation(r, other))).toBeLessThan(0.05)
  })

  it('has the size that it says: neighbours a grain apart share what cubic B-splines leave', () => {
    const [r] = stops({ size: 4, colour: 0 }, 0.25)
    const near = (dx: number) =>
      correlation(
        r.filter((_, i) => i % 256 < 240),
        r.filter((_, i) => i % 256 >= dx && i % 256 < 240 + dx),
      )
    // The autocorrelation of a cubic B-spline at 0, 1, 2 knots: 151/315, 397/1680, 1/42 (of 2416/5040).
    expect(near(4)).toBeCloseTo(397 / 1680 / (151 / 315), 1)
    expect(near(8)).toBeCloseTo(1 / 42 / (151 / 315), 1)
    expect(Math.abs(near(14))).toBeLessThan(0.05)
  })
})

it('reframe moves, sizes and turns about the middle, and perspective shortens the far side', () => {
  const step = findStep('reframe') as StepDeclaration
  const input = filled(k, 200, 100, [0, 0, 0, 0])
  const dot = (x: number, y: number) => {
    for (let j = -2; j <= 2; j++)
      for (let i = -2; i <= 2; i++)
        input.data.fill(1, ((y + j) * 200 + x + i) * 4, ((y + j) * 200 + x + i) * 4 + 4)
  }
  dot(140, 50)
  dot(60, 50)
  const centres = (values: Values) => {
    const out = render(step, input, { ...defaults(step.params), ...values })
    const middle = (from: number, to: number) => {
      let [sum, x, y] = [0, 0, 0]
      for (let i = 0; i < 20000; i++) {
        const v = i % 200 >= from && i % 200 < to ? (out.data[i * 4] as number) : 0
        ;[sum, x, y] = [sum + v, x + v * ((i % 200) + 0.5), y + v * (Math.floor(i / 200) + 0.5)]
      }
      return [x / sum, y / sum]
    }
    const found = [middle(0, 100), middle(100, 200)].flat()
    k.free(out)
    return found
  }
  const near = (got: number[], to: number[]) =>
    got.forEach((v, i) => expect(Math.abs(v - (to[i] as number))).toBeLessThan(0.3))
  near(centres({}), [60.5, 50.5, 140.5, 50.5])
  near(centres({ across: 10.5, down: -7 }), [71, 43.5, 151, 43.5])
  near(centres({ scale: 0.5 }), [80.25, 50.25, 120.25, 50.25])
  // Turned by 30 degrees clockwise about (100, 50).
  const turned = (x: number, y: number) => [
    100 + x * Math.cos(Math.PI / 6) - y * Math.sin(Math.PI / 6),
    50 + x * Math.sin(Math.PI / 6) + y * Math.cos(Math.PI / 6),
  ]
  near(centres({ angle: 30 }), [...turned(-39.5, 0.5), ...turned(40.5, 0.5)])
  // (x, y, z) = (x cos, y, x sin) seen from 200 away.
  const seen = (x: number) => 100 + (x * Math.cos(Math.PI / 4) * 200) / (200 + x * Math.sin(Math.PI / 4))
  near(centres({ turn: 45 }), [seen(-39.5), 50.5, seen(40.5), 50.5])
  k.free(input)
})

import fc from 'fast-check'
import type { Frame } from '../frame'
import { copyOf } from '../kernels'
import { testKernels } from '../testing/pictures'
import { contextFor, type Options } from '../testing/context'
import { defaults, type Values } from '../params'
import { findStep, type StepDeclaration } from '../steps'
import {
  findScreen,
  KEEP,
  lightWrap,
  MATTE,
  matteOf,
  shareOf,
  takeSpill,
  threeTones,
  TONES,
  UNDECIDED,
} from '.'

const k = testKernels(64)
afterEach(() => expect(k.used).toBe(0))
const [W, H] = [240, 160]

type Rgb = readonly [number, number, number]
const SKIN: Rgb = [0.42, 0.24, 0.16]

/** How much of a puppet covers a place: a head over shoulders that reach the lower border, its edge `soft` pixels wide. */
const coverAt = (x: number, y: number, soft: number): number => {
  const head = 34 - Math.hypot(x - 120, y - 66)
  const body = Math.min(46 - Math.abs(x - 120), y - 92)
  return Math.min(1, Math.max(0, Math.max(head, body) / soft + 0.5))
}

/** A cloth that is lit unevenly. */
const clothAt = (x: number, y: number): Rgb => {
  const light = 0.7 + 0.25 * Math.sin(x / 110) + 0.1 * (y / H)
  return [0.06 * light, 0.5 * light, 0.12 * light]
}

/** A puppet before a cloth, with the cloth alone and what covers it; `order` says which channel of the picture each one becomes. */
function scene(order: readonly [number, number, number] = [0, 1, 2], soft = 3) {
  const [seen, cloth, cover] = [k.frame(W, H), k.frame(W, H), k.plane(W, H)]
  for (let y = 0, i = 0; y < H; y++)
    for (let x = 0; x < W; x++, i++) {
      const a = coverAt(x + 0.5, y + 0.5, soft)
      cover.data[i] = a
      const back = clothAt(x, y)
      for (let c = 0; c < 3; c++) {
        const to = i * 4 + (order[c] as number)
        cloth.data[to] = back[c] as number
        seen.data[to] = a * (SKIN[c] as number) + (1 - a) * (back[c] as number)
      }
      seen.data[i * 4 + 3] = cloth.data[i * 4 + 3] = 1
    }
  return { seen, cloth, cover, done: () => k.free(seen, cloth, cover) }
}

const meanSquare = (a: ArrayLike<number>, b: ArrayLike<number>) => {
  let sum = 0
  for (let i = 0; i < a.length; i++) sum += ((a[i] as number) - (b[i] as number)) ** 2
  return sum / a.length
}

/** The key of a picture by hand, with whole colour and a straight alpha. */
function keyed(seen: Frame, choice: Parameters<typeof findScreen>[2] = 'auto', empty?: Frame) {
  const plate = findScreen(k, seen, choice, 1, empty)
  if (!plate) throw new Error('No screen was found.')
  const share = shareOf(k, seen, plate)
  const tones = threeTones(k, share, plate.rubbish, { ...TONES, scale: 0.2 })
  const made = matteOf(k, seen, plate, tones, { rounds: 0, fullness: 1 })
  return { ...made, plate, tones, done: () => k.free(share, plate.picture, made.alpha, made.front) }
}

it.each([
  ['green', [0, 1, 2], 1],
  ['blue', [0, 2, 1], 2],
] as const)('finds a %s screen by itself, and alpha to a few thousandths', (_, order, channel) => {
  const { seen, cover, cloth, done } = scene(order)
  const key = keyed(seen)
  expect(key.plate.colour.channel).toBe(channel)
  expect(key.plate.colour.shares.map((s) => Math.round(s * 100)).sort()).toEqual([12, 24])
  // Of the picture a few hundredths are edge; there it is off by some hundredths.
  expect(meanSquare(key.alpha.data, cover.data)).toBeLessThan(2e-4)
  expect(meanSquare(key.plate.picture.data, cloth.data)).toBeLessThan(1e-4)
  expect(key.tones.filter((t) => t === UNDECIDED).length / key.tones.length).toBeLessThan(0.08)
  key.done()
  done()
})

it('a red cloth is taken by its picked colour, and a grey picture has no screen', () => {
  const { seen, cover, done } = scene([1, 0, 2])
  const key = keyed(seen, [0.5, 0.06, 0.12])
  expect(key.plate.colour.channel).toBe(0)
  expect(meanSquare(key.alpha.data, cover.data)).toBeLessThan(4e-4)
  key.done()
  seen.data.fill(0.3)
  for (const choice of ['auto', 'green', 'blue', [0.5, 0.5, 0.5]] as const)
    expect(findScreen(k, seen, choice, 1)).toBeUndefined()
  done()
})

it('with the empty screen given the key is exact but for what is filled in, also where the set shows no screen', () => {
  const { seen, cloth, cover, done } = scene()
  // A brown wall on the left, the same in both.
  for (const frame of [seen, cloth])
    for (let y = 0; y < H; y++)
      for (let x = 0; x < 30; x++) frame.data.set([0.2, 0.15, 0.1, 1], (y * W + x) * 4)
  const key = keyed(seen, 'auto', cloth)
  expect(meanSquare(key.alpha.data, cover.data)).toBeLessThan(2e-4)
  expect([...key.alpha.data.filter((_, i) => i % W < 28)].every((a) => a === 0)).toBe(true)
  key.done()
  done()
})

it('what is unmixed is the picture again over the screen that was found, to two codes', () => {
  const { seen, done } = scene()
  const key = keyed(seen)
  const [front, alpha, back] = [key.front.data, key.alpha.data, key.plate.picture.data]
  let worst = 0
  for (let i = 0; i < W * H; i++)
    for (let c = 0; c < 3; c++) {
      const again = (front[i * 4 + c] as number) + (1 - (alpha[i] as number)) * (back[i * 4 + c] as number)
      if ((front[i * 4 + c] as number) > 0)
        worst = Math.max(worst, Math.abs(again - (seen.data[i * 4 + c] as number)))
    }
  expect(worst).toBeLessThan(1e-6)
  key.done()
  done()
})

it('what is stuck to the screen goes, hair beside the subject stays', () => {
  const { seen, done } = scene()
  const dab = (x0: number, y0: number, side: number, rgb: Rgb) => {
    for (let y = y0; y < y0 + side; y++)
      for (let x = x0; x < x0 + side; x++) seen.data.set(rgb, (y * W + x) * 4)
  }
  dab(200, 30, 5, [0.8, 0.8, 0.8])
  dab(158, 62, 4, [0.2, 0.1, 0.05])
  const key = keyed(seen)
  expect(key.alpha.data[32 * W + 202]).toBe(0)
  expect(key.tones[64 * W + 160]).not.toBe(0)
  key.done()
  done()
})

describe('spill', () => {
  /** An even subject of straight colour with so much of the screen's light on it. */
  const lit = (x: Rgb, share: number) => {
    const { seen, done } = scene()
    const key = keyed(seen)
    const { front, alpha, plate } = key
    for (let i = 0; i < W * H; i++) {
      alpha.data[i] = 1
      for (let c = 0; c < 3; c++)
        front.data[i * 4 + c] = (x[c] as number) + share * (plate.picture.data[i * 4 + c] as number)
      front.data[i * 4 + 3] = 1
    }
    return { ...key, end: () => (key.done(), done()) }
  }
  const at = (frame: Frame, i: number) => [...frame.data.slice(i * 4, i * 4 + 3)]

  it('takes the light of the screen off a grey subject, and leaves one without it alone', () => {
    for (const [x, share] of [
      [[0.3, 0.3, 0.3], 0.2],
      [[0.42, 0.24, 0.16], 0],
    ] as const) {
      const key = lit(x, share)
      const before = at(key.front, 5000)
      const taken = takeSpill(
        k,
        key.front,
        key.alpha,
        key.plate,
        { amount: 1, balance: 0, back: 0 },
        { scale: 1 },
      )
      const after = at(key.front, 5000)
      expect(after[1]).toBeLessThanOrEqual(Math.max(after[0] as number, after[2] as number) + 0.06)
      if (share === 0) expect(after).toEqual(before)
      before.forEach((v, c) =>
        expect((after[c] as number) + (at(taken, 5000)[c] as number)).toBeCloseTo(v, 5),
      )
      k.free(taken)
      key.end()
    }
  })

  it('takes by tones as much as is said, and leaves a kept colour alone with what is near it', () => {
    const taken = (x: Rgb, more: object) => {
      const key = lit(x, 0.1)
      const options = { amount: 1, balance: 0, back: 0, ...more }
      const off = takeSpill(k, key.front, key.alpha, key.plate, options, { scale: 1 })
      const green = at(off, 5000)[1] as number
      k.free(off)
      key.end()
      return green
    }
    const [dark, bright]: Rgb[] = [
      [0.003, 0.003, 0.003],
      [0.9, 0.9, 0.9],
    ]
    for (const x of [dark, bright] as Rgb[]) {
      expect(taken(x, { bands: [1, 1, 1] })).toBeCloseTo(taken(x, {}), 6)
      expect(taken(x, { bands: [0, 0, 0] })).toBe(0)
    }
    expect(taken(bright as Rgb, { bands: [1, 1, 0.2] })).toBeLessThan(0.45 * taken(bright as Rgb, {}))
    const scarf: Rgb = [0.2, 0.45, 0.1]
    const kept = { rgb: [0.2, 0.49, 0.11] as Rgb, near: 0.1 }
    expect(taken(scarf, {})).toBeGreaterThan(0.05)
    expect(taken(scarf, { kept })).toBe(0)
    expect(taken([0.3, 0.3, 0.3], { kept })).toBeCloseTo(taken([0.3, 0.3, 0.3], {}), 6)
  })

  it('never takes more than the other channels hold, and gives light back as much as it took', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 2, noNaN: true }),
        (r, g) => {
          const key = lit([r, g, 0.05], 0)
          const before = at(key.front, 900)
          const taken = takeSpill(
            k,
            key.front,
            key.alpha,
            key.plate,
            { amount: 1, balance: 1, back: 1 },
            { scale: 1 },
          )
          expect(key.front.data.some((v) => v < -1e-6)).toBe(false)
          const luma = (v: number[]) =>
            0.2126 * (v[0] as number) + 0.7152 * (v[1] as number) + 0.0722 * (v[2] as number)
          expect(luma(at(key.front, 900))).toBeCloseTo(luma(before), 4)
          k.free(taken)
          key.end()
        },
      ),
      { numRuns: 12 },
    )
  })
})

it('light of what lies behind falls on the edge of a subject, not into it and not onto nothing', () => {
  const { cover, seen, done } = scene()
  const behind = copyOf(k, seen)
  behind.data.fill(0.8)
  const light = lightWrap(k, cover, behind, { amount: 0.8, width: 6, saturation: 1 }, 1)
  const row = (x: number) => light.data[(66 * W + x) * 4] as number
  expect(row(88)).toBeGreaterThan(0.1)
  expect(row(120)).toBeLessThan(0.0006)
  expect(row(40)).toBe(0)
  k.free(light, behind)
  done()
})

describe('the step', () => {
  const step = findStep('screen-key') as StepDeclaration
  const made = (seen: Frame, given: Values, options: Options = {}) => {
    const { context, made: lent } = contextFor(
      k,
      step,
      seen,
      { ...defaults(step.params), ...given },
      { frames: {}, ...options },
    )
    const out = step.render({ ...context, frames: options.frames ?? {} })
    k.free(...lent)
    return out
  }

  it('gives the subject with alpha, each of its outputs as it says, and within a matte alone', () => {
    const { seen, cover, done } = scene()
    const out = made(seen, { fullness: MATTE.fullness })
    expect(
      meanSquare(
        out.data.filter((_, i) => i % 4 === 3),
        cover.data,
      ),
    ).toBeLessThan(1e-3)
    const views = (step.outputs ?? []).map(({ id }) =>
      made(seen, { wrap: 0.5 }, { view: id, frames: { behind: seen } }),
    )
    for (const view of views) expect(view.data.every(Number.isFinite)).toBe(true)
    expect([...views[1]!.data.slice(0, 4)]).toEqual([0, 0, 0, 1])
    const amount = k.plane(W, H)
    amount.data.forEach((_, i) => (amount.data[i] = i % W < 120 ? 1 : 0))
    const half = made(seen, {}, { mattes: { amount } })
    expect(half.data[(66 * W + 150) * 4 + 3]).toBe(0)
    expect(half.data[(66 * W + 100) * 4 + 3]).toBeGreaterThan(0.99)
    k.free(out, half, amount, ...views)
    done()
  })

  it('looks at half size as its full-size result does when halved, but for edges', () => {
    const [full, half] = [scene(), scene()]
    const small = k.frame(W / 2, H / 2)
    for (let y = 0; y < H / 2; y++)
      for (let x = 0; x < W / 2; x++)
        for (let c = 0; c < 4; c++) {
          const from = (u: number, v: number) =>
            half.seen.data[((2 * y + v) * W + 2 * x + u) * 4 + c] as number
          small.data[(y * (W / 2) + x) * 4 + c] = (from(0, 0) + from(1, 0) + from(0, 1) + from(1, 1)) / 4
        }
    const [a, b] = [made(full.seen, {}), made(small, {}, { scale: 0.5 })]
    const alphas = b.data.filter((_, i) => i % 4 === 3)
    const halved = alphas.map((_, i) => {
      const [x, y] = [i % (W / 2), Math.floor(i / (W / 2))]
      const at = (u: number, v: number) => a.data[((2 * y + v) * W + 2 * x + u) * 4 + 3] as number
      return (at(0, 0) + at(1, 0) + at(0, 1) + at(1, 1)) / 4
    })
    expect(meanSquare(alphas, halved)).toBeLessThan(1e-3)
    k.free(a, b, small)
    full.done()
    half.done()
  })

  it('keeps what the picture itself leaves empty empty, with no light of its own', () => {
    const { seen, done } = scene()
    for (let y = 0; y < H; y++)
      for (let x = 200; x < W; x++) seen.data.fill(0, (y * W + x) * 4, (y * W + x) * 4 + 4)
    const out = made(seen, { border: false, lone: 0 })
    expect(out.data.some((v, i) => Math.floor(i / 4) % W > 202 && v > 1e-6)).toBe(false)
    expect(out.data[(66 * W + 120) * 4 + 3]).toBeGreaterThan(0.99)
    k.free(out)
    done()
  })

  it('takes what its marks say, and gives the same bits again when they are off', () => {
    const { seen, done } = scene()
    const mark = (on: boolean) => ({
      marks: [{ id: 'm', kind: 'drop', shape: 'box', on, place: [0.5, 0.25], size: [40, 60] }],
    })
    const [plain, marked, off] = [{}, mark(true), mark(false)].map((content) =>
      made(seen, {}, { content }),
    ) as [Frame, Frame, Frame]
    expect(marked.data[(40 * W + 120) * 4 + 3]).toBe(0)
    expect(plain.data[(40 * W + 120) * 4 + 3]).toBeGreaterThan(0.99)
    expect(marked.data[(120 * W + 120) * 4 + 3]).toBeGreaterThan(0.99)
    expect(off.data).toEqual(plain.data)
    k.free(plain, marked, off)
    done()
  })

  it('gives the same bits for a frame alone as for one that was cut before with other later stages', () => {
    const { seen, done } = scene()
    const [other, behind] = [copyOf(k, seen), copyOf(k, seen)]
    for (let i = 0; i < 4000; i++) other.data[i] = 0.3
    const later: Values[] = [
      {},
      { spill: 0.4 },
      { edge: -1.5, soft: 1 },
      { wrap: 0.6 },
      { levels: [0.1, 0.9] },
    ]
    const alone = later.map((given) => {
      k.free(made(other, {}, { frames: { behind } }))
      return made(seen, given, { frames: { behind } })
    })
    const inRow = later.map((given) => made(seen, given, { frames: { behind } }))
    inRow.forEach((frame, i) => expect(frame.data).toEqual(alone[i]?.data))
    const earlier = made(seen, { keep: 0.3, drop: 0.6 }, { frames: { behind } })
    expect(earlier.data).not.toEqual(alone[0]?.data)
    k.free(other, behind, earlier, ...alone, ...inRow)
    done()
  })

  it('brings the subject to what lies behind it: half way by its strength, then by its own controls, alpha as it was', () => {
    const { seen, done } = scene()
    const behind = copyOf(k, seen)
    for (let i = 0; i < W * H; i++) {
      const light = 0.02 + 0.04 * ((i % 7) / 7)
      behind.data.set([light, light, 3 * light, 1], i * 4)
    }
    const inner = (frame: Frame) => [...frame.data.slice((130 * W + 120) * 4, (130 * W + 120) * 4 + 4)]
    const see = (given: Values) => {
      const out = made(seen, given, { frames: { behind } })
      const rgba = inner(out)
      k.free(out)
      return rgba as [number, number, number, number]
    }
    const [plain, half, whole] = [see({}), see({ match: 0.5 }), see({ match: 1 })]
    const blue = ([r, , b]: [number, number, number, number]) => b / r
    expect(blue(half)).toBeGreaterThan(blue(plain))
    expect(blue(whole)).toBeGreaterThan(2)
    expect(whole[0]).toBeLessThan(0.1)
    const brighter = see({ exposure: 1 })
    brighter.slice(0, 3).forEach((v, c) => expect(v).toBeCloseTo(2 * (plain[c] as number), 4))
    for (const rgba of [half, whole, brighter]) expect(rgba[3]).toBeCloseTo(plain[3], 5)
    k.free(behind)
    done()
  })

  it('leaves a picture without a screen as it is', () => {
    const { seen, done } = scene()
    seen.data.fill(0.25)
    const out = made(seen, {})
    expect([...out.data]).toEqual([...seen.data])
    k.free(out)
    done()
  })
})

it('the tones of a subject before a screen are three, each where it belongs', () => {
  const { seen, cover, done } = scene()
  const key = keyed(seen)
  for (let i = 0; i < W * H; i++) {
    const a = cover.data[i] as number
    // This subject has less green than the larger of its others: the screen's share is gone at two thirds of it already.
    if (key.tones[i] === KEEP) expect(a).toBeGreaterThan(0.64)
    if (key.tones[i] === 0) expect(a).toBeLessThan(0.15)
  }
  key.done()
  done()
})

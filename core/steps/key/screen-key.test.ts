import type { Frame } from '../../frame'
import { copyOf } from '../../kernels'
import { defaults, type Values } from '../../params'
import { findStep, type StepDeclaration } from '..'
import { type Options, contextFor } from '../../testing/context'
import { testKernels } from '../../testing/pictures'
import { H, meanSquare, scene, W } from '../../testing/puppet'
import { MATTE } from '../../key'

const k = testKernels(64)
afterEach(() => expect(k.used).toBe(0))

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
    const { seen, cover, done } = scene(k)
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
    const [full, half] = [scene(k), scene(k)]
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
    const { seen, done } = scene(k)
    for (let y = 0; y < H; y++)
      for (let x = 200; x < W; x++) seen.data.fill(0, (y * W + x) * 4, (y * W + x) * 4 + 4)
    const out = made(seen, { border: false, lone: 0 })
    expect(out.data.some((v, i) => Math.floor(i / 4) % W > 202 && v > 1e-6)).toBe(false)
    expect(out.data[(66 * W + 120) * 4 + 3]).toBeGreaterThan(0.99)
    k.free(out)
    done()
  })

  it('takes what its marks say, and gives the same bits again when they are off', () => {
    const { seen, done } = scene(k)
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
    const { seen, done } = scene(k)
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
    const { seen, done } = scene(k)
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

  /** A scene whose cloth shines on the puppet. */
  const shone = () => {
    const of = scene(k)
    const { seen, cloth, cover } = of
    for (let i = 0; i < W * H * 4; i++)
      if (i % 4 < 3)
        seen.data[i] =
          (seen.data[i] as number) + 0.5 * (cover.data[i >> 2] as number) * (cloth.data[i] as number)
    return of
  }

  it('does nothing in a stage that is left out', () => {
    const { seen, done } = shone()
    const behind = copyOf(k, seen)
    behind.data.fill(0.7)
    const frames = { behind }
    const marks = [{ id: 'm', kind: 'drop', shape: 'box', on: true, place: [0.5, 0.25], size: [40, 60] }]
    const bare = { fullness: 1, spill: 0 }
    const plain = made(seen, bare, { frames })
    const stages: Record<string, Values> = {
      skipTones: { drop: 0.5, keep: 0.2 },
      skipAlpha: { edge: -2, soft: 1, levels: [0.2, 0.8] },
      skipColour: { spill: 1, back: 0.5 },
      skipFit: { exposure: 1, match: 1, defocus: 3, grain: 1 },
      skipPlace: { across: [0.3, 0.6], place: [0.3, 0.5], size: 0.5, shadow: 'made' },
      skipWrap: { wrap: 1 },
    }
    for (const [skip, values] of Object.entries(stages)) {
      const content = skip === 'skipTones' ? { marks, samples: [] } : { marks: [], samples: [] }
      const [on, off] = [false, true].map((left) =>
        made(seen, { ...bare, ...values, [skip]: left }, { frames, content }),
      ) as [Frame, Frame]
      expect([skip, meanSquare(on.data, plain.data) > 1e-6, meanSquare(off.data, plain.data)]).toEqual([
        skip,
        true,
        0,
      ])
      k.free(on, off)
    }
    k.free(plain, behind)
    done()
  })

  it('keeps what is surely subject, the colours that are its own, and within its crop', () => {
    const { seen, done } = shone()
    const within = (x0: number, x1: number) => {
      const plane = k.plane(W, H)
      plane.data.forEach((_, i) => (plane.data[i] = i % W >= x0 && i % W < x1 ? 1 : 0))
      return plane
    }
    const [core, own] = [within(180, 200), within(0, 120)]
    const at = (frame: Frame, x: number, y = 130) => [
      ...frame.data.slice((y * W + x) * 4, (y * W + x) * 4 + 4),
    ]
    const [plain, kept, whole] = [
      made(seen, {}),
      made(seen, {}, { mattes: { core } }),
      made(seen, { spill: 1 }, { mattes: { own } }),
    ] as [Frame, Frame, Frame]
    expect([at(plain, 190)[3], at(kept, 190)[3]]).toEqual([0, 1])
    const none = made(seen, { spill: 0 })
    expect(at(whole, 100)).toEqual(at(none, 100))
    expect(at(whole, 140)).toEqual(at(plain, 140))
    expect(at(plain, 140)[1]).toBeLessThan((at(none, 140)[1] as number) - 0.05)
    const cropped = made(seen, { across: [0.45, 1] })
    expect([at(cropped, 100)[3], at(cropped, 115)]).toEqual([0, at(plain, 115)])
    k.free(core, own, plain, kept, whole, none, cropped)
    done()
  })

  it('puts subject, edge light and shadow where they are to be, and alpha with them', () => {
    const { seen, done } = scene(k)
    const behind = copyOf(k, seen)
    behind.data.fill(0.7)
    const placing = {
      place: [0.25, 0.5],
      wrap: 0.8,
      wide: 4,
      shadow: 'made',
      long: 0.5,
      lean: 1,
      depth: 1,
      soften: 0,
    }
    const [out, alpha, light] = [undefined, 'alpha', 'wrap'].map((view) =>
      made(seen, placing as Values, { frames: { behind }, ...(view ? { view } : {}) }),
    ) as [Frame, Frame, Frame]
    const at = (frame: Frame, x: number, y: number) => frame.data.slice((y * W + x) * 4, (y * W + x) * 4 + 4)
    expect(at(alpha, 60, 66)[0]).toBeGreaterThan(0.99)
    expect(at(alpha, 120, 66)[0]).toBe(0)
    // The head, 94 above the ground, throws its shadow 94 aside and 47 up.
    expect([...at(out, 60 + 94, 160 - 47)]).toEqual([0, 0, 0, 1])
    expect(Math.max(...light.data.filter((_, i) => Math.floor(i / 4) % W > 110 && i % 4 < 3))).toBe(0)
    const lamp = made(seen, { wrap: 0.8, lit: 'colour', glow: [1, 0, 0] }, { view: 'wrap' })
    expect(Math.max(...lamp.data.filter((_, i) => i % 4 === 1))).toBe(0)
    expect(Math.max(...lamp.data.filter((_, i) => i % 4 === 0))).toBeGreaterThan(0.1)
    k.free(behind, out, alpha, light, lamp)
    done()
  })

  it('keeps a shadow from the screen, and takes none from what a region or a crop cuts off', () => {
    const { seen, done } = scene(k)
    const shaded = (x: number) => x >= 170 && x < 200
    for (let i = 0; i < W * H; i++)
      if (shaded(i % W))
        for (let c = 0; c < 3; c++) seen.data[i * 4 + c] = 0.92 * (seen.data[i * 4 + c] as number)
    const amount = k.plane(W, H)
    amount.data.forEach((_, i) => (amount.data[i] = i % W < 120 || shaded(i % W) ? 1 : 0))
    const empty = scene(k)
    const frames = { empty: empty.cloth }
    const kept = { shadow: 'kept', depth: 1, soften: 0 }
    const [plain, out] = [
      made(seen, {}, { mattes: { amount }, frames }),
      made(seen, kept, { mattes: { amount }, frames }),
    ]
    const darker = (x: number, y: number) =>
      (out.data[(y * W + x) * 4 + 3] as number) - (plain.data[(y * W + x) * 4 + 3] as number)
    expect(darker(185, 30)).toBeCloseTo((0.08 - 0.04) / 0.96, 3)
    // The right half of the head and its edge are cut off: nothing is left of them.
    for (let x = 121; x < 169; x++) expect([x, out.data[(66 * W + x) * 4 + 3]]).toEqual([x, 0])
    k.free(plain, out, amount)
    empty.done()
    done()
  })

  it('leaves a picture without a screen as it is', () => {
    const { seen, done } = scene(k)
    seen.data.fill(0.25)
    const out = made(seen, {})
    expect([...out.data]).toEqual([...seen.data])
    k.free(out)
    done()
  })
})

import fc from 'fast-check'
import type { Frame } from '../frame'
import { filled, weigh } from '../kernels'
import { grained, GRAIN } from '../steps/texture/grain'
import { testKernels } from '../testing/pictures'
import { castShadow, cropMatte, grainIn, placed, shadowOnScreen, sidesInSight, softShadow } from '.'

const k = testKernels(64)
afterEach(() => expect(k.used).toBe(0))
const [W, H] = [160, 90]
const whole = [0, 1] as const
const asItCame = { place: [0.5, 0.5], size: 1, turn: 0 } as const

/** A white block as a subject, premultiplied. */
function block(x: number, y: number, w: number, h: number): Frame {
  const out = filled(k, W, H, [0, 0, 0, 0])
  for (let v = y; v < y + h; v++)
    for (let u = x; u < x + w; u++) out.data.fill(1, (v * W + u) * 4, (v * W + u) * 4 + 4)
  return out
}

/** Middle and weight of an alpha. */
function middle(data: Float32Array, apart: number, lane: number) {
  let [sum, sx, sy] = [0, 0, 0]
  for (let i = 0; i < W * H; i++) {
    const a = data[i * apart + lane] as number
    sum += a
    sx += a * ((i % W) + 0.5)
    sy += a * (Math.floor(i / W) + 0.5)
  }
  return { sum, x: sx / sum, y: sy / sum }
}

describe('a crop', () => {
  it('holds as much of the picture as lies within it, to parts of a pixel, and takes nothing off where it is whole', () => {
    expect(cropMatte(k, { width: W, height: H }, { across: whole, down: whole, feather: 9 })).toBeUndefined()
    const share = fc.double({ min: 0, max: 1, noNaN: true })
    fc.assert(
      fc.property(share, share, share, (a, b, c) => {
        const across = [Math.min(a, b), Math.max(a, b)] as const
        const matte = cropMatte(
          k,
          { width: W, height: H },
          { across, down: [0, Math.max(0.02, c)], feather: 0 },
        )
        if (!matte) return
        const sum = matte.data.reduce((s, v) => s + v, 0)
        // A strip thinner than a pixel is covered by two edges that both cut through it.
        if (across[1] - across[0] > 1 / W)
          expect(sum / (W * H * Math.max(0.02, c))).toBeCloseTo(across[1] - across[0], 2)
        k.free(matte)
      }),
    )
  })

  it('fades out inwards over its feather, but not at the border of the picture', () => {
    const matte = cropMatte(k, { width: W, height: H }, { across: [0.25, 1], down: whole, feather: 20 })
    const row = [...(matte?.data.slice(0, W) ?? [])]
    expect(row[39]).toBe(0)
    expect(row[50]).toBeCloseTo(0.525, 5)
    expect(row.slice(60).every((v) => v === 1)).toBe(true)
    if (matte) k.free(matte)
  })
})

describe('a subject that is put elsewhere', () => {
  it('lies, is sized and turned as is said, about the middle of its picture', () => {
    const front = block(90, 40, 12, 10)
    expect(placed(k, front, asItCame)).toBeUndefined()
    const out = placed(k, front, { place: [0.25, 0.5], size: 2, turn: 90 }) as Frame
    const [before, after] = [middle(front.data, 4, 3), middle(out.data, 4, 3)]
    expect(after.sum / before.sum).toBeCloseTo(4, 1)
    // The block's middle is (16, 0) from the picture's: twice that, turned by a quarter, from (40, 45).
    expect(after.x).toBeCloseTo(40, 0)
    expect(after.y).toBeCloseTo(45 + 32, 0)
    expect(out.data.every((v, i) => i % 4 !== 3 || (v >= 0 && v <= 1))).toBe(true)
    k.free(front, out)
  })

  it('shows the sides of its picture that come into the frame', () => {
    const size = { width: W, height: H }
    expect(sidesInSight(asItCame, size)).toEqual([])
    expect(sidesInSight({ ...asItCame, size: 1.5 }, size)).toEqual([])
    expect(sidesInSight({ ...asItCame, size: 0.5 }, size).sort()).toEqual(['bottom', 'left', 'right', 'top'])
    expect(sidesInSight({ ...asItCame, place: [0.6, 0.5] }, size)).toEqual(['left'])
    expect(sidesInSight({ ...asItCame, place: [0.5, 0.4] }, size)).toEqual(['bottom'])
  })
})

describe('a shadow', () => {
  it('that is cast lies along the ground: as long as is said, leaning as is said', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -0.6, max: 0.6, noNaN: true }).filter((v) => Math.abs(v) > 0.2),
        fc.double({ min: -1, max: 1, noNaN: true }),
        (long, lean) => {
          const front = block(70, 30, 16, 20)
          const shadow = castShadow(k, front, { ground: 50 / H, long, lean })
          const { x, y, sum } = middle(shadow.data, 1, 0)
          // The block's middle stands 10 above the ground.
          expect(Math.abs(x - (78 + 10 * lean))).toBeLessThan(1)
          expect(Math.abs(y - (50 - 10 * long))).toBeLessThan(1)
          expect(Math.abs(sum / (16 * 20 * Math.abs(long)) - 1)).toBeLessThan(0.15)
          k.free(front, shadow)
        },
      ),
      { numRuns: 20 },
    )
  })

  it('on the screen is how much darker that is seen than it is empty, and goes on beneath the subject', () => {
    const screen = filled(k, W, H, [0.05, 0.4, 0.08, 1])
    const seen = filled(k, W, H, [0.05, 0.4, 0.08, 1])
    const front = block(60, 20, 20, 70)
    for (let i = 0; i < W * H; i++) {
      const at = i * 4
      const shade = i % W >= 70 && i % W < 120 ? 0.6 : 1
      for (let c = 0; c < 3; c++)
        seen.data[at + c] = front.data[at + 3] ? 0.3 : (screen.data[at + c] as number) * shade
    }
    const alpha = weigh(k, front, [0, 0, 0, 1])
    const colour = {
      channel: 1,
      others: [0, 2] as const,
      shares: [0.125, 0.2] as const,
      spread: 0.01,
      level: 0.4,
    }
    const shadow = shadowOnScreen(k, seen, { colour, screen, alpha })
    const at = (x: number) => shadow.data[50 * W + x] as number
    expect([at(10), at(150)]).toEqual([0, 0])
    expect(at(100)).toBeCloseTo((0.4 - 0.04) / 0.96, 4)
    expect(at(78)).toBeGreaterThan(0.25)
    const laid = softShadow(k, shadow, { dark: 0.5, soft: 0 })
    expect(laid.data[(50 * W + 100) * 4 + 3]).toBeCloseTo((0.5 * 0.36) / 0.96, 4)
    expect(Math.max(...laid.data.filter((_, i) => i % 4 < 3))).toBe(0)
    k.free(screen, seen, front, alpha, laid)
  })
})

describe('grain', () => {
  const place = { x: 0, y: 0, width: 640, height: 360 }
  const measured = (amount: number, light = 0.18, texture = false) => {
    const plain = filled(k, 640, 360, [light, light, light, 1])
    if (texture)
      for (let i = 0; i < 640 * 360; i++)
        if (i % 640 < 320 && (i % 7 < 3 || Math.floor(i / 640) % 5 === 0))
          plain.data.fill(2 * light, i * 4, i * 4 + 3)
    const out = grained(k, plain, { ...GRAIN, amount, size: 1.6 }, { scale: 1, place, time: 3 })
    const found = grainIn(out)
    k.free(plain, out)
    return found
  }

  it.each([0.03, 0.1, 0.3])('of %d stops is measured to an eighth, also beside texture', (amount) => {
    expect(measured(0)).toBeLessThan(1e-3)
    for (const [light, texture] of [
      [0.18, false],
      [0.3, false],
      [0.18, true],
    ] as const)
      expect(Math.abs(measured(amount, light, texture) / amount - 1)).toBeLessThan(0.13)
  })
})

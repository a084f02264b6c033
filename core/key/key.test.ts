import { testKernels } from '../testing/pictures'
import { H, keyed, meanSquare, type Rgb, scene, W } from '../testing/puppet'
import { findScreen, KEEP, UNDECIDED } from '.'

const k = testKernels(64)
afterEach(() => expect(k.used).toBe(0))

it.each([
  ['green', [0, 1, 2], 1],
  ['blue', [0, 2, 1], 2],
] as const)('finds a %s screen by itself, and alpha to a few thousandths', (_, order, channel) => {
  const { seen, cover, cloth, done } = scene(k, order)
  const key = keyed(k, seen)
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
  const { seen, cover, done } = scene(k, [1, 0, 2])
  const key = keyed(k, seen, [[0.5, 0.06, 0.12]])
  expect(key.plate.colour.channel).toBe(0)
  expect(meanSquare(key.alpha.data, cover.data)).toBeLessThan(4e-4)
  key.done()
  seen.data.fill(0.3)
  for (const choice of ['auto', 'green', 'blue', [[0.5, 0.5, 0.5]]] as const)
    expect(findScreen(k, seen, choice, 1)).toBeUndefined()
  done()
})

it('with the empty screen given the key is exact but for what is filled in, also where the set shows no screen', () => {
  const { seen, cloth, cover, done } = scene(k)
  // A brown wall on the left, the same in both.
  for (const frame of [seen, cloth])
    for (let y = 0; y < H; y++)
      for (let x = 0; x < 30; x++) frame.data.set([0.2, 0.15, 0.1, 1], (y * W + x) * 4)
  const key = keyed(k, seen, 'auto', cloth)
  expect(meanSquare(key.alpha.data, cover.data)).toBeLessThan(2e-4)
  expect([...key.alpha.data.filter((_, i) => i % W < 28)].every((a) => a === 0)).toBe(true)
  key.done()
  done()
})

it('what is unmixed is the picture again over the screen that was found, to two codes', () => {
  const { seen, done } = scene(k)
  const key = keyed(k, seen)
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
  const { seen, done } = scene(k)
  const dab = (x0: number, y0: number, side: number, rgb: Rgb) => {
    for (let y = y0; y < y0 + side; y++)
      for (let x = x0; x < x0 + side; x++) seen.data.set(rgb, (y * W + x) * 4)
  }
  dab(200, 30, 5, [0.8, 0.8, 0.8])
  dab(158, 62, 4, [0.2, 0.1, 0.05])
  const key = keyed(k, seen)
  expect(key.alpha.data[32 * W + 202]).toBe(0)
  expect(key.tones[64 * W + 160]).not.toBe(0)
  key.done()
  done()
})

it('the tones of a subject before a screen are three, each where it belongs', () => {
  const { seen, cover, done } = scene(k)
  const key = keyed(k, seen)
  for (let i = 0; i < W * H; i++) {
    const a = cover.data[i] as number
    // This subject has less green than the larger of its others: the screen's share is gone at two thirds of it already.
    if (key.tones[i] === KEEP) expect(a).toBeGreaterThan(0.64)
    if (key.tones[i] === 0) expect(a).toBeLessThan(0.15)
  }
  key.done()
  done()
})

it('a cloth of two colours is taken by a sample of each', () => {
  const { seen, cloth, cover, done } = scene(k)
  // The right half of the cloth is of a yellower green.
  for (let i = 0; i < W * H; i++) {
    if (i % W < W / 2) continue
    const [a, red] = [cover.data[i] as number, 0.24 * (cloth.data[i * 4 + 1] as number)]
    seen.data[i * 4] = (seen.data[i * 4] as number) + (1 - a) * (red - (cloth.data[i * 4] as number))
  }
  const shown = (picks: Rgb[]) => {
    const key = keyed(k, seen, picks)
    const off = meanSquare(key.alpha.data, cover.data)
    const { shares, spread } = key.plate.colour
    key.done()
    return { off, shares, spread }
  }
  const [one, two] = [
    shown([[0.06, 0.5, 0.12]]),
    shown([
      [0.06, 0.5, 0.12],
      [0.12, 0.5, 0.12],
    ]),
  ]
  expect(two.shares[0]).toBeCloseTo(0.18, 3)
  expect(two.spread).toBeGreaterThanOrEqual(0.02)
  expect(two.off).toBeLessThan(3e-4)
  expect(two.off).toBeLessThanOrEqual(one.off + 1e-6)
  done()
})

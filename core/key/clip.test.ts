import fc from 'fast-check'
import type { Frame } from '../frame'
import { fromRoots, overTime, ROOT, type Roots, toRoots } from '../kernels'
import { testKernels } from '../testing/pictures'
import { ClipReader, isSteady, looksFor, type ReadScreen, spreadOver } from './clip'
import { findScreen, shareOf } from './screen'
import { matteOf } from './matte'
import { threeTones, TONES } from './tones'

const k = testKernels(64)
afterEach(() => expect(k.used).toBe(0))
const [W, H] = [240, 160]
const LOOKS = 12

type Rgb = readonly [number, number, number]
interface Scene {
  /** How far the camera goes to the right with each picture, in pixels. */
  pan?: number
  /** How far the subject does. */
  walk?: number
  order?: readonly [number, number, number]
  lamp?: (n: number) => number
}

/** A cloth with folds and a seam. */
const clothAt = (x: number, y: number): Rgb => {
  const light = (0.6 + 0.2 * Math.sin(x / 23) + 0.1 * (y / H)) * (Math.abs(x - 70) < 1.5 ? 0.75 : 1)
  return [0.06 * light, 0.5 * light, 0.12 * light]
}
/** A wall to the left and a stick before the cloth. */
const setAt = (x: number): Rgb | undefined =>
  x < 24 ? [0.2, 0.15, 0.1] : x >= 200 && x < 206 ? [0.05, 0.05, 0.06] : undefined

const emptyAt = (x: number, y: number): Rgb => setAt(x) ?? clothAt(x, y)

/** How much of a head over shoulders covers a place. */
const coverAt = (x: number, y: number): number => {
  const head = 24 - Math.hypot(x - 120, y - 76)
  const body = Math.min(34 - Math.abs(x - 120), y - 96)
  return Math.min(1, Math.max(0, Math.max(head, body) / 2 + 0.5))
}

/** Noise of roots of light, .0046 rms, the same at each run. */
const noiseAt = (i: number, n: number) => {
  const v = Math.sin(i * 12.9898 + n * 78.233) * 43758.5453
  return (v - Math.floor(v) - 0.5) * 0.016
}

/** One picture of a scene, and what covers its screen. */
function pictureOf(n: number, { pan = 0, walk = 4, order = [0, 1, 2], lamp = () => 1 }: Scene = {}) {
  const [seen, cover] = [k.frame(W, H), k.plane(W, H)]
  const at = (n - LOOKS / 2) * walk
  for (let y = 0, i = 0; y < H; y++)
    for (let x = 0; x < W; x++, i++) {
      const a = coverAt(x - at, y)
      const back = emptyAt(x + n * pan, y)
      cover.data[i] = a
      for (let c = 0; c < 3; c++) {
        const light = a * ([0.42, 0.24, 0.16][c] as number) + (1 - a) * (back[c] as number) * lamp(n)
        seen.data[i * 4 + (order[c] as number)] = Math.max(0, Math.sqrt(light) + noiseAt(i * 3 + c, n)) ** 2
      }
      seen.data[i * 4 + 3] = 1
    }
  return { seen, cover }
}

function read(scene: Scene, choice: ConstructorParameters<typeof ClipReader>[1] = 'auto') {
  const reader = new ClipReader(k, choice, 0.25)
  for (let n = 0; n < LOOKS; n++) {
    const { seen, cover } = pictureOf(n, scene)
    reader.add(seen)
    k.free(seen, cover)
  }
  const told: number[] = []
  const found = reader.read((s) => told.push(s))
  expect(told).toEqual([...told].sort((a, b) => a - b))
  return found
}

/** The mean difference of a picture from the empty scene, over places of a kind. */
function off(
  { data }: Frame,
  order: readonly [number, number, number],
  of: (x: number, y: number) => boolean,
) {
  let [sum, n] = [0, 0]
  for (let y = 0; y < H; y++)
    for (let x = 0; x < W; x++) {
      if (!of(x, y)) continue
      const wanted = emptyAt(x, y)
      for (let c = 0; c < 3; c++)
        sum += Math.abs((data[(y * W + x) * 4 + (order[c] as number)] as number) - (wanted[c] as number))
      n += 3
    }
  return sum / n
}

describe('the screen of a clip', () => {
  it.each([
    ['green', [0, 1, 2], 1],
    ['blue', [0, 2, 1], 2],
  ] as const)(
    'is found behind a subject that walks before it, with the set in its place: %s',
    (_, order, channel) => {
      const found = read({ order }) as ReadScreen
      expect(found.colour.channel).toBe(channel)
      expect(isSteady(found)).toBe(true)
      expect(found.still).toBe(false)
      // Of a noise of .0046 a mean over some pictures leaves half and less; where the subject stood now and then the cloth was seen at other times.
      expect(off(found.picture, order, (x, y) => y < 90 && !setAt(x) && x > 30)).toBeLessThan(0.004)
      expect(off(found.picture, order, (x) => x < 22 || (x > 201 && x < 204))).toBeLessThan(0.006)
      expect(found.set).toBeGreaterThan(0.09)
      expect(found.set).toBeLessThan(0.16)
      k.free(found.picture)
    },
  )

  it('keys each of its pictures better than that picture alone does', () => {
    const found = read({}) as ReadScreen
    const errors = [undefined, found.picture].map((empty) => {
      const { seen, cover } = pictureOf(7)
      const plate = findScreen(k, seen, 'auto', 0.25, empty)
      if (!plate) throw new Error('No screen was found.')
      const share = shareOf(k, seen, plate)
      const tones = threeTones(k, share, plate.rubbish, { ...TONES, scale: 0.25 })
      const { alpha, front } = matteOf(k, seen, plate, tones, { restores: false, fullness: 1 })
      const error = alpha.data.reduce((sum, a, i) => sum + (a - (cover.data[i] as number)) ** 2, 0) / (W * H)
      k.free(seen, cover, share, plate.picture, alpha, front)
      return error
    }) as [number, number]
    expect(errors[1]).toBeLessThan(errors[0])
    expect(errors[1]).toBeLessThan(4e-4)
    k.free(found.picture)
  })

  it.each<[string, Scene]>([
    ['a camera that pans', { pan: 1.5 }],
    ['light that flickers', { lamp: (n) => 1 + 0.12 * Math.sin(n * 2.1) }],
  ])('is not taken for steady with %s', (_, scene) => {
    const found = read(scene) as ReadScreen
    expect(isSteady(found)).toBe(false)
    k.free(found.picture)
  })

  it('is told to stand still where nothing moves, with only what touches the border as the set', () => {
    const found = read({ walk: 0 }) as ReadScreen
    expect(found.still).toBe(true)
    // The puppet stands on the lower border: it is no set, and the cloth goes on behind it.
    const at = (80 * W + 144) * 4
    expect(found.picture.data[at + 1]).toBeGreaterThan(3 * (found.picture.data[at] as number))
    k.free(found.picture)
  })

  it('is not found where there is none, and by its picked colour where it is red', () => {
    const grey = new ClipReader(k, 'auto', 1)
    const frame = k.frame(W, H)
    frame.data.fill(0.3)
    for (let n = 0; n < 8; n++) grey.add(frame)
    expect(grey.read()).toBeUndefined()
    k.free(frame)
    const red = read({ order: [1, 0, 2] }, [[0.5, 0.06, 0.12]]) as ReadScreen
    expect(red.colour.channel).toBe(0)
    k.free(red.picture)
  })

  it('is read from as many pictures as memory allows, spread over the clip, its ends among them', () => {
    expect(looksFor({ width: 1280, height: 720 })).toBe(16)
    expect(looksFor({ width: 3840, height: 2160 })).toBe(8)
    fc.assert(
      fc.property(fc.nat(400), fc.nat(400), fc.integer({ min: 1, max: 16 }), (first, more, count) => {
        const list = spreadOver(first, first + more, count)
        expect(list).toHaveLength(Math.min(count, more + 1))
        expect(new Set(list).size).toBe(list.length)
        expect(list[0]).toBe(first)
        if (list.length > 1) expect(list.at(-1)).toBe(first + more)
      }),
    )
    const reader = new ClipReader(k, 'auto', 1)
    const frame = k.frame(8, 8)
    for (let n = 0; n < 16; n++) reader.add(frame)
    expect(() => reader.add(frame)).toThrow('16 pictures')
    k.free(frame)
  })
})

describe('pictures together', () => {
  it('roots are light again, to half a code', () => {
    const light = [0, 1e-6, 0.0031, 0.2, 0.999, 1, 2.5, 3.9]
    const frame = k.frameOf(
      light.length,
      1,
      light.flatMap((v) => [v, v / 2, v / 3, 1]),
    )
    const again = fromRoots(k, toRoots(k, frame), frame)
    frame.data.forEach((v, i) => {
      const far = Math.abs(Math.sqrt(again.data[i] as number) - Math.sqrt(v))
      expect(far).toBeLessThan(0.51 / ROOT + 1e-7)
    })
    k.free(frame, again)
  })

  it('are over time what sorting them says', () => {
    const median = (list: number[]) => [...list].sort((a, b) => a - b)[list.length >> 1] as number
    const codes = fc.integer({ min: 0, max: 65535 })
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 16 }).chain((looks) =>
          fc.record({
            looks: fc.array(fc.array(codes, { minLength: 15, maxLength: 15 }), {
              minLength: looks,
              maxLength: looks,
            }),
            when: fc.array(fc.integer({ min: 0, max: 2 ** looks - 1 }), { minLength: 5, maxLength: 5 }),
          }),
        ),
        fc.integer({ min: 1, max: 4 }),
        ({ looks, when }, enough) => {
          const lists = looks.map((l) => Uint16Array.from(l) as Roots)
          const found = overTime(k, lists, Uint32Array.from(when), enough, () => undefined)
          when.forEach((bits, i) => {
            const seen = looks.filter((_, f) => (bits >> f) & 1)
            const known = seen.length >= enough
            expect(found.known[i]).toBe(known ? 1 : 0)
            const spreads = [0, 1, 2].map((c) => {
              const values = (known ? seen : looks).map((l) => l[i * 3 + c] as number)
              const middle = median(values)
              const spread = 1.48 * median(values.map((v) => Math.abs(v - middle)))
              const near = known
                ? values.filter((v) => Math.abs(v - middle) <= Math.max(1, 3 * spread))
                : [middle]
              const mean = near.reduce((sum, v) => sum + (v / ROOT) ** 2, 0) / near.length
              expect(found.light[i * 3 + c]).toBeCloseTo(mean, 4)
              return spread
            })
            expect(found.moves[i]).toBeCloseTo(Math.max(...spreads) / ROOT, 4)
          })
        },
      ),
      { numRuns: 60 },
    )
  })
})

import fc from 'fast-check'
import type { Frame } from '../frame'
import { testKernels } from '../testing/pictures'
import { flawsOf, type KeyLooks } from './advice'
import { applyMarks, findScreen, type Mark, shareOf } from '.'
import { placesUnder } from './marks'
import { DROP, KEEP, UNDECIDED } from './tones'

const k = testKernels(16)
afterEach(() => expect(k.used).toBe(0))
const [W, H] = [96, 64]
const SIZE = { width: W, height: H }
const box = (kind: Mark['kind'], x: number, y: number, w: number, h: number): Mark => ({
  kind,
  shape: 'box',
  centre: [x + w / 2, y + h / 2],
  size: [w, h],
})

/** Values of about unit spread, evenly, by a seed. */
function noiseOf(seed: number): () => number {
  let state = seed >>> 0
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0
    return (state / 4294967296 - 0.5) * 3.46
  }
}

describe('marks', () => {
  /** A subject with a hole in it, a stick to its right, and a strand of half screen to its left. */
  const tonesOf = () => {
    const tones = new Uint8Array(W * H)
    const paint = (x0: number, y0: number, w: number, h: number, tone: number) => {
      for (let y = y0; y < y0 + h; y++) tones.fill(tone, y * W + x0, y * W + x0 + w)
    }
    paint(30, 16, 30, 48, KEEP)
    paint(40, 30, 6, 6, DROP)
    paint(80, 0, 3, 40, KEEP)
    return tones
  }
  const at = (tones: Uint8Array, x: number, y: number) => tones[y * W + x]
  const marked = (marks: Mark[], share = new Float32Array(W * H)) => {
    const tones = tonesOf()
    applyMarks(k, SIZE, tones, share, marks)
    return tones
  }

  it('drop what hangs together under them as a whole, and of a subject that reaches beyond them only what they cover', () => {
    const tones = marked([box('drop', 56, 0, 30, 30)])
    expect(at(tones, 81, 38)).toBe(DROP)
    expect(at(tones, 58, 20)).toBe(DROP)
    expect(at(tones, 58, 40)).toBe(KEEP)
    expect(at(tones, 32, 20)).toBe(KEEP)
  })

  it('of a brush lie within half its width of its way', () => {
    const number = fc.integer({ min: -40, max: 40 })
    fc.assert(
      fc.property(
        fc.array(fc.tuple(number, number), { minLength: 1, maxLength: 6 }),
        fc.integer({ min: 1, max: 30 }),
        (way, wide) => {
          const mark: Mark = {
            kind: 'hair',
            shape: 'brush',
            centre: [48, 32],
            size: [wide, wide],
            stroke: way.flat(),
          }
          const found = new Set(placesUnder(SIZE, mark))
          const radius = Math.max(0.5, wide / 2)
          // The way in small steps: a place may lie half a step nearer than to any of them.
          const points = way.flatMap((p, n): [number, number][] => {
            const [a, b] = [p, way[n + 1] ?? p]
            return Array.from({ length: 65 }, (_, t) => [
              a[0] + ((b[0] - a[0]) * t) / 64,
              a[1] + ((b[1] - a[1]) * t) / 64,
            ])
          })
          const wrong = Array.from({ length: W * H }, (_, i) => i).filter((i) => {
            const [x, y] = [(i % W) + 0.5 - 48, Math.floor(i / W) + 0.5 - 32]
            const far = points.reduce((least, [u, v]) => Math.min(least, Math.hypot(x - u, y - v)), Infinity)
            return found.has(i) ? far > radius + 0.9 : far <= radius - 1e-6
          })
          expect(wrong).toEqual([])
        },
      ),
      { numRuns: 6 },
    )
  })

  it('fill a hole with a dab in it, and leave the screen around a subject alone', () => {
    const dab: Mark = { kind: 'subject', shape: 'dab', centre: [43, 33], size: [7, 7] }
    const tones = marked([dab])
    for (let y = 30; y < 36; y++) for (let x = 40; x < 46; x++) expect(at(tones, x, y)).toBe(KEEP)
    expect(at(tones, 10, 10)).toBe(DROP)
  })

  it('of the screen beside a subject a dab takes nothing, and a box all that it covers', () => {
    const over = { centre: [60, 40], size: [10, 10] } as const
    const [dab, all] = (['dab', 'box'] as const).map((shape) =>
      marked([{ kind: 'subject', shape, ...over }]),
    ) as [Uint8Array, Uint8Array]
    expect([at(dab, 62, 40), at(all, 62, 40), at(all, 66, 40)]).toEqual([DROP, KEEP, DROP])
  })

  it('bring back hair that grows from the subject, thinner than noise lets one see at a place, and neither noise nor what flies loose', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), fc.constantFrom(0.88, 1.12), (seed, loose) => {
        const noise = noiseOf(seed)
        const share = Float32Array.from({ length: W * H }, () => 1 + 0.012 * noise())
        // A strand from the subject's edge to the left, rising; one that hangs on nothing; folds of the cloth are as wide as many hairs.
        const strand = Array.from({ length: 16 }, (_, n) => (24 - (n >> 2)) * W + 29 - n)
        for (const i of strand) share[i] = (share[i] as number) - 0.16
        for (let x = 10; x < 22; x++) share[34 * W + x] = (share[34 * W + x] as number) * loose
        for (let i = 0; i < W * H; i++)
          share[i] = (share[i] as number) * (1 - 0.03 * Math.sin(((i % W) * Math.PI) / 24) ** 2)
        const tones = marked([box('hair', 2, 10, 28, 52)], share)
        const back = strand.filter((i) => tones[i] === UNDECIDED).length
        expect(back).toBeGreaterThan(12)
        // Beside the strand its neighbours are looked at as well.
        const beside = new Set(
          strand.flatMap((i) => [-W, 0, W].flatMap((by) => [-2, -1, 0, 1, 2].map((x) => i + by + x))),
        )
        const off = tones.reduce((n, t, i) => n + (t === UNDECIDED && !beside.has(i) ? 1 : 0), 0)
        expect(off).toBeLessThan(8)
        expect(tones.slice(34 * W + 12, 34 * W + 20).every((t) => t === DROP)).toBe(true)
        expect(at(tones, 45, 32)).toBe(DROP)
      }),
      { numRuns: 30 },
    )
  })

  it('taken back leave the very same bits, and none changes what lies in no part that it touches', () => {
    const place = fc.record({
      kind: fc.constantFrom<Mark['kind']>('screen', 'subject', 'drop', 'hair'),
      shape: fc.constantFrom<Mark['shape']>('dab', 'box'),
      centre: fc.tuple(fc.integer({ min: 0, max: W }), fc.integer({ min: 0, max: H })),
      size: fc.tuple(fc.integer({ min: 1, max: 40 }), fc.integer({ min: 1, max: 40 })),
    })
    fc.assert(
      fc.property(fc.array(place, { maxLength: 4 }), place, (marks, one) => {
        const plain = marked(marks)
        expect(marked([...marks, one].slice(0, -1))).toEqual(plain)
        const changed = marked([...marks, one])
        const under = new Set(placesUnder(SIZE, one))
        // Outside of the mark places change by whole parts alone, most of which lie under it.
        const outside = [...changed.keys()].filter((i) => changed[i] !== plain[i] && !under.has(i))
        expect(outside.length).toBeLessThanOrEqual(under.size)
      }),
    )
  })

  it('say screen only of what has its colour', () => {
    const frame = k.frame(W, H)
    for (let y = 0, i = 0; y < H; y++)
      for (let x = 0; x < W; x++, i += 4) {
        // A fold in the shade to the left, near a dark thing; a grey thing lies within it.
        const light = x < 20 ? 0.36 : 0.8
        const rgb = x >= 4 && x < 8 ? [0.02, 0.02, 0.02] : [0.06 * light, 0.5 * light, 0.12 * light]
        frame.data.set([...rgb, 1], i)
      }
    const [plain, told] = [[], [box('screen', 0, 0, 20, H)]].map((marks) => {
      const plate = findScreen(k, frame, 'auto', 0.1, undefined, marks)
      if (!plate) throw new Error('No screen was found.')
      const share = shareOf(k, frame, plate)
      const shown = { fold: share.data[30 * W + 14] as number, thing: share.data[30 * W + 5] as number }
      k.free(share, plate.picture)
      return shown
    }) as unknown as [{ fold: number; thing: number }, { fold: number; thing: number }]
    expect(told.fold).toBeCloseTo(1, 2)
    expect(Math.abs(1 - told.fold)).toBeLessThanOrEqual(Math.abs(1 - plain.fold))
    expect(told.thing).toBeLessThan(0.1)
    k.free(frame)
  })
})

describe('what could be better', () => {
  const GREEN = [0.05, 0.5, 0.1] as const
  const FACTS = { looks: 16, seen: 0.6, set: 0.2, grain: 0.004, strays: 0.001, still: false, clipped: 0 }
  /** A cloth with a subject on a third of it; each picture can be painted over in some columns. */
  const looks = (
    paint: (x: number) => { seen?: readonly number[]; screen?: readonly number[]; tone?: number },
  ) => {
    const frame = (of: (x: number) => readonly number[]) => {
      const data = new Float32Array(W * H * 4)
      for (let i = 0; i < W * H; i++) data.set([...of(i % W), 1], i * 4)
      return { width: W, height: H, data } as unknown as Frame
    }
    const subject = (x: number) => x >= 40 && x < 72
    return {
      seen: frame((x) => paint(x).seen ?? (subject(x) ? [0.4, 0.25, 0.2] : GREEN)),
      screen: frame((x) => paint(x).screen ?? GREEN),
      tones: frame((x) => {
        const tone = paint(x).tone ?? (subject(x) ? 1 : 0)
        return [tone, tone, tone]
      }),
    } satisfies KeyLooks
  }

  it('is nothing where all is well', () => {
    expect(flawsOf(looks(() => ({})))).toEqual([])
    expect(
      flawsOf(
        looks(() => ({})),
        { facts: FACTS },
      ),
    ).toEqual([])
  })

  it.each([
    ['none', (): object => ({ screen: [0, 0, 0] })],
    ['little', (x: number) => (x < 84 ? { seen: [0.4, 0.25, 0.2], tone: 1 } : {})],
    ['undecided', (x: number) => (x < 12 ? { tone: 0.21 } : {})],
    ['touches', (x: number) => (x >= 72 && x < 80 ? { seen: [0.1, 0.1, 0.1] } : {})],
    ['close', (x: number) => (x >= 40 && x < 48 ? { seen: [0.06, 0.44, 0.11] } : {})],
    ['clipped', (x: number) => (x < 10 ? { seen: [0.1, 1, 0.2] } : {})],
  ] as const)('says %s where that is so, and nothing else', (flaw, paint) => {
    expect(flawsOf(looks(paint as never))).toEqual([flaw])
  })

  it.each([
    ['moves', { strays: 0.02 }],
    ['still', { still: true }],
    ['unseen', { seen: 0.3 }],
  ] as const)('says %s as the reading of the clip found it', (flaw, found) => {
    expect(
      flawsOf(
        looks(() => ({})),
        { facts: { ...FACTS, ...found } },
      ),
    ).toEqual([flaw])
  })

  it.each([
    [{ place: [0.5, 0.4], size: 1, turn: 0 }, ['cut']],
    [{ place: [0.5, 0.6], size: 1, turn: 0 }, ['cut']],
    [{ place: [0.6, 0.5], size: 1, turn: 0 }, []],
    [{ place: [0.5, 0.5], size: 1.3, turn: 5 }, []],
    [{ place: [0.5, 0.5], size: 0.9, turn: 0 }, ['cut']],
    [{ place: [0.5, 0.5], size: 0.9, turn: 0, down: [0.05, 0.95] }, []],
    [{ place: [0.5, 0.5], size: 0.9, turn: 0, down: [0, 0.95] }, ['cut']],
  ] as const)(
    'says that a subject put at %j is cut where its picture ends within the frame',
    (put, flaws) => {
      const standing = { across: [0, 1], down: [0, 1], ...put } as const
      expect(
        flawsOf(
          looks(() => ({})),
          { standing },
        ),
      ).toEqual(flaws)
    },
  )
})

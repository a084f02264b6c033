import fc from 'fast-check'
import {
  type Animated,
  dropKey,
  type Key,
  keyAt,
  moveKey,
  presence,
  putKey,
  setValue,
  type Interpolation,
  valueAt,
  type When,
} from '.'

const key = (
  at: number,
  value: number,
  leave: Interpolation,
  arrive = leave,
  more: Partial<Key> = {},
): Key => ({
  at,
  value,
  leave,
  arrive,
  ...more,
})
const at = (keys: Key[], t: number) => valueAt({ value: 0, keys }, t)

describe('travel between two keys', () => {
  it.each([
    ['hold', [0, 0, 0, 10]],
    ['linear', [0, 2.5, 5, 10]],
  ] as const)('%s', (travel, expected) => {
    expect([0, 5, 10, 20].map((t) => at([key(0, 0, travel), key(20, 10, travel)], t))).toEqual(expected)
  })

  it('ease starts and ends at rest and is symmetrical', () => {
    const keys = [key(0, 0, 'ease'), key(20, 10, 'ease')]
    expect(at(keys, 10)).toBeCloseTo(5, 9)
    expect(at(keys, 0.1)).toBeLessThan(0.001)
    expect(Number(at(keys, 4)) + Number(at(keys, 16))).toBeCloseTo(10, 9)
  })

  it('free handles give the exact speed at both keys, zero when asked', () => {
    const keys = [
      key(0, 0, 'free', 'free', { leaveHandle: { reach: 0.5, speed: [2] } }),
      key(10, 4, 'free', 'free', { arriveHandle: { reach: 0.7, speed: [0] } }),
    ]
    const speed = (t: number, d: number) => (Number(at(keys, t + d)) - Number(at(keys, t))) / d
    expect(speed(0, 1e-5)).toBeCloseTo(2, 3)
    expect(speed(10, -1e-5)).toBeCloseTo(0, 3)
  })

  it('passes through every key, holds outside, and never jumps, whatever the handles', () => {
    const travels = fc.constantFrom<Interpolation>('linear', 'ease', 'free')
    const handle = fc.record({
      reach: fc.double({ min: 0, max: 1, noNaN: true }),
      speed: fc.tuple(fc.double({ min: -3, max: 3, noNaN: true })),
    })
    const anyKey = fc.record({
      value: fc.integer({ min: -50, max: 50 }),
      leave: travels,
      arrive: travels,
      leaveHandle: handle,
      arriveHandle: handle,
    })
    fc.assert(
      fc.property(fc.array(anyKey, { minLength: 1, maxLength: 6 }), (parts) => {
        const keys = parts.map((part, i) => ({ ...part, at: i * 7 }))
        keys.forEach((k) => expect(at(keys, k.at)).toBeCloseTo(k.value, 6))
        expect(at(keys, -5)).toBe(keys[0]?.value)
        expect(at(keys, 1000)).toBe(keys.at(-1)?.value)
        const middle = Number(at(keys, 3.5))
        expect(Number.isFinite(middle)).toBe(true)
      }),
    )
  })

  it('moves lists component by component and lets words jump', () => {
    const list: Animated = {
      value: [0, 0],
      keys: [key(0, 0, 'linear'), key(10, 0, 'linear')].map((k, i) => ({ ...k, value: [i * 10, i * -20] })),
    }
    expect(valueAt(list, 5)).toEqual([5, -10])
    const word: Animated = {
      value: 'a',
      keys: [
        { ...key(0, 0, 'ease'), value: 'clamp' },
        { ...key(10, 0, 'ease'), value: 'wrap' },
      ],
    }
    expect([valueAt(word, 9.9), valueAt(word, 10)]).toEqual(['clamp', 'wrap'])
  })
})

it('changes keys: sets, keys, moves over others, drops to a constant', () => {
  const a: Animated = { value: 1 }
  setValue(a, 5, 2)
  expect(a).toEqual({ value: 2 })
  putKey(a, 10, 2)
  setValue(a, 0, 7)
  expect(a.keys?.map((k) => [k.at, k.value])).toEqual([
    [0, 7],
    [10, 2],
  ])
  moveKey(a, 0, 10)
  expect(a.keys?.map((k) => [k.at, k.value])).toEqual([[10, 7]])
  expect(keyAt(a, 10)?.value).toBe(7)
  dropKey(a, 10)
  expect(a).toEqual({ value: 7 })
})

describe('presence', () => {
  it('is whole within the span where ramps are switched off', () => {
    const when = { start: 10, end: 20, rampIn: 5, rampOut: 5, shape: 'ease', rampsOff: true } as const
    const at = [9, 10, 14, 19, 20].map((t) => presence(when, t, { start: 0, end: 50 }))
    expect(at).toEqual([0, 1, 1, 1, 0])
  })

  const bounds = { start: 0, end: 100 }
  const when = (part: Partial<When>): When => ({
    start: null,
    end: null,
    rampIn: 0,
    rampOut: 0,
    shape: 'linear',
    ...part,
  })
  it.each([
    [
      'open span',
      when({}),
      [
        [-10, 1],
        [50, 1],
        [120, 1],
      ],
    ],
    [
      'closed span',
      when({ start: 10, end: 20 }),
      [
        [9, 0],
        [10, 1],
        [19, 1],
        [20, 0],
      ],
    ],
    [
      'ramps',
      when({ start: 10, end: 20, rampIn: 4, rampOut: 1 }),
      [
        [10, 0.2],
        [13, 0.8],
        [14, 1],
        [18, 1],
        [19, 0.5],
      ],
    ],
    [
      'open ramp from the head',
      when({ rampIn: 1 }),
      [
        [-1, 0],
        [0, 0.5],
        [1, 1],
      ],
    ],
    [
      'eased',
      when({ start: 0, end: 9, rampIn: 3, shape: 'ease' }),
      [
        [1, 0.5],
        [0, 0.15625],
      ],
    ],
  ] as const)('%s', (_, w, expected) => {
    for (const [t, p] of expected) expect(presence(w, t, bounds)).toBeCloseTo(p, 12)
  })
})

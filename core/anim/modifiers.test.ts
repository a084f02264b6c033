import fc from 'fast-check'
import {
  type Animated,
  EASES,
  easeSegment,
  handleAt,
  type Key,
  type ModifyContext,
  movedValue,
  type Noise,
  noiseAt,
  retimeKeys,
  setHandle,
  speedAt,
  valueAt,
} from '.'

const still = (value: number): Animated => ({ value })
const noise = (change: Partial<Noise> = {}): Noise => ({
  id: 'n',
  on: true,
  kind: 'wobble',
  seed: 3,
  octaves: 3,
  amplitude: still(10),
  frequency: still(2),
  decay: still(0),
  ...change,
})
const context: ModifyContext = { frame: 1 / 24, since: 0, source: () => undefined }
const anyKeys = fc
  .array(
    fc.record({
      value: fc.integer({ min: -50, max: 50 }),
      leave: fc.constantFrom('linear' as const, 'ease' as const, 'free' as const, 'hold' as const),
      arrive: fc.constantFrom('linear' as const, 'ease' as const, 'free' as const),
      gap: fc.integer({ min: 1, max: 20 }),
      reach: fc.double({ min: 0.02, max: 1, noNaN: true }),
      speed: fc.double({ min: -4, max: 4, noNaN: true }),
    }),
    { minLength: 2, maxLength: 7 },
  )
  .map((parts): Key[] => {
    let at = 0
    return parts.map(({ value, leave, arrive, gap, reach, speed }) => {
      const handle = { reach, speed: [speed] }
      return { at: (at += gap), value, leave, arrive, leaveHandle: handle, arriveHandle: { ...handle } }
    })
  })

describe('speed', () => {
  it('is the slope of the value everywhere between keys', () =>
    fc.assert(
      fc.property(anyKeys, fc.double({ min: 0.05, max: 0.95, noNaN: true }), (keys, share) => {
        const [a, b] = [keys[0] as Key, keys[1] as Key]
        const t = a.at + share * (b.at - a.at)
        const animated = { value: 0, keys }
        const d = 1e-5 * (b.at - a.at)
        const slope = (Number(valueAt(animated, t + d)) - Number(valueAt(animated, t - d))) / (2 * d)
        const speed = speedAt(animated, t)
        expect(Math.abs(speed - slope)).toBeLessThan(1e-3 * (1 + Math.abs(speed)))
      }),
    ))

  it('is exactly what a handle says at its key, joined handles on both sides', () => {
    const animated: Animated = {
      value: 0,
      keys: [0, 10, 20].map((at, i) => ({ at, value: i * i * 4, leave: 'ease', arrive: 'ease' })),
    }
    setHandle(animated, 1, 'leave', { reach: 0.4, speed: [1.25] })
    const around = [10 - 1e-7, 10, 10 + 1e-7].map((t) => speedAt(animated, t))
    around.forEach((speed) => expect(speed).toBeCloseTo(1.25, 4))
    Object.assign(animated.keys?.[1] ?? {}, { broken: true })
    setHandle(animated, 1, 'leave', { reach: 0.4, speed: [0] })
    expect(speedAt(animated, 10)).toBe(0)
    expect(handleAt(animated, 1, 'arrive')?.speed).toEqual([1.25])
  })

  it.each(EASES.map((ease) => [ease.label, ease] as const))('%s passes through both keys', (_, ease) => {
    const keys: Key[] = [5, 25].map((at) => ({ at, value: at * 2, leave: 'linear', arrive: 'linear' }))
    const animated = { value: 0, keys }
    easeSegment(animated, 0, ease)
    expect([5, 25].map((t) => valueAt(animated, t))).toEqual([10, 50])
    const pace = ease.out?.pace ?? (ease.leave === 'linear' ? 1 : 0)
    expect(speedAt(animated, 5)).toBeCloseTo(pace * 2, 9)
  })
})

describe('retiming', () => {
  const shown = (animated: Animated, times: number[]) => times.map((t) => Number(valueAt(animated, t)))

  it('stretched keys run through the same values, only slower or faster', () =>
    fc.assert(
      fc.property(anyKeys, fc.double({ min: 0.2, max: 5, noNaN: true }), (keys, factor) => {
        const before: Animated = { value: 0, keys }
        const after: Animated = structuredClone(before)
        retimeKeys(
          after,
          keys.map((k) => k.at),
          { kind: 'stretch', about: 3, factor },
        )
        const times = Array.from({ length: 40 }, (_, i) => i * 2.3 + 0.17)
        const stretched = shown(
          after,
          times.map((t) => 3 + (t - 3) * factor),
        )
        shown(before, times).forEach((v, i) => expect(stretched[i]).toBeCloseTo(v, 5))
      }),
    ))

  it('reversed keys run backwards, and twice is as before', () =>
    fc.assert(
      fc.property(anyKeys, (given) => {
        // A hold jumps at the later key; backwards that is at the other end.
        const keys = given.map((k) => ({ ...k, leave: k.leave === 'hold' ? ('linear' as const) : k.leave }))
        const [first, last] = [keys[0]?.at ?? 0, keys.at(-1)?.at ?? 0]
        const before: Animated = { value: 0, keys }
        const after = structuredClone(before)
        const turn = () =>
          retimeKeys(after, after.keys?.map((k) => k.at) ?? [], { kind: 'reverse', first, last })
        turn()
        const times = Array.from({ length: 30 }, (_, i) => first + ((last - first) * i) / 29)
        const back = shown(
          after,
          times.map((t) => first + last - t),
        )
        shown(before, times).forEach((v, i) => expect(back[i]).toBeCloseTo(v, 5))
        turn()
        shown(before, times).forEach((v, i) => expect(shown(after, times)[i]).toBeCloseTo(v, 6))
      }),
    ))

  it('a moved key replaces the one that it meets, and chosen ones stay in order', () => {
    const animated: Animated = {
      value: 0,
      keys: [0, 5, 10].map((at) => ({ at, value: at, leave: 'linear', arrive: 'linear' })),
    }
    retimeKeys(animated, [0, 5], { kind: 'move', by: 5 })
    expect(animated.keys?.map((k) => [k.at, k.value])).toEqual([
      [5, 0],
      [10, 5],
    ])
  })
})

describe('noise', () => {
  const at = (modifier: Noise, t: number) => noiseAt(modifier, t, 0, context)
  const frames = Array.from({ length: 2400 }, (_, i) => i)

  it.each(['wobble', 'flicker'] as const)(
    '%s stays within its amplitude, fills it, and repeats by its seed',
    (kind) => {
      const values = frames.map((t) => at(noise({ kind, octaves: 1 }), t))
      expect(Math.max(...values.map(Math.abs))).toBeLessThanOrEqual(10)
      expect(Math.max(...values) - Math.min(...values)).toBeGreaterThan(16)
      expect(Math.abs(values.reduce((a, b) => a + b) / values.length)).toBeLessThan(1)
      expect(frames.map((t) => at(noise({ kind, octaves: 1 }), t))).toEqual(values)
      expect(at(noise({ kind, seed: 4 }), 7)).not.toBe(at(noise({ kind }), 7))
    },
  )

  it('a wobble is smooth, a flicker jumps as often as it says', () => {
    const smooth = frames.map((t) => at(noise({ octaves: 1, frequency: still(1) }), t / 10))
    // A swing lasts a second; its steepest slope is 15/8 of the difference, at most 20.
    smooth.forEach((v, i) =>
      expect(Math.abs(v - (smooth[i - 1] ?? v))).toBeLessThan((20 * 1.875) / 240 + 1e-6),
    )
    const jumps = frames.map((t) => at(noise({ kind: 'flicker', octaves: 1, frequency: still(6) }), t))
    const changes = jumps.filter((v, i) => i && v !== jumps[i - 1]).length
    expect(changes).toBeGreaterThan(595)
    expect(changes).toBeLessThan(601)
  })

  it('decays by e for each unit a second, and its phase never jumps when the frequency does', () => {
    const dying = noise({ decay: still(2) })
    expect(at(dying, 24)).toBeCloseTo(at(noise(), 24) * Math.exp(-2), 9)
    const frequency: Animated = {
      value: 0,
      keys: [
        { at: 48, value: 1, leave: 'hold', arrive: 'linear' },
        { at: 96, value: 6, leave: 'hold', arrive: 'linear' },
      ],
    }
    const changing = noise({ octaves: 1, frequency })
    const step = Math.abs(at(changing, 96 + 0.01) - at(changing, 96 - 0.01))
    expect(step).toBeLessThan(0.2)
    expect(at(changing, 30)).toBeCloseTo(at(noise({ octaves: 1, frequency: still(1) }), 30), 9)
  })
})

it('modifiers work in order: follow replaces or adds, within limits, later; what is off does nothing', () => {
  const follow = (change: object) => ({
    id: 'f',
    on: true,
    kind: 'follow' as const,
    source: { kind: 'sound' as const, clipId: 'c' },
    factor: 2,
    offset: 1,
    delay: 3,
    limits: null,
    join: 'replace' as const,
    ...change,
  })
  const source = { ...context, source: (_: unknown, t: number) => t }
  const value = (...modifiers: Animated['modifiers'] & object) =>
    movedValue({ value: 5, modifiers }, 10, source)
  expect(value(follow({}))).toBe(1 + 2 * 7)
  expect(value(follow({ join: 'add' }))).toBe(5 + 15)
  expect(value(follow({ limits: [0, 4] }))).toBe(4)
  expect(value(follow({ on: false }))).toBe(5)
  expect(value(follow({}), follow({ join: 'add', factor: 0 }))).toBe(16)
  const pair = { value: [1, 2], modifiers: [follow({ part: 1 })] }
  expect(movedValue(pair, 10, source)).toEqual([1, 15])
  expect(movedValue({ value: 5, modifiers: [follow({})] }, 10, context)).toBe(5)
})

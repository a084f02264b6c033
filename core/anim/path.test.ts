import fc from 'fast-check'
import {
  type Animated,
  bouncing,
  evenedPath,
  handleThrough,
  headingAt,
  type Key,
  pathHandle,
  pathLength,
  setHandle,
  valueAt,
  withKey,
} from '.'

const place = (animated: Animated, t: number) => valueAt(animated, t) as [number, number]
const number = (min: number, max: number) => fc.double({ min, max, noNaN: true })
const point = fc.tuple(number(-500, 500), number(-500, 500))
const handle = fc.record({ reach: number(0.05, 1), speed: fc.tuple(number(-40, 40), number(-40, 40)) })
const anyKey = fc.record({
  gap: fc.integer({ min: 2, max: 40 }),
  value: point,
  leave: fc.constantFrom('linear' as const, 'ease' as const, 'free' as const, 'hold' as const),
  arrive: fc.constantFrom('linear' as const, 'ease' as const, 'free' as const),
  leaveHandle: handle,
  arriveHandle: handle,
})
/** Two to five keys of a place that travel in every way there is. */
const anyPath = fc.array(anyKey, { minLength: 2, maxLength: 5 }).map((list): Animated => {
  let at = 0
  return {
    value: [0, 0],
    keys: list.map(({ gap, ...key }): Key => ({ ...key, at: (at += gap), broken: true })),
  }
})

it('a key put in between changes nothing of how the place moves', () => {
  fc.assert(
    fc.property(anyPath, number(0, 1), (path, share) => {
      const [first, last] = [path.keys?.[0]?.at ?? 0, path.keys?.at(-1)?.at ?? 0]
      const at = first + share * (last - first)
      const more = { ...path, keys: withKey(path, at) }
      for (let t = first - 3; t <= last + 3; t += 0.37) {
        const [one, two] = [place(path, t), place(more, t)]
        // Solving the times of a curve is exact to about 1e-12 of it; of steep ones more is seen.
        expect(Math.hypot(one[0] - two[0], one[1] - two[1])).toBeLessThan(1e-4)
      }
    }),
  )
})

it('a handle dragged to a point on the picture lies there, and the path leaves towards it', () => {
  fc.assert(
    fc.property(anyPath, point, (path, to) => {
      const animated = structuredClone(path)
      const given = handleThrough(animated, 0, 'leave', to)
      if (!given) throw new Error('a first key has a way out')
      setHandle(animated, 0, 'leave', given)
      const lies = pathHandle(animated, 0, 'leave') ?? [NaN, NaN]
      expect(lies[0]).toBeCloseTo(to[0], 6)
      expect(lies[1]).toBeCloseTo(to[1], 6)
    }),
  )
})

/** A quarter of a circle, a straight way, and another quarter back, at very uneven speed. */
const bow = (): Animated => {
  const k = 0.5523
  const r = 200
  const free = { leave: 'free', arrive: 'free', broken: true } as const
  const key = (at: number, value: number[], into: number[], out: number[], wide: [number, number]): Key => ({
    at,
    value,
    ...free,
    arriveHandle: { reach: 0.2, speed: into.map((v) => v / (0.2 * wide[0])) },
    leaveHandle: { reach: 0.7, speed: out.map((v) => v / (0.7 * wide[1])) },
  })
  return {
    value: [0, 0],
    keys: [
      key(0, [0, 0], [0, 0], [0, k * r], [1, 10]),
      key(10, [r, r], [k * r, 0], [k * r, 0], [10, 70]),
      key(80, [2 * r, 0], [0, -k * r], [0, -k * r], [70, 20]),
      key(100, [2 * r, -400], [0, -40], [0, 0], [20, 1]),
    ],
  }
}

it('one act evens the speed along a path, whose shape and ends stay', () => {
  const path = bow()
  const even = { ...path, keys: evenedPath(path) }
  expect([even.keys[0]?.at, even.keys.at(-1)?.at]).toEqual([0, 100])
  expect(pathLength(even)).toBeCloseTo(pathLength(path), 6)
  // Two quarters of a circle and 400 pixels.
  expect(pathLength(path) / (Math.PI * 200 + 400)).toBeCloseTo(1, 3)
  const speeds = (a: Animated) =>
    Array.from({ length: 99 }, (_, t) => {
      const [one, two] = [place(a, t), place(a, t + 1)]
      return Math.hypot(two[0] - one[0], two[1] - one[1])
    })
  const mean = pathLength(path) / 100
  expect(Math.max(...speeds(path)) / mean).toBeGreaterThan(2)
  for (const speed of speeds(even)) expect(Math.abs(speed / mean - 1)).toBeLessThan(0.06)
  // Every place of the evened path lies on the circles or on the straight way.
  for (let t = 0; t <= 100; t++) {
    const [x, y] = place(even, t)
    const off = y < -1e-6 ? Math.abs(x - 400) : Math.abs(Math.hypot(x - 200, y) - 200)
    expect(off).toBeLessThan(0.2)
  }
})

it('a straight way between two keys is even to the bit of arithmetic', () => {
  const even = (leave: Key['leave']) =>
    evenedPath({
      value: [0, 0],
      keys: [
        { at: 0, value: [0, 0], leave, arrive: leave },
        { at: 40, value: [300, 400], leave, arrive: leave },
      ],
    })
  for (const leave of ['ease', 'linear', 'free'] as const)
    for (const t of [1, 13, 39])
      expect(place({ value: [0, 0], keys: even(leave) }, t)).toEqual([
        expect.closeTo(7.5 * t, 9),
        expect.closeTo(10 * t, 9),
      ])
})

it('what is thrown back stays in its room, keeps its speed, and folds out to a straight way', () => {
  fc.assert(
    fc.property(
      fc.tuple(number(0, 100), number(0, 60)),
      fc.tuple(number(-9, 9), number(-9, 9)),
      (from, v) => {
        const keys = bouncing(from, v, [0, 0, 100, 60], [5, 120])
        const animated: Animated = { value: from, keys }
        // A place that is thrown back lies where a triangle wave of the straight way is.
        const wave = (p: number, size: number) => {
          const m = ((p % (2 * size)) + 2 * size) % (2 * size)
          return m <= size ? m : 2 * size - m
        }
        for (let t = 5; t <= 120; t += 3.1) {
          const [x, y] = place(animated, t)
          expect(x).toBeCloseTo(wave(from[0] + v[0] * (t - 5), 100), 6)
          expect(y).toBeCloseTo(wave(from[1] + v[1] * (t - 5), 60), 6)
        }
      },
    ),
  )
  expect(bouncing([5, 5], [0, 0], [0, 0, 10, 10], [0, 9])).toHaveLength(1)
  expect(bouncing([5, 5], [3, 2], [5, 0, 5, 10], [0, 9]).every((k) => (k.value as number[])[0] === 5)).toBe(
    true,
  )
})

it('the heading is that of the way, also while it rests', () => {
  const linear = { leave: 'linear', arrive: 'linear' } as const
  const path: Animated = {
    value: [0, 0],
    keys: [
      { at: 0, value: [0, 0], leave: 'ease', arrive: 'ease' },
      { at: 10, value: [50, 0], leave: 'ease', arrive: 'ease' },
      { at: 20, value: [50, 0], ...linear },
      { at: 30, value: [50, -20], ...linear },
    ],
  }
  for (const [t, degrees] of [
    [-5, 0],
    [4, 0],
    [15, 0],
    [25, -90],
    [99, -90],
  ] as const)
    expect([t, headingAt(path, t)]).toEqual([t, expect.closeTo(degrees, 6)])
  expect(headingAt({ value: [3, 4] }, 7)).toBe(0)
  const circle = bow()
  expect(headingAt(circle, 0)).toBeCloseTo(90, 6)
  expect(headingAt(circle, 10)).toBeCloseTo(0, 3)
})

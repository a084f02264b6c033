import fc from 'fast-check'
import { fillFrom, fillIn, growMap, partsOf, placesOf } from '../kernels'
import { testKernels } from '../testing/pictures'

const k = testKernels(16)
afterEach(() => expect(k.used).toBe(0))

describe('maps', () => {
  const maps = fc.integer({ min: 1, max: 24 }).chain((width) =>
    fc.array(fc.constantFrom(0, 1), { minLength: width, maxLength: width * 9 }).map((list) => {
      const height = Math.floor(list.length / width)
      return { width, height, map: Uint8Array.from(list.slice(0, width * height)) }
    }),
  )

  it('parts are those that a flood finds', () => {
    fc.assert(
      fc.property(maps, ({ width, height, map }) => {
        const { of, count } = partsOf(k, { width, height }, map, (parts) => ({
          of: parts.of.slice(),
          count: parts.count,
        }))
        const seen = new Map<number, number>()
        let parts = 0
        const flood = (start: number) => {
          const open = [start]
          for (let at = open.pop(); at !== undefined; at = open.pop()) {
            if (seen.has(at)) continue
            seen.set(at, parts)
            for (let dy = -1; dy <= 1; dy++)
              for (let dx = -1; dx <= 1; dx++) {
                const [x, y] = [(at % width) + dx, Math.floor(at / width) + dy]
                if (x >= 0 && y >= 0 && x < width && y < height && map[y * width + x])
                  open.push(y * width + x)
              }
          }
        }
        map.forEach((on, i) => {
          if (on && !seen.has(i)) {
            parts++
            flood(i)
          }
        })
        expect(count).toBe(parts)
        const names = new Map<number, number>()
        map.forEach((on, i) => {
          if (!on) return expect(of[i]).toBe(0)
          const flooded = seen.get(i) as number
          if (!names.has(flooded)) names.set(flooded, of[i] as number)
          expect(of[i]).toBe(names.get(flooded))
        })
      }),
    )
  })

  it('parts are counted, touched and set, and where they lie beside a value they are open', () => {
    fc.assert(
      fc.property(maps, fc.integer({ min: 0, max: 50 }), ({ width, height, map }, seed) => {
        const plane = k.plane(width, height)
        plane.data.forEach((_, i) => (plane.data[i] = ((i * 37 + seed * 11) % 101) / 100))
        const other = map.map((_, i) => ((i * 13 + seed) % 7 === 0 ? 1 : 0))
        partsOf(k, { width, height }, map, (parts) => {
          const of = [...parts.of]
          const [counts, under] = [parts.counts(other, 1), parts.under(other)]
          const { highest, open } = parts.edges(plane, map, 0)
          for (let part = 1; part <= parts.count; part++) {
            const places = of.flatMap((p, i) => (p === part ? [i] : []))
            const hit = places.filter((i) => other[i])
            expect([counts[part], under[part]]).toEqual([hit.length, hit.length ? 1 : 0])
            expect(highest[part]).toBe(Math.max(...places.map((i) => plane.data[i] as number)))
            const beside = (i: number) => {
              const [x, y] = [i % width, Math.floor(i / width)]
              const is = (u: number, v: number) =>
                u >= 0 && v >= 0 && u < width && v < height && map[v * width + u] === 0
              return is(x - 1, y) || is(x + 1, y) || is(x, y - 1) || is(x, y + 1)
            }
            expect(open[part]).toBe(places.some(beside) ? 1 : 0)
          }
          const flags = Uint8Array.from({ length: parts.count + 1 }, (_, part) => part % 2)
          const set = map.slice()
          parts.set(set, flags, 9)
          expect([...set]).toEqual(of.map((part, i) => (part % 2 ? 9 : map[i])))
        })
        k.free(plane)
      }),
    )
  })

  it('places are listed in order by their value', () => {
    fc.assert(
      fc.property(fc.uint8Array({ max: 90, min: 0 }), fc.constantFrom(0, 1, 2), (bytes, value) => {
        const map = bytes.map((b) => b % 3)
        expect([...placesOf(k, map, value)]).toEqual([...map].flatMap((v, i) => (v === value ? [i] : [])))
      }),
    )
  })

  it('a map grows by a square', () => {
    fc.assert(
      fc.property(
        maps,
        fc.oneof(fc.integer({ min: 1, max: 12 }), fc.integer({ min: 120, max: 300 })),
        ({ width, height, map }, by) => {
          const plain = map.map((_, i) => {
            const [x, y] = [i % width, Math.floor(i / width)]
            return map.some(
              (on, j) => on && Math.abs((j % width) - x) <= by && Math.abs(Math.floor(j / width) - y) <= by,
            )
              ? 1
              : 0
          })
          expect([...growMap(k, { width, height }, map, by)]).toEqual([...plain])
        },
      ),
    )
  })

  it('what is filled in keeps what is known, stays within it, and is even where that is even', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 30 }),
        fc.integer({ min: 1, max: 20 }),
        fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 1, maxLength: 20 }),
        fc.boolean(),
        (width, height, values, even) => {
          const frame = k.frame(width, height)
          frame.data.fill(0)
          const known = new Map<number, number>()
          values.forEach((v, n) => {
            const at = (n * 7919) % (width * height)
            const value = even ? 0.4 : v
            known.set(at, value)
            frame.data.set([value, value, value, 1], at * 4)
          })
          const [some, weights] = [k.frame(width, height), k.plane(width, height)]
          weights.data.forEach((_, i) => (weights.data[i] = frame.data[i * 4 + 3] as number))
          fillFrom(k, frame, weights, some, placesOf(k, new Uint8Array(width * height), 0))
          fillIn(k, frame)
          const [low, high] = [Math.min(...known.values()), Math.max(...known.values())]
          for (let i = 0; i < width * height; i++) {
            const v = frame.data[i * 4] as number
            if (known.has(i)) expect(v).toBeCloseTo(known.get(i) as number, 6)
            expect(v).toBeGreaterThanOrEqual(low - 1e-5)
            expect(v).toBeLessThanOrEqual(high + 1e-5)
          }
          expect(Math.max(...frame.data.map((v, i) => Math.abs(v - (some.data[i] as number))))).toBeLessThan(
            1e-6,
          )
          k.free(frame, some, weights)
        },
      ),
    )
  })
})

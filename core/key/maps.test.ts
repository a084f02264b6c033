import fc from 'fast-check'
import { copyOf, fillIn, growMap } from '../kernels'
import { testKernels } from '../testing/pictures'
import { islandsOf } from './islands'

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
        const { of, count } = islandsOf(width, height, map)
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

  it('a map grows by a square', () => {
    fc.assert(
      fc.property(maps, fc.integer({ min: 1, max: 12 }), ({ width, height, map }, by) => {
        const plain = map.map((_, i) => {
          const [x, y] = [i % width, Math.floor(i / width)]
          return map.some(
            (on, j) => on && Math.abs((j % width) - x) <= by && Math.abs(Math.floor(j / width) - y) <= by,
          )
            ? 1
            : 0
        })
        expect([...growMap(k, { width, height }, map, by)]).toEqual([...plain])
      }),
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
          const places = Int32Array.from({ length: width * height }, (_, i) => i)
          const some = copyOf(k, frame)
          fillIn(k, frame)
          fillIn(k, some, places)
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
          k.free(frame, some)
        },
      ),
    )
  })
})

import fc from 'fast-check'
import { framesInWords, undecodable } from './damage'

it('finds exactly the packets that cannot be decoded, in few trials', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.integer({ min: 2, max: 300 }),
      fc.uniqueArray(fc.integer({ min: 1, max: 299 }), { maxLength: 6 }),
      async (n, wrong) => {
        const bad = new Set(wrong.filter((i) => i < n))
        const group = Array.from({ length: n }, (_, i) => i)
        let trials = 0
        const found = await undecodable(group, (list) => {
          trials++
          return Promise.resolve(!list.some((i) => bad.has(i)))
        })
        expect([...found].sort()).toEqual([...bad].sort())
        expect(trials).toBeLessThanOrEqual(1 + bad.size * (1 + Math.ceil(Math.log2(n))))
      },
    ),
  )
})

it('gives up a group without its key packet, and what follows the seventeenth bad one', async () => {
  const group = Array.from({ length: 100 }, (_, i) => i)
  const without = (first: number) => (list: readonly number[]) =>
    Promise.resolve(!list.some((i) => i >= first))
  expect((await undecodable(group, without(0))).size).toBe(100)
  expect([...(await undecodable(group, without(40)))].sort((a, b) => a - b)).toEqual(group.slice(40))
})

it.each([
  [[7], '7'],
  [[81, 80, 83, 82, 90], '80-83 and 90'],
  [[1, 3, 5], '1, 3 and 5'],
])('frames %j are %s', (frames, words) => expect(framesInWords(frames)).toBe(words))

import fc from 'fast-check'
import { RecentNodes } from './recent-nodes'

const values = (fill: number, length = 100) => new Float32Array(length).fill(fill)

/** A list of steps is rendered as the evaluator does it: from the deepest kept state on. Returns how many had to be made. */
function render(nodes: RecentNodes, keys: readonly string[]): number {
  nodes.begin(keys)
  let from = keys.length
  while (from > 0 && !nodes.get(keys[from - 1] as string)) from--
  for (const [i, key] of keys.slice(from).entries()) nodes.put(key, values(from + i))
  return keys.length - from
}

it('a hand on any step of a list renders from that step on, also where only two states fit', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 9 }), fc.integer({ min: 2, max: 12 }), (step, room) => {
      const nodes = new RecentNodes(room * 400)
      const states = (move: number) =>
        Array.from({ length: 10 }, (_, i) => (i < step ? `${i}` : `${i} ${move}`))
      const made = Array.from({ length: 6 }, (_, move) => render(nodes, states(move)))
      expect(made.slice(2)).toEqual([10 - step, 10 - step, 10 - step, 10 - step])
      expect(nodes.state.bytes).toBeLessThanOrEqual(room * 400)
    }),
  )
})

it('keeps copies, and nothing that is larger than its budget', () => {
  const nodes = new RecentNodes(1000)
  const given = values(1)
  nodes.put('a', given)
  given.fill(2)
  nodes.put('b', values(1, 251))
  expect([nodes.get('a')?.[0], nodes.holds('b')]).toEqual([1, false])
  nodes.put('c', values(1, 250))
  expect(nodes.state).toEqual({ keys: ['c'], bytes: 1000 })
})

import { RecentNodes } from './recent-nodes'

it('keeps what a hand comes back to while what it leaves behind goes', () => {
  const nodes = new RecentNodes(3 * 400)
  nodes.put('before the step', new Float32Array(100).fill(7))
  for (let move = 0; move < 20; move++) {
    expect(nodes.get('before the step')?.[99]).toBe(7)
    nodes.put(`move ${move}`, new Float32Array(100))
  }
  expect([nodes.get('move 0'), nodes.get('move 19')?.length]).toEqual([undefined, 100])
})

it('keeps copies, and nothing that is larger than half of it', () => {
  const nodes = new RecentNodes(1000)
  const values = new Float32Array(100).fill(1)
  nodes.put('a', values)
  values.fill(2)
  nodes.put('b', new Float32Array(200))
  expect([nodes.get('a')?.[0], nodes.get('b')]).toEqual([1, undefined])
})

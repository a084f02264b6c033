import fc from 'fast-check'
import type { Picture } from '../frame'
import { KeptPictures } from './kept'

const picture = (bytes: number): Picture => ({
  kind: 'rgba',
  width: bytes / 4,
  height: 1,
  data: new Uint8Array(bytes),
})

it('stays within its budget as that changes, in any number of bytes, and keeps what was used last', () => {
  const act = fc.oneof(
    fc.record({ frame: fc.integer({ min: 0, max: 9 }), use: fc.boolean() }),
    fc.record({ budget: fc.double({ min: 0, max: 4000, noNaN: true }) }),
  )
  fc.assert(
    fc.property(fc.array(act, { maxLength: 40 }), (acts) => {
      const kept = new KeptPictures()
      let budget = Infinity
      let used: number[] = []
      const look = (frame: number) => (used = [...used.filter((f) => f !== frame), frame])
      for (const each of acts) {
        if ('budget' in each) kept.budget = budget = Math.max(1, Math.floor(each.budget))
        else if (!each.use) {
          if (!used.includes(each.frame) && 400 <= budget) look(each.frame)
          kept.add(each.frame, picture(400))
        } else if (kept.get(each.frame)) look(each.frame)
        if (budget < Infinity) used = used.slice(Math.max(0, used.length - Math.floor(budget / 400)))
        expect(kept.bytes).toBe(used.length * 400)
      }
      expect(Array.from({ length: 10 }, (_, f) => f).filter((f) => kept.get(f))).toEqual([...used].sort())
    }),
  )
})

it('takes a budget that is no whole number', () => {
  const kept = new KeptPictures()
  kept.add(1, picture(400))
  kept.budget = 1000 / 3 + 400
  expect([kept.bytes, kept.get(1)?.width]).toEqual([400, 100])
})

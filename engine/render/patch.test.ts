import fc from 'fast-check'
import { changed, difference } from './patch'

const data = fc.letrec((tie) => ({
  tree: fc.oneof(
    { maxDepth: 4 },
    fc.integer(),
    fc.string(),
    fc.constant(null),
    fc.array(tie('tree'), { maxLength: 4 }),
    fc.dictionary(fc.string({ maxLength: 2 }), tie('tree'), { maxKeys: 4 }),
  ),
})).tree

it('makes any tree from any other, and leaves the first as it is', () => {
  fc.assert(
    fc.property(data, data, (before, after) => {
      const kept = structuredClone(before)
      expect(changed(before, structuredClone(difference(before, after)))).toEqual(after)
      expect(before).toEqual(kept)
    }),
  )
})

it('sends what an edit touched and shares the rest', () => {
  const before = { shots: [{ id: 'a', steps: [{ mix: 1 }, { mix: 0.5 }] }, { id: 'b' }], tables: { t: 'x' } }
  const [first, ...others] = before.shots
  const after = { ...before, shots: [{ ...first, steps: [{ mix: 1 }, { mix: 0.2 }] }, ...others] }
  const changes = difference(before, after)
  expect(changes).toEqual([{ at: ['shots', '0', 'steps', '1', 'mix'], value: 0.2 }])
  const made = changed(before, changes) as typeof after
  expect(made).toEqual(after)
  expect(made.tables).toBe(before.tables)
  expect(made.shots[1]).toBe(before.shots[1])
})

it('tells what is gone from what is undefined', () => {
  const changes = difference({ a: 1, b: 2 }, { b: undefined })
  expect(changes).toEqual([{ at: ['a'] }, { at: ['b'], value: undefined }])
  expect(Object.keys(changed({ a: 1, b: 2 }, changes) as object)).toEqual(['b'])
})

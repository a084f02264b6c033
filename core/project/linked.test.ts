import fc from 'fast-check'
import { testProject } from '../testing/projects'
import { type Act, coatAddress, getObject, performAll, type Project, replay, perform } from '.'

const run = (p: Project, ...acts: Act[]) => performAll(p, acts, 'test').project
const opacity = (p: Project, id: string) =>
  getObject(p, id).coats?.find((c) => c.kind === 'fill')?.form['opacity']?.value

/** Three boxes in two designs; the first is kept as a style, the second wears that. */
const begun = () =>
  run(
    testProject(),
    ...['d', 'e'].map((designId): Act => [
      'design.add',
      { designId, name: designId, size: { width: 40, height: 30 }, rate: { num: 24, den: 1 }, length: 10 },
    ]),
    ['object.add', { designId: 'd', objectId: 'a', kind: 'rectangle' }],
    ['object.add', { designId: 'e', objectId: 'b', kind: 'ellipse' }],
    ['object.add', { designId: 'd', objectId: 'c', kind: 'star' }],
    ['coat.add', { objectId: 'a', coatId: 's', kind: 'shadow', at: 0 }],
    ['style.keep', { styleId: 'x', name: 'Tin', objectId: 'a' }],
    ['style.wear', { styleId: 'x', objectIds: ['b'], linked: true }],
    ['style.wear', { styleId: 'x', objectIds: ['c'], linked: false }],
  )
const coats = (p: Project, id: string) => getObject(p, id).coats?.map((c) => c.kind)

it('a style is put on other objects, also of other kinds and designs', () => {
  const p = begun()
  for (const id of ['a', 'b', 'c']) expect(coats(p, id)).toEqual(['shadow', 'fill'])
  expect([getObject(p, 'b').style, getObject(p, 'c').style]).toEqual(['x', undefined])
})

it('what changes one changes all that are linked, and the style; loose ones stay', () => {
  const changes: Act[] = [
    ['value.set', { address: coatAddress('b', 'a-fill', 'opacity'), at: 0, value: 0.25 }],
    ['coat.remove', { objectId: 'a', coatId: 's' }],
    ['coat.add', { objectId: 'b', coatId: 'g', kind: 'glow', at: 0 }],
  ]
  const p = run(begun(), ...changes)
  for (const id of ['a', 'b']) {
    expect(coats(p, id)).toEqual(['glow', 'fill'])
    expect(opacity(p, id)).toBe(0.25)
  }
  expect([coats(p, 'c'), opacity(p, 'c')]).toEqual([['shadow', 'fill'], 1])
  expect(p.styles?.[0]?.coats.map((c) => c.kind)).toEqual(['glow', 'fill'])
  const later = run(p, ['style.wear', { styleId: 'x', objectIds: ['c'], linked: true }])
  expect(opacity(later, 'c')).toBe(0.25)
})

it('a loosened object changes alone, and a style that goes leaves its coats', () => {
  const loose = run(
    begun(),
    ['style.loosen', { objectId: 'b' }],
    ['coat.remove', { objectId: 'b', coatId: 's' }],
  )
  expect([coats(loose, 'a'), coats(loose, 'b')]).toEqual([['shadow', 'fill'], ['fill']])
  const gone = run(begun(), ['style.remove', { styleId: 'x' }])
  expect([gone.styles, getObject(gone, 'b').style]).toEqual([[], undefined])
  expect(coats(gone, 'b')).toEqual(['shadow', 'fill'])
})

it('one edit is undone with all that it changed, and a linked style never differs from who wears it', () => {
  const act = fc.oneof(
    fc.constantFrom('a', 'b').map((id): Act => ['coat.switch', { objectId: id, coatId: 's', on: false }]),
    fc
      .tuple(fc.constantFrom('a', 'b'), fc.double({ min: 0, max: 1, noNaN: true }))
      .map(([id, value]): Act => [
        'value.set',
        { address: coatAddress(id, 'a-fill', 'opacity'), at: 0, value },
      ]),
    fc.constant<Act>(['object.copy', { objectId: 'b', newId: 'n' }]),
  )
  fc.assert(
    fc.property(fc.array(act, { maxLength: 6 }), (acts) => {
      let p = begun()
      for (const [name, args] of acts) {
        const change = perform(p, name, args as never)
        expect(replay(change.project, change.inverse)).toEqual(p)
        expect(replay(p, change.patches)).toEqual(change.project)
        p = change.project
        const own = JSON.stringify(p.styles?.[0]?.coats)
        for (const id of ['a', 'b']) expect(JSON.stringify(getObject(p, id).coats)).toBe(own)
      }
    }),
    { numRuns: 40 },
  )
})

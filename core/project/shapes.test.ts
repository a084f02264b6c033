import { plan, renderFrame } from '../render'
import { type Corner, corner, cornersOf, valueOf } from '../region'
import { card } from '../testing/design'
import { shippedFonts } from '../testing/fonts'
import { testKernels } from '../testing/pictures'
import { testProject } from '../testing/projects'
import { type Typefaces } from '../lettering'
import { type Act, boxOf, formAddress, getObject, performAll, type Project, stageOf } from '.'

const k = testKernels(128)
afterEach(() => expect(k.used).toBe(0))
let open: Typefaces
beforeAll(async () => ({ open } = await shippedFonts('inter')))

const SIZE = { width: 320, height: 180 }
const add = (objectId: string, kind: string, form: object, more: object = {}): Act =>
  ['object.add', { designId: 'd', objectId, kind, form, ...more }] as Act
const begun = (...acts: Act[]): Project => performAll(testProject(), [card(SIZE), ...acts], 'Card').project
const more = (p: Project, ...acts: Act[]) => performAll(p, acts, 'More').project

/** The sum of the alpha of a design, and the fonts that it asks for. */
async function covered(p: Project, frame = 0) {
  const planned = plan(p, { kind: 'design', designId: 'd' }, frame, 1)
  const out = await renderFrame(k, planned, () => undefined, { typefaces: open })
  const sum = out.data.reduce((total, v, i) => (i % 4 === 3 ? total + v : total), 0)
  k.free(out)
  return { sum, fonts: planned.resources.map((r) => r.id) }
}

/** A box of 100 x 60 and over it one of 50 x 60 that begins at its middle. */
const two = (upper = 'rectangle') =>
  begun(
    add('a', 'rectangle', { box: [100, 60], place: [100, 90] }),
    add('b', upper, { box: [50, 60], place: [125, 90] }),
  )
const ELLIPSE = Math.PI * 25 * 30

it.each([
  ['unite', 'rectangle', 6000],
  ['subtract', 'rectangle', 3000],
  ['intersect', 'rectangle', 3000],
  ['exclude', 'rectangle', 3000],
  ['subtract', 'ellipse', 6000 - ELLIPSE],
  ['intersect', 'ellipse', ELLIPSE],
] as const)('what two shapes come to: %s, %s', async (join, upper, area) => {
  const p = more(two(upper), ['objects.combine', { objectIds: ['a', 'b'], combinedId: 'c', join }])
  expect(Math.abs((await covered(p)).sum - area)).toBeLessThan(3)
  const back = more(p, ['object.ungroup', { objectId: 'c' }])
  expect(back.designs[0]?.objects).toEqual(two(upper).designs[0]?.objects)
})

it('a combination stays made of its parts: they move, sit one in another and go', async () => {
  const acts: Act[] = [
    ['objects.combine', { objectIds: ['a', 'b'], combinedId: 'c', join: 'subtract' }],
    ['value.set', { address: formAddress('object', 'b', 'place'), at: 0, value: [300, 90] }],
  ]
  const apart = more(two(), ...acts)
  expect((await covered(apart)).sum).toBeCloseTo(6000, 1)
  const turned = more(apart, ['object.change', { objectId: 'b', change: { join: 'unite' } }])
  // The last 5 pixels of it lie outside of the picture.
  expect((await covered(turned)).sum).toBeCloseTo(6000 + 45 * 60, 1)
  const gone = more(turned, ['object.change', { objectId: 'b', change: { on: false } }])
  expect((await covered(gone)).sum).toBeCloseTo(6000, 1)
  const inner = more(apart, add('e', 'rectangle', { box: [20, 20], place: [80, 90] }), [
    'objects.combine',
    { objectIds: ['c', 'e'], combinedId: 'f', join: 'subtract' },
  ])
  expect((await covered(inner)).sum).toBeCloseTo(5600, 1)
})

it('a part of a combination goes along with what it moves along with, outside of that too', async () => {
  const p = more(
    two(),
    add('lead', 'rectangle', { box: [2, 2], place: [0, 0], opacity: 0 }),
    ['object.parent', { objectId: 'b', parent: 'lead', frame: 0 }],
    ['objects.combine', { objectIds: ['a', 'b'], combinedId: 'c', join: 'subtract' }],
  )
  expect((await covered(p)).sum).toBeCloseTo(3000, 1)
  const away = more(p, [
    'value.set',
    { address: formAddress('object', 'lead', 'place'), at: 0, value: [25, 0] },
  ])
  // The box that is cut out has moved half of its way out.
  expect((await covered(away)).sum).toBeCloseTo(4500, 1)
})

it('letters are cut out of a shape, and their font is asked for', async () => {
  const text = { text: 'Om', family: 'inter', weight: 600 }
  const letters = begun(add('t', 'text', { size: 60, place: [60, 60] }, { text }))
  const plate = begun(
    add('a', 'rectangle', { box: [300, 160], place: [160, 90] }),
    add('t', 'text', { size: 60, place: [60, 60] }, { text }),
    ['objects.combine', { objectIds: ['a', 't'], combinedId: 'c', join: 'subtract' }],
  )
  const [own, cut] = [await covered(letters), await covered(plate)]
  expect(own.sum).toBeGreaterThan(500)
  expect(Math.abs(cut.sum - (300 * 160 - own.sum))).toBeLessThan(2)
  expect(cut.fonts).toEqual(own.fonts)
})

it('what has no outline is refused by name', () => {
  const source = { kind: 'solid', colour: [1, 1, 1] }
  const p = begun(
    add('a', 'rectangle', {}),
    add('s', 'picture', {}, { source, name: 'Sky' }),
    add('b', 'rectangle', {}),
  )
  const acts: Act[] = [['objects.combine', { objectIds: ['a', 's'], combinedId: 'c', join: 'unite' }]]
  expect(() => more(p, ...acts)).toThrow('Sky has no outline of its own')
})

it('corners are put in and taken out in every key, down to what is still a line', () => {
  const line = [corner(-50, 0), corner(50, 0)]
  const p = begun(add('l', 'line', { points: valueOf(line), place: [160, 90], width: 10 }))
  const at = formAddress('object', 'l', 'points')
  const moved = valueOf([corner(-50, 20), corner(50, 20)])
  const keyed = more(
    p,
    ['key.put', { address: at, at: 0, value: valueOf(line) }],
    ['key.put', { address: at, at: 24, value: moved }],
  )
  const corners = (q: Project): Corner[][] =>
    (getObject(q, 'l').form['points']?.keys ?? []).map((key) => cornersOf(key.value as number[]))
  const put = more(keyed, ['corners.insert', { objectId: 'l', after: 0, share: 0.5 }])
  expect(corners(put).map((list) => [list[1]?.x, list[1]?.y])).toEqual([
    [0, 0],
    [0, 20],
  ])
  const back = more(put, ['corners.delete', { objectId: 'l', corners: [1] }])
  expect(corners(back)).toEqual(corners(keyed))
  expect(() => more(back, ['corners.delete', { objectId: 'l', corners: [0] }])).toThrow(
    'A line needs 2 corners',
  )
})

it('a line takes up what its pen covers', () => {
  const points = valueOf([corner(-50, 0), corner(50, 0)])
  const p = begun(add('l', 'line', { points, place: [160, 90], width: 10, headEnd: 'arrow', head: 4 }))
  const box = boxOf(stageOf(p, { kind: 'object', id: 'l' }), getObject(p, 'l'), 0)
  expect(box?.left).toBeCloseTo(-50, 2)
  expect(box?.right).toBeCloseTo(50, 2)
  expect(box?.bottom).toBeCloseTo(20, 2)
})

it('values go from one object to another with their keys, where that has such a number', () => {
  const p = begun(
    add('a', 'star', { box: [40, 40], place: [60, 60] }),
    add('b', 'ellipse', { box: [40, 40], place: [200, 60] }),
    ['key.put', { address: formAddress('object', 'a', 'place'), at: 0, value: [60, 60] }],
    ['key.put', { address: formAddress('object', 'a', 'place'), at: 12, value: [90, 60] }],
  )
  const { place, corners } = getObject(p, 'a').form
  if (!place || !corners) throw new Error('A star has both.')
  const pasted = more(p, ['object.form', { objectId: 'b', form: { place, corners } }])
  expect(getObject(pasted, 'b').form['place']).toEqual(place)
  expect(getObject(pasted, 'b').form['corners']).toBeUndefined()
  const locked = more(p, ['object.lock', { objectId: 'b', locked: true }])
  expect(() => more(locked, ['object.form', { objectId: 'b', form: { place } }])).toThrow('locked')
})

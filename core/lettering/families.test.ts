import { covers, Fonts, nearestFace, openTypeface, readCoverage, shippedFamilies, writeCoverage } from '.'
import fc from 'fast-check'
import { fontFile } from '../testing/fonts'

it('what is said of the fonts that ship is what their files hold', async () => {
  const files = shippedFamilies().flatMap((f) => f.faces.flatMap((face) => face.files))
  expect(new Set(files.map((f) => f.id)).size).toBe(files.length)
  // One of each family is opened: the first, and all of those that are cut by script.
  const some = shippedFamilies().flatMap(
    (f) => (f.axes.length ? f.faces[0]?.files : f.faces[0]?.files.slice(0, 1)) ?? [],
  )
  for (const { id, coverage } of some) {
    const { unicodes } = await openTypeface(id, fontFile(id))
    expect([id, [...coverage].join()]).toEqual([id, [...readCoverage(writeCoverage(unicodes))].join()])
  }
})

it('at least 24 families ship, of every kind that was promised, all under open licences', () => {
  const all = shippedFamilies()
  expect(all.length).toBeGreaterThanOrEqual(24)
  expect(new Set(all.map((f) => f.licence))).toEqual(new Set(['OFL-1.1', 'Apache-2.0']))
  for (const kind of [
    'display',
    'condensed',
    'slab',
    'script',
    'stencil',
    'blackletter',
    'mono',
    'arabic',
    'devanagari',
    'japanese',
  ])
    expect(all.filter((f) => f.kind === kind).length).toBeGreaterThan(0)
})

it.each([
  ['inter', 400, true, 400, true],
  ['inter', 820, false, 900, false],
  ['bebas-neue', 900, true, 400, false],
  ['fraunces', 300, true, 400, true],
])('of %s the face nearest to %i, italic %s', (id, weight, italic, found, slope) => {
  const family = new Fonts().find(id)
  expect(family && nearestFace(family, weight, italic)).toMatchObject({ weight: found, italic: slope })
})

it('coverage is written and read again, and tells what it holds', () => {
  fc.assert(
    fc.property(fc.array(fc.nat(0x10ffff), { maxLength: 60 }), fc.nat(0x10ffff), (codes, other) => {
      const coverage = readCoverage(writeCoverage(codes))
      for (const code of [...codes, other]) expect(covers(coverage, code)).toBe(codes.includes(code))
    }),
  )
})

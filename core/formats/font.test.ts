import { zlibSync } from 'fflate'
import { covers, openTypeface, readCoverage } from '../lettering'
import { fromBase64 } from '../kernels'
import { fontFile } from '../testing/fonts'
import { readFont } from '.'

const plain = fontFile('zilla-slab-700i.ttf')

/** The same font as WOFF 1.0: every table packed where that makes it smaller. */
function woffOf(font: Uint8Array): Uint8Array {
  const from = new DataView(font.buffer, font.byteOffset, font.byteLength)
  const count = from.getUint16(4)
  const tables = Array.from({ length: count }, (_, i) => {
    const [tag, checksum, offset, length] = [0, 4, 8, 12].map((o) => from.getUint32(12 + 16 * i + o)) as [
      number,
      number,
      number,
      number,
    ]
    const raw = font.subarray(offset, offset + length)
    const packed = zlibSync(raw)
    return { tag, checksum, length, data: packed.length < length ? packed : raw }
  })
  const head = 44 + 20 * count
  const out = new Uint8Array(tables.reduce((n, t) => n + ((t.data.length + 3) & ~3), head))
  const to = new DataView(out.buffer)
  out.set(new TextEncoder().encode('wOFF'))
  to.setUint32(4, from.getUint32(0))
  to.setUint16(12, count)
  let at = head
  tables.forEach(({ tag, checksum, length, data }, i) => {
    ;[tag, at, data.length, length, checksum].forEach((v, j) => to.setUint32(44 + 20 * i + 4 * j, v))
    out.set(data, at)
    at += (data.length + 3) & ~3
  })
  return out
}

it('a font is told by what its file says: family, weight, slope, axes and characters', async () => {
  const { font, records } = await readFont('f', 'any name.ttf', plain)
  expect(font).toMatchObject({ id: 'f', family: 'Zilla Slab', weight: 700, italic: true, axes: [] })
  const coverage = readCoverage(font.coverage)
  expect(['A', 'é', '中'].map((c) => covers(coverage, c.codePointAt(0) as number))).toEqual([
    true,
    true,
    false,
  ])
  const record = records[font.record]
  expect(record?.kind === 'font' && fromBase64(record.bytes).length).toBe(plain.length)
})

it('a variable font brings its axes', async () => {
  const { font } = await readFont('f', 'x.ttf', fontFile('fraunces-latin.ttf'))
  expect(font.axes.map((a) => a.tag).sort()).toEqual(['SOFT', 'WONK', 'opsz', 'wght'])
})

it('WOFF gives the same outlines as the font in it', async () => {
  const [one, two] = [await openTypeface('a', plain), await openTypeface('b', woffOf(plain))]
  expect([...two.unicodes]).toEqual([...one.unicodes])
  for (const glyph of [5, 36, 80]) expect(two.outline(glyph, '', 1)).toEqual(one.outline(glyph, '', 1))
})

it.each([
  ['a text', new TextEncoder().encode('no font at all, '.repeat(8)), /no font file/],
  ['nothing', new Uint8Array(0), /no font file/],
  ['a damaged WOFF', woffOf(plain).map((v, i) => (i > 1500 ? 7 : v)), /damaged|no characters/],
  ['a damaged WOFF2', new TextEncoder().encode(`wOF2${'x'.repeat(100)}`), /damaged/],
  ['a font without its tables', plain.slice(0, 400), /no characters/],
])('%s is refused in words', async (_, bytes, message) => {
  await expect(readFont('f', 'x', bytes)).rejects.toThrow(message)
})

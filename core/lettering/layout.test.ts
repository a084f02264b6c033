import fc from 'fast-check'
import { shippedFonts } from '../testing/fonts'
import { plainSetting } from '../testing/setting'
import { layOut, type Layout, type Setting } from '.'

let set: (more: Partial<Setting>) => Layout
beforeAll(async () => {
  const { fonts, open } = await shippedFonts('inter', 'cairo', 'heebo', 'sarabun', 'm-plus-1p', 'mukta')
  set = (more) => layOut({ ...plainSetting, ...more }, fonts, open)
})
const written = (text: string, { lines }: Layout) => lines.map((l) => text.slice(l.start, l.end))

it('a letter at twice the size takes twice the room', () => {
  const [one, two] = [set({ text: 'Lantern' }), set({ text: 'Lantern', size: 80 })]
  expect(two.box.right).toBeCloseTo(2 * one.box.right, 6)
  expect(two.box.bottom).toBeCloseTo(2 * one.box.bottom, 6)
})

it('tracking goes after each letter, and ligatures are left out for it', () => {
  const [plainly, wide] = [set({ text: 'office' }), set({ text: 'office', tracking: 100 })]
  expect(wide.glyphs.length).toBe(6)
  expect(wide.box.right - plainly.box.right).toBeGreaterThan(6 * 4 - 3)
})

it('every letter has a cell, and cells lie side by side from left to right', () => {
  fc.assert(
    fc.property(
      fc.string({ unit: fc.constantFrom(...'abc fi.שלום مرحبا ไทย日本 é'), maxLength: 24 }),
      (text) => {
        for (const { cells, start, end } of set({ text }).lines) {
          const marks = new Set(cells.map((c) => c.start))
          expect(marks.size).toBe(cells.length)
          expect(cells.reduce((n, c) => n + c.end - c.start, 0)).toBe(end - start)
          for (const [i, cell] of cells.entries())
            if (i) expect(cell.left).toBeCloseTo((cells[i - 1] as typeof cell).right, 6)
        }
      },
    ),
  )
})

it.each([
  ['breaks where words end', 'amber lantern keeps', [150, 0] as const, ['amber ', 'lantern ', 'keeps']],
  ['breaks after a hyphen', 'well-kept harbour', [150, 0] as const, ['well-', 'kept ', 'harbour']],
  ['keeps a line that was made', 'one\u2028two', [400, 0] as const, ['one\u2028', 'two']],
  ['cuts a word that is too long', 'lanternkeeper', [120, 0] as const, ['lanter', 'nkeep', 'er']],
  ['breaks Thai between words', 'ท่าเรือสีส้ม', [110, 0] as const, ['ท่าเรือ', 'สีส้ม']],
  ['breaks Japanese but not before a full stop', '港の灯。港', [125, 0] as const, ['港の', '灯。港']],
])('%s', (_, text, box, lines) => {
  expect(written(text, set({ text, box }))).toEqual(lines)
})

it('no line of a column is wider than it, and justified lines fill it', () => {
  const word = fc.string({ unit: fc.constantFrom(...'abdefi'), minLength: 1, maxLength: 9 })
  fc.assert(
    fc.property(
      fc.array(word, { minLength: 1, maxLength: 30 }),
      fc.integer({ min: 220, max: 600 }),
      (words, width) => {
        const text = words.join(' ')
        for (const align of ['left', 'justify'] as const) {
          const { lines } = set({ text, box: [width, 0], align })
          expect(lines.map((l) => text.slice(l.start, l.end)).join('')).toBe(text)
          for (const [i, { left, right, start, end }] of lines.entries()) {
            expect(right).toBeLessThan(width / 2 + 0.02)
            const inner = text.slice(start, end).trim().includes(' ')
            if (align === 'justify' && inner && i < lines.length - 1)
              expect(right - left).toBeCloseTo(width, 2)
          }
        }
      },
    ),
    { numRuns: 40 },
  )
})

it.each([
  ['left', -100, undefined],
  ['right', undefined, 100],
  ['start', -100, undefined],
] as const)('%s lines begin or end at that edge of the box', (align, left, right) => {
  const [line] = set({ text: 'Pell', box: [200, 0], align }).lines
  if (left !== undefined) expect(line?.left).toBeCloseTo(left, 6)
  if (right !== undefined) expect(line?.right).toBeCloseTo(right, 6)
})

it('text from the right begins at the right, and its first letter stands there', () => {
  const { lines } = set({ text: 'שלום עולם', box: [400, 0] })
  const [line] = lines
  expect(line?.rightToLeft).toBe(true)
  expect(line?.right).toBeCloseTo(200, 6)
  expect(line?.cells.at(-1)?.start).toBe(0)
})

it('directions mix in one line: a number keeps its order among Arabic', () => {
  const text = 'مرحبا 123 hi'
  const [line] = set({ text }).lines
  const order = line?.cells.map((c) => text[c.start]).join('')
  expect(order).toContain('123')
  expect(order?.indexOf('hi')).toBeLessThan(order?.indexOf('123') as number)
})

it('what a family lacks is shown by another, and that is said', () => {
  const { fallbacks, glyphs } = set({ text: 'Ida שלום 日本' })
  expect(fallbacks.map((f) => [f.wanted, f.shown])).toEqual([
    ['inter', 'heebo'],
    ['inter', 'm-plus-1p'],
  ])
  expect(glyphs.every((g) => g.id > 0)).toBe(true)
})

it('capitals that become two letters lie at the letter that was typed', () => {
  const { glyphs, lines } = set({ text: 'aßb', case: 'upper' })
  expect(glyphs.map((g) => g.index)).toEqual([0, 1, 1, 2])
  expect(lines[0]?.end).toBe(3)
})

it('letters become as small as the box asks for, and no smaller', () => {
  const text = 'A long line that should be made to fit its box'
  const small = set({ text, box: [240, 80], shrink: true })
  expect(small.overflows).toBe(false)
  expect(small.shrunk).toBeLessThan(1)
  expect(set({ text, box: [240, 80], size: 40 * small.shrunk * 1.02 }).overflows).toBe(true)
  expect(set({ text: 'Pell', box: [240, 80], shrink: true }).shrunk).toBe(1)
})

it('a full stop hangs outside of the column where that is asked for', () => {
  const text = 'amber lantern.'
  const [held, hung] = [
    set({ text, box: [400, 0], align: 'right' }),
    set({ text, box: [400, 0], align: 'right', hang: true }),
  ]
  const stop = hung.lines[0]?.cells.at(-1)
  expect(stop?.left).toBeCloseTo(200, 4)
  expect(held.lines[0]?.right).toBeCloseTo(200, 4)
})

it('an empty paragraph takes the height of a line', () => {
  const three = set({ text: 'a\n\nb' }).lines
  expect(three.map((l) => Math.round((l.baseline - (three[0]?.baseline ?? 0)) * 100) / 100)).toEqual([
    0, 50, 100,
  ])
})

it('what parts lines, and what no font draws, leaves no box on the picture', () => {
  for (const text of ['one\u2028two', 'one\ttwo', 'one\r\ntwo'])
    expect(set({ text }).glyphs.filter((g) => g.id === 0)).toEqual([])
  expect(set({ text: 'one\u2028' }).lines[0]?.right).toBeCloseTo(set({ text: 'one' }).box.right, 6)
})

it('axes go to the wanted family, the weight to every variable font', async () => {
  const { fonts, open } = await shippedFonts('roboto-flex', 'fraunces')
  const keys = (family: string) => {
    const made = layOut({ ...plainSetting, text: 'Pж', family, weight: 700, axes: { wdth: 60 } }, fonts, open)
    return made.glyphs.map((g) => g.axes)
  }
  expect(keys('roboto-flex')).toEqual(['wdth=60,wght=700', 'wdth=60,wght=700'])
  expect(keys('fraunces')).toEqual(['wght=700', 'wght=700'])
})

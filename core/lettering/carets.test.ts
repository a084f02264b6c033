import fc from 'fast-check'
import { shippedFonts } from '../testing/fonts'
import { caretAt, indexAt, layOut, type Layout, moveCaret, selectionBoxes, type Setting, wordAt } from '.'
import { plainSetting } from '../testing/setting'

let set: (text: string, more?: Partial<Setting>) => Layout
beforeAll(async () => {
  const { fonts, open } = await shippedFonts('inter', 'heebo', 'cairo', 'mukta')
  set = (text, more) => layOut({ ...plainSetting, ...more, text }, fonts, open)
})
const mixed = fc.string({ unit: fc.constantFrom(...'abc d.שלום نمस्ते\n'), maxLength: 30 })

it('a caret is found again where it is drawn', () => {
  fc.assert(
    fc.property(mixed, fc.nat(30), (text, at) => {
      const layout = set(text, { box: [180, 0] })
      const starts = layout.lines.flatMap((l) => [...l.cells.map((c) => c.start), l.end])
      const index = starts[at % starts.length] as number
      const { x, top, bottom } = caretAt(layout, index)
      const found = caretAt(layout, indexAt(layout, x, (top + bottom) / 2))
      expect(found.x).toBeCloseTo(x, 6)
      expect(found.top).toBeCloseTo(top, 6)
    }),
  )
})

it('going right from the first place reaches every place, also through text from the right', () => {
  const text = 'ab שלום cd'
  const layout = set(text)
  const seen = [0]
  for (let i = 0; i < 20; i++) {
    const next = moveCaret(layout, text, seen.at(-1) as number, 'right')
    if (next === seen.at(-1)) break
    seen.push(next)
  }
  expect(new Set(seen).size).toBe(seen.length)
  const xs = seen.map((i) => caretAt(layout, i).x)
  expect([...xs].sort((a, b) => a - b)).toEqual(xs)
})

it('left takes back what right did', () => {
  fc.assert(
    fc.property(fc.string({ unit: fc.constantFrom(...'abc d\n'), maxLength: 20 }), fc.nat(20), (text, at) => {
      const layout = set(text, { box: [90, 0] })
      const index = at % (text.length + 1)
      const right = moveCaret(layout, text, index, 'right')
      if (right !== index) expect(moveCaret(layout, text, right, 'left')).toBe(index)
    }),
  )
})

it('up and down keep to the place across', () => {
  const text = 'lantern harbour\nhi\nlantern harbour'
  const layout = set(text)
  const goal = caretAt(layout, 10).x
  const middle = moveCaret(layout, text, 10, 'down', goal)
  expect(text.slice(16, 18)).toBe('hi')
  expect(middle).toBe(18)
  expect(moveCaret(layout, text, middle, 'down', goal)).toBe(29)
})

it('letters of a syllable are one place: marks are not parted from what they stand on', () => {
  const text = 'नमस्ते'
  const layout = set(text)
  const places = [0]
  while (places.at(-1) !== text.length) places.push(moveCaret(layout, text, places.at(-1) as number, 'right'))
  expect(places).toEqual([0, 1, 2, 6])
})

it.each([
  ['wordRight', 0, 7],
  ['wordRight', 7, 15],
  ['wordLeft', 15, 8],
  ['home', 10, 0],
  ['end', 3, 15],
  ['last', 3, 15],
] as const)('%s from %i goes to %i', (move, from, to) => {
  const text = 'lantern harbour'
  expect(moveCaret(set(text), text, from, move)).toBe(to)
})

it('a selection that crosses directions is seen as several boxes, as wide as its letters', () => {
  const text = 'ab שלום cd'
  const layout = set(text)
  const boxes = selectionBoxes(layout, 1, 5)
  expect(boxes.length).toBe(2)
  const cells = layout.lines[0]?.cells.filter((c) => c.start >= 1 && c.start < 5) ?? []
  const width = (list: readonly { left: number; right: number }[]) =>
    list.reduce((sum, b) => sum + b.right - b.left, 0)
  expect(width(boxes)).toBeCloseTo(width(cells), 6)
})

it('a word is found from within and from its end', () => {
  expect(wordAt('the lantern, lit', 6)).toEqual([4, 11])
  expect(wordAt('the lantern, lit', 11)).toEqual([4, 11])
})

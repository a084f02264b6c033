import fc from 'fast-check'
import {
  cutText,
  insertText,
  type LetterStyle,
  replaceText,
  sharedStyle,
  styleAt,
  styleText,
  type TextContent,
} from '.'

const styles = fc.constantFrom<LetterStyle>(
  { weight: 700 },
  { italic: true },
  { role: 'emphasis' },
  { weight: undefined },
)
const act = fc.record({
  start: fc.nat(20),
  length: fc.nat(8),
  style: styles,
  insert: fc.string({ maxLength: 5 }),
})
const long: TextContent = { text: 'amber lantern keeps', ranges: [] }
const within = ({ text }: TextContent, { start, length }: { start: number; length: number }) =>
  [Math.min(start, text.length), Math.min(start + length, text.length)] as const

it('ranges rise, do not overlap, are not empty, and equal neighbours are one', () => {
  fc.assert(
    fc.property(fc.array(act, { maxLength: 8 }), (acts) => {
      let content = long
      for (const a of acts) {
        content = styleText(content, ...within(content, a), a.style)
        content = replaceText(content, ...within(content, a), a.insert)
      }
      for (const [i, range] of content.ranges.entries()) {
        expect(range.end).toBeGreaterThan(range.start)
        expect(range.end).toBeLessThanOrEqual(content.text.length)
        const next = content.ranges[i + 1]
        if (next) expect(next.start).toBeGreaterThanOrEqual(range.end)
        if (next?.start === range.end) expect(next.style).not.toEqual(range.style)
      }
    }),
  )
})

it('a style reaches its letters and no others', () => {
  fc.assert(
    fc.property(act, act, (a, b) => {
      const first = styleText(long, ...within(long, a), a.style)
      const [start, end] = within(long, b)
      const both = styleText(first, start, end, b.style)
      for (let i = 0; i < long.text.length; i++) {
        const wanted = i >= start && i < end ? { ...styleAt(first, i), ...b.style } : styleAt(first, i)
        expect(styleAt(both, i)).toEqual(wanted)
      }
    }),
  )
})

it('what is typed is set as the letter before it', () => {
  const bold = styleText(long, 0, 5, { weight: 700 })
  expect(styleAt(replaceText(bold, 5, 5, 's'), 5)).toEqual({ weight: 700 })
  expect(styleAt(replaceText(bold, 0, 0, 'A'), 0)).toEqual({ weight: 700 })
  expect(styleAt(replaceText(bold, 6, 6, 's'), 6)).toEqual({})
})

it('what is cut out and put back is the same', () => {
  fc.assert(
    fc.property(act, act, (a, b) => {
      const content = styleText(long, ...within(long, a), a.style)
      const [start, end] = within(long, b)
      const part = cutText(content, start, end)
      const rest = replaceText(content, start, end, '')
      expect(insertText(rest, start, start, part).text).toBe(content.text)
      for (let i = start; i < end; i++)
        expect(styleAt(insertText(content, start, end, part), i)).toEqual(styleAt(content, i))
    }),
  )
})

it('of different letters only what they share is told', () => {
  const some = styleText(styleText(long, 0, 10, { weight: 700 }), 4, 8, { italic: true })
  expect(sharedStyle(some, 0, 10)).toEqual({ weight: 700 })
  expect(sharedStyle(some, 5, 7)).toEqual({ weight: 700, italic: true })
  expect(sharedStyle(some, 8, 15)).toEqual({})
})

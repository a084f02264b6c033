import { shippedFonts } from '../testing/fonts'
import { plainSetting } from '../testing/setting'
import { layOut, type Setting } from '.'
import { breaksOf } from './breaks'

// No package ships the conformance files of UAX #9 and #14: these are samples of their rules, one or two a rule, worked out by hand.

let order: (text: string, direction?: Setting['direction']) => string
let glyphsOf: (text: string) => number[]
beforeAll(async () => {
  const { fonts, open } = await shippedFonts('inter', 'heebo', 'cairo')
  const set = (text: string, direction: Setting['direction'] = 'auto') =>
    layOut({ ...plainSetting, text, direction }, fonts, open)
  /** Letters as they are seen from left to right, without those that are not drawn. */
  order = (text, direction) =>
    (set(text, direction).lines[0]?.cells ?? [])
      .map((c) => text.slice(c.start, c.end))
      .join('')
      .replace(/[\u200e\u200f\u202a-\u202e\u2066-\u2069]/g, '')
  glyphsOf = (text) => set(text).glyphs.map((g) => g.id)
})

describe('UAX #9', () => {
  it.each([
    ['P2: the first strong letter says the direction', 'אבג abc', 'abc גבא'],
    ['quotes within a line from the left', 'he said "אבג", ok', 'he said "גבא", ok'],
    ['W2: a number among Hebrew keeps its order', 'אבג 123 דהו', 'והד 123 גבא'],
    ['W4, W5: separators and terminators go with their number', 'אבג 1,234.5%', '1,234.5% גבא'],
    // The brackets are those of the source: in a line from the right they are drawn mirrored.
    ['N0: brackets take the direction of what is around them', 'אבג (abc) דהו', 'והד )abc( גבא'],
    ['N0: brackets in a line from the left', 'abc (אבג) def', 'abc (גבא) def'],
    ['N1: what stands between two of one direction', 'abc אבג, דהו def', 'abc והד ,גבא def'],
    ['X5a: an isolate from the right', 'a\u2067אב c\u2069d', 'ac באd'],
    ['X5b: an isolate from the left among Hebrew', 'אב\u2066a b\u2069ג', 'גa bבא'],
    ['X4: an override', '\u202eabc\u202c', 'cba'],
  ])('%s', (_, text, seen) => {
    expect(order(text)).toBe(seen)
  })

  it('L1: spaces at the end of a line go with the direction of the paragraph', () => {
    expect(order('אבג  ', 'ltr')).toBe('גבא  ')
    expect(order('abc  ', 'rtl')).toBe('  abc')
  })

  it('L4: brackets are mirrored in text from the right', () => {
    const [open, close] = [glyphsOf('(')[0], glyphsOf(')')[0]]
    expect([open, close].every((g) => g !== undefined && g > 0)).toBe(true)
    const own = glyphsOf('א(ב)ג')
    // From left to right: gimel, an opening bracket, bet, a closing one, alef.
    expect(own).toHaveLength(5)
    expect(own[1]).not.toBe(own[3])
  })
})

describe('UAX #14', () => {
  it.each([
    ['LB4: a line that is made', 'a\u2028b', ['a\u2028', 'b']],
    ['LB7, LB18: after spaces, not before', 'a  b', ['a  ', 'b']],
    ['LB8: after a space of no width', 'a\u200bb', ['a\u200b', 'b']],
    ['LB8a: not within a joined picture', '👩‍🚀 a', ['👩‍🚀 ', 'a']],
    ['LB11: not at a word joiner', 'a\u2060b', ['a\u2060b']],
    ['LB12: not at a space that holds', 'a\u00a0b', ['a\u00a0b']],
    ['LB13: not before a closing mark', 'ab !', ['ab !']],
    ['LB14: not after an opening one', '( a) b', ['( a) ', 'b']],
    ['LB17: not between two dashes', 'a——b', ['a', '——', 'b']],
    ['LB21: after a hyphen', 'well-kept', ['well-', 'kept']],
    ['LB21: after a hyphen that is only seen at the end', 'co\u00adop', ['co\u00ad', 'op']],
    ['LB25: not within a number', '1,234.50 a', ['1,234.50 ', 'a']],
    ['LB28: not within a word', 'lantern', ['lantern']],
    ['LB30a: between pairs that make flags', '🇦🇧🇨🇩', ['🇦🇧', '🇨🇩']],
    ['LB31: between ideographs', '日本語', ['日', '本', '語']],
    ['LB13: but not before their full stop', '港。灯', ['港。', '灯']],
  ])('%s', (_, text, parts) => {
    const ends = breaksOf(text).map((b) => b.at)
    expect(ends.map((at, i) => text.slice(ends[i - 1] ?? 0, at))).toEqual(parts)
  })
})

/** How letters are written whatever was typed. */
export const CASES = ['typed', 'upper', 'lower', 'title'] as const
export type Case = (typeof CASES)[number]

/** How some letters differ from those of the text around them; what is left out is as there. */
export interface LetterStyle {
  family?: string | undefined
  /** 1 to 1000. */
  weight?: number | undefined
  italic?: boolean | undefined
  /** A factor of the size of the text. */
  size?: number | undefined
  /** Room between letters in thousandths of the size, added to that of the text. */
  tracking?: number | undefined
  /** How far they are raised, in thousandths of the size. */
  shift?: number | undefined
  /** Each letter by itself: turned about its middle, in degrees, and moved along the line, in thousandths of the size. */
  turn?: number | undefined
  across?: number | undefined
  /** Linear Rec. 709, in place of the colour of plain fills. */
  colour?: readonly [number, number, number] | undefined
  case?: Case | undefined
  underline?: boolean | undefined
  strike?: boolean | undefined
  /** OpenType features by tag: 0 off, 1 on, above that a choice. */
  features?: Readonly<Record<string, number>> | undefined
  /** A language tag as `tr` or `sr`. */
  language?: string | undefined
  /** A role that the design says the look of. */
  role?: 'emphasis' | undefined
}

/** Letters from `start` up to `end` in UTF-16 units. */
export interface TextRange {
  start: number
  end: number
  style: LetterStyle
}

/** Text whose paragraphs are parted by \n, lines within one by U+2028; its ranges rise and do not overlap. */
export interface TextContent {
  text: string
  ranges: readonly TextRange[]
}

const same = (a: LetterStyle, b: LetterStyle) => JSON.stringify(ordered(a)) === JSON.stringify(ordered(b))
const ordered = (style: LetterStyle) =>
  Object.entries(style)
    .filter(([, v]) => v !== undefined)
    .sort(([a], [b]) => (a < b ? -1 : 1))

/** Ranges in their normal form: rising, without empty ones, equal neighbours joined. */
function tidy(ranges: readonly TextRange[]): TextRange[] {
  const out: TextRange[] = []
  for (const { start, end, style } of [...ranges].sort((a, b) => a.start - b.start)) {
    if (start >= end || !ordered(style).length) continue
    const last = out.at(-1)
    const plain = Object.fromEntries(ordered(style)) as LetterStyle
    if (last?.end === start && same(last.style, plain)) last.end = end
    else out.push({ start, end, style: plain })
  }
  return out
}

/** The style of the letter at an index. */
export const styleAt = ({ ranges }: TextContent, index: number): LetterStyle =>
  ranges.find((r) => index >= r.start && index < r.end)?.style ?? {}

/**
 * Text with [start, end) replaced. What comes in is set as the first letter that it replaces, or as the letter before it; at the beginning of a paragraph as the one after it.
 */
export function replaceText(content: TextContent, start: number, end: number, insert: string): TextContent {
  const { text, ranges } = content
  const by = insert.length - (end - start)
  const like = end > start || start === 0 || text[start - 1] === '\n' ? start : start - 1
  const kept = ranges.flatMap((r): TextRange[] => [
    { ...r, end: Math.min(r.end, start) },
    { ...r, start: Math.max(r.start, end) + by, end: r.end + by },
  ])
  const own = { start, end: start + insert.length, style: like < text.length ? styleAt(content, like) : {} }
  return { text: text.slice(0, start) + insert + text.slice(end), ranges: tidy([...kept, own]) }
}

/** Text with a style on [start, end): what it names is set, and taken back to the text's own where it is undefined. */
export function styleText(content: TextContent, start: number, end: number, style: LetterStyle): TextContent {
  const cuts = content.ranges.flatMap((r) => [r.start, r.end])
  const places = [...new Set([start, ...cuts.filter((c) => c > start && c < end), end])].sort((a, b) => a - b)
  const within = places.slice(0, -1).map((from, i) => ({
    start: from,
    end: places[i + 1] as number,
    style: { ...styleAt(content, from), ...style },
  }))
  const outside = content.ranges.flatMap((r): TextRange[] => [
    { ...r, end: Math.min(r.end, start) },
    { ...r, start: Math.max(r.start, end) },
  ])
  return { text: content.text, ranges: tidy([...outside, ...within]) }
}

/** A part of a text with its styles. */
export const cutText = ({ text, ranges }: TextContent, start: number, end: number): TextContent => ({
  text: text.slice(start, end),
  ranges: tidy(
    ranges.map((r) => ({ ...r, start: Math.max(0, r.start - start), end: Math.min(end, r.end) - start })),
  ),
})

/** Text with another one, styles and all, in place of [start, end). */
export function insertText(
  content: TextContent,
  start: number,
  end: number,
  other: TextContent,
): TextContent {
  const bare = replaceText(content, start, end, other.text)
  if (!other.ranges.length) return bare
  const to = start + other.text.length
  const outside = bare.ranges.flatMap((r): TextRange[] => [
    { ...r, end: Math.min(r.end, start) },
    { ...r, start: Math.max(r.start, to) },
  ])
  const inside = other.ranges.map((r) => ({ ...r, start: r.start + start, end: r.end + start }))
  return { text: bare.text, ranges: tidy([...outside, ...inside]) }
}

/** A style that all letters of [start, end) share: of each part the value, or undefined where they differ; with no letters, that of what would be typed. */
export function sharedStyle(content: TextContent, start: number, end: number): LetterStyle {
  if (start >= end) return styleAt(content, Math.max(0, start - 1))
  const places = [start, ...content.ranges.flatMap((r) => [r.start, r.end])].filter(
    (p) => p >= start && p < end,
  )
  const styles = places.map((p) => styleAt(content, p))
  const first = Object.entries(styles[0] ?? {})
  return Object.fromEntries(
    first.filter(([name, value]) =>
      styles.every((s) => JSON.stringify(s[name as keyof LetterStyle]) === JSON.stringify(value)),
    ),
  ) as LetterStyle
}

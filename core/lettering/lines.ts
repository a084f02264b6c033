import type { Break } from './breaks'

/** What is needed to fit a paragraph into a column; indices count in the written text. */
export interface Column {
  text: string
  /** Width of the letters before each index, from 0: one more than there are units. */
  sums: Float64Array
  breaks: readonly Break[]
  /** Where a line may end when a word alone is too long. */
  graphemes: readonly number[]
  width: number
  /** The widths of lines where they differ, by their number in the paragraph. */
  slots?: ((line: number) => number) | undefined
  /** From one stop of tabs to the next. */
  tab: number
  /** By which the first line is shorter. */
  indent: number
  hang: boolean
  /** Lines are chosen for the evenness of all of them, as what fills the column must be. */
  even: boolean
}

/** A share of its width by which a character may lie outside of the column's edge. */
const OUT = new Map<string, number>([
  ...Array.from('.,-‐‑’”“‘"\'、。，．»«', (c) => [c, 1] as const),
  ...Array.from(':;–—!?・', (c) => [c, 0.5] as const),
])

const space = /[\s\u200b]/

/** The end of what is seen of a line [start, end): without the spaces at it. */
export function seenEnd(text: string, start: number, end: number): number {
  let to = end
  while (to > start && space.test(text[to - 1] as string)) to--
  return to
}

/** Pixels by which a line [start, end) may lie outside, before its first and after its last letter. */
export function hanging({ text, sums, hang }: Column, start: number, end: number): [number, number] {
  const to = seenEnd(text, start, end)
  if (!hang || to <= start) return [0, 0]
  const at = (i: number) =>
    (OUT.get(text[i] as string) ?? 0) * ((sums[i + 1] as number) - (sums[i] as number))
  return [at(start), at(to - 1)]
}

/** How much of a column a line [start, end) takes. */
function taken(column: Column, start: number, end: number): number {
  const { text, sums, indent } = column
  const width = (sums[seenEnd(text, start, end)] as number) - (sums[start] as number)
  const [left, right] = hanging(column, start, end)
  return width - left - right + (start === 0 ? indent : 0)
}

const CLOSE = 1e-6

/** Where the lines of a paragraph end. */
export function linesOf(column: Column): number[] {
  const ends: number[] = []
  for (const [start, breaks] of parts(column.breaks)) {
    const { slots, width, even } = column
    const before = ends.length
    if (slots) ends.push(...filled({ ...column, slots: (i) => slots(before + i) }, start, breaks))
    else if (width <= 0) ends.push(breaks.at(-1)?.at ?? start)
    else ends.push(...((even && fitted(column, start, breaks)) || filled(column, start, breaks)))
  }
  return ends
}

/** Slots of an outline that are looked ahead for one that a long word fits in. */
const AHEAD = 60

/** Breaks between those that must be. */
function parts(breaks: readonly Break[]): [number, Break[]][] {
  const out: [number, Break[]][] = []
  let [start, list]: [number, Break[]] = [0, []]
  for (const each of breaks) {
    list.push(each)
    if (!each.must && each !== breaks.at(-1)) continue
    out.push([start, list])
    ;[start, list] = [each.at, []]
  }
  return out
}

/** Each line as full as it can be; a word that is too long for the column is cut between letters. */
function filled(column: Column, from: number, breaks: readonly Break[]): number[] {
  const { graphemes, slots } = column
  const ends: number[] = []
  const width = () => slots?.(ends.length) ?? column.width
  let [start, last] = [from, from]
  for (let i = 0; i < breaks.length;) {
    const { at } = breaks[i] as Break
    if (taken(column, start, at) <= width() + CLOSE) {
      last = at
      i++
    } else if (last > start) {
      ends.push(last)
      start = last
    } else if (slots && hasWider(column, ends.length, taken(column, start, at))) ends.push(start)
    else {
      const cut = graphemes
        .filter((g) => g > start && g <= at && taken(column, start, g) <= width() + CLOSE)
        .at(-1)
      const least = graphemes.find((g) => g > start) ?? at
      start = last = Math.min(at, cut ?? least)
      ends.push(start)
      if (start === at) i++
    }
  }
  const end = breaks.at(-1)?.at ?? from
  if (ends.at(-1) !== end) ends.push(end)
  return ends
}

const hasWider = ({ slots }: Column, line: number, width: number) =>
  Array.from({ length: AHEAD }, (_, i) => slots?.(line + 1 + i) ?? 0).some((w) => w >= width - CLOSE)

/**
 * The lines whose spaces are changed least over the whole paragraph (after Knuth and Plass, 1981): each line costs (1 + 100 |r|^3)^2 with r the share of the room that its
 * spaces can give or take; the last one may be short. Undefined where nothing fits.
 */
function fitted(column: Column, from: number, breaks: readonly Break[]): number[] | undefined {
  const { text, width } = column
  const places = [from, ...breaks.map((b) => b.at)]
  const best = places.map((_, i) => ({ cost: i ? Infinity : 0, before: -1 }))
  const spaces = new Int32Array(text.length + 1)
  for (let i = 0; i < text.length; i++) spaces[i + 1] = (spaces[i] as number) + (text[i] === ' ' ? 1 : 0)
  const wide = spaceWidth(column)
  for (let j = 1; j < places.length; j++)
    for (let i = j - 1; i >= 0; i--) {
      const [start, end] = [places[i] as number, places[j] as number]
      const width0 = taken(column, start, end)
      const count = (spaces[seenEnd(text, start, end)] as number) - (spaces[start] as number)
      const room = width - width0
      if (room < -count * wide * 0.34) break
      const last = j === places.length - 1
      // The last line keeps its spaces as they are.
      if (last && room < -CLOSE) break
      const r =
        room < 0
          ? -room / (count * wide * 0.34)
          : last
            ? 0
            : room / Math.max(count * wide * 0.6, width * 0.02)
      const bad = 1 + 100 * Math.min(r, 20) * Math.min(r, 20) * Math.min(r, 20)
      const cost = (best[i] as { cost: number }).cost + bad * bad
      if (cost < (best[j] as { cost: number }).cost) best[j] = { cost, before: i }
    }
  const ends: number[] = []
  for (let j = places.length - 1; j > 0;) {
    const { before, cost } = best[j] as { before: number; cost: number }
    if (before < 0 || cost === Infinity) return undefined
    ends.unshift(places[j] as number)
    j = before
  }
  return ends
}

function spaceWidth({ text, sums }: Column): number {
  const at = text.indexOf(' ')
  return at < 0 ? 0 : (sums[at + 1] as number) - (sums[at] as number)
}

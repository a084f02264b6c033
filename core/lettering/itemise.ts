import { covers } from './coverage'
import { type Family, type Fonts, nearestFace } from './families'
import { graphemesOf } from './graphemes'
import { scriptOf } from './script'
import type { Span } from './setting'
import { standsUpright } from './upright'
import { axesKey, type Typeface } from './typeface'
import type { Written } from './written'

/** Letters that are shaped together: of one font, style, script and direction. Indices count in the written text. */
export interface Run {
  start: number
  end: number
  span: Span
  level: number
  script: string
  /** Its letters stand upright in a line that runs down. */
  upright: boolean
  font: Typeface
  /** The setting of its axes. */
  axes: string
}

/** Characters that another family than the wanted one shows, or none. */
export interface Fallback {
  wanted: string
  /** Undefined where no font has them. */
  shown: string | undefined
  characters: string
}

/** Gives open fonts by the id of their file. */
export type Typefaces = (id: string) => Typeface | undefined

/** What is not drawn but changes what is: joiners, directions, variations. */
export const hidden = (code: number) =>
  (code >= 0x200b && code <= 0x200f) ||
  (code >= 0x2028 && code <= 0x202e) ||
  (code >= 0x2060 && code <= 0x2069) ||
  (code >= 0xfe00 && code <= 0xfe0f) ||
  code < 32 ||
  code === 0xfeff

/** A font file that letters may be set in. */
interface Candidate {
  family: Family
  font: Typeface
  covers(code: number): boolean
}

/** Chooses for letters the first font of a chain that has all of their characters. */
export class FontChooser {
  readonly fallbacks: Fallback[] = []
  readonly #chains = new Map<string, Candidate[]>()
  readonly #chainOf = new Map<Span, Candidate[]>()

  constructor(
    private readonly fonts: Fonts,
    private readonly open: Typefaces,
    private readonly axes: Readonly<Record<string, number>>,
  ) {}

  choose(letter: string, span: Span, before: Typeface | undefined): Candidate | undefined {
    const chain = this.#chain(span)
    // Most letters are one character of the wanted font.
    const only = letter.length === 1 ? letter.charCodeAt(0) : 0
    const [wanted] = chain
    if (only > 32 && only < 0x250 && wanted?.family.id === span.family && wanted.covers(only)) return wanted
    if (only === 32 && before !== undefined && before === wanted?.font) return wanted
    const codes = Array.from(letter, (c) => c.codePointAt(0) as number).filter((c) => !hidden(c))
    const holds = (c: Candidate) => codes.every((code) => c.covers(code))
    // What has no look of its own goes with what stands before it.
    const along = codes.length === 0 || only === 32 || /^\s+$/u.test(letter)
    const found = (along && chain.find((c) => c.font === before)) || chain.find(holds)
    if (!along && found?.family.id !== span.family) this.#note(span.family, found?.family.id, letter)
    return found ?? chain[0]
  }

  /** The setting of the axes of a font for a span: its weight, and what was asked of the wanted family alone. */
  axesOf({ family, font }: Candidate, span: Span): string {
    const asked = { ...(family.id === span.family ? this.axes : {}), wght: span.weight }
    return axesKey(
      Object.fromEntries(
        font.axes.flatMap(({ tag, min, max }) => {
          const value = asked[tag as keyof typeof asked]
          return value === undefined ? [] : [[tag, Math.min(max, Math.max(min, value))] as const]
        }),
      ),
    )
  }

  #chain(span: Span): Candidate[] {
    const known = this.#chainOf.get(span)
    if (known) return known
    const { family, weight, italic } = span
    const key = `${family} ${weight} ${italic}`
    const chain = this.#chains.get(key) ?? this.#chainFor(family, weight, italic)
    this.#chains.set(key, chain)
    this.#chainOf.set(span, chain)
    return chain
  }

  #chainFor(family: string, weight: number, italic: boolean): Candidate[] {
    return this.fonts.chain(family).flatMap((each): Candidate[] => {
      const face = nearestFace(each, weight, italic)
      return face.files.flatMap(({ id, coverage }) => {
        const font = this.open(id)
        return font ? [{ family: each, font, covers: (code: number) => covers(coverage, code) }] : []
      })
    })
  }

  #note(wanted: string, shown: string | undefined, letter: string): void {
    const known = this.fallbacks.find((f) => f.wanted === wanted && f.shown === shown)
    if (!known) this.fallbacks.push({ wanted, shown, characters: letter })
    else if (!known.characters.includes(letter) && known.characters.length < 60) known.characters += letter
  }
}

/** Parts a written paragraph into runs. @param levels embedding levels of its units @param down whether its lines run down */
export function itemise(
  { text, from }: Written,
  spans: readonly Span[],
  levels: Uint8Array,
  chooser: FontChooser,
  down: boolean,
): Run[] {
  const runs: Run[] = []
  const starts = graphemesOf(text)
  let script = ''
  let spanAt = 0
  for (let i = 0; i + 1 < starts.length; i++) {
    const [start, end] = [starts[i] as number, starts[i + 1] as number]
    const source = from[start] as number
    while (spanAt + 1 < spans.length && source >= (spans[spanAt] as Span).end) spanAt++
    const span = spans[spanAt]
    if (!span) break
    const letter = end - start === 1 ? (text[start] as string) : text.slice(start, end)
    const own = scriptOf(text.codePointAt(start) as number)
    if (own !== 'Zyyy') script = own
    const last = runs.at(-1)
    const level = levels[start] as number
    const chosen = chooser.choose(letter, span, last?.font)
    if (!chosen) continue
    const { font } = chosen
    const upright = down && standsUpright(text.codePointAt(start) as number)
    // What stands before the first letter of a script goes with it.
    if (last && last.script === '' && script) last.script = script
    if (
      last?.end === start &&
      last.font === font &&
      last.span === span &&
      last.level === level &&
      last.upright === upright &&
      last.script === script
    )
      last.end = end
    else runs.push({ start, end, span, level, script, upright, font, axes: chooser.axesOf(chosen, span) })
  }
  for (const run of runs) run.script ||= 'Latn'
  return runs
}

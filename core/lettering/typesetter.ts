import { LRUCache } from 'lru-cache'
import { KeptPlanes } from '../coats'
import type { Family, FontFile } from './families'
import { Fonts, nearestFace, PLAIN_FAMILY } from './families'
import { covers } from './coverage'
import { graphemesOf } from './graphemes'
import { hidden, type Typefaces } from './itemise'
import type { Layout } from './laid'
import { layOut } from './layout'
import { type Setting, spansOf } from './setting'

/** Layouts that are kept: a page of titles, and what a hand goes back and forth between. */
const KEPT = 64

/** Sets text in fonts that are open, and keeps what was set last. */
export class Typesetter {
  /** The planes of the text that a hand is on. */
  readonly kept = new KeptPlanes()
  readonly #layouts = new LRUCache<string, Layout>({ max: KEPT })

  constructor(
    readonly fonts: Fonts,
    readonly open: Typefaces,
  ) {}

  /** What was set must not be changed. */
  layout(setting: Setting): Layout {
    const key = JSON.stringify(setting)
    let layout = this.#layouts.get(key)
    if (!layout) this.#layouts.set(key, (layout = layOut(setting, this.fonts, this.open)))
    return layout
  }
}

const needs = new LRUCache<string, string[]>({ max: 200 })

/** The ids of the font files that a setting needs, by what they hold; the file of its plain letters is always among them. */
export function filesOf(setting: Setting, fonts: Fonts): string[] {
  const { text, ranges, family, weight, italic, emphasis } = setting
  const own = setting.case !== 'typed' || ranges.some((r) => r.style.case)
  const brought = fonts.families.filter((f) => f.kind === 'own').map((f) => f.id)
  const key = JSON.stringify([text, ranges, family, weight, italic, emphasis, own, brought])
  const known = needs.get(key)
  if (known) return known
  const files = new Set<string>()
  const chain = new Map<string, FontFile[]>()
  const filesFor = (id: string, w: number, i: boolean) => {
    const name = `${id} ${w} ${i}`
    let list = chain.get(name)
    if (!list)
      chain.set(name, (list = fonts.chain(id).flatMap((f: Family) => [...nearestFace(f, w, i).files])))
    return list
  }
  for (const span of spansOf({ ...setting, text: text || ' ' })) {
    const list = filesFor(span.family, span.weight, span.italic)
    if (list[0]) files.add(list[0].id)
    // Other cases of its letters are looked for too where they may be written.
    const typed = text.slice(span.start, span.end)
    const all = own ? typed + typed.toUpperCase() + typed.toLowerCase() : typed
    const starts = graphemesOf(all)
    const letters = new Set(starts.slice(0, -1).map((at, i) => all.slice(at, starts[i + 1])))
    for (const letter of letters) {
      const codes = Array.from(letter, (c) => c.codePointAt(0) as number).filter((c) => !hidden(c))
      const found = list.find(({ coverage }) => codes.every((code) => covers(coverage, code)))
      if (found && codes.length) files.add(found.id)
    }
  }
  const plain = filesFor(PLAIN_FAMILY, 400, false)[0]
  if (!files.size && plain) files.add(plain.id)
  const out = [...files].sort()
  needs.set(key, out)
  return out
}

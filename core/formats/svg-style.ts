import { colord, extend } from 'colord'
import names from 'colord/plugins/names'
import { decodeSrgb } from '../colour'

extend([names])

/** What is said of the look of an element, by property. */
export type Style = Readonly<Record<string, string>>

/** Properties that what lies within an element has from it. */
const INHERITED = new Set([
  ...['fill', 'fill-opacity', 'fill-rule', 'clip-rule', 'stroke', 'stroke-width', 'stroke-opacity'],
  ...['stroke-linecap', 'stroke-linejoin', 'stroke-dasharray', 'stroke-dashoffset', 'color', 'visibility'],
  ...['font-family', 'font-size', 'font-weight', 'font-style', 'text-anchor', 'letter-spacing'],
])

/** Properties that are attributes too. */
const ATTRIBUTES = new Set([
  ...INHERITED,
  ...['opacity', 'display', 'clip-path', 'mask', 'filter', 'mix-blend-mode', 'stop-color', 'stop-opacity'],
])

interface Rule {
  tag: string
  id: string
  classes: string[]
  declared: Style
}

const declarations = (text: string): Style =>
  Object.fromEntries(
    text.split(';').flatMap((part) => {
      const at = part.indexOf(':')
      const value = part
        .slice(at + 1)
        .replace(/!important/i, '')
        .trim()
      return at > 0 && value ? [[part.slice(0, at).trim().toLowerCase(), value] as const] : []
    }),
  )

/** Rules of a style sheet whose selectors are tags, classes and ids; others do not count. */
export function rulesOf(sheet: string): Rule[] {
  const plain = sheet.replace(/\/\*[\s\S]*?\*\//g, '')
  const rules: Rule[] = []
  for (const [, selectors = '', body = ''] of plain.matchAll(/([^{}]+)\{([^{}]*)\}/g))
    for (const selector of selectors.split(',')) {
      const found = /^([\w-]*|\*)((?:[.#][\w-]+)*)$/.exec(selector.trim())
      if (!found) continue
      const marks = found[2]?.match(/[.#][\w-]+/g) ?? []
      const classes = marks.filter((m) => m.startsWith('.')).map((m) => m.slice(1))
      const id = marks.find((m) => m.startsWith('#'))?.slice(1) ?? ''
      rules.push({ tag: found[1] === '*' ? '' : (found[1] ?? ''), id, classes, declared: declarations(body) })
    }
  // Ids count before classes, classes before tags.
  const weight = (r: Rule) => (r.id ? 100 : 0) + r.classes.length * 10 + (r.tag ? 1 : 0)
  return rules
    .map((r, i) => ({ r, i }))
    .sort((a, b) => weight(a.r) - weight(b.r) || a.i - b.i)
    .map(({ r }) => r)
}

/** The style of an element within one of another style. */
export function styleOf(
  tag: string,
  attributes: Readonly<Record<string, string>>,
  above: Style,
  rules: readonly Rule[],
): Style {
  const own = (attributes['class'] ?? '').split(/\s+/)
  const matching = rules.filter(
    (r) =>
      (!r.tag || r.tag === tag) &&
      (!r.id || r.id === attributes['id']) &&
      r.classes.every((c) => own.includes(c)),
  )
  const inherited = Object.fromEntries(Object.entries(above).filter(([name]) => INHERITED.has(name)))
  const said = Object.fromEntries(Object.entries(attributes).filter(([name]) => ATTRIBUTES.has(name)))
  const all = Object.assign(
    inherited,
    said,
    ...matching.map((r) => r.declared),
    declarations(attributes['style'] ?? ''),
  ) as Record<string, string>
  for (const [name, value] of Object.entries(all))
    if (value === 'inherit' && above[name] !== undefined) all[name] = above[name]
  return all
}

/** A colour as linear Rec. 709 and how much of it shows; undefined where it is none. */
export function colourFrom(
  text: string | undefined,
  current = 'black',
): { colour: [number, number, number]; opacity: number } | undefined {
  const said = text?.trim().toLowerCase()
  if (!said || said === 'none' || said === 'transparent') return undefined
  const parsed = colord(said === 'currentcolor' ? current : said)
  if (!parsed.isValid()) return undefined
  const { r, g, b, a } = parsed.toRgb()
  return { colour: [r, g, b].map((v) => decodeSrgb(v / 255)) as [number, number, number], opacity: a }
}

/** A number or share of one, as `0.4` or `40%`. */
export function shareFrom(text: string | undefined, fallback = 1): number {
  const v = Number.parseFloat(text ?? '')
  if (!Number.isFinite(v)) return fallback
  return Math.min(1, Math.max(0, text?.includes('%') ? v / 100 : v))
}

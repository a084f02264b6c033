import type * as Harfbuzz from 'harfbuzzjs'
import { flattenCubic } from '../kernels'
import type { Axis } from './families'
import { withVertical } from './down'
import { FontError } from './font-error'
import { sfntOf } from './sfnt'
import { united } from '../polygon'

/** The shaping engine, loaded when the first font is opened. */
export type Engine = typeof Harfbuzz
let engine: Promise<Engine> | undefined
export const loadEngine = (): Promise<Engine> => (engine ??= import('harfbuzzjs'))

/** Heights of a font, in shares of its size, upwards from the baseline. */
export interface FontMetrics {
  ascender: number
  descender: number
  underline: { at: number; width: number }
  strike: { at: number; width: number }
}

/** A glyph's outline in units of the font with y downwards: closed contours of x, y that do not cross and wind alike, however the file has them. */
export interface Outline {
  contours: readonly Float32Array[]
  /** left, top, right, bottom; all 0 where nothing is drawn. */
  box: readonly [number, number, number, number]
}

/** Steps of a unit of a font to which crossings are rounded: less than a thousandth of a pixel at any size that is drawn. */
const STEPS = 256

/** Outlines that a font keeps. */
const MOST_HELD = 6000

const NOTHING: Outline = { contours: [], box: [0, 0, 0, 0] }

/** Axes as one word, so that equal settings are one font. */
export const axesKey = (axes: Readonly<Record<string, number>>): string =>
  Object.entries(axes)
    .filter(([, v]) => Number.isFinite(v))
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([tag, v]) => `${tag}=${Math.round(v * 1000) / 1000}`)
    .join(',')

/** An open font. */
export class Typeface {
  readonly unitsPerEm: number
  readonly axes: readonly Axis[]
  readonly unicodes: Uint32Array
  readonly #face: Harfbuzz.Face
  readonly #fonts = new Map<string, Harfbuzz.Font>()
  readonly #down = new Map<string, Harfbuzz.Font>()
  readonly #outlines = new Map<string, Map<number, Outline>>()
  #held = 0
  #features: string[] | undefined
  readonly #metrics = new Map<string, FontMetrics>()

  constructor(
    readonly id: string,
    readonly hb: Engine,
    bytes: Uint8Array,
  ) {
    this.#face = new hb.Face(new hb.Blob(bytes))
    // Views of the engine's memory move when it grows.
    this.unicodes = this.#face.collectUnicodes().slice()
    if (!this.unicodes.length)
      throw new FontError(
        'This file holds no characters that can be read. Choose a TTF, OTF, WOFF or WOFF2 font.',
      )
    this.unitsPerEm = this.#face.upem
    this.axes = Object.entries(this.#face.getAxisInfos()).map(([tag, { min, default: d, max }]) => ({
      tag,
      min,
      default: d,
      max,
    }))
  }

  /** The font at a setting of its axes; those that it does not have are left out. */
  font(key: string): Harfbuzz.Font {
    let font = this.#fonts.get(key)
    if (font) return font
    font = new this.hb.Font(this.#face)
    const has = new Set(this.axes.map(({ tag }) => tag))
    const set = key.split(',').flatMap((part) => {
      const [tag = '', value] = part.split('=')
      return has.has(tag) ? [new this.hb.Variation(tag, Number(value))] : []
    })
    if (set.length) font.setVariations(set)
    this.#fonts.set(key, font)
    return font
  }

  /** The same font for lines that run down. */
  fontDown(key: string): Harfbuzz.Font {
    let font = this.#down.get(key)
    if (font) return font
    const [vhea, vmtx, vorg] = ['vhea', 'vmtx', 'VORG'].map((tag) => this.table(tag))
    font = withVertical(this.hb, this.font(key), { vhea, vmtx, vorg })
    this.#down.set(key, font)
    return font
  }

  metrics(key: string): FontMetrics {
    const known = this.#metrics.get(key)
    if (known) return known
    const font = this.font(key)
    const { ascender, descender } = font.hExtents()
    const { MetricsTag } = this.hb
    const share = (tag: Harfbuzz.MetricsTag) => font.getMetricPositionWithFallback(tag) / this.unitsPerEm
    const metrics: FontMetrics = {
      ascender: ascender / this.unitsPerEm,
      descender: descender / this.unitsPerEm,
      underline: { at: share(MetricsTag.UNDERLINE_OFFSET), width: share(MetricsTag.UNDERLINE_SIZE) },
      strike: { at: share(MetricsTag.STRIKEOUT_OFFSET), width: share(MetricsTag.STRIKEOUT_SIZE) },
    }
    this.#metrics.set(key, metrics)
    return metrics
  }

  /** The outline of a glyph, nowhere further than `tolerance` units from the font's own. */
  outline(glyph: number, key: string, tolerance: number): Outline {
    const name = `${tolerance} ${key}`
    let level = this.#outlines.get(name)
    if (!level) this.#outlines.set(name, (level = new Map<number, Outline>()))
    let outline = level.get(glyph)
    if (outline) return outline
    // Sizes and axes that move on leave many behind.
    if (this.#held++ > MOST_HELD) {
      this.#held = 0
      for (const each of this.#outlines.values()) each.clear()
    }
    outline = flattened(this.font(key).glyphToJson(glyph), tolerance)
    level.set(glyph, outline)
    return outline
  }

  /** Names of OpenType features that the font has, as `smcp`. */
  features(): string[] {
    return (this.#features ??= [
      ...new Set((['GSUB', 'GPOS'] as const).flatMap((t) => this.#face.getTableFeatureTags(t))),
    ].sort())
  }

  /** An entry of the font's own names in English or, without it, any language; '' where there is none. */
  name(nameId: number): string {
    const entries = this.#face.listNames().filter((n) => n.nameId === nameId)
    const entry = entries.find((n) => n.language === 'en') ?? entries[0]
    return entry ? this.#face.getName(nameId, entry.language) : ''
  }

  /** Numbers of a table of the file; undefined where it has none. */
  table(tag: string): Uint8Array | undefined {
    return this.#face.referenceTable(tag)?.slice()
  }
}

/** Opens a font file: TrueType, OpenType, WOFF or WOFF2. @throws FontError */
export async function openTypeface(id: string, bytes: Uint8Array): Promise<Typeface> {
  const [hb, plain] = await Promise.all([loadEngine(), sfntOf(bytes)])
  return new Typeface(id, hb, plain)
}

function flattened(commands: readonly Harfbuzz.SvgPathCommand[], tolerance: number): Outline {
  const contours: number[][] = []
  let open: number[] = []
  const end = () => open.slice(-2) as [number, number]
  for (const { type, values: v } of commands) {
    const [x = 0, y = 0, x1 = 0, y1 = 0] = v
    if (type === 'M') {
      open = [x, -y]
      contours.push(open)
    } else if (type === 'L') open.push(x, -y)
    else if (type === 'Q') {
      const [ax, ay] = end()
      const third = (a: number, b: number) => a + (2 / 3) * (b - a)
      const curve = [ax, ay, third(ax, x), third(ay, -y), third(x1, x), third(-y1, -y), x1, -y1]
      open.push(...flattenCubic(curve, tolerance))
    } else if (type === 'C') {
      const [x2 = 0, y2 = 0] = v.slice(4)
      open.push(...flattenCubic([...end(), x, -y, x1, -y1, x2, -y2], tolerance))
    }
  }
  const drawn = united(
    contours.filter((c) => c.length >= 6),
    STEPS,
  )
  if (!drawn.length) return NOTHING
  const along = (axis: 0 | 1) => drawn.flatMap((c) => c.filter((_, i) => i % 2 === axis))
  const [xs, ys] = [along(0), along(1)]
  return {
    contours: drawn.map((c) => Float32Array.from(c)),
    box: [least(xs), least(ys), -least(xs.map((v) => -v)), -least(ys.map((v) => -v))],
  }
}

const least = (list: readonly number[]) => list.reduce((a, b) => Math.min(a, b), Infinity)

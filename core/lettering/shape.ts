import type { Buffer } from 'harfbuzzjs'
import type { Engine, Typeface } from './typeface'

/** Glyphs in the order in which they stand, from left to right or down; lengths in units of the font, y upwards. */
export interface Shaped {
  glyphs: Uint32Array
  /** The index of the first unit of the text that each belongs to. */
  clusters: Uint32Array
  advances: Float64Array
  dx: Float64Array
  dy: Float64Array
  /** 1 where text cannot be cut before a glyph without shaping it again. */
  unsafe: Uint8Array
  /** Where in the text they end. */
  end: number
}

/** What is shaped: units [start, end) of a text, which are joined to those around them as they would be there. */
export interface Shaping {
  text: string
  start: number
  end: number
  rightToLeft: boolean
  /** In a line that runs down, upright. */
  down: boolean
  script: string
  language: string
  features: Readonly<Record<string, number>>
}

const buffers = new WeakMap<Engine, Buffer>()

/** Shapes letters by a font at a setting of its axes. */
export function shape(font: Typeface, axes: string, run: Shaping): Shaped {
  const { hb } = font
  let buffer = buffers.get(hb)
  if (!buffer) buffers.set(hb, (buffer = new hb.Buffer()))
  buffer.reset()
  buffer.addText(run.text, run.start, run.end - run.start)
  const { RTL, LTR, TTB } = hb.Direction
  buffer.setDirection(run.down ? TTB : run.rightToLeft ? RTL : LTR)
  buffer.setScript(run.script)
  buffer.setLanguage(run.language || 'en')
  buffer.setFlags(
    (run.start === 0 ? hb.BufferFlag.BOT : 0) | (run.end === run.text.length ? hb.BufferFlag.EOT : 0),
  )
  const features = Object.entries(run.features).map(([tag, value]) => new hb.Feature(tag, value))
  hb.shape(run.down ? font.fontDown(axes) : font.font(axes), buffer, features)
  const infos = buffer.getGlyphInfos()
  const positions = buffer.getGlyphPositions()
  const n = infos.length
  const shaped: Shaped = {
    end: run.end,
    glyphs: new Uint32Array(n),
    clusters: new Uint32Array(n),
    advances: new Float64Array(n),
    dx: new Float64Array(n),
    dy: new Float64Array(n),
    unsafe: new Uint8Array(n),
  }
  for (let i = 0; i < n; i++) {
    const info = infos[i] as (typeof infos)[number]
    const place = positions[i] as (typeof positions)[number]
    shaped.glyphs[i] = info.codepoint
    shaped.clusters[i] = info.cluster
    shaped.unsafe[i] = info.flags & hb.GlyphFlag.UNSAFE_TO_BREAK ? 1 : 0
    shaped.advances[i] = run.down ? -place.yAdvance : place.xAdvance
    shaped.dx[i] = place.xOffset
    shaped.dy[i] = place.yOffset
  }
  return shaped
}

/** A part [start, end) of what was shaped, where that is the same as shaping it alone; else undefined. */
export function partOf(shaped: Shaped, start: number, end: number, rightToLeft: boolean): Shaped | undefined {
  const { clusters, unsafe } = shaped
  const n = clusters.length
  const firstFrom = (unit: number) => {
    let [low, high] = [0, n]
    while (low < high) {
      const middle = (low + high) >> 1
      const before = rightToLeft ? (clusters[middle] as number) >= unit : (clusters[middle] as number) < unit
      if (before) low = middle + 1
      else high = middle
    }
    return low
  }
  const [from, to] = rightToLeft ? [firstFrom(end), firstFrom(start)] : [firstFrom(start), firstFrom(end)]
  // The flag of a cut stands at the glyph that is read after it.
  const [first, last] = rightToLeft ? [from - 1, to - 1] : [from, to]
  if (to === from || (from > 0 && unsafe[first]) || (to < n && unsafe[last])) return undefined
  const cut = <T extends Uint8Array | Uint32Array | Float64Array>(list: T) => list.subarray(from, to) as T
  return {
    glyphs: cut(shaped.glyphs),
    clusters: cut(clusters),
    advances: cut(shaped.advances),
    dx: cut(shaped.dx),
    dy: cut(shaped.dy),
    unsafe: cut(unsafe),
    end,
  }
}

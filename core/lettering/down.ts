import type * as Harfbuzz from 'harfbuzzjs'
import type { Engine } from './typeface'

/** What a file says of lines that run down. */
interface VerticalTables {
  vhea: Uint8Array | undefined
  vmtx: Uint8Array | undefined
  vorg: Uint8Array | undefined
}

const view = (bytes: Uint8Array) => new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)

/** Advances and top bearings of the glyphs of a `vmtx` table, in units of the font; undefined where there is none. */
function readMetrics({ vhea, vmtx }: VerticalTables) {
  if (!vhea || !vmtx || vhea.length < 36) return undefined
  const long = view(vhea).getUint16(34)
  const table = view(vmtx)
  if (!long || vmtx.length < long * 4) return undefined
  const last = long - 1
  return {
    advance: (glyph: number) => table.getUint16(Math.min(glyph, last) * 4),
    bearing: (glyph: number) => {
      const at = glyph < long ? glyph * 4 + 2 : long * 4 + (glyph - long) * 2
      return at + 2 <= vmtx.length ? table.getInt16(at) : 0
    },
  }
}

/** The heights of the origins of a `VORG` table. */
function readOrigins(vorg: Uint8Array | undefined): ((glyph: number) => number) | undefined {
  if (!vorg || vorg.length < 8) return undefined
  const table = view(vorg)
  const plain = table.getInt16(4)
  const own = new Map<number, number>()
  for (let i = 0, at = 8; i < table.getUint16(6) && at + 4 <= vorg.length; i++, at += 4)
    own.set(table.getUint16(at), table.getInt16(at + 2))
  return (glyph) => own.get(glyph) ?? plain
}

/**
 * A font that also knows how its glyphs stand in lines that run down: the engine reads no such tables by itself. Where a file has none, a glyph advances by the height of a line and stands in
 * the middle of that, as HarfBuzz has it.
 */
export function withVertical(hb: Engine, font: Harfbuzz.Font, tables: VerticalTables): Harfbuzz.Font {
  const metrics = readMetrics(tables)
  const origin = readOrigins(tables.vorg)
  const { ascender, descender } = font.hExtents()
  const own = font.subFont()
  const funcs = new hb.FontFuncs()
  funcs.setGlyphVAdvanceFunc((_, glyph) => -(metrics?.advance(glyph) ?? ascender - descender))
  funcs.setGlyphVOriginFunc((_, glyph) => {
    const across = Math.trunc(font.glyphHAdvance(glyph) / 2)
    if (origin) return [across, origin(glyph)]
    const extents = font.glyphExtents(glyph)
    if (!extents) return [across, ascender]
    if (metrics) return [across, extents.yBearing + metrics.bearing(glyph)]
    return [across, extents.yBearing + ((ascender - descender + extents.height) >> 1)]
  })
  own.setFuncs(funcs)
  return own
}

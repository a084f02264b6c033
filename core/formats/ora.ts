import { strFromU8, unzipSync } from 'fflate'
import { XMLParser, XMLValidator } from 'fast-xml-parser'
import type { Blend } from '../kernels'
import { type ArtLayer, type Artwork, ArtworkError, DEEPEST, MOST_LAYERS } from './artwork'

type Node = Record<string, unknown>

/** Composite operators of OpenRaster 0.0.3 as blend modes. */
const MODES: Readonly<Record<string, Blend>> = {
  'svg:src-over': 'normal',
  'svg:multiply': 'multiply',
  'svg:screen': 'screen',
  'svg:overlay': 'overlay',
  'svg:darken': 'darken',
  'svg:lighten': 'lighten',
  'svg:color-dodge': 'colour dodge',
  'svg:color-burn': 'colour burn',
  'svg:hard-light': 'hard light',
  'svg:soft-light': 'soft light',
  'svg:difference': 'difference',
  'svg:color': 'colour',
  'svg:luminosity': 'luminosity',
  'svg:hue': 'hue',
  'svg:saturation': 'saturation',
  'svg:plus': 'plus',
}

/**
 * Layers of an OpenRaster file (0.0.3): a zip of PNG files with `stack.xml`, which lists what lies in front first. Names, order, visibility, opacity, groups and blend modes are kept; what is not known is
 * told. @throws ArtworkError
 */
export function readOra(bytes: Uint8Array): Artwork {
  const files = unzipped(bytes)
  const stack = files['stack.xml']
  if (!files['mimetype'] || !stack || strFromU8(files['mimetype']).trim() !== 'image/openraster')
    throw new ArtworkError('This is no OpenRaster artwork: it has no list of layers.')
  const text = strFromU8(stack)
  const valid = XMLValidator.validate(text)
  if (valid !== true)
    throw new ArtworkError(`The list of layers is damaged in line ${valid.err.line}: ${valid.err.msg}`)
  const parser = new XMLParser({ ignoreAttributes: false, attributeNamePrefix: '', preserveOrder: true })
  const image = (parser.parse(text) as Node[]).find((node) => 'image' in node)
  const { w, h } = attributes(image ?? {})
  const [width, height] = [whole(w), whole(h)]
  if (!image || width < 1 || height < 1 || width > 16384 || height > 16384)
    throw new ArtworkError(
      'This artwork has no size that can be used: it must be 1 to 16384 pixels wide and high.',
    )
  const notes: string[] = []
  const found = { count: 0 }
  const layers = (image['image'] as Node[]).flatMap((node) => layersOf(node, files, notes, found, 0))
  // The outermost stack is the artwork itself.
  const [only] = layers
  const all = layers.length === 1 && only?.kind === 'group' ? only.layers : layers
  if (!all.length) throw new ArtworkError('There is no layer with a picture in this artwork.')
  return { width, height, layers: all, notes }
}

function unzipped(bytes: Uint8Array): Record<string, Uint8Array> {
  try {
    return unzipSync(bytes)
  } catch {
    throw new ArtworkError('This artwork is damaged: its files cannot be unpacked.')
  }
}

const attributes = (node: Node) => (node[':@'] ?? {}) as Record<string, string>
const whole = (v: unknown, fallback = 0) => {
  const n = Number.parseFloat(String(v))
  return Number.isFinite(n) ? Math.round(n) : fallback
}

function layersOf(
  node: Node,
  files: Record<string, Uint8Array>,
  notes: string[],
  found: { count: number },
  depth: number,
): ArtLayer[] {
  const a = attributes(node)
  const kind = 'stack' in node ? 'group' : 'layer' in node ? 'picture' : undefined
  if (!kind) return []
  if (depth > DEEPEST || ++found.count > MOST_LAYERS)
    throw new ArtworkError(
      `This artwork has more than ${MOST_LAYERS} layers, or groups in more than ${DEEPEST} groups.`,
    )
  const name = (a['name'] ?? '').slice(0, 200) || (kind === 'group' ? 'Group' : 'Layer')
  const operator = a['composite-op'] ?? 'svg:src-over'
  const blend = MODES[operator]
  if (!blend) notes.push(`"${name}" lies there by ${operator}, which is not known: it lies there plainly.`)
  const opacity = Number.parseFloat(a['opacity'] ?? '1')
  const common = {
    name,
    on: a['visibility'] !== 'hidden',
    opacity: Number.isFinite(opacity) ? Math.min(1, Math.max(0, opacity)) : 1,
    blend: blend ?? 'normal',
  }
  if (kind === 'group') {
    const inner = (node['stack'] as Node[])
      .flatMap((n) => layersOf(n, files, notes, found, depth + 1))
      .reverse()
    return inner.length ? [{ ...common, kind, layers: inner }] : []
  }
  const png = files[a['src'] ?? '']
  if (!png) {
    notes.push(`"${name}" has no picture in the file, and is left out.`)
    return []
  }
  return [{ ...common, kind, x: whole(a['x']), y: whole(a['y']), file: png, type: 'png' }]
}

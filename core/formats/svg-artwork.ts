import { XMLParser, XMLValidator } from 'fast-xml-parser'
import { BLENDS, type Blend } from '../kernels'
import { maths } from '../maths'
import type { Values } from '../params'
import type { Corner } from '../region'
import {
  type ArtClip,
  type ArtCommon,
  type ArtCoat,
  type ArtLayer,
  type Artwork,
  ArtworkError,
  DEEPEST,
  MOST_LAYERS,
} from './artwork'
import { type Element, paintOf } from './svg-paint'
import { matrixOfTransforms, pathData, subPaths } from './svg-path'
import { rulesOf, shareFrom, type Style, styleOf } from './svg-style'

type Node = Record<string, unknown>

/**
 * The layers of an SVG drawing (1.1 and what 2 shares with it): groups, shapes with their fills, gradients and strokes, texts, pictures in the file, clip paths, blend modes, in their order and by their
 * names. Its view box is brought to its size. What cannot be kept is told. @throws ArtworkError
 */
export function readSvgArtwork(text: string): Artwork {
  const valid = XMLValidator.validate(text)
  if (valid !== true)
    throw new ArtworkError(`This drawing is damaged in line ${valid.err.line}: ${valid.err.msg}`)
  const parser = new XMLParser({
    ignoreAttributes: false,
    attributeNamePrefix: '',
    preserveOrder: true,
    trimValues: false,
    processEntities: true,
  })
  const node = (parser.parse(text) as Node[]).find((n) => 'svg' in n)
  if (!node) throw new ArtworkError('This is not an SVG drawing.')
  return new Reader(node).artwork()
}

class Reader {
  readonly #notes = new Set<string>()
  readonly #byId = new Map<string, Element>()
  readonly #root: Element
  #count = 0

  constructor(node: Node) {
    const sheets: string[] = []
    collectSheets(node, sheets)
    const rules = rulesOf(sheets.join('\n'))
    this.#root = this.#element(node, {}, rules, 0)
  }

  artwork(): Artwork {
    const { attributes } = this.#root
    const box = (attributes['viewBox'] ?? '')
      .trim()
      .split(/[\s,]+/)
      .map(Number)
    const [left = 0, top = 0, wide = 0, high = 0] = box.length === 4 && box.every(Number.isFinite) ? box : []
    const width = Math.round(lengthOf(attributes['width'], wide) || wide)
    const height = Math.round(lengthOf(attributes['height'], high) || high)
    if (width < 1 || height < 1 || width > 16384 || height > 16384)
      throw new ArtworkError(
        'This drawing has no size that can be used: it needs a viewBox, or a width and height of 1 to 16384.',
      )
    const ratio = wide > 0 && high > 0 ? Math.min(width / wide, height / high) : 1
    const moved = `translate(${(width - (wide || width) * ratio) / 2} ${(height - (high || height) * ratio) / 2})`
    const base = [`${moved} scale(${ratio}) translate(${-left} ${-top})`]
    const layers = this.#root.children.flatMap((child) => this.#layers(child, base, []))
    if (!layers.length) throw new ArtworkError('There is nothing to be seen in this drawing.')
    return { width, height, layers, notes: [...this.#notes] }
  }

  #note = (text: string): void => {
    if (this.#notes.size < 40) this.#notes.add(text)
  }

  #element(node: Node, above: Style, rules: ReturnType<typeof rulesOf>, depth: number): Element {
    if (depth > DEEPEST * 2) throw new ArtworkError('This drawing has groups in too many groups.')
    const tag = Object.keys(node).find((k) => k !== ':@') ?? ''
    const attributes = Object.fromEntries(
      Object.entries((node[':@'] ?? {}) as Record<string, unknown>).map(([k, v]) => [k, String(v)]),
    )
    const style = styleOf(tag, attributes, above, rules)
    const inner = Array.isArray(node[tag]) ? (node[tag] as Node[]) : []
    const children = inner.map((child): Element =>
      '#text' in child
        ? { tag: '#text', attributes: {}, style, children: [], text: String(child['#text']) }
        : this.#element(child, style, rules, depth + 1),
    )
    const element = { tag, attributes, style, children, text: '' }
    if (attributes['id']) this.#byId.set(attributes['id'], element)
    return element
  }

  /** What an element shows. @param used the elements that are being used, so that none is used within itself */
  #layers(element: Element, transforms: readonly string[], used: readonly Element[]): ArtLayer[] {
    const { tag, attributes, style, children } = element
    if (style['display'] === 'none' && !isLayer(element)) return []
    if (++this.#count > MOST_LAYERS)
      throw new ArtworkError(`This drawing has more than ${MOST_LAYERS} parts.`)
    const own = attributes['transform'] ? [...transforms, attributes['transform']] : transforms
    const common = this.#common(element, own)
    if (tag === 'g' || tag === 'a' || tag === 'svg' || tag === 'switch') {
      const layers = children.flatMap((child) => this.#layers(child, own, used))
      return grouped(common, layers)
    }
    if (tag === 'use') {
      const href = attributes['href'] ?? attributes['xlink:href'] ?? ''
      const of = this.#byId.get(href.slice(1))
      if (!of || used.includes(of) || used.length > DEEPEST) {
        this.#note(`"${common.name}" uses what is not there (${href}).`)
        return []
      }
      const at = [
        ...own,
        `translate(${Number.parseFloat(attributes['x'] ?? '0')} ${Number.parseFloat(attributes['y'] ?? '0')})`,
      ]
      if (of.attributes['viewBox'] && (of.tag === 'symbol' || of.tag === 'svg'))
        this.#note(`"${common.name}" is as large as what it uses.`)
      const shown = of.tag === 'symbol' ? { ...of, tag: 'g' } : of
      const layers = this.#layers(shown, at, [...used, of])
      return layers.length ? [{ ...common, kind: 'group', layers }] : []
    }
    if (tag === 'text') return this.#texts(element, own, common)
    if (tag === 'image') return this.#picture(element, own, common)
    const d = pathData(tag, attributes)
    if (d) return this.#shape(element, d, own, common)
    if (KNOWN_WITHOUT_LOOK.has(tag) || tag.startsWith('#') || tag.includes(':')) return []
    this.#note(`What <${tag}> shows is left out.`)
    return []
  }

  #common({ tag, attributes, style, children }: Element, transforms: readonly string[]): ArtCommon {
    const title = children
      .find((c) => c.tag === 'title')
      ?.children.map((c) => c.text)
      .join('')
      .trim()
    const label = Object.entries(attributes).find(([k]) => k.endsWith(':label'))?.[1]
    const name = (title || label || attributes['id'] || NAMES[tag] || tag).slice(0, 200)
    const mode = (style['mix-blend-mode'] ?? 'normal').replace('-', ' ').replace('color', 'colour')
    const blend = BLENDS.find((b) => b === mode)
    if (!blend && mode !== 'normal') this.#note(`"${name}" lies there by ${mode}, which is not known.`)
    if (style['mask'] && style['mask'] !== 'none') this.#note(`The mask of "${name}" is left out.`)
    if (style['filter'] && style['filter'] !== 'none') this.#note(`The filter of "${name}" is left out.`)
    const clips = this.#clips(style['clip-path'], transforms, name)
    return {
      name,
      on: style['display'] !== 'none' && style['visibility'] !== 'hidden',
      opacity: shareFrom(style['opacity']),
      blend: (blend ?? 'normal') as Blend,
      ...(clips.length ? { clips } : {}),
    }
  }

  #clips(said: string | undefined, transforms: readonly string[], name: string): ArtClip[] {
    const id = /^url\(\s*["']?#([^"')]+)/.exec(said ?? '')?.[1]
    const clip = id === undefined ? undefined : this.#byId.get(id)
    if (id === undefined) return []
    if (clip?.tag !== 'clipPath' || clip.attributes['clipPathUnits'] === 'objectBoundingBox') {
      this.#note(`What "${name}" is cut by is left out.`)
      return []
    }
    const base = clip.attributes['transform'] ? [...transforms, clip.attributes['transform']] : transforms
    const contours = clip.children.flatMap((child) => {
      const d = pathData(child.tag, child.attributes)
      const own = child.attributes['transform'] ? [...base, child.attributes['transform']] : base
      return d ? subPaths(d, own).map((p) => p.corners) : []
    })
    return contours.length ? [{ contours }] : []
  }

  #shape(element: Element, d: string, transforms: readonly string[], common: ArtCommon): ArtLayer[] {
    const parts = subPaths(d, transforms)
    const corners = parts.flatMap((p) => p.corners)
    if (!corners.length) return []
    const { style } = element
    const around = { byId: this.#byId, transforms, corners, note: this.#note, name: common.name }
    const [a, b, c, d2] = matrixOfTransforms(transforms)
    const unit = Math.sqrt(Math.abs(a * d2 - b * c))
    const fill = paintOf(style, 'fill', around)
    const stroke = paintOf(style, 'stroke', around)
    const width = lengthOf(style['stroke-width'], 1) * unit
    const pen = stroke && width > 0 ? penOf(style, width, unit) : undefined
    const filled = parts.filter((p) => p.corners.length > 2)
    const coats: ArtCoat[] = []
    if (fill && filled.length) coats.push({ kind: 'fill', ...fill })
    // A stroke all round is an edge; along what is open it is a line of its own.
    const open = pen ? parts.filter((p) => !p.closed) : []
    if (pen && stroke && open.length < parts.length)
      coats.push({ kind: 'edge', values: { ...stroke.values, ...pen.edge }, stops: stroke.stops })
    const closed = open.length ? parts.filter((p) => p.closed) : filled
    const body: ArtLayer[] = coats.length
      ? [
          {
            ...common,
            kind: 'drawing',
            contours: (fill ? filled : closed).map((p) => p.corners),
            evenOdd: style['fill-rule'] === 'evenodd',
            coats,
          },
        ]
      : []
    const lines = open.flatMap((p): ArtLayer[] =>
      pen && stroke
        ? [
            {
              ...common,
              kind: 'line',
              corners: p.corners,
              pen: pen.line,
              colour: (stroke.values['colour'] ?? stroke.stops[0]?.colour ?? [0, 0, 0]) as [
                number,
                number,
                number,
              ],
              opacity: common.opacity * Number(stroke.values['opacity'] ?? 1),
            },
          ]
        : [],
    )
    return [...body, ...lines]
  }

  #texts(element: Element, transforms: readonly string[], common: ArtCommon): ArtLayer[] {
    const runs: { text: string; x: number; y: number; style: Style }[] = []
    let [x, y] = [0, 0]
    const visit = (node: Element) => {
      const { attributes } = node
      const [nx, ny] = [attributes['x'], attributes['y']].map((v) => Number.parseFloat(v ?? ''))
      const [dx, dy] = [attributes['dx'], attributes['dy']].map((v) => lengthOf(v, 0))
      const begins = Number.isFinite(nx) || Number.isFinite(ny) || (dy ?? 0) !== 0
      if (Number.isFinite(nx)) x = nx as number
      if (Number.isFinite(ny)) y = ny as number
      x += dx ?? 0
      y += dy ?? 0
      if (node.tag === 'textPath') this.#note(`"${common.name}" does not stand on its path.`)
      for (const child of node.children)
        if (child.tag === '#text') {
          const text = child.text.replace(/\s+/g, ' ')
          const last = runs.at(-1)
          if (last && !begins && JSON.stringify(last.style) === JSON.stringify(node.style)) last.text += text
          else if (text.trim()) runs.push({ text, x, y, style: node.style })
        } else if (child.tag === 'tspan' || child.tag === 'textPath' || child.tag === 'a') visit(child)
    }
    visit(element)
    const [a, b, c, d, e, f] = matrixOfTransforms(transforms)
    const unit = Math.sqrt(Math.abs(a * d - b * c))
    return runs.flatMap(({ text, x, y, style }): ArtLayer[] => {
      const size = lengthOf(style['font-size'], 16)
      const place = [a * x + c * y + e, b * x + d * y + f] as const
      const corners = [place, [place[0] + size * unit * text.length * 0.5, place[1] - size * unit]].map(
        ([px = 0, py = 0]): Corner => ({ x: px, y: py, soft: 0, in: [0, 0], out: [0, 0], width: 1 }),
      )
      const fill = paintOf(style, 'fill', {
        byId: this.#byId,
        transforms,
        corners,
        note: this.#note,
        name: common.name,
      })
      return [
        {
          ...common,
          kind: 'text',
          text: text.trim(),
          x: place[0],
          y: place[1],
          turn: (maths.atan2(b, a) * 180) / Math.PI,
          size: size * unit,
          family: (style['font-family'] ?? '').split(',')[0]?.replace(/["']/g, '').trim() ?? '',
          weight: weightOf(style['font-weight']),
          italic: /italic|oblique/.test(style['font-style'] ?? ''),
          align: ANCHORS[style['text-anchor'] ?? 'start'] ?? 'left',
          coats: fill ? [{ kind: 'fill', ...fill }] : [],
        },
      ]
    })
  }

  #picture({ attributes }: Element, transforms: readonly string[], common: ArtCommon): ArtLayer[] {
    const href = attributes['href'] ?? attributes['xlink:href'] ?? ''
    const [, type, data] = /^data:image\/(png|jpe?g);base64,([\s\S]+)$/.exec(href) ?? []
    if (!data) {
      this.#note(`The picture of "${common.name}" does not lie in the file, and is left out.`)
      return []
    }
    const [a, b, c, d, e, f] = matrixOfTransforms(transforms)
    if (Math.abs(b) > 1e-6 || Math.abs(c) > 1e-6) this.#note(`The picture of "${common.name}" is not turned.`)
    const [x, y, w, h] = ['x', 'y', 'width', 'height'].map((k) => lengthOf(attributes[k], 0)) as [
      number,
      number,
      number,
      number,
    ]
    const file = bytesOf(data)
    if (!file) {
      this.#note(`The picture of "${common.name}" is damaged, and is left out.`)
      return []
    }
    return [
      {
        ...common,
        kind: 'picture',
        x: a * x + e,
        y: d * y + f,
        size: w > 0 && h > 0 ? [w * a, h * d] : undefined,
        file,
        type: type === 'png' ? 'png' : 'jpg',
      },
    ]
  }
}

/** The bytes of base 64; undefined where it is none. */
function bytesOf(data: string): Uint8Array | undefined {
  try {
    return Uint8Array.from(atob(data.replace(/\s/g, '')), (char) => char.charCodeAt(0))
  } catch {
    return undefined
  }
}

/** Elements that show nothing by themselves. */
const KNOWN_WITHOUT_LOOK = new Set([
  ...[
    'defs',
    'title',
    'desc',
    'metadata',
    'style',
    'symbol',
    'clipPath',
    'mask',
    'filter',
    'pattern',
    'marker',
  ],
  ...['linearGradient', 'radialGradient', 'path', 'polygon', 'rect', 'circle', 'ellipse', 'script', ''],
])
const NAMES: Readonly<Record<string, string>> = {
  g: 'Group',
  path: 'Path',
  rect: 'Rectangle',
  circle: 'Circle',
  ellipse: 'Ellipse',
  line: 'Line',
  polyline: 'Line',
  polygon: 'Polygon',
  text: 'Text',
  image: 'Picture',
  use: 'Copy',
}
const ANCHORS: Readonly<Record<string, 'left' | 'centre' | 'right'>> = {
  start: 'left',
  middle: 'centre',
  end: 'right',
}

/** A group; one that does nothing to the only layer in it gives that its name. */
function grouped(common: ArtCommon, layers: ArtLayer[]): ArtLayer[] {
  const [only] = layers
  if (!only) return []
  const idle = common.on && common.opacity === 1 && common.blend === 'normal' && !common.clips
  const nameless = Object.values(NAMES).includes(only.name)
  if (layers.length === 1 && idle && nameless) return [{ ...only, name: common.name }]
  return [{ ...common, kind: 'group', layers }]
}

/** A layer that is switched off is kept: a group with a name. */
const isLayer = ({ tag, attributes }: Element) =>
  tag === 'g' && Object.keys(attributes).some((k) => k === 'id' || k.endsWith(':label'))

/** A length in pixels: of points, millimetres and so on at 96 to the inch. */
function lengthOf(text: string | undefined, fallback: number): number {
  const [, digits, unit = ''] = /^\s*([-+]?[\d.]+(?:e[-+]?\d+)?)\s*([a-z%]*)/i.exec(text ?? '') ?? []
  const v = Number.parseFloat(digits ?? '')
  if (!Number.isFinite(v) || unit === '%') return fallback
  return v * ({ pt: 96 / 72, pc: 16, mm: 96 / 25.4, cm: 96 / 2.54, in: 96, em: 16 }[unit.toLowerCase()] ?? 1)
}

const weightOf = (text: string | undefined) =>
  text === 'bold' || text === 'bolder'
    ? 700
    : Math.min(1000, Math.max(1, Number.parseInt(text ?? '400', 10) || 400))

/** A stroke as an edge of a closed outline and as the pen of an open line. */
function penOf(style: Style, width: number, unit: number): { edge: Values; line: Values } {
  const corners = { round: 'round', bevel: 'bevel' }[style['stroke-linejoin'] ?? ''] ?? 'mitre'
  const ends = { round: 'round', square: 'square' }[style['stroke-linecap'] ?? ''] ?? 'flat'
  const dashes = (style['stroke-dasharray'] ?? '')
    .split(/[\s,]+/)
    .map(Number)
    .filter((v) => Number.isFinite(v) && v >= 0)
  const [on = 0, off = on] = dashes
  const dash = [on * unit, off * unit]
  const run = -lengthOf(style['stroke-dashoffset'], 0) * unit
  return {
    edge: { width, side: 'centred', corners, ends, dash, run },
    line: { width, corners, ends, dash, run },
  }
}

function collectSheets(node: Node, into: string[]): void {
  for (const [tag, inner] of Object.entries(node)) {
    if (!Array.isArray(inner)) continue
    for (const child of inner as Node[])
      if (tag === 'style' && '#text' in child) into.push(String(child['#text']))
      else collectSheets(child, into)
  }
}

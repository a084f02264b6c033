import { XMLParser, XMLValidator } from 'fast-xml-parser'
import svgpath from 'svgpath'
import { maths } from '../maths'
import { type Corner, corner, outlineOfShape, segmentOf } from '../region'

/** A drawing that cannot be read; the message says why. */
export class SvgError extends Error {
  constructor(message: string) {
    super(message)
    this.name = 'SvgError'
  }
}

export interface DrawnOutline {
  name: string
  corners: Corner[]
}

type Node = Record<string, unknown>
const n = (v: unknown, fallback = 0) => {
  const x = parseFloat(String(v))
  return Number.isFinite(x) ? x : fallback
}

/**
 * The closed outlines of a drawing: paths, polygons, rectangles, circles and ellipses with the transforms on them. Its view box (or its size) is fitted into the picture and centred. @throws SvgError
 */
export function readSvg(text: string, size: { width: number; height: number }): DrawnOutline[] {
  const valid = XMLValidator.validate(text)
  if (valid !== true)
    throw new SvgError(`This drawing is damaged in line ${valid.err.line}: ${valid.err.msg}`)
  const parser = new XMLParser({
    ignoreAttributes: false,
    attributeNamePrefix: '@',
    preserveOrder: false,
    isArray: (_, __, ___, attribute) => !attribute,
  })
  const [root] = ((parser.parse(text) as Node).svg as Node[] | undefined) ?? []
  if (!root) throw new SvgError('This is not an SVG drawing.')
  const box = String(
    root['@viewBox'] ?? `0 0 ${n(root['@width'], size.width)} ${n(root['@height'], size.height)}`,
  )
    .trim()
    .split(/[\s,]+/)
    .map((v) => n(v))
  const [left = 0, top = 0, width = 0, height = 0] = box
  if (!(width > 0 && height > 0))
    throw new SvgError('This drawing has no size: it needs a viewBox, or a width and height.')
  const ratio = Math.min(size.width / width, size.height / height)
  const place = `translate(${(size.width - width * ratio) / 2} ${(size.height - height * ratio) / 2}) scale(${ratio}) translate(${-left} ${-top})`
  const out: DrawnOutline[] = []
  visit(root, [place], out)
  if (!out.length)
    throw new SvgError(
      'There is no closed shape in this drawing. Text and pictures must be turned into paths first.',
    )
  return out
}

function visit(node: Node, transforms: string[], out: DrawnOutline[]): void {
  for (const [tag, list] of Object.entries(node)) {
    if (tag.startsWith('@') || !Array.isArray(list)) continue
    for (const child of list as Node[]) {
      if (typeof child !== 'object' || child === null) continue
      const own = child['@transform'] ? [...transforms, String(child['@transform'])] : transforms
      const d = pathOf(tag, child)
      if (d) out.push(...outlines(d, own, String(child['@id'] ?? '')))
      else if (tag === 'g' || tag === 'svg' || tag === 'a') visit(child, own, out)
    }
  }
}

function pathOf(tag: string, a: Node): string | undefined {
  switch (tag) {
    case 'path':
      return a['@d'] ? String(a['@d']) : undefined
    case 'polygon':
      return a['@points'] ? `M${String(a['@points'])}Z` : undefined
    case 'rect': {
      const [x, y, w, h] = ['@x', '@y', '@width', '@height'].map((k) => n(a[k])) as [
        number,
        number,
        number,
        number,
      ]
      const r = Math.min(n(a['@rx'], n(a['@ry'])), w / 2, h / 2)
      return w > 0 && h > 0
        ? ofCorners(outlineOfShape('rectangle', [x + w / 2, y + h / 2], [w, h], 0, r))
        : undefined
    }
    case 'circle':
    case 'ellipse': {
      const [rx, ry] = tag === 'circle' ? [n(a['@r']), n(a['@r'])] : [n(a['@rx']), n(a['@ry'])]
      return rx > 0 && ry > 0
        ? ofCorners(outlineOfShape('ellipse', [n(a['@cx']), n(a['@cy'])], [2 * rx, 2 * ry], 0))
        : undefined
    }
    default:
      return undefined
  }
}

/** The pieces of a path, each as corners with the handles of its curves. */
function outlines(d: string, transforms: readonly string[], name: string): DrawnOutline[] {
  let path = svgpath(d)
  for (const t of [...transforms].reverse()) path = path.transform(t)
  const flat = svgpath(path.abs().unarc().unshort().toString())
  const found: Corner[][] = []
  let current: Corner[] = []
  flat.iterate((segment, _, x, y) => {
    const [command, ...v] = segment as [string, ...number[]]
    const last = current.at(-1)
    const to = (px: number, py: number, ix = px, iy = py) => {
      current.push({ ...corner(px, py), in: [ix - px, iy - py] })
    }
    if (command === 'M') {
      if (current.length) found.push(current)
      current = [corner(v[0] ?? 0, v[1] ?? 0)]
    } else if (command === 'L') to(v[0] ?? 0, v[1] ?? 0)
    else if (command === 'H') to(v[0] ?? 0, y)
    else if (command === 'V') to(x, v[0] ?? 0)
    else if (command === 'C' || command === 'Q') {
      const [a = 0, b = 0, c = 0, e = 0, f = 0, g = 0] =
        command === 'C'
          ? v
          : [
              x + (2 / 3) * ((v[0] ?? 0) - x),
              y + (2 / 3) * ((v[1] ?? 0) - y),
              (v[2] ?? 0) + (2 / 3) * ((v[0] ?? 0) - (v[2] ?? 0)),
              (v[3] ?? 0) + (2 / 3) * ((v[1] ?? 0) - (v[3] ?? 0)),
              v[2] ?? 0,
              v[3] ?? 0,
            ]
      if (last) last.out = [a - x, b - y]
      to(f, g, c, e)
    }
  })
  if (current.length) found.push(current)
  return found
    .map(closed)
    .filter((c) => c.length > 2)
    .map((corners, i) => ({ name: i ? `${name} ${i + 1}`.trim() : name, corners }))
}

/** The last corner goes into the first where they lie on each other. */
function closed(corners: Corner[]): Corner[] {
  const [first, last] = [corners[0], corners.at(-1)]
  if (!first || !last || first === last || maths.hypot(first.x - last.x, first.y - last.y) > 1e-3)
    return corners
  return [{ ...first, in: last.in }, ...corners.slice(1, -1)]
}

const short = (v: number) => String(Math.round(v * 1e3) / 1e3)

/** An outline as the data of a path. */
export function ofCorners(corners: readonly Corner[]): string {
  const [first] = corners
  if (!first) return ''
  const curves = corners.map((_, i) => {
    const [, , ax = 0, ay = 0, bx = 0, by = 0, x = 0, y = 0] = segmentOf(corners, i)
    return `C${[ax, ay, bx, by, x, y].map(short).join(' ')}`
  })
  return `M${short(first.x)} ${short(first.y)}${curves.join('')}Z`
}

const escaped = (text: string) =>
  text.replace(/[&<>"]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[c] ?? c)

/** Outlines as a drawing as large as the picture. */
export function writeSvg(
  list: readonly DrawnOutline[],
  { width, height }: { width: number; height: number },
): string {
  const paths = list.map(({ name, corners }) => `  <path id="${escaped(name)}" d="${ofCorners(corners)}"/>`)
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" fill-rule="nonzero">\n${paths.join('\n')}\n</svg>\n`
}

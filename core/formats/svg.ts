import { XMLParser, XMLValidator } from 'fast-xml-parser'
import type { Corner } from '../region'
import { ofCorners, pathData, subPaths } from './svg-path'

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
      const d = tag === 'polyline' || tag === 'line' ? undefined : pathData(tag, plainly(child))
      if (d) out.push(...outlines(d, own, String(child['@id'] ?? '')))
      else if (tag === 'g' || tag === 'svg' || tag === 'a') visit(child, own, out)
    }
  }
}

/** The pieces of a path, each as corners with the handles of its curves. */
const outlines = (d: string, transforms: readonly string[], name: string): DrawnOutline[] =>
  subPaths(d, transforms)
    .filter(({ corners }) => corners.length > 2)
    .map(({ corners }, i) => ({ name: i ? `${name} ${i + 1}`.trim() : name, corners }))

/** The attributes of a node without the sign that parts them from what lies in it. */
const plainly = (node: Node): Record<string, string> =>
  Object.fromEntries(
    Object.entries(node).flatMap(([k, v]) => (k.startsWith('@') ? [[k.slice(1), String(v)] as const] : [])),
  )

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

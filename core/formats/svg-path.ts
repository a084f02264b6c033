import svgpath from 'svgpath'
import { maths } from '../maths'
import { type Corner, corner, outlineOfShape, segmentOf } from '../region'

/** A part of a path: its corners, and whether it goes back to its beginning. */
export interface SubPath {
  corners: Corner[]
  closed: boolean
}

type Attributes = Readonly<Record<string, string>>
const number = (v: unknown, fallback = 0) => {
  const x = Number.parseFloat(String(v))
  return Number.isFinite(x) ? x : fallback
}

/** The path of a shape's element; undefined where it has none. */
export function pathData(tag: string, a: Attributes): string | undefined {
  switch (tag) {
    case 'path':
      return a['d']
    case 'polygon':
      return a['points'] ? `M${a['points']}Z` : undefined
    case 'polyline':
      return a['points'] ? `M${a['points']}` : undefined
    case 'line':
      return `M${number(a['x1'])} ${number(a['y1'])}L${number(a['x2'])} ${number(a['y2'])}`
    case 'rect': {
      const [x, y, w, h] = ['x', 'y', 'width', 'height'].map((k) => number(a[k])) as [
        number,
        number,
        number,
        number,
      ]
      const r = Math.min(number(a['rx'], number(a['ry'])), w / 2, h / 2)
      return w > 0 && h > 0
        ? ofCorners(outlineOfShape('rectangle', [x + w / 2, y + h / 2], [w, h], 0, r))
        : undefined
    }
    case 'circle':
    case 'ellipse': {
      const [rx, ry] =
        tag === 'circle' ? [number(a['r']), number(a['r'])] : [number(a['rx']), number(a['ry'])]
      return rx > 0 && ry > 0
        ? ofCorners(outlineOfShape('ellipse', [number(a['cx']), number(a['cy'])], [2 * rx, 2 * ry], 0))
        : undefined
    }
    default:
      return undefined
  }
}

/** The parts of a path under transforms, the outermost first, with the handles of its curves. */
export function subPaths(d: string, transforms: readonly string[]): SubPath[] {
  let path = svgpath(d)
  for (const t of [...transforms].reverse()) path = path.transform(t)
  const flat = svgpath(path.abs().unarc().unshort().toString())
  const found: SubPath[] = []
  let current: SubPath = { corners: [], closed: false }
  const begin = (x: number, y: number) => {
    if (current.corners.length) found.push(current)
    current = { corners: [corner(x, y)], closed: false }
  }
  flat.iterate((segment, _, x, y) => {
    const [command, ...v] = segment as [string, ...number[]]
    const [a = 0, b = 0, c = 0, d2 = 0, e = 0, f = 0] = v
    if (command === 'M') return begin(a, b)
    if (command === 'Z' || command === 'z') {
      current.closed = true
      return
    }
    // What goes on after a closed part begins where that began.
    if (current.closed) begin(x, y)
    const last = current.corners.at(-1)
    const to = (px: number, py: number, ix = px, iy = py) =>
      void current.corners.push({ ...corner(px, py), in: [ix - px, iy - py] })
    if (command === 'L') to(a, b)
    else if (command === 'H') to(a, y)
    else if (command === 'V') to(x, a)
    else if (command === 'C') {
      if (last) last.out = [a - x, b - y]
      to(e, f, c, d2)
    } else if (command === 'Q') {
      if (last) last.out = [(2 / 3) * (a - x), (2 / 3) * (b - y)]
      to(c, d2, c + (2 / 3) * (a - c), d2 + (2 / 3) * (b - d2))
    }
  })
  if (current.corners.length) found.push(current)
  return found.map(joined).filter(({ corners, closed }) => corners.length > (closed ? 2 : 1))
}

/** The last corner of a closed part goes into the first where they lie on each other. */
function joined(part: SubPath): SubPath {
  const { corners } = part
  const [first, last] = [corners[0], corners.at(-1)]
  if (!first || !last || first === last || maths.hypot(first.x - last.x, first.y - last.y) > 1e-3) return part
  const ended = corners.length > 2 ? [{ ...first, in: last.in }, ...corners.slice(1, -1)] : corners
  return { corners: ended, closed: true }
}

/** The matrix of transforms, the outermost first: a, b, c, d, e, f as SVG has them. */
export function matrixOfTransforms(
  transforms: readonly string[],
): [number, number, number, number, number, number] {
  const through = (x: number, y: number): [number, number] => {
    let path = svgpath(`M${x} ${y}`)
    for (const t of [...transforms].reverse()) path = path.transform(t)
    let place: [number, number] = [x, y]
    path.abs().iterate(([, px, py]) => void (place = [Number(px), Number(py)]))
    return place
  }
  const [e, f] = through(0, 0)
  const [ax, ay] = through(1, 0)
  const [cx, cy] = through(0, 1)
  return [ax - e, ay - f, cx - e, cy - f, e, f]
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

import { flattenCubic } from '../kernels'
import { maths } from '../maths'
import { apply, type Matrix3 } from '../matrix'

/** A corner of a free outline. */
export interface Corner {
  x: number
  y: number
  /** 0 is a hard corner, 1 fully round; it counts where there are no handles. */
  soft: number
  /** Bezier handles as steps from the corner; all 0 where softness bends the line. */
  in: readonly [number, number]
  out: readonly [number, number]
  /** What the feather is multiplied by here. */
  width: number
}

/** Numbers that a corner takes in a value: x, y, soft, in x, in y, out x, out y, width. */
export const CORNER_NUMBERS = 8

export function cornersOf(value: readonly number[]): Corner[] {
  return Array.from({ length: Math.floor(value.length / CORNER_NUMBERS) }, (_, i) => {
    const [x = 0, y = 0, soft = 0, ix = 0, iy = 0, ox = 0, oy = 0, width = 1] = value.slice(
      i * CORNER_NUMBERS,
      (i + 1) * CORNER_NUMBERS,
    )
    return { x, y, soft, in: [ix, iy], out: [ox, oy], width }
  })
}

export const valueOf = (corners: readonly Corner[]): number[] =>
  corners.flatMap((c) => [c.x, c.y, c.soft, ...c.in, ...c.out, c.width])

export const corner = (x: number, y: number, soft = 0): Corner => ({
  x,
  y,
  soft,
  in: [0, 0],
  out: [0, 0],
  width: 1,
})

export const hasHandles = (c: Corner): boolean => [...c.in, ...c.out].some((v) => v !== 0)

/**
 * The handles that bend the line at a corner, as steps from it. Softness turns the corner towards the circle through it and its neighbours: the tangent is that circle's, a / |a|^2 + b / |b|^2
 * with a and b the ways from and to the neighbours, and the handles are as long as those of a circular arc over the angle by which the line turns, (4/3) tan(t/4) / (2 sin(t/2)) of the way. So
 * a regular polygon with fully round corners is a circle, to 3 parts in 10,000 of its radius.
 */
export function handlesOf(
  corners: readonly Corner[],
  i: number,
): { in: [number, number]; out: [number, number] } {
  const n = corners.length
  const here = corners[i] as Corner
  if (hasHandles(here)) return { in: [...here.in], out: [...here.out] }
  const [before, after] = [corners[(i + n - 1) % n] as Corner, corners[(i + 1) % n] as Corner]
  const [ax, ay] = [here.x - before.x, here.y - before.y]
  const [bx, by] = [after.x - here.x, after.y - here.y]
  const [a2, b2] = [ax * ax + ay * ay, bx * bx + by * by]
  if (!here.soft || a2 < 1e-12 || b2 < 1e-12) return { in: [0, 0], out: [0, 0] }
  const [tx, ty] = [ax / a2 + bx / b2, ay / a2 + by / b2]
  const long = maths.hypot(tx, ty)
  if (long < 1e-12) return { in: [0, 0], out: [0, 0] }
  const turn = Math.abs(maths.atan2(ax * by - ay * bx, ax * bx + ay * by))
  const share = turn < 1e-3 ? 1 / 3 : ((4 / 3) * maths.tan(turn / 4)) / (2 * maths.sin(turn / 2))
  const [inner, outer] = [Math.sqrt(a2), Math.sqrt(b2)].map((d) => (d * share * here.soft) / long) as [
    number,
    number,
  ]
  return { in: [-tx * inner, -ty * inner], out: [tx * outer, ty * outer] }
}

/** The cubic from corner i to the next one: eight numbers. */
export function segmentOf(corners: readonly Corner[], i: number): number[] {
  const j = (i + 1) % corners.length
  const [from, to] = [corners[i] as Corner, corners[j] as Corner]
  const [{ out }, next] = [handlesOf(corners, i), handlesOf(corners, j)]
  return [from.x, from.y, from.x + out[0], from.y + out[1], to.x + next.in[0], to.y + next.in[1], to.x, to.y]
}

export interface Flat {
  /** x, y of each point. */
  contour: number[]
  /** What the feather is multiplied by at each; undefined where that is 1 everywhere. */
  factors: number[] | undefined
}

/** An open line through corners as straight pieces, nowhere further than `tolerance` pixels from it; its ends are never soft. */
export function flattenOpen(corners: readonly Corner[], tolerance = 0.02): number[] {
  const ended = corners.map((c, i) => (i === 0 || i === corners.length - 1 ? { ...c, soft: 0 } : c))
  const [first] = ended
  if (!first) return []
  const pieces = ended.slice(1).map((_, i) => {
    const segment = segmentOf(ended, i)
    return isStraight(segment) ? segment.slice(6) : flattenCubic(segment, tolerance)
  })
  return [first.x, first.y, ...pieces.flatMap((p) => [...p])]
}

const isStraight = (segment: readonly number[]) =>
  [0, 1].every((c) => segment[c] === segment[2 + c] && segment[4 + c] === segment[6 + c])

/** A closed outline as straight pieces, nowhere further than `tolerance` pixels from it. */
export function flatten(corners: readonly Corner[], tolerance = 0.02): Flat {
  const contour: number[] = []
  const factors: number[] = []
  for (let i = 0; i < corners.length; i++) {
    const from = corners[i] as Corner
    const to = corners[(i + 1) % corners.length] as Corner
    const segment = segmentOf(corners, i)
    const places = isStraight(segment) ? segment.slice(6) : flattenCubic(segment, tolerance)
    const n = places.length / 2
    contour.push(...places)
    for (let s = 1; s <= n; s++) factors.push(from.width + ((to.width - from.width) * s) / n)
  }
  return { contour, factors: factors.some((f) => f !== 1) ? factors : undefined }
}

/** Places under a perspective map; those behind the eye are left out. */
export function mapped(contour: readonly number[], map: Matrix3 | undefined): number[] {
  if (!map) return [...contour]
  const out: number[] = []
  for (let i = 0; i < contour.length; i += 2) {
    const [x, y, w] = apply(map, [contour[i] as number, contour[i + 1] as number, 1])
    if (w > 1e-6) out.push(x / w, y / w)
  }
  return out
}

/** Twice the signed area of a closed contour, by the shoelace formula. */
export const twiceArea = (contour: readonly number[]): number => {
  let sum = 0
  for (let i = 0; i < contour.length; i += 2) {
    const [x, y] = [contour[i] as number, contour[i + 1] as number]
    const j = (i + 2) % contour.length
    sum += x * (contour[j + 1] as number) - (contour[j] as number) * y
  }
  return sum
}

/** The outline with a corner put in at a share of the way from corner i to the next; it lies on the line and is as soft as its neighbours are on average. */
export function withCorner(corners: readonly Corner[], i: number, share: number): Corner[] {
  const [from, to] = [corners[i] as Corner, corners[(i + 1) % corners.length] as Corner]
  const [a, b, c, d] = [0, 2, 4, 6].map((at) => segmentOf(corners, i).slice(at, at + 2)) as [
    number[],
    number[],
    number[],
    number[],
  ]
  const s = 1 - share
  const at = (k: 0 | 1) =>
    s * s * s * (a[k] as number) +
    3 * s * s * share * (b[k] as number) +
    3 * s * share * share * (c[k] as number) +
    maths.pow(share, 3) * (d[k] as number)
  const soft = from.soft * s + to.soft * share
  const made: Corner = { ...corner(at(0), at(1), soft), width: from.width * s + to.width * share }
  return [...corners.slice(0, i + 1), made, ...corners.slice(i + 1)]
}

/** The corners in the other direction, the first staying the first. */
export const reversed = (corners: readonly Corner[]): Corner[] => {
  const turned = corners.map((c) => ({ ...c, in: c.out, out: c.in }))
  const [first, ...rest] = turned
  return first ? [first, ...rest.reverse()] : []
}

/** An ellipse or rectangle as a free outline around its centre: four corners. */
export function outlineOfShape(
  kind: 'ellipse' | 'rectangle',
  centre: readonly [number, number],
  size: readonly [number, number],
  angle: number,
  round = 0,
): Corner[] {
  const turn = (angle * Math.PI) / 180
  const [c, s] = [maths.cos(turn), maths.sin(turn)]
  const place = (x: number, y: number): [number, number] => [
    centre[0] + x * c - y * s,
    centre[1] + x * s + y * c,
  ]
  const way = (x: number, y: number): [number, number] => [x * c - y * s, x * s + y * c]
  const [w, h] = [Math.abs(size[0]) / 2, Math.abs(size[1]) / 2]
  /** Length of the handles of a quarter of a circle of radius 1. */
  const arc = (4 / 3) * maths.tan(Math.PI / 8)
  const at = (x: number, y: number, inX: number, inY: number, outX: number, outY: number): Corner => {
    const [px, py] = place(x, y)
    return { x: px, y: py, soft: 0, in: way(inX, inY), out: way(outX, outY), width: 1 }
  }
  if (kind === 'ellipse')
    return [
      at(0, -h, -w * arc, 0, w * arc, 0),
      at(w, 0, 0, -h * arc, 0, h * arc),
      at(0, h, w * arc, 0, -w * arc, 0),
      at(-w, 0, 0, h * arc, 0, -h * arc),
    ]
  const r = Math.min(round, w, h)
  if (r <= 0)
    return [
      [-w, -h],
      [w, -h],
      [w, h],
      [-w, h],
    ].map(([x, y]) => corner(...place(x as number, y as number)))
  const k = r * arc
  return [
    at(-w, -h + r, 0, 0, 0, -k),
    at(-w + r, -h, -k, 0, 0, 0),
    at(w - r, -h, 0, 0, k, 0),
    at(w, -h + r, 0, -k, 0, 0),
    at(w, h - r, 0, 0, 0, k),
    at(w - r, h, k, 0, 0, 0),
    at(-w + r, h, 0, 0, -k, 0),
    at(-w, h - r, 0, k, 0, 0),
  ]
}

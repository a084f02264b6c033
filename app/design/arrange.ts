import { through } from '@stilus/core/matrix'
import { type Box, boxOf, cornersOfBox, type DesignObject, type Easel, matrixOf } from '@stilus/core/project'
import type { Size } from '@stilus/core/frame'

export const ALIGNMENTS = ['left', 'centre', 'right', 'top', 'middle', 'bottom'] as const
export type Alignment = (typeof ALIGNMENTS)[number]

/** What an object takes up of its design, upright; undefined where it is empty. */
export function boundsOf(easel: Easel, object: DesignObject, frame: number): Box | undefined {
  const box = boxOf(easel, object, frame)
  if (!box) return undefined
  const map = matrixOf(easel, object, frame)
  return around(cornersOfBox(box).map(([x, y]) => through(map, x, y)))
}

const around = (points: readonly (readonly [number, number])[]): Box => {
  const [xs, ys] = [points.map((p) => p[0]), points.map((p) => p[1])]
  return { left: Math.min(...xs), right: Math.max(...xs), top: Math.min(...ys), bottom: Math.max(...ys) }
}

/** A box around boxes. */
export const union = (boxes: readonly Box[]): Box => around(boxes.flatMap(cornersOfBox))

/** How far each box moves so that all lie at the same side of `to`, or have its middle. */
export function aligned(boxes: readonly Box[], to: Box, how: Alignment): [number, number][] {
  const middle = (a: number, b: number) => (a + b) / 2
  return boxes.map((box) => {
    switch (how) {
      case 'left':
        return [to.left - box.left, 0]
      case 'centre':
        return [middle(to.left, to.right) - middle(box.left, box.right), 0]
      case 'right':
        return [to.right - box.right, 0]
      case 'top':
        return [0, to.top - box.top]
      case 'middle':
        return [0, middle(to.top, to.bottom) - middle(box.top, box.bottom)]
      case 'bottom':
        return [0, to.bottom - box.bottom]
    }
  })
}

/** How far each box moves so that the gaps between them are equal; the outer two stay. */
export function spread(boxes: readonly Box[], axis: 'across' | 'down'): [number, number][] {
  const [low, high] = axis === 'across' ? (['left', 'right'] as const) : (['top', 'bottom'] as const)
  const order = boxes.map((_, i) => i).sort((a, b) => at(boxes, a)[low] - at(boxes, b)[low])
  const [first, last] = [order[0] ?? 0, order.at(-1) ?? 0]
  const taken = boxes.reduce((sum, box) => sum + box[high] - box[low], 0)
  const gap = (at(boxes, last)[high] - at(boxes, first)[low] - taken) / Math.max(1, boxes.length - 1)
  const moves = boxes.map((): [number, number] => [0, 0])
  let edge = at(boxes, first)[low]
  for (const i of order) {
    const box = at(boxes, i)
    moves[i] = axis === 'across' ? [edge - box[low], 0] : [0, edge - box[low]]
    edge += box[high] - box[low] + gap
  }
  return moves
}

const at = (boxes: readonly Box[], i: number) => boxes[i] as Box

/** A line that something snapped to: `x` upright, `y` level. */
export interface Line {
  axis: 'x' | 'y'
  at: number
  /** What comes to lie on it; an edge or the middle of the box unless this says which, or its baseline. */
  of?: 'low' | 'baseline' | undefined
  /** It makes gaps equal. */
  gap?: boolean | undefined
}

/** Shares of the picture within which action and titles are safe. */
const SAFE = [0.05, 0.1]

/** Lines that an object can snap to: the edges and the middle of the picture, its safe areas, guides, and edges and middles of other objects. */
export function snapLines(
  { width, height }: Size,
  others: readonly Box[],
  guides: readonly Line[] = [],
): Line[] {
  const both = (share: number): Line[] => [
    { axis: 'x', at: width * share },
    { axis: 'x', at: width * (1 - share) },
    { axis: 'y', at: height * share },
    { axis: 'y', at: height * (1 - share) },
  ]
  return [
    ...[0, ...SAFE].flatMap(both),
    { axis: 'x', at: width / 2 },
    { axis: 'y', at: height / 2 },
    ...guides,
    ...others.flatMap(({ left, right, top, bottom }): Line[] => [
      ...[left, (left + right) / 2, right].map((v): Line => ({ axis: 'x', at: v })),
      ...[top, (top + bottom) / 2, bottom].map((v): Line => ({ axis: 'y', at: v })),
    ]),
  ]
}

/** Where the low edge of a box must lie so that its gaps to two others are equal: between them, or beyond one as far as they are apart. */
export function gapLines(box: Box, others: readonly Box[], axis: 'x' | 'y'): Line[] {
  const [low, high] = axis === 'x' ? (['left', 'right'] as const) : (['top', 'bottom'] as const)
  const [from, to] = axis === 'x' ? (['top', 'bottom'] as const) : (['left', 'right'] as const)
  const size = box[high] - box[low]
  // Those that lie beside it, in their order.
  const beside = others.filter((o) => o[from] < box[to] && o[to] > box[from]).sort((a, b) => a[low] - b[low])
  const places = beside.slice(1).flatMap((next, i) => {
    const before = beside[i] as Box
    const gap = next[low] - before[high]
    if (gap < 0) return []
    const between = gap >= size ? [(before[high] + next[low] - size) / 2] : []
    return [...between, next[high] + gap, before[low] - gap - size]
  })
  return places.map((at): Line => ({ axis, at, of: 'low', gap: true }))
}

/** A move of a box brought onto the lines that its edges or its middle come within `reach` of, and those lines. */
export function snapped(
  box: Box,
  [dx, dy]: readonly [number, number],
  lines: readonly Line[],
  reach: number,
  baselines: readonly number[] = [],
): { move: [number, number]; lines: Line[] } {
  const along = (axis: 'x' | 'y', by: number, low: number, high: number) => {
    const edges = [low, (low + high) / 2, high]
    let best: { off: number; line: Line } | undefined
    for (const line of lines) {
      if (line.axis !== axis) continue
      const own = line.of === 'low' ? [low] : line.of === 'baseline' ? baselines : edges
      for (const v of own) {
        const off = line.at - v - by
        if (Math.abs(off) < Math.abs(best?.off ?? reach)) best = { off, line }
      }
    }
    return best
  }
  const x = along('x', dx, box.left, box.right)
  const y = along('y', dy, box.top, box.bottom)
  return {
    move: [dx + (x?.off ?? 0), dy + (y?.off ?? 0)],
    lines: [x, y].flatMap((found) => (found ? [found.line] : [])),
  }
}

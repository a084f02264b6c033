export type Point = readonly [number, number]

/** Whether two stretches cross or touch: each has the other's ends on both sides or on it, and their boxes meet. */
function cross([a, b]: readonly [Point, Point], [c, d]: readonly [Point, Point]): boolean {
  const side = ([ax, ay]: Point, [bx, by]: Point, [px, py]: Point) =>
    (bx - ax) * (py - ay) - (by - ay) * (px - ax)
  const meet = (axis: 0 | 1) =>
    Math.max(a[axis], b[axis]) >= Math.min(c[axis], d[axis]) &&
    Math.max(c[axis], d[axis]) >= Math.min(a[axis], b[axis])
  return side(a, b, c) * side(a, b, d) <= 0 && side(c, d, a) * side(c, d, b) <= 0 && meet(0) && meet(1)
}

const stretches = (line: readonly Point[]) => line.slice(1).map((to, i) => [line[i] as Point, to] as const)

/** Whether two lines of points cross each other. */
export const linesCross = (one: readonly Point[], other: readonly Point[]): boolean =>
  stretches(one).some((a) => stretches(other).some((b) => cross(a, b)))

/** How far a point lies from a line of points. */
export function farFrom([x, y]: Point, line: readonly Point[]): number {
  const far = stretches(line).map(([[ax, ay], [bx, by]]) => {
    const [dx, dy] = [bx - ax, by - ay]
    const length = dx * dx + dy * dy
    const t = length ? Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / length)) : 0
    return Math.hypot(x - ax - t * dx, y - ay - t * dy)
  })
  return Math.min(Infinity, ...far)
}

/** The wires as they lie on the screen, as lines of points by their ids. */
export function drawnWires(root: Element): Map<string, Point[]> {
  const lines = new Map<string, Point[]>()
  for (const edge of root.querySelectorAll<SVGGElement>('.react-flow__edge')) {
    const path = edge.querySelector<SVGPathElement>('.react-flow__edge-path')
    const matrix = path?.getScreenCTM()
    const { id } = edge.dataset
    if (!path || !matrix || id === undefined) continue
    const length = path.getTotalLength()
    const points = Array.from({ length: 25 }, (_, i) => {
      const { x, y } = path.getPointAtLength((length * i) / 24).matrixTransform(matrix)
      return [x, y] as const
    })
    lines.set(id, points)
  }
  return lines
}

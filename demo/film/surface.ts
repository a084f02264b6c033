import { cross, length, sub, times, unit, type V3 } from './space'

/** A solid by its signed distance: negative inside. */
export type Solid = (x: number, y: number, z: number) => number

export interface Mesh {
  points: V3[]
  normals: V3[]
  faces: [number, number, number][]
  /** Places on a painted picture, 0 to 1, v upwards. */
  uv?: [number, number][]
}

export const ball =
  ([cx, cy, cz]: V3, r: number): Solid =>
  (x, y, z) =>
    Math.hypot(x - cx, y - cy, z - cz) - r

/** An ellipsoid; the distance is a bound that is exact at the surface to first order. */
export const egg =
  ([cx, cy, cz]: V3, [a, b, c]: V3): Solid =>
  (x, y, z) => {
    const [u, v, w] = [x - cx, y - cy, z - cz]
    const k0 = Math.hypot(u / a, v / b, w / c)
    const k1 = Math.hypot(u / (a * a), v / (b * b), w / (c * c))
    return k1 === 0 ? -Math.min(a, b, c) : (k0 * (k0 - 1)) / k1
  }

/** A round rod from one point to another, with a radius at each end. */
export const rod = (from: V3, to: V3, r0: number, r1 = r0): Solid => {
  const d = sub(to, from)
  const dd = d[0] * d[0] + d[1] * d[1] + d[2] * d[2] || 1
  return (x, y, z) => {
    const [px, py, pz] = [x - from[0], y - from[1], z - from[2]]
    const t = Math.min(1, Math.max(0, (px * d[0] + py * d[1] + pz * d[2]) / dd))
    return Math.hypot(px - d[0] * t, py - d[1] * t, pz - d[2] * t) - (r0 + (r1 - r0) * t)
  }
}

export const block =
  ([cx, cy, cz]: V3, [a, b, c]: V3, round = 0): Solid =>
  (x, y, z) => {
    const [u, v, w] = [
      Math.abs(x - cx) - a + round,
      Math.abs(y - cy) - b + round,
      Math.abs(z - cz) - c + round,
    ]
    return Math.hypot(Math.max(u, 0), Math.max(v, 0), Math.max(w, 0)) + Math.min(0, Math.max(u, v, w)) - round
  }

/** Joined with a fillet of about `k`. */
export const join =
  (k: number, ...parts: Solid[]): Solid =>
  (x, y, z) => {
    let d = Infinity
    for (const part of parts) {
      const e = part(x, y, z)
      const h = Math.max(k - Math.abs(d - e), 0) / (k || 1)
      d = Math.min(d, e) - (h === Infinity ? 0 : (h * h * k) / 4)
    }
    return d
  }

/** One solid without another, with a fillet of about `k`. */
export const without =
  (k: number, a: Solid, b: Solid): Solid =>
  (x, y, z) => {
    const [d, e] = [a(x, y, z), -b(x, y, z)]
    const h = Math.max(k - Math.abs(d - e), 0) / (k || 1)
    return Math.max(d, e) + (h * h * k) / 4
  }

export const both =
  (a: Solid, b: Solid): Solid =>
  (x, y, z) =>
    Math.max(a(x, y, z), b(x, y, z))

/**
 * The surface of a solid inside a box as triangles, by surface nets: one point for each cell that the surface crosses (the
 * mean of the crossings on the cell's edges), one quad for each lattice edge that it crosses; normals are the gradient.
 */
export function skin(solid: Solid, low: V3, high: V3, cell: number): Mesh {
  const n = [0, 1, 2].map((i) => Math.ceil(((high[i] as number) - (low[i] as number)) / cell) + 1) as [
    number,
    number,
    number,
  ]
  const [nx, ny, nz] = n
  const value = new Float64Array(nx * ny * nz)
  const index = (i: number, j: number, k: number) => (k * ny + j) * nx + i
  for (let k = 0; k < nz; k++)
    for (let j = 0; j < ny; j++)
      for (let i = 0; i < nx; i++)
        value[index(i, j, k)] = solid(low[0] + i * cell, low[1] + j * cell, low[2] + k * cell)
  const mesh: Mesh = { points: [], normals: [], faces: [] }
  const made = new Int32Array(nx * ny * nz).fill(-1)
  for (let k = 0; k + 1 < nz; k++)
    for (let j = 0; j + 1 < ny; j++)
      for (let i = 0; i + 1 < nx; i++) {
        const p = crossing(value, index, i, j, k)
        if (!p) continue
        const place: V3 = [low[0] + p[0] * cell, low[1] + p[1] * cell, low[2] + p[2] * cell]
        made[index(i, j, k)] = mesh.points.length
        mesh.points.push(place)
        mesh.normals.push(gradient(solid, place, cell * 0.2))
      }
  for (let k = 1; k + 1 < nz; k++)
    for (let j = 1; j + 1 < ny; j++)
      for (let i = 1; i + 1 < nx; i++) {
        const here = value[index(i, j, k)] as number
        const steps: [V3, number[]][] = [
          [
            [1, 0, 0],
            [index(i, j - 1, k - 1), index(i, j, k - 1), index(i, j, k), index(i, j - 1, k)],
          ],
          [
            [0, 1, 0],
            [index(i - 1, j, k - 1), index(i, j, k - 1), index(i, j, k), index(i - 1, j, k)],
          ],
          [
            [0, 0, 1],
            [index(i - 1, j - 1, k), index(i, j - 1, k), index(i, j, k), index(i - 1, j, k)],
          ],
        ]
        for (const [[dx, dy, dz], cells] of steps) {
          const there = value[index(i + dx, j + dy, k + dz)] as number
          if (here < 0 === there < 0) continue
          const [a, b, c, d] = cells.map((at) => made[at]) as [number, number, number, number]
          mesh.faces.push([a, b, c], [a, c, d])
        }
      }
  return mesh
}

const CORNERS = [0, 1, 2, 3, 4, 5, 6, 7].map((c) => [c & 1, (c >> 1) & 1, c >> 2] as const)
const CELL_EDGES = CORNERS.flatMap((_, a) =>
  [1, 2, 4].filter((bit) => !(a & bit)).map((bit) => [a, a | bit] as const),
)

function crossing(
  value: Float64Array,
  index: (i: number, j: number, k: number) => number,
  i: number,
  j: number,
  k: number,
): V3 | undefined {
  const at = CORNERS.map(([x, y, z]) => value[index(i + x, j + y, k + z)] as number)
  const sum = [0, 0, 0]
  let count = 0
  for (const [a, b] of CELL_EDGES) {
    const [u, v] = [at[a] as number, at[b] as number]
    if (u < 0 === v < 0) continue
    const t = u / (u - v)
    const [p, q] = [CORNERS[a] as readonly number[], CORNERS[b] as readonly number[]]
    for (let m = 0; m < 3; m++)
      sum[m] = (sum[m] as number) + (p[m] as number) * (1 - t) + (q[m] as number) * t
    count++
  }
  return count
    ? [i + (sum[0] as number) / count, j + (sum[1] as number) / count, k + (sum[2] as number) / count]
    : undefined
}

function gradient(solid: Solid, [x, y, z]: V3, e: number): V3 {
  return unit([
    solid(x + e, y, z) - solid(x - e, y, z),
    solid(x, y + e, z) - solid(x, y - e, z),
    solid(x, y, z + e) - solid(x, y, z - e),
  ])
}

/** Tubes along lines of points, as one mesh: yarn, wire, whiskers. The radius may change along the line (0 to 1). */
export function tubes(
  lines: readonly (readonly V3[])[],
  radius: (along: number, line: number) => number,
  sides = 5,
): Mesh {
  const mesh: Mesh = { points: [], normals: [], faces: [] }
  lines.forEach((line, l) => {
    let side: V3 = [0, 0, 1]
    line.forEach((p, i) => {
      const ahead = unit(sub(line[Math.min(i + 1, line.length - 1)] as V3, line[Math.max(i - 1, 0)] as V3))
      const across = cross(side, ahead)
      side = length(across) > 1e-3 ? unit(cross(ahead, across)) : unit(cross(ahead, [0.3, 0.5, 0.8]))
      const other = cross(ahead, side)
      for (let s = 0; s < sides; s++) {
        const angle = (2 * Math.PI * s) / sides
        const n: V3 = [0, 1, 2].map(
          (m) => (side[m] as number) * Math.cos(angle) + (other[m] as number) * Math.sin(angle),
        ) as unknown as V3
        const r = radius(i / (line.length - 1), l)
        const out = times(n, r)
        const here = mesh.points.length
        mesh.points.push([p[0] + out[0], p[1] + out[1], p[2] + out[2]])
        mesh.normals.push(n)
        if (i === 0) continue
        const next = s + 1 === sides ? here - sides + 1 : here + 1
        mesh.faces.push([here - sides, here, next], [here - sides, next, next - sides])
      }
    })
  })
  return mesh
}

/** A sheet of (cols + 1) x (rows + 1) points, smooth on both sides. */
export function sheet(cols: number, rows: number, point: (u: number, v: number) => V3): Mesh {
  const uv: [number, number][] = []
  const mesh: Mesh = { points: [], normals: [], faces: [], uv }
  const e = 1e-3
  for (let j = 0; j <= rows; j++)
    for (let i = 0; i <= cols; i++) {
      const [u, v] = [i / cols, j / rows]
      mesh.points.push(point(u, v))
      uv.push([u, 1 - v])
      const du = sub(point(u + e, v), point(u - e, v))
      const dv = sub(point(u, v + e), point(u, v - e))
      mesh.normals.push(unit(cross(du, dv)))
      if (i === cols || j === rows) continue
      const a = j * (cols + 1) + i
      mesh.faces.push([a, a + 1, a + cols + 2], [a, a + cols + 2, a + cols + 1])
    }
  return mesh
}

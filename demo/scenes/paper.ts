/** A picture on the painter's table: linear RGBA, premultiplied. */
export interface Sheet {
  width: number
  height: number
  data: Float32Array
}

export type Rgb = readonly [number, number, number]
export type Point = readonly [number, number]

export const sheet = (width: number, height: number): Sheet => ({
  width,
  height,
  data: new Float32Array(width * height * 4),
})

/** A repeatable number in [0, 1) for a place. */
export function chance(x: number, y: number, seed = 0): number {
  let h = Math.imul(x | 0, 0x27d4eb2d) ^ Math.imul(y | 0, 0x165667b1) ^ Math.imul(seed + 1, 0x9e3779b1)
  h = Math.imul(h ^ (h >>> 15), 0x85ebca6b)
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35)
  return ((h ^ (h >>> 16)) >>> 0) / 4294967296
}

/** Smooth noise in [0, 1], a few octaves: the cloudy tone of paper. */
export function cloud(x: number, y: number, seed: number, octaves = 4): number {
  let sum = 0
  let weight = 0
  for (let o = 0; o < octaves; o++) {
    const f = 2 ** o
    const w = 0.6 ** o
    const [u, v] = [x * f, y * f]
    const [i, j] = [Math.floor(u), Math.floor(v)]
    const s = (t: number) => t * t * (3 - 2 * t)
    const [a, b] = [s(u - i), s(v - j)]
    const top = chance(i, j, seed + o) * (1 - a) + chance(i + 1, j, seed + o) * a
    const low = chance(i, j + 1, seed + o) * (1 - a) + chance(i + 1, j + 1, seed + o) * a
    sum += w * (top * (1 - b) + low * b)
    weight += w
  }
  return sum / weight
}

/** Signed distance to a polygon in pixels, negative inside. */
export function polygonDistance(points: readonly Point[], x: number, y: number): number {
  let best = Infinity
  let inside = false
  for (let i = 0, j = points.length - 1; i < points.length; j = i++) {
    const [ax, ay] = points[i] as Point
    const [bx, by] = points[j] as Point
    const [ex, ey, wx, wy] = [bx - ax, by - ay, x - ax, y - ay]
    const t = Math.min(1, Math.max(0, (wx * ex + wy * ey) / (ex * ex + ey * ey || 1)))
    best = Math.min(best, (wx - ex * t) ** 2 + (wy - ey * t) ** 2)
    if (ay > y !== by > y && x < ((bx - ax) * (y - ay)) / (by - ay) + ax) inside = !inside
  }
  return (inside ? -1 : 1) * Math.sqrt(best)
}

export const polygon =
  (...points: Point[]) =>
  (x: number, y: number) =>
    polygonDistance(points, x, y)

export const disc = (cx: number, cy: number, r: number) => (x: number, y: number) =>
  Math.hypot(x - cx, y - cy) - r

export interface Box {
  left: number
  top: number
  right: number
  bottom: number
}

/** Paints a shape given by its distance; `colour` gets the place and the distance. A soft edge blurs it (shadows, light). */
export function paint(
  on: Sheet,
  shape: (x: number, y: number) => number,
  colour: (x: number, y: number, d: number) => Rgb,
  { soft = 1, alpha = 1, box, add = false }: { soft?: number; alpha?: number; box?: Box; add?: boolean } = {},
): void {
  const x0 = Math.max(0, Math.floor((box?.left ?? 0) - soft))
  const x1 = Math.min(on.width, Math.ceil((box?.right ?? on.width) + soft))
  const y0 = Math.max(0, Math.floor((box?.top ?? 0) - soft))
  const y1 = Math.min(on.height, Math.ceil((box?.bottom ?? on.height) + soft))
  for (let y = y0; y < y1; y++) {
    for (let x = x0; x < x1; x++) {
      const d = shape(x + 0.5, y + 0.5)
      const t = Math.min(1, Math.max(0, 0.5 - d / soft))
      if (t <= 0) continue
      const a = t * t * (3 - 2 * t) * alpha
      const c = colour(x, y, d)
      const at = (y * on.width + x) * 4
      const keep = add ? 1 : 1 - a
      for (let i = 0; i < 3; i++) on.data[at + i] = (on.data[at + i] as number) * keep + (c[i] as number) * a
      if (!add) on.data[at + 3] = (on.data[at + 3] as number) * keep + a
    }
  }
}

/** Coloured paper: its tone with clouds, fibres and a lighter cut edge. */
export const paper =
  (tone: Rgb, seed: number, light: (x: number, y: number) => number = () => 1) =>
  (x: number, y: number, d: number): Rgb => {
    const fibre = 0.93 + 0.14 * chance(x >> 1, y >> 3, seed) * chance(x, y, seed + 7)
    const k =
      (0.82 + 0.36 * cloud(x / 90, y / 90, seed)) *
      fibre *
      (1 + 0.9 * Math.exp(-((d + 1.5) ** 2) / 2.2)) *
      light(x, y)
    return [tone[0] * k, tone[1] * k, tone[2] * k]
  }

export const mixed = (a: Rgb, b: Rgb, t: number): Rgb =>
  [0, 1, 2].map((i) => (a[i] as number) * (1 - t) + (b[i] as number) * t) as unknown as Rgb

/**
 * Lays a sheet over another, moved, scaled about a point and turned, with bilinear sampling.
 * place: where (cx, cy) of the sheet goes; scale; turn in radians.
 */
export function lay(
  on: Sheet,
  over: Sheet,
  cx: number,
  cy: number,
  x: number,
  y: number,
  scale = 1,
  turn = 0,
  gain = 1,
): void {
  const [c, s] = [Math.cos(-turn) / scale, Math.sin(-turn) / scale]
  const { width: w, height: h, data: src } = over
  const dst = on.data
  for (let py = 0; py < on.height; py++) {
    for (let px = 0; px < on.width; px++) {
      const dx = px + 0.5 - x
      const dy = py + 0.5 - y
      const u = dx * c - dy * s + cx - 0.5
      const v = dx * s + dy * c + cy - 0.5
      if (u < 0 || v < 0 || u >= w - 1 || v >= h - 1) continue
      const i = u | 0
      const j = v | 0
      const a = u - i
      const b = v - j
      const p = (j * w + i) * 4
      const q = p + w * 4
      const w00 = (1 - a) * (1 - b)
      const w10 = a * (1 - b)
      const w01 = (1 - a) * b
      const w11 = a * b
      const at = (py * on.width + px) * 4
      for (let k = 3, keep = 0; k >= 0; k--) {
        const value = src[p + k]! * w00 + src[p + 4 + k]! * w10 + src[q + k]! * w01 + src[q + 4 + k]! * w11
        if (k === 3) {
          if (value === 0) break
          keep = 1 - value
          dst[at + 3] = dst[at + 3]! * keep + value
        } else dst[at + k] = dst[at + k]! * keep + value * gain
      }
    }
  }
}

/** Light without an edge: a Gaussian spot added to a sheet. */
export function shine(on: Sheet, cx: number, cy: number, radius: number, colour: Rgb): void {
  const reach = radius * 3
  const box = { left: cx - reach, top: cy - reach, right: cx + reach, bottom: cy + reach }
  const y1 = Math.min(on.height, box.bottom)
  const x1 = Math.min(on.width, box.right)
  for (let y = Math.max(0, Math.floor(box.top)); y < y1; y++) {
    for (let x = Math.max(0, Math.floor(box.left)); x < x1; x++) {
      const g = Math.exp(-((x - cx) ** 2 + (y - cy) ** 2) / (2 * radius * radius))
      const at = (y * on.width + x) * 4
      for (let i = 0; i < 3; i++) on.data[at + i] = (on.data[at + i] as number) + (colour[i] as number) * g
    }
  }
}

/** A hand-held camera: slow wobble of a few pixels, the same every time. */
export const wobble = (t: number, seed: number): Point => [
  2.6 * Math.sin(t * 1.7 + seed) + 1.3 * Math.sin(t * 4.1 + seed * 2.3),
  1.9 * Math.sin(t * 1.3 + seed * 1.7) + 0.9 * Math.sin(t * 3.7 + seed),
]

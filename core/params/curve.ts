/** The most points of a curve. */
export const CURVE_POINTS = 16
/** Points lie at least this far apart. */
const APART = 1e-4
const LIMIT = 16

/** A curve made fit: pairs of finite numbers with rising x, at least two and at most CURVE_POINTS points; undefined for anything else. */
export function fitCurve(value: unknown): number[] | undefined {
  if (!Array.isArray(value) || value.length < 4 || value.length % 2 || value.length > 2 * CURVE_POINTS)
    return undefined
  if (!value.every((v) => typeof v === 'number' && Number.isFinite(v))) return undefined
  const out = (value as number[]).map((v) => Math.min(LIMIT, Math.max(-LIMIT, v)))
  for (let i = 2; i < out.length; i += 2)
    if ((out[i] as number) < (out[i - 2] as number) + APART) out[i] = (out[i - 2] as number) + APART
  return out
}

/**
 * The height of a curve at x: a monotone cubic through its points (Fritsch and Carlson, 1980, with the harmonic mean of neighbouring slopes), so that it
 * never swings past a point. Beyond its ends it goes on straight.
 */
export function curveAt(points: readonly number[], x: number): number {
  const n = points.length / 2
  const px = (i: number) => points[i * 2] as number
  const py = (i: number) => points[i * 2 + 1] as number
  const slope = (i: number) => (py(i + 1) - py(i)) / (px(i + 1) - px(i))
  const tangent = (i: number) => {
    if (i === 0) return slope(0)
    if (i === n - 1) return slope(n - 2)
    const [a, b] = [slope(i - 1), slope(i)]
    return a * b <= 0 ? 0 : (2 * a * b) / (a + b)
  }
  if (x <= px(0)) return py(0) + tangent(0) * (x - px(0))
  if (x >= px(n - 1)) return py(n - 1) + tangent(n - 1) * (x - px(n - 1))
  let i = 0
  while (x > px(i + 1)) i++
  const h = px(i + 1) - px(i)
  const u = (x - px(i)) / h
  const [a, b] = [tangent(i) * h, tangent(i + 1) * h]
  const [u2, u3] = [u * u, u * u * u]
  return (2 * u3 - 3 * u2 + 1) * py(i) + (u3 - 2 * u2 + u) * a + (3 * u2 - 2 * u3) * py(i + 1) + (u3 - u2) * b
}

/** The curve at n places evenly over [low, high]. */
export const curveSamples = (points: readonly number[], low: number, high: number, n: number): number[] =>
  Array.from({ length: n }, (_, i) => curveAt(points, low + ((high - low) * i) / (n - 1)))

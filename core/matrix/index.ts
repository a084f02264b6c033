/** A 3x3 matrix in row order. */
export type Matrix3 = readonly [number, number, number, number, number, number, number, number, number]
export type Triple = readonly [number, number, number]

/** a b: what b does, then a. */
export function multiply(a: Matrix3, b: Matrix3): Matrix3 {
  const at = (r: number, c: number) =>
    [0, 1, 2].reduce((sum, i) => sum + (a[r * 3 + i] ?? 0) * (b[i * 3 + c] ?? 0), 0)
  return [0, 1, 2].flatMap((r) => [0, 1, 2].map((c) => at(r, c))) as unknown as Matrix3
}

/** By cofactors; of a matrix that has an inverse. */
export function invert([a, b, c, d, e, f, g, h, i]: Matrix3): Matrix3 {
  const det = a * (e * i - f * h) - b * (d * i - f * g) + c * (d * h - e * g)
  return [
    (e * i - f * h) / det,
    (c * h - b * i) / det,
    (b * f - c * e) / det,
    (f * g - d * i) / det,
    (a * i - c * g) / det,
    (c * d - a * f) / det,
    (d * h - e * g) / det,
    (b * g - a * h) / det,
    (a * e - b * d) / det,
  ]
}

export function apply(m: Matrix3, v: Triple): Triple {
  return [0, 3, 6].map(
    (r) => (m[r] ?? 0) * v[0] + (m[r + 1] ?? 0) * v[1] + (m[r + 2] ?? 0) * v[2],
  ) as unknown as Triple
}

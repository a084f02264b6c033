import { type Matrix3, multiply } from '.'

/** Eigenvalues and eigenvectors (columns) of a symmetric matrix, by Jacobi rotations. */
export function eigen(matrix: Matrix3): { values: [number, number, number]; vectors: Matrix3 } {
  let m = matrix
  let v: Matrix3 = [1, 0, 0, 0, 1, 0, 0, 0, 1]
  for (let sweep = 0; sweep < 24; sweep++)
    for (const [p, q] of [
      [0, 1],
      [0, 2],
      [1, 2],
    ] as const) {
      const apq = m[p * 3 + q] as number
      if (Math.abs(apq) < 1e-300) continue
      const theta = ((m[q * 4] as number) - (m[p * 4] as number)) / (2 * apq)
      const t = Math.sign(theta || 1) / (Math.abs(theta) + Math.sqrt(theta * theta + 1))
      const c = 1 / Math.sqrt(t * t + 1)
      const s = t * c
      const turn = [1, 0, 0, 0, 1, 0, 0, 0, 1]
      turn[p * 4] = c
      turn[q * 4] = c
      turn[p * 3 + q] = s
      turn[q * 3 + p] = -s
      const r = turn as unknown as Matrix3
      m = multiply(multiply(transpose(r), m), r)
      v = multiply(v, r)
    }
  return { values: [m[0], m[4], m[8]], vectors: v }
}

export const transpose = ([a, b, c, d, e, f, g, h, i]: Matrix3): Matrix3 => [a, d, g, b, e, h, c, f, i]

/** f of a symmetric matrix: of each of its eigenvalues. */
export function mapped(matrix: Matrix3, f: (value: number) => number): Matrix3 {
  const { values, vectors } = eigen(matrix)
  const [a, b, c] = values.map(f) as [number, number, number]
  return multiply(multiply(vectors, [a, 0, 0, 0, b, 0, 0, 0, c]), transpose(vectors))
}

import { maths } from '../maths'

/** A smooth light over a screen: for each channel the logarithm of the light as a cubic of the place, -1 to 1 across and down. */
export interface Surface {
  coefficients: readonly [number[], number[], number[]]
}

/** The ten terms of a cubic of two variables. */
const terms = (x: number, y: number): number[] => [
  1,
  x,
  y,
  x * x,
  x * y,
  y * y,
  x * x * x,
  x * x * y,
  x * y * y,
  y * y * y,
]

/** A place of a screen with its colour in light. */
export interface Sample {
  x: number
  y: number
  rgb: readonly [number, number, number]
}

const DARKEST = 1e-4

/**
 * The surface through samples (places from -1 to 1), each channel by itself: least squares, weighted again six times by Tukey's biweight of the residuals (c = 4.685 of their spread), so that
 * what is no screen does not count. Undefined for fewer than 40 samples.
 */
export function fitSurface(samples: readonly Sample[]): Surface | undefined {
  if (samples.length < 40) return undefined
  const rows = samples.map(({ x, y }) => terms(x, y))
  const fit = (channel: number) => {
    const wanted = samples.map(({ rgb }) => maths.log(Math.max(DARKEST, rgb[channel] as number)))
    let weights = wanted.map(() => 1)
    let found: number[] = []
    for (let round = 0; round < 6; round++) {
      found = leastSquares(rows, wanted, weights)
      const off = wanted.map((v, i) => v - dot(rows[i] as number[], found))
      const sorted = off.map(Math.abs).sort((a, b) => a - b)
      const scale = Math.max(1e-4, 1.48 * (sorted[sorted.length >> 1] as number)) * 4.685
      weights = off.map((v) => {
        const u = v / scale
        return Math.abs(u) >= 1 ? 0 : (1 - u * u) * (1 - u * u)
      })
    }
    return found
  }
  return { coefficients: [fit(0), fit(1), fit(2)] }
}

/** The light of a surface at a place. */
export function surfaceAt({ coefficients }: Surface, x: number, y: number): [number, number, number] {
  const row = terms(x, y)
  const at = (c: 0 | 1 | 2) => maths.exp(Math.min(8, dot(row, coefficients[c])))
  return [at(0), at(1), at(2)]
}

function dot(a: readonly number[], b: readonly number[]): number {
  let sum = 0
  for (let i = 0; i < a.length; i++) sum += (a[i] as number) * (b[i] as number)
  return sum
}

/** Solves the normal equations by Cholesky's decomposition, with a little weight that keeps coefficients small where samples say nothing. */
function leastSquares(
  rows: readonly (readonly number[])[],
  wanted: readonly number[],
  weights: readonly number[],
): number[] {
  const n = 10
  const a = new Float64Array(n * n)
  const b = new Float64Array(n)
  rows.forEach((row, r) => {
    const w = weights[r] as number
    if (w === 0) return
    for (let i = 0; i < n; i++) {
      const wi = w * (row[i] as number)
      b[i] = (b[i] as number) + wi * (wanted[r] as number)
      for (let j = 0; j <= i; j++) a[i * n + j] = (a[i * n + j] as number) + wi * (row[j] as number)
    }
  })
  for (let i = 1; i < n; i++) a[i * n + i] = (a[i * n + i] as number) + 1e-3 * rows.length
  for (let i = 0; i < n; i++)
    for (let j = 0; j <= i; j++) {
      let sum = a[i * n + j] as number
      for (let k = 0; k < j; k++) sum -= (a[i * n + k] as number) * (a[j * n + k] as number)
      a[i * n + j] = i === j ? Math.sqrt(Math.max(1e-12, sum)) : sum / (a[j * n + j] as number)
    }
  for (let i = 0; i < n; i++) {
    let sum = b[i] as number
    for (let k = 0; k < i; k++) sum -= (a[i * n + k] as number) * (b[k] as number)
    b[i] = sum / (a[i * n + i] as number)
  }
  for (let i = n - 1; i >= 0; i--) {
    let sum = b[i] as number
    for (let k = i + 1; k < n; k++) sum -= (a[k * n + i] as number) * (b[k] as number)
    b[i] = sum / (a[i * n + i] as number)
  }
  return [...b]
}

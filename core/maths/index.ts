// Elementary functions whose last bits are the same in every engine: the language leaves those of its own to whoever builds it. Sums and products of doubles
// are exact by IEC 60559, so these are too. After fdlibm (Sun Microsystems, freely granted), with polynomials and reductions as published there.

const LN2_HIGH = 6.9314718036912381649e-1
const LN2_LOW = 1.90821492927058770002e-10
const LOG2_E = 1.4426950408889634

const double = new Float64Array(1)
const words = new Uint32Array(double.buffer)
/** Which of the two words holds sign and exponent. */
const HIGH = ((double[0] = 1), words[1] === 0x3ff00000 ? 1 : 0)

/** x * 2^k, rounded once. */
function scaled(x: number, k: number): number {
  if (k > 1023) return k > 2046 ? x * Infinity : scaled(x * 2 ** 1023, k - 1023)
  if (k < -1022) return k < -2100 ? x * 0 : scaled(x * 2 ** -1022, k + 1022)
  double[0] = 0
  words[HIGH] = (k + 1023) << 20
  return x * (double[0] as number)
}

/** The exponent k and the fraction m in [sqrt(1/2), sqrt(2)) of a positive number: x = m * 2^k. */
function taken(x: number): [k: number, m: number] {
  let shift = 0
  if (x < 2 ** -1022) {
    x *= 2 ** 54
    shift = -54
  }
  double[0] = x
  const high = words[HIGH] as number
  let k = (high >>> 20) - 1023 + shift
  words[HIGH] = (high & 0xfffff) | 0x3ff00000
  let m = double[0] as number
  if (m > Math.SQRT2) {
    m *= 0.5
    k++
  }
  return [k, m]
}

/** sin on [-pi/4, pi/4]; y is the tail of x. */
function sinKernel(x: number, y: number): number {
  const z = x * x
  const r =
    8.33333333332248946124e-3 +
    z *
      (-1.98412698298579493134e-4 +
        z * (2.75573137070700676789e-6 + z * (-2.50507602534068634195e-8 + z * 1.58969099521155010221e-10)))
  const v = z * x
  return x - (z * (0.5 * y - v * r) - y - v * -1.66666666666666324348e-1)
}

/** cos on [-pi/4, pi/4]; y is the tail of x. */
function cosKernel(x: number, y: number): number {
  const z = x * x
  const r =
    z *
    (4.16666666666666019037e-2 +
      z *
        (-1.38888888888741095749e-3 +
          z *
            (2.48015872894767294178e-5 +
              z *
                (-2.75573143513906633035e-7 +
                  z * (2.0875723212981748279e-9 + z * -1.13596475577881948265e-11)))))
  const half = 0.5 * z
  const w = 1 - half
  return w + (1 - w - half + (z * r - x * y))
}

/** x less a whole number n of quarter turns, as a sum of two, by three parts of pi/2; beyond 2^20 quarter turns the angle is brought down first. */
function reduced(x: number): [n: number, high: number, low: number] {
  if (Math.abs(x) <= Math.PI / 4) return [0, x, 0]
  const near = Math.abs(x) < 1.6e6 ? x : x % (2 * Math.PI)
  const n = Math.round(near * (2 / Math.PI))
  let r = near - n * 1.57079632673412561417
  let w = n * 6.07710050650619224932e-11
  let high = r - w
  // What cancelled is made good from the next parts.
  if (Math.abs(high) < Math.abs(near) * 2 ** -16) {
    const t = r
    w = n * 6.0771005063039659766e-11
    r = t - w
    w = n * 2.02226624879595063154e-21 - (t - r - w)
    high = r - w
  }
  return [n & 3, high, r - high - w]
}

function sin(x: number): number {
  const [n, a, b] = reduced(x)
  if (n === 0) return sinKernel(a, b)
  if (n === 1) return cosKernel(a, b)
  return n === 2 ? -sinKernel(a, b) : -cosKernel(a, b)
}

function cos(x: number): number {
  const [n, a, b] = reduced(x)
  if (n === 0) return cosKernel(a, b)
  if (n === 1) return -sinKernel(a, b)
  return n === 2 ? -cosKernel(a, b) : sinKernel(a, b)
}

function tan(x: number): number {
  const [n, a, b] = reduced(x)
  const [s, c] = [sinKernel(a, b), cosKernel(a, b)]
  return n & 1 ? -c / s : s / c
}

function exp(x: number): number {
  if (!(x < 709.79)) return x > 0 ? Infinity : NaN
  if (x < -745.14) return 0
  const k = Math.round(x * LOG2_E)
  const high = x - k * LN2_HIGH
  const low = k * LN2_LOW
  const r = high - low
  const t = r * r
  const c =
    r -
    t *
      (1.66666666666666019037e-1 +
        t *
          (-2.77777777770155933842e-3 +
            t *
              (6.61375632143793436117e-5 + t * (-1.6533902205465251539e-6 + t * 4.13813679705723846039e-8))))
  return scaled(1 - (low - (r * c) / (2 - c) - high), k)
}

/** The logarithm of 1 + f for f in [sqrt(1/2) - 1, sqrt(2) - 1), as f less a correction. */
function logTail(f: number): number {
  const s = f / (2 + f)
  const z = s * s
  const w = z * z
  const odd = w * (3.999999999940941908e-1 + w * (2.222219843214978396e-1 + w * 1.531383769920937332e-1))
  const even =
    z *
    (6.66666666666673513e-1 +
      w * (2.857142874366239149e-1 + w * (1.818357216161805012e-1 + w * 1.479819860511658591e-1)))
  const half = 0.5 * f * f
  return half - s * (half + odd + even)
}

function log(x: number): number {
  if (!(x > 0)) return x === 0 ? -Infinity : NaN
  if (x === Infinity) return x
  const [k, m] = taken(x)
  const f = m - 1
  return k * LN2_HIGH - (logTail(f) - k * LN2_LOW - f)
}

function log2(x: number): number {
  if (!(x > 0)) return x === 0 ? -Infinity : NaN
  if (x === Infinity) return x
  const [k, m] = taken(x)
  const f = m - 1
  return k + (f - logTail(f)) * LOG2_E
}

/** x^n for a whole n, by squaring. */
function wholePower(x: number, n: number): number {
  let [result, base, left] = [1, x, Math.abs(n)]
  while (left > 0) {
    if (left & 1) result *= base
    left >>>= 1
    if (left) base *= base
  }
  return n < 0 ? 1 / result : result
}

/** x^y; relative error below 5e-15 for results between 1e-9 and 1e9. */
function pow(x: number, y: number): number {
  if (y === 2) return x * x
  if (Number.isInteger(y) && Math.abs(y) <= 1074) return x === 2 ? scaled(1, y) : wholePower(x, y)
  if (y === 0.5) return Math.sqrt(x)
  if (x === 0) return y > 0 ? 0 : Infinity
  if (!(x > 0)) return NaN
  if (x === 1) return 1
  const t = y * log2(x)
  const n = Math.round(t)
  return scaled(exp((t - n) * Math.LN2), n)
}

function cbrt(x: number): number {
  if (x === 0 || !Number.isFinite(x)) return x
  const a = Math.abs(x)
  const t = pow(a, 1 / 3)
  const root = t - (t * t * t - a) / (3 * t * t)
  return x < 0 ? -root : root
}

const ATAN_HIGH = [
  4.63647609000806093515e-1, 7.85398163397448278999e-1, 9.82793723247329054082e-1, 1.570796326794896558,
]
const ATAN_LOW = [
  2.26987774529616870924e-17, 3.06161699786838301793e-17, 1.39033110312309984516e-17,
  6.12323399573676603587e-17,
]

/** The arc tangent of a number that is not negative. */
function atan(x: number): number {
  let [id, t] = [-1, x]
  if (x >= 0.4375) {
    if (x < 0.6875) [id, t] = [0, (2 * x - 1) / (2 + x)]
    else if (x < 1.1875) [id, t] = [1, (x - 1) / (x + 1)]
    else if (x < 2.4375) [id, t] = [2, (x - 1.5) / (1 + 1.5 * x)]
    else [id, t] = [3, -1 / x]
  }
  const z = t * t
  const w = z * z
  const even =
    z *
    (3.33333333333329318027e-1 +
      w *
        (1.42857142725034663711e-1 +
          w *
            (9.09088713343650656196e-2 +
              w *
                (6.66107313738753120669e-2 +
                  w * (4.97687799461593236017e-2 + w * 1.62858201153657823623e-2)))))
  const odd =
    w *
    (-1.99999999998764832476e-1 +
      w *
        (-1.1111110405462355788e-1 +
          w *
            (-7.69187620504482999495e-2 + w * (-5.83357013379057348645e-2 + w * -3.6531572744216915527e-2))))
  if (id < 0) return t - t * (even + odd)
  return (ATAN_HIGH[id] as number) - (t * (even + odd) - (ATAN_LOW[id] as number) - t)
}

function atan2(y: number, x: number): number {
  if (Number.isNaN(x) || Number.isNaN(y)) return NaN
  if (y === 0) return x > 0 || Object.is(x, 0) ? y : Object.is(y, -0) ? -Math.PI : Math.PI
  if (x === 0) return y > 0 ? Math.PI / 2 : -Math.PI / 2
  const ratio = Math.abs(y / x)
  const angle = ratio === Infinity ? Math.PI / 2 : Number.isNaN(ratio) ? Math.PI / 4 : atan(ratio)
  // 1.22e-16 is what Math.PI leaves of pi.
  const full = x > 0 ? angle : Math.PI - (angle - 1.2246467991473531772e-16)
  return y > 0 ? full : -full
}

/** The length of (x, y, z); for numbers whose squares are neither too large nor too small. */
const hypot = (x: number, y: number, z = 0): number => Math.sqrt(x * x + y * y + z * z)

export const maths = { sin, cos, tan, exp, log, log2, pow, cbrt, atan2, hypot }

import { apply, invert, type Matrix3, multiply, type Triple } from '../matrix'

/** Linear Rec. 709 to CIE XYZ (D65), and back: ITU-R BT.709 primaries. */
const RGB_TO_XYZ: Matrix3 = [
  0.4123908, 0.35758434, 0.18048079, 0.21263901, 0.71516868, 0.07219232, 0.01933082, 0.11919478, 0.95053215,
]
/** Bradford cone responses (Lam 1985). */
const BRADFORD: Matrix3 = [0.8951, 0.2664, -0.1614, -0.7502, 1.7135, 0.0367, 0.0389, -0.0685, 1.0296]

/**
 * CIE 1960 (u, v) of a black body, for 1,000 to 15,000 K (Krystek 1985, error below 8e-5).
 */
export function blackBodyUv(kelvin: number): [u: number, v: number] {
  const t = kelvin
  const u =
    (0.860117757 + 1.54118254e-4 * t + 1.28641212e-7 * t * t) /
    (1 + 8.42420235e-4 * t + 7.08145163e-7 * t * t)
  const v =
    (0.317398726 + 4.22806245e-5 * t + 4.20481691e-8 * t * t) /
    (1 - 2.89741816e-5 * t + 1.61456053e-7 * t * t)
  return [u, v]
}

const NEUTRAL_MIRED = 1e6 / 6504

/**
 * The white-balance matrix on linear Rec. 709: white moves along the black-body line by `temperature` mired (positive is
 * warmer) and across it by `tint` thousandths of CIE 1960 v (positive is towards magenta). Bradford adaptation; luminance of
 * white is kept; (0, 0) gives the identity to rounding.
 */
export function whiteBalance(temperature: number, tint: number): Matrix3 {
  const [u0, v0] = blackBodyUv(1e6 / NEUTRAL_MIRED)
  const [u1, v1] = blackBodyUv(1e6 / (NEUTRAL_MIRED + temperature))
  const white: Triple = apply(RGB_TO_XYZ, [1, 1, 1])
  // The move is made from the true white point, so that neutral is exact although D65 lies beside the line.
  const [wu, wv] = uvOf(white)
  const target = fromUv(wu + u1 - u0, wv + v1 - v0 - tint / 1000)
  const from = apply(BRADFORD, white)
  const to = apply(BRADFORD, target)
  const scale: Matrix3 = [to[0] / from[0], 0, 0, 0, to[1] / from[1], 0, 0, 0, to[2] / from[2]]
  const cones = multiply(multiply(invert(BRADFORD), scale), BRADFORD)
  return multiply(multiply(invert(RGB_TO_XYZ), cones), RGB_TO_XYZ)
}

function uvOf([x, y, z]: Triple): [number, number] {
  const d = x + 15 * y + 3 * z
  return [(4 * x) / d, (6 * y) / d]
}

function fromUv(u: number, v: number): Triple {
  const x = (3 * u) / (2 * u - 8 * v + 4)
  const y = (2 * v) / (2 * u - 8 * v + 4)
  return [x / y, 1, (1 - x - y) / y]
}

/** Rec. 709 luminance weights. */
export const LUMA: Triple = [0.2126, 0.7152, 0.0722]

import type { Plane, Size } from '../frame'
import type { Kernels } from './kernels'

/** Numbers of a point of a registration: place u, v; value; slopes along u and v; weight; two spare. */
export const POINT_NUMBERS = 8
/** Rows and columns of the sums: the derivatives by eight parameters, the picture's value, 1, the error, 0. */
export const SUM_SIDE = 12

/** A plane of half the size (rounded up) under [1 3 3 1]/8 both ways, borders held. */
export function halved(k: Kernels, src: Plane): Plane {
  const out = k.plane((src.width + 1) >> 1, (src.height + 1) >> 1)
  k.scratch(src.width * 4 + 16, ({ at }) =>
    k.raw.halve(out.block.at, src.block.at, src.width, src.height, at),
  )
  return out
}

/** A plane of (sample - black) * scale from samples of a byte each, whose rows begin every `stride` bytes. */
export function levelled(
  k: Kernels,
  { width, height }: Size,
  samples: Uint8Array,
  stride: number,
  black: number,
  scale: number,
): Plane {
  const out = k.plane(width, height)
  k.scratch(width * height + 16, (block) => {
    const bytes = k.bytes(block)
    for (let y = 0; y < height; y++) bytes.set(samples.subarray(y * stride, y * stride + width), y * width)
    k.raw.levelled(out.block.at, block.at, width * height, black, scale)
  })
  return out
}

export interface Sums {
  /** SUM_SIDE x SUM_SIDE, of which the blocks of four on and above the diagonal are filled. */
  sums: Float32Array
  /** |error| of every point; -1 where the point has none. */
  errors: Float32Array
  /** Points that lie in the picture. */
  seen: number
}

/** A lens: a place seen at p from the centre lies at p (1 + bend |p|^2) without it; bend in 1 / pixel^2. */
export interface Lens {
  bend: number
  centre: readonly [number, number]
}

export interface Sampling {
  image: Plane
  /** Pixels of the image for one of the full-size picture. */
  zoom: number
  /** Places (u, v) to full-size pixels. */
  map: readonly number[]
  gain: number
  offset: number
  /** 1 / (c sigma)^2 of Tukey's weights; 0 counts every point alike. */
  strict: number
  /** Shares of the full-size picture that must not be looked at. */
  hold?: Plane | undefined
  /** How the lens bends; none unless given. */
  lens?: Lens | undefined
  /** Values between pixels by a cubic spline instead of linearly. */
  cubic?: boolean
}

/**
 * One round of a registration: sums of what each point of a template (POINT_NUMBERS each) sees in a picture, for its normal equations; see
 * core/kernels/assembly/track.ts.
 */
export function registrationSums(
  k: Kernels,
  points: Float32Array,
  { image, zoom, map, gain, offset, strict, hold, lens, cubic = false }: Sampling,
): Sums {
  const n = points.length / POINT_NUMBERS
  const table = SUM_SIDE * SUM_SIDE
  return k.scratch((table + 16 + points.length + n) * 4, (block) => {
    const floats = k.floats(block)
    floats.set([...map, gain, offset, strict, lens?.bend ?? 0, ...(lens?.centre ?? [0, 0])], table)
    floats.set(points, table + 16)
    const [at, list] = [block.at, block.at + (table + 16) * 4]
    const { width = 0, height = 0 }: Partial<Size> = hold ?? {}
    const seen = k.raw.register(
      ...([at, list, n, image.block.at, image.width, image.height, zoom, at + table * 4] as const),
      ...([hold?.block.at ?? 0, width, height, list + points.length * 4, cubic] as const),
    )
    const start = table + 16 + points.length
    return { sums: floats.slice(0, table), errors: floats.slice(start, start + n), seen }
  })
}

/** A colour that is looked for: its Oklab a and b, the distance within which a pixel is taken in full, and over which it then falls off. */
export interface ColourSample {
  a: number
  b: number
  reach: number
  soft: number
}

/** The matte of colours that lie near one of `plus` and near none of `minus`; `lab` holds Oklab pixels. */
export function nearColours(
  k: Kernels,
  lab: { width: number; height: number; block: { at: number } },
  plus: readonly ColourSample[],
  minus: readonly ColourSample[],
): Plane {
  const out = k.plane(lab.width, lab.height)
  const list = [...plus, ...minus].flatMap(({ a, b, reach, soft }) => [a, b, reach, 1 / Math.max(soft, 1e-4)])
  k.scratch(list.length * 4 + 16, (block) => {
    k.floats(block).set(list)
    const n = lab.width * lab.height
    k.raw.nearColours(out.block.at, lab.block.at, n, block.at, plus.length, plus.length + minus.length)
  })
  return out
}

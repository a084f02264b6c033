import type { Frame, Plane, Size } from '../frame'
import type { Kernels } from './kernels'
import { placesOf } from './tones'

/** Which channel a screen lies in, and the two beside it; and their shares of it. */
export interface ScreenAxis {
  channel: number
  others: readonly [number, number]
  shares: readonly [number, number]
}

/** Maps are bytes by rows, 0 or 1. */
type ByteMap = Uint8Array

const area = ({ width, height }: Size) => width * height

/**
 * Fills in what is not known, smoothly: a frame that holds colours times their weights, and the weights (0 to 1) as alpha, gets a weight of 1 everywhere, in place. The push-pull of Gortler et al.,
 * "The Lumigraph" (1996): sums of 2 x 2 upwards, brought down to a weight of 1; downwards what a weight lacks is taken from the level above, bilinear. Where nothing is known at all it stays empty.
 */
export function fillIn(k: Kernels, frame: Frame): void {
  const coarse = k.frame((frame.width + 1) >> 1, (frame.height + 1) >> 1)
  k.raw.pullLevel(coarse.block.at, coarse.width, coarse.height, frame.block.at, frame.width, frame.height)
  fillLevels(k, coarse)
  k.raw.pushLevel(frame.block.at, frame.width, frame.height, coarse.block.at, coarse.width, coarse.height)
  k.free(coarse)
}

/** Fills every level from this one upwards, and comes back down to it. */
function fillLevels(k: Kernels, fine: Frame): void {
  if (fine.width > 1 || fine.height > 1) return fillIn(k, fine)
  const weight = fine.data[3] as number
  if (weight > 0) for (let c = 0; c < 4; c++) fine.data[c] = (fine.data[c] as number) / weight
}

/** The same from colours and their weights (0 to 1), for some places alone: those of `to` get what is filled in. */
export function fillFrom(
  k: Kernels,
  { width, height, block: { at } }: Frame,
  weights: Plane,
  to: Frame,
  places: Uint32Array,
): void {
  const coarse = k.frame((width + 1) >> 1, (height + 1) >> 1)
  const [level, w, h] = [coarse.block.at, coarse.width, coarse.height]
  k.raw.pullWeighted(level, w, h, at, weights.block.at, width, height)
  fillCoarser(k, coarse, width, places)
  withPlaces(k, places, (list) =>
    k.raw.fillAt(to.block.at, at, weights.block.at, width, list, places.length, level, w, h),
  )
  k.free(coarse)
}

/** Fills in of a level what places of the finer one ask of it. */
function fillCoarser(k: Kernels, level: Frame, width: number, places: Uint32Array): void {
  const { width: w, height: h } = level
  if (w === 1 && h === 1) return fillLevels(k, level)
  const map = k.scratch(w * h, (block) => {
    const bytes = k.bytes(block, w * h).fill(0)
    withPlaces(k, places, (list) => k.raw.coarserOf(block.at, w, h, list, places.length, width))
    return bytes.slice()
  })
  const asked = placesOf(k, map)
  const coarse = k.frame((w + 1) >> 1, (h + 1) >> 1)
  k.raw.pullLevel(coarse.block.at, coarse.width, coarse.height, level.block.at, w, h)
  fillLevels(k, coarse)
  withPlaces(k, asked, (list) =>
    k.raw.pushAt(level.block.at, w, list, asked.length, coarse.block.at, coarse.width, coarse.height),
  )
  k.free(coarse)
}

function withPlaces(k: Kernels, places: Uint32Array, use: (list: number) => void): void {
  k.scratch(places.length * 4 + 4, (block) => {
    k.words(block).set(places)
    use(block.at)
  })
}

/** A grid of colours (`r g b a` a knot, one knot more across and down than whole cells), bilinear between. */
export function spreadGrid(
  k: Kernels,
  { width, height }: Size,
  { knots, cols, cell }: { knots: Float32Array; cols: number; cell: number },
): Frame {
  const out = k.frame(width, height)
  k.scratch(knots.length * 4, (block) => {
    k.floats(block).set(knots)
    k.raw.spreadGrid(out.block.at, width, height, block.at, cols, cell)
  })
  return out
}

/** What a picture is as times of another, filled in smoothly where a map is 0. Times that other one it is that picture again where the map is 1. */
export function smoothRatios(k: Kernels, src: Frame, by: Frame, map: ByteMap): Frame {
  const out = k.frame(src.width, src.height)
  k.scratch(area(src), (block) => {
    k.bytes(block).set(map)
    k.raw.ratios(out.block.at, src.block.at, by.block.at, block.at, area(src))
  })
  fillIn(k, out)
  k.raw.multiplyBy(out.block.at, by.block.at, area(src))
  return out
}

/** How far the channel of a screen stands out above the larger of the others, as a share of how far it does in the empty screen. */
export function screenShare(k: Kernels, src: Frame, plate: Frame, { channel, others }: ScreenAxis): Plane {
  const out = k.plane(src.width, src.height)
  k.raw.screenShare(out.block.at, src.block.at, plate.block.at, area(src), channel, ...others)
  return out
}

/** Where the mean of 3 x 3 has the shares of a screen within `radius`, and its channel is over `dark`. */
export function likeScreen(
  k: Kernels,
  src: Frame,
  { channel, others, shares }: ScreenAxis,
  { radius, dark }: { radius: number; dark: number },
): ByteMap {
  const { width, height } = src
  return k.scratch(area(src) + 32, (block) => {
    const map = block.at + 16
    k.raw.likeScreen(
      ...([map, src.block.at, width, height, channel, ...others, ...shares] as const),
      radius * radius,
      9 * dark,
      block.at,
    )
    return k.bytes(block).slice(16, 16 + area(src))
  })
}

/** What is sorted by how it lies to a light over the screen. */
export interface Sorted {
  known: ByteMap
  solid: ByteMap
  shaded: ByteMap
}

/**
 * Sorts places by how much of a screen's light they have: of what is known that outside of `within` is not; of the rest what has less than `solid` is solid, and what has more than `shade` and the shares
 * of the screen within `radius` lies in shade.
 */
export function sortScreen(
  k: Kernels,
  src: Frame,
  lit: Frame,
  axis: ScreenAxis,
  options: {
    known: ByteMap
    radius: number
    within: readonly [number, number]
    solid: number
    shade: number
  },
): Sorted {
  const n = area(src)
  const { known, radius, within, solid, shade } = options
  return k.scratch(3 * n, (block) => {
    const bytes = k.bytes(block)
    bytes.set(known)
    const { channel, others, shares } = axis
    k.raw.sortScreen(
      ...([block.at, block.at + n, block.at + 2 * n, src.block.at, lit.block.at, n] as const),
      ...([channel, ...others, ...shares, radius * radius, ...within, solid, shade] as const),
    )
    return {
      known: bytes.slice(0, n),
      solid: bytes.slice(n, 2 * n),
      shaded: bytes.slice(2 * n, 3 * n),
    }
  })
}

/** A map grown by a square of so many places on each side. */
export function growMap(k: Kernels, { width, height }: Size, map: ByteMap, by: number): ByteMap {
  const n = width * height
  return k.scratch(3 * n + width + 2 * FURTHEST + 96, (block) => {
    const [from, rows, line] = [block.at, block.at + 2 * n, block.at + 3 * n + 16]
    const bytes = k.bytes(block)
    bytes.set(map)
    let done = 0
    do {
      const step = Math.min(FURTHEST, by - done)
      k.raw.growMap(from + n, from, width, height, step, rows, line)
      if ((done += step) < by) bytes.copyWithin(0, n, 2 * n)
    } while (done < by)
    return bytes.slice(n, 2 * n)
  })
}

/** The kernel counts in bytes. */
const FURTHEST = 127

/** The sampled Gaussian of sigma 0.8 over seven places, its sum 1: the middle first. */
const KERNEL = [0.49868, 0.22831, 0.02191, 0.00044] as const

/** A plane blurred by a Gaussian of sigma 0.8, the border's values going on. */
export function blurPlane(k: Kernels, src: Plane): Plane {
  const { width, height } = src
  const out = k.plane(width, height)
  k.scratch(width * height * 4, (rows) =>
    k.raw.blurPlane(out.block.at, src.block.at, width, height, ...KERNEL, rows.at),
  )
  return out
}

/** What is in front of an empty screen, times alpha: max(0, seen - (1 - alpha) screen). */
export function unmix(k: Kernels, src: Frame, plate: Frame, alpha: Plane): Frame {
  const out = k.frame(src.width, src.height)
  k.raw.unmix(out.block.at, src.block.at, plate.block.at, alpha.block.at, area(src))
  return out
}

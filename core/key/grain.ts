import { LUMA } from '../colour'
import type { Frame } from '../frame'
import { medianOf } from './colour'

/** Blocks of so many pixels a side; about so many of them are looked at, across. */
const [BLOCK, ACROSS] = [16, 24]
/** Codes between which grain shows. */
const [DARK, BRIGHT] = [0.12, 0.92]
/** The quietest share of blocks is grain alone; the others have texture as well. */
const QUIET = 0.3
/** Grain is wider than a pixel: differences are taken so far apart. */
const LAG = 2
/** What they leave of grain that is 1.6 pixels wide, against noise of single pixels. */
const LEFT = 0.485
/** A stop of grain moves a code (the root of light) by so many times itself. */
const CODES = Math.LN2 / 2

/**
 * How grainy a picture (premultiplied) is, in stops as the step Grain has them: of blocks that are opaque, the mean of |second difference both ways, two pixels apart| (after Immerkær, "Fast Noise Variance Estimation", 1996) against their own
 * code; of the quieter of them the median, so that texture does not count. 0 where too little is to be seen.
 */
export function grainIn({ width, height, data }: Frame): number {
  const apart = Math.max(BLOCK, Math.floor(width / ACROSS))
  const found: number[] = []
  for (let y = 0; y + BLOCK <= height; y += apart)
    for (let x = 0; x + BLOCK <= width; x += apart) {
      const stops = grainOfBlock(data, width, x, y)
      if (stops !== undefined) found.push(stops)
    }
  if (found.length < 4) return 0
  found.sort((a, b) => a - b)
  return medianOf(found.slice(0, Math.max(1, Math.round(2 * QUIET * found.length))))
}

function grainOfBlock(data: Float32Array, width: number, x: number, y: number): number | undefined {
  const codes = new Float32Array(BLOCK * BLOCK)
  let sum = 0
  for (let v = 0; v < BLOCK; v++)
    for (let u = 0; u < BLOCK; u++) {
      const at = ((y + v) * width + x + u) * 4
      if ((data[at + 3] as number) < 0.99) return undefined
      const light =
        LUMA[0] * (data[at] as number) +
        LUMA[1] * (data[at + 1] as number) +
        LUMA[2] * (data[at + 2] as number)
      sum += codes[v * BLOCK + u] = Math.sqrt(Math.max(0, light))
    }
  const mean = sum / codes.length
  if (mean < DARK || mean > BRIGHT) return undefined
  let off = 0
  for (let v = LAG; v < BLOCK - LAG; v++)
    for (let u = LAG; u < BLOCK - LAG; u++) {
      const at = v * BLOCK + u
      off += Math.abs(bent(codes, at - LAG * BLOCK) - 2 * bent(codes, at) + bent(codes, at + LAG * BLOCK))
    }
  const asked = (BLOCK - 2 * LAG) * (BLOCK - 2 * LAG)
  const sigma = (Math.sqrt(Math.PI / 2) * off) / asked / 6
  return sigma / LEFT / mean / CODES
}

const bent = (codes: Float32Array, i: number) =>
  (codes[i - LAG] as number) - 2 * (codes[i] as number) + (codes[i + LAG] as number)

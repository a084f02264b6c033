import type { Frame, Plane } from '../frame'
import { maths } from '../maths'
import { gaussian } from './gaussian'
import type { Kernels } from './kernels'

const pixels = ({ width, height }: Frame) => width * height

/** Sobel slopes of luma a pixel: across, down, their length, and the alpha of the source. Borders are held. */
export function slopes(k: Kernels, src: Frame): Frame {
  const out = k.frame(src.width, src.height)
  k.raw.slopes(out.block.at, src.block.at, src.width, src.height)
  return out
}

export interface Screening {
  /** Distance between dots or lines in pixels of the frame. */
  pitch: number
  form: 'dots' | 'lines'
  /** Degrees, for r, g and b. */
  angles: readonly [number, number, number]
  /** Where the first pixel lies. */
  x: number
  y: number
}

/**
 * Screens a picture of straight values in [0, 1]: each channel becomes paper (1) where its screen lies above a threshold that is chosen so that paper covers as much of the area
 * as the value says. Edges are one pixel soft.
 */
export function halftone(k: Kernels, src: Frame, { pitch, form, angles, x, y }: Screening): Frame {
  const out = k.frame(src.width, src.height)
  k.scratch(48, (block) => {
    const turns = angles.flatMap((a) => [maths.cos((a * Math.PI) / 180), maths.sin((a * Math.PI) / 180)])
    k.floats(block).set([pitch, form === 'dots' ? 0 : 1, ...turns, x, y])
    k.raw.halftone(out.block.at, src.block.at, src.width, src.height, block.at)
  })
  return out
}

/** Brush strokes of about `radius` pixels that follow the edges: see core/kernels/assembly/local.ts. */
export function paint(k: Kernels, src: Frame, radius: number): Frame {
  const { mean, square } = moments(k, src, radius / 2)
  const out = k.frame(src.width, src.height)
  k.raw.paint(out.block.at, mean.block.at, square.block.at, src.width, src.height, radius)
  k.free(mean, square)
  return out
}

/** Local means of a picture and of its squares, under a Gaussian. */
function moments(k: Kernels, src: Frame, sigma: number): { mean: Frame; square: Frame } {
  const squared = k.frame(src.width, src.height)
  k.raw.squares(squared.block.at, src.block.at, pixels(src))
  const square = gaussian(k, squared, sigma, sigma, 'clamp')
  k.free(squared)
  return { mean: gaussian(k, src, sigma, sigma, 'clamp'), square }
}

/**
 * Smooths what varies little and leaves edges: each channel as its own guide (He, Sun and Tang 2013) under Gaussians of `sigma` pixels. `tolerance` is the deviation that counts as
 * an edge: of that deviation one half is kept. Alpha is that of the source.
 */
export function guided(k: Kernels, src: Frame, sigma: number, tolerance: number): Frame {
  const { mean, square } = moments(k, src, sigma)
  k.raw.guide(mean.block.at, square.block.at, pixels(src), maths.pow(Math.max(tolerance, 1e-5), 2))
  const b = gaussian(k, mean, sigma, sigma, 'clamp')
  k.free(mean)
  const a = gaussian(k, square, sigma, sigma, 'clamp')
  k.free(square)
  k.raw.guided(a.block.at, src.block.at, a.block.at, b.block.at, pixels(src))
  k.free(b)
  return a
}

/** For every pixel the picture at its level: 0 is the first, 1 the last, between them mixed. At least two pictures of one size. */
export function pick(k: Kernels, pictures: readonly Frame[], level: Plane): Frame {
  const out = k.frame(level.width, level.height)
  k.scratch(pictures.length * 4, (block) => {
    k.words(block).set(pictures.map((p) => p.block.at))
    k.raw.pick(out.block.at, block.at, pictures.length, level.block.at, pixels(out))
  })
  return out
}

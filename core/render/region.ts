import type { Area, Frame, Plane } from '../frame'
import { holdBy, type Kernels, showPlane } from '../kernels'
import { maths } from '../maths'
import { rasterise } from '../region'
import type { Canvas, Op } from './graph'
import type { Held } from './held'

/** The matte of a region: over several moments their mean. */
export function matteNode(
  k: Kernels,
  canvas: Canvas,
  op: Extract<Op, { kind: 'matte' }>,
  inputs: readonly Held[],
  area: Area,
): Plane {
  const pictures = inputs.map(({ picture, area: lies }) => ({ frame: picture as Frame, area: lies }))
  const options = { size: { width: canvas.width, height: canvas.height }, scale: canvas.scale, pictures }
  let mean: Plane | undefined
  op.moments.forEach((items, i) => {
    const matte = rasterise(k, area, items, op.invert, options)
    if (!mean) mean = matte
    else {
      // The mean of i + 1 is that of i, moved 1 / (i + 1) of the way to the next.
      const [to, quads] = [mean.block.at, Math.ceil(matte.data.length / 4)]
      k.raw.mix(to, to, matte.block.at, quads, 1 / (i + 1))
      k.free(matte)
    }
  })
  return mean ?? rasterise(k, area, [], op.invert, options)
}

/** How a region is looked at. */
export function showRegion(
  k: Kernels,
  { way, colour = [0, 0.4, 0.4], opacity = 0.5 }: Extract<Op, { kind: 'show' }>,
  matte: Plane,
  picture: Frame | undefined,
): Frame {
  if (way === 'matte' || !picture) return showPlane(k, matte)
  const out = k.frame(picture.width, picture.height)
  out.data.set(picture.data)
  if (way === 'black' || way === 'clear') {
    holdBy(k, out, matte)
    if (way === 'black') for (let i = 3; i < out.data.length; i += 4) out.data[i] = 1
    return out
  }
  const paint = way === 'edge' ? edgeOf(k, matte) : matte
  const share = way === 'edge' ? 1 : opacity
  for (let i = 0, at = 0; i < paint.data.length; i++, at += 4) {
    const s = (paint.data[i] as number) * share
    if (!(s > 0)) continue
    for (let c = 0; c < 3; c++)
      out.data[at + c] = (out.data[at + c] as number) * (1 - s) + (colour[c] as number) * s
    out.data[at + 3] = (out.data[at + 3] as number) * (1 - s) + s
  }
  if (paint !== matte) k.free(paint)
  return out
}

/** Where the matte passes one half: 1 on that line, falling off within a pixel and a half, by the matte's distance from one half over its slope. */
function edgeOf(k: Kernels, matte: Plane): Plane {
  const { width: w, height: h, data } = matte
  const out = k.plane(w, h)
  const at = (x: number, y: number) =>
    data[Math.min(h - 1, Math.max(0, y)) * w + Math.min(w - 1, Math.max(0, x))] as number
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      const slope = maths.hypot(at(x + 1, y) - at(x - 1, y), at(x, y + 1) - at(x, y - 1)) / 2
      const away = Math.abs(at(x, y) - 0.5) / Math.max(slope, 1e-6)
      out.data[y * w + x] = slope > 1e-4 ? Math.min(1, Math.max(0, 2 - away)) : 0
    }
  return out
}

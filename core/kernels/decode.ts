import { decodeSrgb, luminance2020, REFERENCE_WHITE, toRec709, type Transfer } from '../colour'
import { limitedScale, lumaWeights } from '../colour/ycbcr'
import type { Frame, Picture, RgbaPicture, YuvPicture } from '../frame'
import { maths } from '../maths'
import { premultiply, unpremultiply } from './channels'
import type { Kernels } from './kernels'

let lut: Float32Array | undefined

/**
 * A stored picture in linear light of the working primaries, premultiplied, at its own size. Exact to 1e-6 relative for sRGB, to 4e-6 for the other curves;
 * super-whites, super-blacks and what lies outside of Rec. 709 survive.
 */
export function decode(k: Kernels, picture: Picture): Frame {
  const plain = (picture.transfer ?? 'srgb') === 'srgb' && (picture.primaries ?? 'bt709') === 'bt709'
  const straight = picture.alpha !== 'premultiplied'
  if (picture.kind === 'yuv' && plain && !picture.a) return decodeYuv(k, picture, true)
  if (picture.kind === 'rgba' && plain && straight && picture.data instanceof Uint8Array)
    return decodeRgba(k, picture, picture.data)
  const frame = picture.kind === 'yuv' ? decodeYuv(k, picture, false) : widened(k, picture)
  if (picture.kind === 'yuv' && !picture.a) return linearised(k, frame, picture)
  // Light that was multiplied as light stays so: a glow without alpha is light, not nothing.
  if (!straight && picture.transfer === 'linear') return linearised(k, frame, picture)
  if (!straight) unpremultiply(k, frame)
  linearised(k, frame, picture)
  premultiply(k, frame)
  return frame
}

function decodeYuv(k: Kernels, p: YuvPicture, linear: boolean): Frame {
  const { kr, kb } = lumaWeights(p.matrix)
  const kg = 1 - kr - kb
  const s = limitedScale(p.bits, p.range)
  const cr = 2 * (1 - kr) * s.chroma
  const cb = 2 * (1 - kb) * s.chroma
  const factors = [s.luma, s.black, s.grey, cr, (-cb * kb) / kg, (-cr * kr) / kg, cb]
  const frame = k.frame(p.width, p.height)
  const rows = (p.width + 16) * 16
  const planes = [p.y, p.u, p.v, ...(p.a ? [p.a] : [])]
  const offsets = planes.map((_, i) =>
    planes.slice(0, i).reduce((sum, plane) => sum + pad(plane.byteLength), 64 + pad(rows)),
  )
  const size = planes.reduce((sum, plane) => sum + pad(plane.byteLength), 128 + pad(rows))
  k.scratch(size, (block) => {
    k.floats(block).set(factors)
    const bytes = k.bytes(block)
    planes.forEach((plane, i) => bytes.set(plane, offsets[i]))
    const { at } = block
    const [y, u, v, a] = offsets.map((offset) => at + offset) as [number, number, number, number]
    const [sx, sy] = p.subsampling
    const wide = p.bits === 8 ? 1 : 2
    const { width: w, height: h, strideY, strideC } = p
    k.raw.decodeYuv(frame.block.at, y, u, v, strideY, strideC, w, h, sx, sy, wide, linear, at, at + 64)
    if (p.a) k.raw.putAlpha(frame.block.at, a, strideY, w, h, wide, 0, 1 / (maths.pow(2, p.bits) - 1))
  })
  return frame
}

function decodeRgba(k: Kernels, p: RgbaPicture, data: Uint8Array): Frame {
  lut ??= Float32Array.from({ length: 256 }, (_, i) => decodeSrgb(i / 255))
  const table = lut
  const frame = k.frame(p.width, p.height)
  k.scratch(1024 + data.byteLength, (block) => {
    k.floats(block).set(table)
    k.bytes(block).set(data, 1024)
    k.raw.decodeRgba8(frame.block.at, block.at + 1024, p.width * p.height, block.at)
  })
  return frame
}

/** Stored R'G'B' and alpha as floats, white at 1. */
function widened(k: Kernels, { width, height, data }: RgbaPicture): Frame {
  if (data instanceof Float32Array) return k.frameOf(width, height, data)
  const frame = k.frame(width, height)
  k.scratch(data.byteLength + 16, (block) => {
    k.bytes(block).set(new Uint8Array(data.buffer, data.byteOffset, data.byteLength))
    if (data instanceof Uint16Array) k.raw.widenRgba16(frame.block.at, block.at, width * height)
    else k.raw.widenRgba8(frame.block.at, block.at, width * height)
  })
  return frame
}

const KINDS: Record<Transfer, { kind: number; exponent: number; scale: number }> = {
  srgb: { kind: 0, exponent: 1, scale: 1 },
  bt1886: { kind: 1, exponent: 2.4, scale: 1 },
  gamma22: { kind: 1, exponent: 2.2, scale: 1 },
  linear: { kind: 2, exponent: 1, scale: 1 },
  pq: { kind: 3, exponent: 1, scale: 10_000 / REFERENCE_WHITE },
  // The system gamma is 1.2; one of its factors is the light itself.
  hlg: { kind: 4, exponent: 0.2, scale: 1000 / REFERENCE_WHITE },
}

/** Straight code values to linear light of the working primaries, in place. */
function linearised(k: Kernels, frame: Frame, { transfer = 'srgb', primaries = 'bt709' }: Picture): Frame {
  const { kind, exponent, scale } = KINDS[transfer]
  k.scratch(64, (block) => {
    k.floats(block).set([...toRec709(primaries), ...luminance2020(), exponent, scale])
    k.raw.linearise(frame.block.at, frame.width * frame.height, kind, block.at)
  })
  return frame
}

/** Rounded up to a multiple of 64. */
function pad(bytes: number): number {
  return (bytes + 63) & ~63
}

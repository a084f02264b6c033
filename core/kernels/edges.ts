import type { Frame, Picture, RgbaPicture, Size, YuvPicture } from '../frame'
import { decodeSrgb } from '../colour'
import { limitedScale, lumaWeights } from '../colour/ycbcr'
import type { Kernels } from './kernels'
import { runProgram } from './program'

let lut: Float32Array | undefined

/** A stored picture in linear light, at its own size. Exact to 1e-6 relative; super-whites and super-blacks survive. */
export function decode(k: Kernels, picture: Picture): Frame {
  return picture.kind === 'yuv' ? decodeYuv(k, picture) : decodeRgba(k, picture)
}

function decodeYuv(k: Kernels, p: YuvPicture): Frame {
  const { kr, kb } = lumaWeights(p.matrix)
  const kg = 1 - kr - kb
  const s = limitedScale(p.bits, p.range)
  const cr = 2 * (1 - kr) * s.chroma
  const cb = 2 * (1 - kb) * s.chroma
  const factors = [s.luma, s.black, s.grey, cr, (-cb * kb) / kg, (-cr * kr) / kg, cb]
  const frame = k.frame(p.width, p.height)
  const rows = (p.width + 16) * 16
  const [ny, nu, nv] = [pad(p.y.byteLength), pad(p.u.byteLength), pad(p.v.byteLength)]
  k.scratch(128 + pad(rows) + ny + nu + nv, (block) => {
    k.floats(block).set(factors)
    const bytes = k.bytes(block)
    const y = 64 + pad(rows)
    bytes.set(p.y, y)
    bytes.set(p.u, y + ny)
    bytes.set(p.v, y + ny + nu)
    const at = block.at
    const planes = [at + y, at + y + ny, at + y + ny + nu] as const
    const [sx, sy] = p.subsampling
    const wide = p.bits === 8 ? 1 : 2
    const { width: w, height: h, strideY, strideC } = p
    k.raw.decodeYuv(frame.block.at, ...planes, strideY, strideC, w, h, sx, sy, wide, at, at + 64)
  })
  return frame
}

function decodeRgba(k: Kernels, p: RgbaPicture): Frame {
  lut ??= Float32Array.from({ length: 256 }, (_, i) => decodeSrgb(i / 255))
  const table = lut
  const frame = k.frame(p.width, p.height)
  k.scratch(1024 + p.data.byteLength, (block) => {
    k.floats(block).set(table)
    k.bytes(block).set(p.data, 1024)
    k.raw.decodeRgba8(frame.block.at, block.at + 1024, p.width * p.height, block.at)
  })
  return frame
}

/**
 * 8-bit sRGB, rounded to nearest: with straight alpha, or over black and opaque. Values are limited to [0, 1] here and only here.
 * @param into memory to use if it has the right size
 */
export function encodeRgba8(
  k: Kernels,
  frame: Frame,
  alpha: 'straight' | 'opaque',
  into?: ArrayBuffer,
): Uint8Array<ArrayBuffer> {
  const n = frame.width * frame.height
  return k.scratch(n * 4 + 16, (block) => {
    k.raw.encodeRgba8(block.at, frame.block.at, n, alpha === 'straight')
    const out = room(n * 4, into)
    out.set(k.bytes(block, n * 4))
    return out
  })
}

/** Memory of this many bytes: what is offered, where it fits exactly. */
const room = (bytes: number, offered?: ArrayBuffer) =>
  new Uint8Array(offered?.byteLength === bytes ? offered : new ArrayBuffer(bytes))

/** Where light bends when it is not simply cut at white. */
const KNEE = 0.7

/** Brings light above white gently below it, in place; see the shoulder of colour programs. */
export function soften(k: Kernels, frame: Frame): void {
  runProgram(k, frame, [{ op: 'shoulder', knee: KNEE }], frame)
}

/** 16-bit sRGB with straight alpha, rounded to nearest. */
export function encodeRgba16(k: Kernels, frame: Frame): Uint16Array {
  const n = frame.width * frame.height
  return k.scratch(n * 8, (block) => {
    k.raw.encodeRgba16(block.at, frame.block.at, n)
    return new Uint16Array(k.bytes(block, n * 8).slice().buffer)
  })
}

/** How planes store a picture. */
export type YuvLayout = Pick<YuvPicture, 'bits' | 'subsampling' | 'matrix' | 'range'>

const I420: YuvLayout = { bits: 8, subsampling: [1, 1], matrix: 'bt709', range: 'limited' }

/**
 * 8-bit BT.709 limited-range 4:2:0 over black: luma, then Cb, then Cr, without padding: width * height bytes, then twice
 * ceil(width / 2) * ceil(height / 2).
 */
export const encodeI420 = (k: Kernels, frame: Frame, into?: ArrayBuffer): Uint8Array<ArrayBuffer> =>
  encodePlanes(k, frame, I420, into)

/** A frame over black as Y'CbCr planes of any layout, each code rounded to nearest; subsampled chroma is sited left. */
export function encodeYuv(k: Kernels, frame: Frame, layout: YuvLayout): YuvPicture {
  const { width, height } = frame
  const wide = layout.bits === 8 ? 1 : 2
  const bytes = encodePlanes(k, frame, layout)
  const [luma, chroma] = planeSizes(frame, layout)
  return {
    ...{ kind: 'yuv', width, height, ...layout },
    ...{
      y: bytes.subarray(0, luma),
      u: bytes.subarray(luma, luma + chroma),
      v: bytes.subarray(luma + chroma),
    },
    ...{ strideY: width * wide, strideC: ((width + layout.subsampling[0]) >> layout.subsampling[0]) * wide },
  }
}

/** Bytes of the luma plane and of each chroma plane. */
function planeSizes({ width, height }: Size, { bits, subsampling: [sx, sy] }: YuvLayout): [number, number] {
  const wide = bits === 8 ? 1 : 2
  return [width * height * wide, ((width + sx) >> sx) * ((height + sy) >> sy) * wide]
}

function encodePlanes(
  k: Kernels,
  frame: Frame,
  layout: YuvLayout,
  into?: ArrayBuffer,
): Uint8Array<ArrayBuffer> {
  const { width, height } = frame
  const { kr, kb } = lumaWeights(layout.matrix)
  const s = limitedScale(layout.bits, layout.range)
  const [toY, toU, toV] = [1 / s.luma, 1 / s.chroma / (2 * (1 - kb)), 1 / s.chroma / (2 * (1 - kr))]
  const kg = 1 - kr - kb
  const factors = [
    ...[toY * kr, toY * kg, toY * kb, s.black],
    ...[-toU * kr, -toU * kg, toU * (1 - kb), s.grey],
    ...[toV * (1 - kr), -toV * kg, -toV * kb, 2 ** layout.bits - 1],
  ]
  const [luma, chroma] = planeSizes(frame, layout)
  // A row is written four samples at a time, so each plane has room behind it.
  const y = 64 + pad((width + 16) * 8)
  const u = y + pad(luma + 8)
  const v = u + pad(chroma + 8)
  return k.scratch(v + chroma + 8, (block) => {
    k.floats(block).set(factors)
    const { at } = block
    const [sx, sy] = layout.subsampling
    const wide = layout.bits === 8 ? 1 : 2
    k.raw.encodeYuv(at + y, at + u, at + v, frame.block.at, width, height, sx, sy, wide, at, at + 64)
    const bytes = k.bytes(block)
    const out = room(luma + 2 * chroma, into)
    out.set(bytes.subarray(y, y + luma))
    out.set(bytes.subarray(u, u + chroma), luma)
    out.set(bytes.subarray(v, v + chroma), luma + chroma)
    return out
  })
}

/** Rounded up to a multiple of 64. */
function pad(bytes: number): number {
  return (bytes + 63) & ~63
}

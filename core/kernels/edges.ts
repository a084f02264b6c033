import type { Frame, Size, YuvPicture } from '../frame'
import { limitedScale, lumaWeights } from '../colour/ycbcr'
import { maths } from '../maths'
import type { Kernels } from './kernels'
import { runProgram } from './program'

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
    kind: 'yuv',
    width,
    height,
    ...layout,
    y: bytes.subarray(0, luma),
    u: bytes.subarray(luma, luma + chroma),
    v: bytes.subarray(luma + chroma),
    strideY: width * wide,
    strideC: ((width + layout.subsampling[0]) >> layout.subsampling[0]) * wide,
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
    ...[toV * (1 - kr), -toV * kg, -toV * kb, maths.pow(2, layout.bits) - 1],
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

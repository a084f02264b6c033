import { encode as encodePng } from 'fast-png'
import { writeExr } from '../formats/exr'
import type { Frame } from '../frame'
import { bledStraight, encodeI420, encodeRgba16, encodeRgba8, type Kernels, soften } from '../kernels'
import type { Highlights } from '../render'
import type { DeliveredAlpha } from './delivery'

/** How a picture leaves the renderer: code values for the screen, a file, planes for an encoder, floats, or the first channel alone. */
export type PictureFormat =
  'rgba8' | 'png8' | 'png16' | 'exr16' | 'exr32' | 'i420' | 'i420a' | 'float' | 'matte'

export interface PictureEncoding {
  format: PictureFormat
  alpha: DeliveredAlpha
}

export type Codes = Uint8ClampedArray<ArrayBuffer> | Uint8Array<ArrayBuffer> | Float32Array<ArrayBuffer>

/**
 * A rendered picture as it leaves. The frame may be changed and stays the caller's. I420A is I420 and a fourth plane of alpha as large as luma; EXR, floats and mattes are linear light with nothing
 * cut; everything else is sRGB code values, light above white leaving as `highlights` says.
 * @param into memory for the result, used where it has the right size
 */
export async function encodePicture(
  k: Kernels,
  frame: Frame,
  { format, alpha }: PictureEncoding,
  highlights: Highlights,
  into?: ArrayBuffer,
): Promise<Codes> {
  const { width, height } = frame
  if (format === 'float') return frame.data.slice() as Float32Array<ArrayBuffer>
  if (format === 'matte') return firstChannel(frame, into)
  if (format === 'exr16' || format === 'exr32') {
    const data = alpha === 'none' ? opaque(frame) : frame.data
    return writeExr(frame, data, format === 'exr32' ? 'float' : 'half')
  }
  if (highlights === 'soft') soften(k, frame)
  if (format === 'i420') return encodeI420(k, frame, into)
  if (format === 'i420a') return withAlpha(k, frame, alpha, into)
  if (format === 'rgba8') return new Uint8ClampedArray(encodeRgba8(k, frame, 'straight', into).buffer)
  const deep = format === 'png16'
  const data = deep ? deepCodes(k, frame, alpha) : codes(k, frame, alpha)
  const png = encodePng({ width, height, data, channels: 4, depth: deep ? 16 : 8 }, { zlib: { level: 4 } })
  return markedSrgb(png as Uint8Array<ArrayBuffer>)
}

function firstChannel({ width, height, data }: Frame, into?: ArrayBuffer): Float32Array<ArrayBuffer> {
  const n = width * height
  const out = new Float32Array(into?.byteLength === n * 4 ? into : new ArrayBuffer(n * 4))
  for (let i = 0; i < n; i++) out[i] = data[i * 4] as number
  return out
}

function opaque({ data }: Frame): Float32Array {
  const out = data.slice()
  for (let i = 3; i < out.length; i += 4) out[i] = 1
  return out
}

function codes(k: Kernels, frame: Frame, alpha: DeliveredAlpha): Uint8Array {
  if (alpha === 'straight') return encodeRgba8(k, frame, 'straight')
  const data = encodeRgba8(k, frame, 'opaque')
  if (alpha === 'premultiplied') putAlpha(data, frame, 255)
  return data
}

function deepCodes(k: Kernels, frame: Frame, alpha: DeliveredAlpha): Uint16Array {
  if (alpha === 'straight') return encodeRgba16(k, frame)
  // Over black and opaque, so that colour is encoded as it is.
  const on = k.frameOf(frame.width, frame.height, opaque(frame))
  const data = encodeRgba16(k, on)
  k.free(on)
  if (alpha === 'premultiplied') putAlpha(data, frame, 65535)
  return data
}

function putAlpha(data: Uint8Array | Uint16Array, frame: Frame, full: number): void {
  for (let i = 3; i < data.length; i += 4)
    data[i] = Math.round(Math.min(1, Math.max(0, frame.data[i] as number)) * full)
}

/** Planes and alpha. Straight colour goes on where nothing is seen, so that what shares a chroma sample or a block with an edge is of its colour. */
function withAlpha(
  k: Kernels,
  frame: Frame,
  alpha: DeliveredAlpha,
  into?: ArrayBuffer,
): Uint8Array<ArrayBuffer> {
  const n = frame.width * frame.height
  const colour = alpha === 'straight' ? bledStraight(k, frame) : frame
  const planes = encodeI420(k, colour)
  if (colour !== frame) k.free(colour)
  const size = planes.length + n
  const out = new Uint8Array(into?.byteLength === size ? into : new ArrayBuffer(size))
  out.set(planes)
  for (let i = 0, at = planes.length; i < n; i++, at++)
    out[at] = Math.round(Math.min(1, Math.max(0, frame.data[i * 4 + 3] as number)) * 255)
  return out
}

/** The chunk that says that a PNG's colours are sRGB, with its check sum. */
const SRGB_CHUNK = [0, 0, 0, 1, 0x73, 0x52, 0x47, 0x42, 0, 0xae, 0xce, 0x1c, 0xe9]
/** Where it goes: behind the signature and the head. */
const AFTER_HEAD = 33

function markedSrgb(png: Uint8Array<ArrayBuffer>): Uint8Array<ArrayBuffer> {
  const out = new Uint8Array(png.length + SRGB_CHUNK.length)
  out.set(png.subarray(0, AFTER_HEAD))
  out.set(SRGB_CHUNK, AFTER_HEAD)
  out.set(png.subarray(AFTER_HEAD), AFTER_HEAD + SRGB_CHUNK.length)
  return out
}

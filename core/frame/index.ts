import type { CodeRange, Matrix, Primaries, Transfer } from '../colour'
import type { Block } from '../kernels/arena'

/** Width and height in pixels. */
export interface Size {
  width: number
  height: number
}

/** One picture in the arena: float32 RGBA, premultiplied, linear light, Rec. 709 primaries; row-major, no padding. */
export interface Frame extends Size {
  readonly channels: 4
  readonly block: Block
  /** width * height * 4 values; a view of the arena, valid until the frame is freed. */
  readonly data: Float32Array
}

/** One float32 channel in the arena: a matte, luminance or depth. */
export interface Plane extends Size {
  readonly channels: 1
  readonly block: Block
  readonly data: Float32Array
}

/** What a decoder hands over, as stored in the medium. */
export type Picture = YuvPicture | RgbaPicture

/** How colour and alpha are stored: colour as it is, or already times alpha (in code values). */
export type AlphaKind = 'straight' | 'premultiplied'

interface Stored extends Size {
  /** Those of Rec. 709 where absent. */
  primaries?: Primaries
  /** The sRGB curve where absent. */
  transfer?: Transfer
  /** Straight where absent. */
  alpha?: AlphaKind
  /** How large it is in square pixels, where its own are not square. */
  display?: Size
}

/** Y'CbCr planes. Samples are bytes for 8 bits, else little-endian 16-bit words; chroma planes share one stride (in bytes). */
export interface YuvPicture extends Stored {
  kind: 'yuv'
  bits: 8 | 10 | 12
  /** Chroma subsampling as powers of two: 4:2:0 is [1, 1], 4:2:2 [1, 0], 4:4:4 [0, 0]. */
  subsampling: [0 | 1, 0 | 1]
  matrix: Exclude<Matrix, 'rgb'>
  range: CodeRange
  y: Uint8Array
  u: Uint8Array
  v: Uint8Array
  strideY: number
  strideC: number
  /** Alpha in full range at the size, depth and stride of luma. */
  a?: Uint8Array
}

/** R'G'B' and alpha, no padding: bytes, 16-bit words, or floats with white at 1. */
export interface RgbaPicture extends Stored {
  kind: 'rgba'
  data: Uint8Array | Uint16Array | Float32Array
}

/** The size of a picture at a proxy scale; never below one pixel. */
export function scaled(size: Size, scale: number): Size {
  return {
    width: Math.max(1, Math.round(size.width * scale)),
    height: Math.max(1, Math.round(size.height * scale)),
  }
}

export {
  aligned,
  type Area,
  grown,
  intersection,
  isEmpty,
  sameArea,
  scaledArea,
  union,
  wholeOf,
} from './area'
export { blit } from './blit'

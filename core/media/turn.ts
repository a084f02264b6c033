import type { Picture, Size } from '../frame'

/** A way through a plane: the byte to begin at, and those to the next pixel and the next row of what comes out. */
type Way = (w: number, h: number, stride: number, bytes: number) => readonly [number, number, number]

const QUARTERS: readonly Way[] = [
  (_, __, stride, bytes) => [0, bytes, stride],
  (_, h, stride, bytes) => [(h - 1) * stride, -stride, bytes],
  (w, h, stride, bytes) => [(h - 1) * stride + (w - 1) * bytes, -bytes, -stride],
  (w, _, stride, bytes) => [(w - 1) * bytes, stride, -bytes],
]

/** A picture turned clockwise by quarter turns, as phones ask for. */
export function turned(picture: Picture, degrees: number): Picture {
  const quarter = (((degrees / 90) % 4) + 4) % 4
  return quarter === 0 ? picture : rearranged(picture, QUARTERS[quarter] as Way, quarter % 2 === 1)
}

/** A picture mirrored left to right. */
export const mirrored = (picture: Picture): Picture =>
  rearranged(picture, (w, _, stride, bytes) => [(w - 1) * bytes, -bytes, stride], false)

/** A picture whose pixels change places in every plane. */
function rearranged(picture: Picture, way: Way, swap: boolean): Picture {
  const sized = ({ width, height }: Size) => (swap ? { width: height, height: width } : { width, height })
  const plane = (src: Uint8Array, w: number, h: number, stride: number, bytes: number) => {
    const size = sized({ width: w, height: h })
    const out = new Uint8Array(w * h * bytes)
    const [start, across, down] = way(w, h, stride, bytes)
    for (let y = 0, to = 0; y < size.height; y++)
      for (let x = 0, at = start + y * down; x < size.width; x++, at += across)
        for (let b = 0; b < bytes; b++) out[to++] = src[at + b] as number
    return out
  }
  const shape = { ...sized(picture), ...(picture.display ? { display: sized(picture.display) } : {}) }
  const { width: w, height: h } = picture
  if (picture.kind === 'rgba') {
    const { data } = picture
    const bytes = new Uint8Array(data.buffer, data.byteOffset, data.byteLength)
    const pixel = data.BYTES_PER_ELEMENT * 4
    const make = data.constructor as new (buffer: ArrayBuffer) => typeof data
    return { ...picture, ...shape, data: new make(plane(bytes, w, h, w * pixel, pixel).buffer) }
  }
  const [sx, sy] = picture.subsampling
  const wide = picture.bits === 8 ? 1 : 2
  const [cw, ch] = [Math.ceil(w / (1 << sx)), Math.ceil(h / (1 << sy))]
  const luma = (src: Uint8Array) => plane(src, w, h, picture.strideY, wide)
  const chroma = (src: Uint8Array) => plane(src, cw, ch, picture.strideC, wide)
  return {
    ...picture,
    ...shape,
    subsampling: swap ? [sy, sx] : [sx, sy],
    y: luma(picture.y),
    u: chroma(picture.u),
    v: chroma(picture.v),
    ...(picture.a ? { a: luma(picture.a) } : {}),
    strideY: shape.width * wide,
    strideC: (swap ? ch : cw) * wide,
  }
}

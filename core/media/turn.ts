import type { Picture, Size } from '../frame'

/** Where the pixel that goes to (x, y) lies in a plane of w x h pixels. */
type From = (x: number, y: number, w: number, h: number) => readonly [number, number]

const QUARTERS: readonly From[] = [
  (x, y) => [x, y],
  (x, y, _, h) => [y, h - 1 - x],
  (x, y, w, h) => [w - 1 - x, h - 1 - y],
  (x, y, w) => [w - 1 - y, x],
]

/** A picture turned clockwise by quarter turns, as phones ask for. */
export function turned(picture: Picture, degrees: number): Picture {
  const quarter = (((degrees / 90) % 4) + 4) % 4
  return quarter === 0 ? picture : rearranged(picture, QUARTERS[quarter] as From, quarter % 2 === 1)
}

/** A picture mirrored left to right. */
export const mirrored = (picture: Picture): Picture => rearranged(picture, (x, y, w) => [w - 1 - x, y], false)

/** A picture whose pixels change places in every plane. */
function rearranged(picture: Picture, from: From, swap: boolean): Picture {
  const sized = ({ width, height }: Size) => (swap ? { width: height, height: width } : { width, height })
  const plane = (src: Uint8Array, w: number, h: number, stride: number, bytes: number) => {
    const size = sized({ width: w, height: h })
    const out = new Uint8Array(w * h * bytes)
    for (let y = 0, to = 0; y < size.height; y++)
      for (let x = 0; x < size.width; x++) {
        const [sx, sy] = from(x, y, w, h)
        for (let b = 0, at = sy * stride + sx * bytes; b < bytes; b++) out[to++] = src[at + b] as number
      }
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

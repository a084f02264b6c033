import type { Picture, YuvPicture } from '@stilus/core/frame'

type PlanarFormat = Pick<YuvPicture, 'bits' | 'subsampling'>

/** The planar formats of WebCodecs; an alpha plane behind the three is not read. */
const PLANAR: Record<string, PlanarFormat> = {
  I420: { bits: 8, subsampling: [1, 1] },
  I420P10: { bits: 10, subsampling: [1, 1] },
  I420P12: { bits: 12, subsampling: [1, 1] },
  I420A: { bits: 8, subsampling: [1, 1] },
  I420AP10: { bits: 10, subsampling: [1, 1] },
  I422: { bits: 8, subsampling: [1, 0] },
  I422P10: { bits: 10, subsampling: [1, 0] },
  I422P12: { bits: 12, subsampling: [1, 0] },
  I444: { bits: 8, subsampling: [0, 0] },
  I444P10: { bits: 10, subsampling: [0, 0] },
  I444P12: { bits: 12, subsampling: [0, 0] },
}

/**
 * The stored samples of a decoded frame. Planes come as they are; only packed RGB goes through the browser's conversion.
 * Colour that a file does not name is taken as BT.709 limited, or as BT.601 full for stills.
 */
export async function readPlanes(frame: VideoFrame, still = false): Promise<Picture> {
  const { width, height } = frame.visibleRect ?? { width: frame.codedWidth, height: frame.codedHeight }
  const planar = PLANAR[String(frame.format)]
  if (!planar && frame.format !== 'NV12') {
    const data = new Uint8Array(width * height * 4)
    await frame.copyTo(data, { format: 'RGBA', colorSpace: 'srgb' } as VideoFrameCopyToOptions)
    return { kind: 'rgba', width, height, data }
  }
  const buffer = new Uint8Array(frame.allocationSize())
  const layout = await frame.copyTo(buffer)
  const colour = {
    matrix: matrixOf(frame.colorSpace.matrix, still),
    range: (frame.colorSpace.fullRange ?? still) ? ('full' as const) : ('limited' as const),
  }
  const [py, pu, pv] = layout as [PlaneLayout, PlaneLayout, PlaneLayout | undefined]
  const common = {
    kind: 'yuv' as const,
    width,
    height,
    ...colour,
    y: buffer.subarray(py.offset, pu.offset),
    strideY: py.stride,
  }
  if (!planar || !pv)
    return { ...common, bits: 8, subsampling: [1, 1], ...splitNv12(buffer.subarray(pu.offset), pu.stride) }
  const end = layout[3]?.offset ?? buffer.length
  return {
    ...common,
    ...planar,
    u: buffer.subarray(pu.offset, pv.offset),
    v: buffer.subarray(pv.offset, end),
    strideC: pu.stride,
  }
}

function splitNv12(interleaved: Uint8Array, stride: number) {
  const n = interleaved.length >> 1
  const [u, v] = [new Uint8Array(n), new Uint8Array(n)]
  for (let i = 0; i < n; i++) {
    u[i] = interleaved[2 * i] as number
    v[i] = interleaved[2 * i + 1] as number
  }
  return { u, v, strideC: stride >> 1 }
}

function matrixOf(name: string | null, still: boolean): YuvPicture['matrix'] {
  if (name === 'smpte170m' || name === 'bt470bg') return 'bt601'
  if (name === 'bt2020-ncl') return 'bt2020'
  return name === null && still ? 'bt601' : 'bt709'
}

/** A copy whose buffers are its own, so that they can be moved to another thread while the decoder keeps its picture. */
export function detachable(picture: Picture): { picture: Picture; transfer: ArrayBuffer[] } {
  const copy =
    picture.kind === 'rgba'
      ? { ...picture, data: picture.data.slice() }
      : { ...picture, y: picture.y.slice(), u: picture.u.slice(), v: picture.v.slice() }
  return { picture: copy, transfer: buffersOf(copy) }
}

/** The buffers that a picture's samples lie in. */
export function buffersOf(p: Picture): ArrayBuffer[] {
  const planes = p.kind === 'rgba' ? [p.data] : [p.y, p.u, p.v]
  return [...new Set(planes.map((plane) => plane.buffer as ArrayBuffer))]
}

export const pictureBytes = (p: Picture): number =>
  p.kind === 'rgba' ? p.data.byteLength : p.y.byteLength + p.u.byteLength + p.v.byteLength

/** A picture turned clockwise by quarter turns, as phones ask for. */
export function turned(picture: Picture, degrees: number): Picture {
  const quarter = (((degrees / 90) % 4) + 4) % 4
  if (quarter === 0) return picture
  const swap = quarter % 2 === 1
  const [width, height] = swap ? [picture.height, picture.width] : [picture.width, picture.height]
  if (picture.kind === 'rgba') {
    const data = turnPlane(picture.data, picture.width, picture.height, picture.width * 4, 4, quarter)
    return { ...picture, width, height, data }
  }
  const [sx, sy] = picture.subsampling
  const bytes = picture.bits === 8 ? 1 : 2
  const [cw, ch] = [Math.ceil(picture.width / (1 << sx)), Math.ceil(picture.height / (1 << sy))]
  const chroma = (plane: Uint8Array) => turnPlane(plane, cw, ch, picture.strideC, bytes, quarter)
  return {
    ...picture,
    ...{ width, height, subsampling: swap ? [sy, sx] : [sx, sy] },
    y: turnPlane(picture.y, picture.width, picture.height, picture.strideY, bytes, quarter),
    u: chroma(picture.u),
    v: chroma(picture.v),
    strideY: width * bytes,
    strideC: (swap ? ch : cw) * bytes,
  }
}

function turnPlane(
  src: Uint8Array,
  w: number,
  h: number,
  stride: number,
  bytes: number,
  quarter: number,
): Uint8Array {
  const out = new Uint8Array(w * h * bytes)
  for (let y = 0; y < h; y++) {
    for (let x = 0; x < w; x++) {
      const at =
        quarter === 1
          ? x * h + (h - 1 - y)
          : quarter === 2
            ? (h - 1 - y) * w + (w - 1 - x)
            : (w - 1 - x) * h + y
      for (let b = 0; b < bytes; b++) out[at * bytes + b] = src[y * stride + x * bytes + b] as number
    }
  }
  return out
}

import { type ColourEncoding, encodingOf, STILL, VIDEO } from '../colour'
import type { Picture, Size, YuvPicture } from '../frame'

type PlanarFormat = Pick<YuvPicture, 'bits' | 'subsampling'>

/** The planar formats of WebCodecs; those with a fourth plane have an A before their depth. */
const PLANAR: Record<string, PlanarFormat> = {
  I420: { bits: 8, subsampling: [1, 1] },
  I420P10: { bits: 10, subsampling: [1, 1] },
  I420P12: { bits: 12, subsampling: [1, 1] },
  I422: { bits: 8, subsampling: [1, 0] },
  I422P10: { bits: 10, subsampling: [1, 0] },
  I422P12: { bits: 12, subsampling: [1, 0] },
  I444: { bits: 8, subsampling: [0, 0] },
  I444P10: { bits: 10, subsampling: [0, 0] },
  I444P12: { bits: 12, subsampling: [0, 0] },
}

/** What can be read of a decoded frame: a frame of WebCodecs or a sample of a decoder of ours. */
export interface Decoded {
  readonly format: string | null
  readonly colorSpace: {
    matrix: string | null
    primaries: string | null
    transfer: string | null
    fullRange: boolean | null
  }
  readonly visibleRect: Size | null
  allocationSize(options?: VideoFrameCopyToOptions): number
  copyTo(to: Uint8Array, options?: VideoFrameCopyToOptions): Promise<PlaneLayout[]>
}

/** The encoding of a decoded frame: what it says itself, else what its file says, else what is usual. */
export function decodedEncoding(
  frame: Pick<Decoded, 'colorSpace'>,
  file: VideoColorSpaceInit = {},
  still = false,
): ColourEncoding {
  const own = frame.colorSpace
  const tags = {
    matrix: own.matrix ?? file.matrix,
    primaries: own.primaries ?? file.primaries,
    transfer: own.transfer ?? file.transfer,
    fullRange: file.fullRange ?? own.fullRange,
  }
  return encodingOf(tags, still ? STILL : VIDEO)
}

/**
 * The stored samples of a decoded frame. Planes come as they are; only packed RGB goes through the browser's conversion.
 * @param size how large it is, where its decoder has made odd sizes even
 */
export async function readPlanes(frame: Decoded, encoding: ColourEncoding, size?: Size): Promise<Picture> {
  const seen = frame.visibleRect
  if (!seen) throw new Error('The picture is gone.')
  const width = seen.width - 1 === size?.width ? size.width : seen.width
  const height = seen.height - 1 === size?.height ? size.height : seen.height
  const { matrix, range, primaries, transfer } = encoding
  const name = String(frame.format)
  const planar = PLANAR[name.replace('A', '')]
  if (!planar && name !== 'NV12') {
    const data = new Uint8Array(width * height * 4)
    await frame.copyTo(data, { format: 'RGBA', colorSpace: 'srgb' } as VideoFrameCopyToOptions)
    return { kind: 'rgba', width, height, data }
  }
  const buffer = new Uint8Array(frame.allocationSize())
  const layout = await frame.copyTo(buffer)
  const [py, pu, pv, pa] = layout as [PlaneLayout, PlaneLayout, ...PlaneLayout[]]
  const common = {
    kind: 'yuv' as const,
    width,
    height,
    range,
    primaries,
    transfer,
    matrix: matrix === 'rgb' ? ('bt709' as const) : matrix,
    y: buffer.subarray(py.offset, pu.offset),
    strideY: py.stride,
  }
  if (!planar || !pv)
    return { ...common, bits: 8, subsampling: [1, 1], ...splitNv12(buffer.subarray(pu.offset), pu.stride) }
  return {
    ...common,
    ...planar,
    u: buffer.subarray(pu.offset, pv.offset),
    v: buffer.subarray(pv.offset, pa?.offset ?? buffer.length),
    strideC: pu.stride,
    ...(pa && name.includes('A') ? { a: buffer.subarray(pa.offset) } : {}),
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

/** A copy whose buffers are its own, so that they can be moved to another thread while the decoder keeps its picture. */
export function detachable(picture: Picture): { picture: Picture; transfer: ArrayBuffer[] } {
  const copy: Picture =
    picture.kind === 'rgba'
      ? { ...picture, data: picture.data.slice() }
      : {
          ...picture,
          y: picture.y.slice(),
          u: picture.u.slice(),
          v: picture.v.slice(),
          ...(picture.a ? { a: picture.a.slice() } : {}),
        }
  return { picture: copy, transfer: buffersOf(copy) }
}

const planesOf = (p: Picture) => (p.kind === 'rgba' ? [p.data] : [p.y, p.u, p.v, ...(p.a ? [p.a] : [])])

/** The buffers that a picture's samples lie in. */
export const buffersOf = (p: Picture): ArrayBuffer[] => [
  ...new Set(planesOf(p).map((plane) => plane.buffer as ArrayBuffer)),
]

export const pictureBytes = (p: Picture): number =>
  planesOf(p).reduce((sum, plane) => sum + plane.byteLength, 0)

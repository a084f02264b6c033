import { VideoSample, type VideoSampleInit } from 'mediabunny'

type Format = NonNullable<VideoSampleInit['format']>

/** Pixel formats that are read as they are, by WebCodecs' names; others are converted to one of them. */
export const FORMATS: Record<string, Format> = {
  yuv420p: 'I420',
  yuvj420p: 'I420',
  yuv422p: 'I422',
  yuvj422p: 'I422',
  yuv444p: 'I444',
  yuvj444p: 'I444',
  yuv420p10le: 'I420P10',
  yuv422p10le: 'I422P10',
  yuv444p10le: 'I444P10',
  yuv420p12le: 'I420P12',
  yuv422p12le: 'I422P12',
  yuv444p12le: 'I444P12',
  yuva420p: 'I420A',
  yuva422p: 'I422A',
  yuva444p: 'I444A',
  yuva420p10le: 'I420AP10',
  yuva422p10le: 'I422AP10',
  yuva444p10le: 'I444AP10',
  yuva422p12le: 'I422AP12',
  yuva444p12le: 'I444AP12',
}

/** ffmpeg's names where WebCodecs has others. */
const NAMES: Record<string, string> = {
  bt2020nc: 'bt2020-ncl',
  gbr: 'rgb',
  smpte2084: 'pq',
  'arib-std-b67': 'hlg',
}
const MATRICES = ['rgb', 'bt709', 'bt470bg', 'smpte170m', 'bt2020-ncl']
const PRIMARIES = ['bt709', 'bt470bg', 'smpte170m', 'bt2020', 'smpte432']
const TRANSFERS = ['bt709', 'smpte170m', 'iec61966-2-1', 'linear', 'pq', 'hlg']

/** Colour as WebCodecs names it; what has no name there says nothing. */
export function colourSpace(
  range: string | undefined,
  matrix: string | undefined,
  primaries: string | undefined,
  transfer: string | undefined,
): VideoColorSpaceInit {
  const named = (list: readonly string[], tag: string | undefined) => {
    const name = NAMES[tag ?? ''] ?? tag
    return name !== undefined && list.includes(name) ? name : null
  }
  return {
    fullRange: range === 'pc' ? true : range === 'tv' ? false : null,
    matrix: named(MATRICES, matrix),
    primaries: named(PRIMARIES, primaries),
    transfer: named(TRANSFERS, transfer),
  } as VideoColorSpaceInit
}

/** Planes as ffmpeg writes them, one after the other without a gap. */
export interface RawPicture {
  format: Format
  width: number
  height: number
  /** Seconds. */
  stamp: number
  colour: VideoColorSpaceInit
  data: Uint8Array
}

interface Plane {
  width: number
  height: number
}

const wide = (format: Format) => (/P1[02]$/.test(format) ? 2 : 1)

/** Planes in their order at a size; halves are rounded up. */
function planesOf(format: Format, width: number, height: number): Plane[] {
  const luma = { width, height }
  const chroma = {
    width: format.startsWith('I444') ? width : (width + 1) >> 1,
    height: format.startsWith('I420') ? (height + 1) >> 1 : height,
  }
  return [luma, chroma, chroma, ...(format.includes('A') ? [luma] : [])]
}

export const bytesOf = (format: Format, width: number, height: number): number =>
  planesOf(format, width, height).reduce((sum, plane) => sum + plane.width * plane.height, 0) * wide(format)

/** The luma of one picture as the alpha of another of the same size and depth. */
export function withAlpha(colour: RawPicture, alpha: RawPicture): RawPicture {
  const luma = colour.width * colour.height * wide(colour.format)
  const data = new Uint8Array(colour.data.length + luma)
  data.set(colour.data)
  data.set(alpha.data.subarray(0, luma), colour.data.length)
  return { ...colour, data, format: colour.format.replace(/^(I4..)/, '$1A') as Format }
}

/**
 * Raw planes as a sample. Those of odd sizes get a column and a row more, since a sample of WebCodecs made of bytes has no half chroma
 * columns; who reads it knows the true size.
 */
export function sampleOf({ data, format, width, height, stamp, colour }: RawPicture): VideoSample {
  const [codedWidth, codedHeight] = [width + (width % 2), height + (height % 2)]
  const even = codedWidth === width && codedHeight === height
  const bytes = even
    ? data
    : repacked(data, format, { width, height }, { width: codedWidth, height: codedHeight })
  return new VideoSample(bytes, { format, codedWidth, codedHeight, timestamp: stamp, colorSpace: colour })
}

function repacked(data: Uint8Array, format: Format, from: Plane, to: Plane): Uint8Array {
  const out = new Uint8Array(bytesOf(format, to.width, to.height))
  const targets = planesOf(format, to.width, to.height)
  let [read, write] = [0, 0]
  planesOf(format, from.width, from.height).forEach((plane, i) => {
    const target = targets[i] ?? plane
    const [row, pitch] = [plane.width * wide(format), target.width * wide(format)]
    for (let y = 0; y < plane.height; y++)
      out.set(data.subarray(read + y * row, read + (y + 1) * row), write + y * pitch)
    read += row * plane.height
    write += pitch * target.height
  })
  return out
}

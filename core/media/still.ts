import { decode as decodePng } from 'fast-png'
import UTIF from 'utif2'
import { type ColourEncoding, encodingOf, type Primaries, RGB, type Transfer } from '../colour'
import { readExr } from '../formats/exr'
import type { Picture, RgbaPicture, Size } from '../frame'
import { MediaError } from './error'
import { orientationOf, orientationTag, pngChunk } from './orientation'
import { stillType } from './still-type'
import { mirrored, turned } from './turn'
import type { MediaFile, MediumInfo, OpenMedium, Platform } from './platform'

/** Stills larger than this are refused: they would not fit into memory as floats beside the rest. */
const MOST_PIXELS = 16384 * 16384

/**
 * A still at its full depth, upright.
 * @throws MediaError
 */
export async function readStill(
  bytes: Uint8Array<ArrayBuffer>,
  name: string,
  platform: Pick<Platform, 'still'>,
): Promise<Picture> {
  const type = stillType(name) ?? ''
  try {
    const picture = await decoded(bytes, type, platform)
    if (picture.width * picture.height > MOST_PIXELS) throw new Error('too large')
    return picture
  } catch (error) {
    throw new MediaError(
      `"${name}" is not a picture that can be read, or it is damaged. Export it again as PNG, TIFF, JPEG, WebP, AVIF or EXR.`,
      { cause: error },
    )
  }
}

/** Opens a file that is one still. @throws MediaError */
export async function openStill(file: MediaFile, platform: Platform): Promise<OpenMedium> {
  const picture = await readStill(await file.read(0, file.size), file.name, platform)
  const info: MediumInfo = {
    ...stillInfo(picture, stillType(file.name) ?? ''),
    kind: 'still',
    rate: { num: 24, den: 1 },
    frames: 1,
    sound: null,
    seconds: 0,
    notice: null,
  }
  return {
    info,
    picture: () => Promise.resolve(picture),
    sound: () => Promise.resolve({ sampleRate: 48000, channels: [] }),
    close: () => Promise.resolve(),
  }
}

/** What there is to say of a still. */
export function stillInfo(
  picture: Picture,
  type: string,
): Pick<MediumInfo, 'width' | 'height' | 'codec' | 'colour' | 'alpha'> {
  const { width, height, primaries = 'bt709', transfer = 'srgb' } = picture
  const colour: ColourEncoding =
    picture.kind === 'yuv'
      ? { matrix: picture.matrix, range: picture.range, primaries, transfer }
      : { ...RGB, primaries, transfer }
  const alpha = picture.kind === 'yuv' ? picture.a !== undefined : hasAlpha(picture)
  return { width, height, codec: codecOf(type, picture), colour, alpha }
}

function codecOf(type: string, picture: Picture): string {
  const name = type.split('/')[1]?.replace('x-', '').toUpperCase() ?? type
  if (picture.kind === 'yuv') return picture.bits === 8 ? name : `${name} ${picture.bits} bit`
  if (picture.data instanceof Uint8Array) return name
  return `${name} ${picture.data instanceof Uint16Array ? '16 bit' : 'float'}`
}

function hasAlpha({ data }: RgbaPicture): boolean {
  const full = data instanceof Uint8Array ? 255 : data instanceof Uint16Array ? 65535 : 1
  for (let i = 3; i < data.length; i += 4) if (data[i] !== full) return true
  return false
}

async function decoded(
  bytes: Uint8Array<ArrayBuffer>,
  type: string,
  platform: Pick<Platform, 'still'>,
): Promise<Picture> {
  if (type === 'image/x-exr') {
    const exr = await readExr(bytes)
    return { kind: 'rgba', ...exr, transfer: 'linear', alpha: 'premultiplied' }
  }
  if (type === 'image/tiff') return readTiff(bytes)
  const { degrees, mirrored: flipped } = orientationOf(orientationTag(bytes))
  const stored = type === 'image/png' ? await readPng(bytes, platform) : await platform.still(bytes, type)
  return turned(flipped ? mirrored(stored) : stored, degrees)
}

async function readPng(bytes: Uint8Array<ArrayBuffer>, platform: Pick<Platform, 'still'>): Promise<Picture> {
  const { width, height, data, channels, depth, palette, transparency } = decodePng(bytes)
  const tags = pngTags(bytes)
  if (depth < 8 || palette || transparency)
    return { ...(await platform.still(bytes, 'image/png')), ...tags } as Picture
  const deep = data instanceof Uint16Array
  const samples = data instanceof Uint8ClampedArray ? new Uint8Array(data.buffer as ArrayBuffer) : data
  const rgba = widened(samples, width * height, channels, deep ? 65535 : 255)
  return { kind: 'rgba', width, height, data: rgba, ...tags }
}

/** One to four samples a pixel as four. */
function widened<T extends Uint8Array | Uint16Array | Float32Array>(
  data: T,
  n: number,
  channels: number,
  full: number,
): T {
  if (channels === 4) return data
  const out = new (data.constructor as new (length: number) => T)(n * 4)
  for (let i = 0; i < n; i++) {
    const at = i * channels
    const grey = channels < 3
    for (let c = 0; c < 3; c++) out[i * 4 + c] = data[grey ? at : at + c] as number
    out[i * 4 + 3] = channels === 2 ? (data[at + 1] as number) : full
  }
  return out
}

/** What a PNG says of its colour: coding-independent code points first, then sRGB, then gamma and chromaticities (PNG, third edition). */
export function pngTags(bytes: Uint8Array): { transfer: Transfer; primaries: Primaries } {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const [cicp] = pngChunk(bytes, 'cICP') ?? []
  if (cicp !== undefined) {
    const { transfer, primaries } = encodingOf({
      primaries: { 1: 'bt709', 5: 'bt470bg', 6: 'smpte170m', 9: 'bt2020', 12: 'smpte432' }[bytes[cicp] ?? 0],
      transfer: { 4: 'gamma22', 8: 'linear', 16: 'pq', 18: 'hlg' }[bytes[cicp + 1] ?? 0],
    })
    return { transfer, primaries }
  }
  if (pngChunk(bytes, 'sRGB')) return { transfer: 'srgb', primaries: 'bt709' }
  const [gama] = pngChunk(bytes, 'gAMA') ?? []
  const gamma = gama === undefined ? undefined : view.getUint32(gama) / 100_000
  const near = (v: number) => gamma !== undefined && Math.abs(gamma - v) < 0.005
  const transfer: Transfer = near(1)
    ? 'linear'
    : near(1 / 2.2)
      ? 'gamma22'
      : near(1 / 2.4)
        ? 'bt1886'
        : 'srgb'
  const [chrm] = pngChunk(bytes, 'cHRM') ?? []
  const redX = chrm === undefined ? 0.64 : view.getUint32(chrm + 8) / 100_000
  const primaries: Primaries =
    Math.abs(redX - 0.708) < 0.004 ? 'bt2020' : Math.abs(redX - 0.68) < 0.004 ? 'p3' : 'bt709'
  return { transfer, primaries }
}

/** What is used of a directory of a TIFF file: its picture, and tags as `t` and their number. */
interface Directory extends Size {
  data: Uint8Array
  isLE: boolean
  tags: Partial<Record<(typeof TIFF)[keyof typeof TIFF], readonly number[]>>
}

/** Tags of TIFF 6.0. */
const TIFF = {
  bits: 't258',
  photometric: 't262',
  orientation: 't274',
  samples: 't277',
  planar: 't284',
  palette: 't320',
  extra: 't338',
  format: 't339',
} as const

function readTiff(bytes: Uint8Array<ArrayBuffer>): Picture {
  const buffer = bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength)
  const found = UTIF.decode(buffer).find((each) => each[TIFF.bits])
  if (!found) throw new Error('There is no picture in it.')
  UTIF.decodeImage(buffer, found)
  const page = { ...found, tags: found } as unknown as Directory
  const tag = (name: keyof typeof TIFF, otherwise: number) => page.tags[TIFF[name]]?.[0] ?? otherwise
  const { width, height } = page
  const [bits, channels, kind] = [tag('bits', 8), tag('samples', 1), tag('photometric', 2)]
  const real = tag('format', 1) === 3
  if (
    channels > 4 ||
    kind > 3 ||
    tag('planar', 1) !== 1 ||
    ![8, 16, 32].includes(bits) ||
    (bits === 32) !== real
  )
    throw new Error('This kind of TIFF is not read.')
  const samples = samplesOf(page, bits, width * height * channels)
  const orientation = tag('orientation', 1)
  if (kind === 3) {
    const table = page.tags[TIFF.palette] ?? []
    const size = table.length / 3
    const colour = (i: number) => [table[i] ?? 0, table[size + i] ?? 0, table[2 * size + i] ?? 0, 65535]
    const rgba = Uint16Array.from(
      { length: width * height * 4 },
      (_, i) => colour(samples[i >> 2] ?? 0)[i & 3] ?? 0,
    )
    return upright({ kind: 'rgba', width, height, data: rgba }, orientation)
  }
  const full = bits === 8 ? 255 : bits === 16 ? 65535 : 1
  // Zero is white in kind 0.
  const data = kind === 0 ? samples.map((v) => full - v) : samples
  const picture: RgbaPicture = {
    kind: 'rgba',
    width,
    height,
    data: widened(data, width * height, channels, full),
    ...(real ? { transfer: 'linear' } : {}),
    // Extra sample 1 is alpha that colour was multiplied with.
    ...(tag('extra', 0) === 1 ? { alpha: 'premultiplied' } : {}),
  }
  return upright(picture, orientation)
}

/** The samples of a directory; its reader leaves 16 bits in little-endian order and floats as they are stored. */
function samplesOf(
  { data, isLE }: Directory,
  bits: number,
  n: number,
): Uint8Array | Uint16Array | Float32Array {
  const view = new DataView(data.buffer, data.byteOffset, data.byteLength)
  if (bits === 8) return data.slice(0, n)
  if (bits === 16) return Uint16Array.from({ length: n }, (_, i) => view.getUint16(i * 2, true))
  return Float32Array.from({ length: n }, (_, i) => view.getFloat32(i * 4, isLE))
}

function upright(picture: Picture, tag: number): Picture {
  const { degrees, mirrored: flipped } = orientationOf(tag)
  return turned(flipped ? mirrored(picture) : picture, degrees)
}

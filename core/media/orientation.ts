/** The values of Exif's Orientation tag: turned clockwise by so many degrees, after mirroring left to right or not. */
export interface Orientation {
  degrees: 0 | 90 | 180 | 270
  mirrored: boolean
}

const UPRIGHT: Orientation = { degrees: 0, mirrored: false }
const TAG: Record<number, Orientation> = {
  2: { degrees: 0, mirrored: true },
  3: { degrees: 180, mirrored: false },
  4: { degrees: 180, mirrored: true },
  5: { degrees: 270, mirrored: true },
  6: { degrees: 90, mirrored: false },
  7: { degrees: 90, mirrored: true },
  8: { degrees: 270, mirrored: false },
}

/** How a picture is to be turned by Exif's Orientation tag (CIPA DC-008); upright where it has none. */
export const orientationOf = (tag: number | undefined): Orientation => TAG[tag ?? 1] ?? UPRIGHT

const text = (bytes: Uint8Array, at: number, length: number) =>
  String.fromCharCode(...bytes.subarray(at, at + length))

/** The Orientation tag of a JPEG, PNG or WebP file; undefined where there is none. */
export function orientationTag(bytes: Uint8Array): number | undefined {
  const exif =
    text(bytes, 1, 3) === 'PNG' ? inPng(bytes) : text(bytes, 8, 4) === 'WEBP' ? inWebp(bytes) : inJpeg(bytes)
  return exif && inTiff(exif)
}

function inJpeg(bytes: Uint8Array): Uint8Array | undefined {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  for (let at = 2; at + 4 <= bytes.length && bytes[at] === 0xff; at += 2 + view.getUint16(at + 2)) {
    // The picture itself begins: no more segments.
    if (bytes[at + 1] === 0xda) return undefined
    if (bytes[at + 1] === 0xe1 && text(bytes, at + 4, 4) === 'Exif') return bytes.subarray(at + 10)
  }
  return undefined
}

function inPng(bytes: Uint8Array): Uint8Array | undefined {
  const chunk = pngChunk(bytes, 'eXIf')
  return chunk && bytes.subarray(...chunk)
}

/** Where the data of a chunk lies that stands before the picture of a PNG. */
export function pngChunk(bytes: Uint8Array, name: string): [number, number] | undefined {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  for (let at = 8; at + 12 <= bytes.length; at += 12 + view.getUint32(at)) {
    const kind = text(bytes, at + 4, 4)
    if (kind === name) return [at + 8, at + 8 + view.getUint32(at)]
    if (kind === 'IEND') return undefined
  }
  return undefined
}

function inWebp(bytes: Uint8Array): Uint8Array | undefined {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  for (let at = 12; at + 8 <= bytes.length;) {
    const size = view.getUint32(at + 4, true)
    if (text(bytes, at, 4) === 'EXIF')
      return bytes.subarray(at + 8 + (text(bytes, at + 8, 4) === 'Exif' ? 6 : 0))
    at += 8 + size + (size % 2)
  }
  return undefined
}

/** The tag in the first directory of a TIFF structure. */
function inTiff(bytes: Uint8Array): number | undefined {
  if (bytes.length < 14) return undefined
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const little = text(bytes, 0, 2) === 'II'
  const at = view.getUint32(4, little)
  if (at + 2 > bytes.length) return undefined
  const count = view.getUint16(at, little)
  for (let i = 0, entry = at + 2; i < count && entry + 12 <= bytes.length; i++, entry += 12)
    if (view.getUint16(entry, little) === 0x0112) return view.getUint16(entry + 8, little)
  return undefined
}

import { unzlibSync } from 'fflate'
import { FontError } from './font-error'

const tagAt = (bytes: Uint8Array, at: number) => String.fromCharCode(...bytes.subarray(at, at + 4))

/** A font file as plain TrueType or OpenType: WOFF and WOFF2 are unpacked. @throws FontError */
export async function sfntOf(bytes: Uint8Array): Promise<Uint8Array> {
  const kind = bytes.length < 44 ? '' : tagAt(bytes, 0)
  if (kind === '\0\u0001\0\0' || kind === 'OTTO' || kind === 'true' || kind === 'ttcf') return bytes
  try {
    if (kind === 'wOFF') return fromWoff(bytes)
    if (kind === 'wOF2') {
      const { default: decompress } = await import('woff2-encoder/decompress')
      return await decompress(bytes)
    }
  } catch {
    throw new FontError('This font file is damaged: its tables cannot be unpacked.')
  }
  throw new FontError('This is no font file. Choose a TTF, OTF, WOFF or WOFF2 font.')
}

/** WOFF 1.0: a header of 44 bytes, a directory of 20 bytes a table, each table plain or packed by zlib. */
function fromWoff(bytes: Uint8Array): Uint8Array {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const count = view.getUint16(12)
  const tables = Array.from({ length: count }, (_, i) => {
    const at = 44 + i * 20
    const [offset, packed, length] = [4, 8, 12].map((o) => view.getUint32(at + o)) as [number, number, number]
    const raw = bytes.subarray(offset, offset + packed)
    const data = packed < length ? unzlibSync(raw, { out: new Uint8Array(length) }) : raw
    if (data.length !== length) throw new RangeError('length')
    return { tag: view.getUint32(at), checksum: view.getUint32(at + 16), data }
  })
  const head = 12 + 16 * count
  const size = tables.reduce((sum, { data }) => sum + ((data.length + 3) & ~3), head)
  const out = new Uint8Array(size)
  const to = new DataView(out.buffer)
  const power = 31 - Math.clz32(count)
  to.setUint32(0, view.getUint32(4))
  ;[count, 16 << power, power, 16 * count - (16 << power)].forEach((v, i) => to.setUint16(4 + 2 * i, v))
  let place = head
  tables.forEach(({ tag, checksum, data }, i) => {
    ;[tag, checksum, place, data.length].forEach((v, j) => to.setUint32(12 + 16 * i + 4 * j, v))
    out.set(data, place)
    place += (data.length + 3) & ~3
  })
  return out
}

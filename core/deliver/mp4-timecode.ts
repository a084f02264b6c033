import { fromTimecode } from '../time'

/** A box of an ISO base media file (ISO/IEC 14496-12): where it begins, its name, and where it ends. */
interface Box {
  at: number
  name: string
  end: number
}

const text = (bytes: Uint8Array, at: number) => String.fromCharCode(...bytes.subarray(at, at + 4))

/** The boxes that lie beside each other in some bytes. */
function boxesIn(bytes: Uint8Array, from: number, to: number): Box[] {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const found: Box[] = []
  for (let at = from; at + 8 <= to;) {
    const short = view.getUint32(at)
    const size = short === 1 ? Number(view.getBigUint64(at + 8)) : short === 0 ? to - at : short
    if (size < 8) break
    found.push({ at, name: text(bytes, at + 4), end: at + size })
    at += size
  }
  return found
}

const u8 = (...values: number[]) => Uint8Array.from(values)
const u16 = (...values: number[]) => u8(...values.flatMap((v) => [v >> 8, v & 255]))
const u32 = (...values: number[]) =>
  u8(...values.flatMap((v) => [v >>> 24, (v >>> 16) & 255, (v >>> 8) & 255, v & 255]))
const name4 = (name: string) => Uint8Array.from(name, (c) => c.charCodeAt(0))

function joined(parts: readonly Uint8Array[]): Uint8Array {
  const out = new Uint8Array(parts.reduce((sum, p) => sum + p.length, 0))
  let at = 0
  for (const part of parts) {
    out.set(part, at)
    at += part.length
  }
  return out
}

const box = (name: string, ...parts: Uint8Array[]) => {
  const body = joined(parts)
  return joined([u32(body.length + 8), name4(name), body])
}

export interface TimecodeOptions {
  /** Of the first frame, with ';' before the frames where numbers are dropped. */
  timecode: string
  rate: { num: number; den: number }
  /** How many frames the movie has. */
  frames: number
  /** Where in the file its index begins; it must be the last box. */
  at: number
}

const HEADER = 8

/**
 * What stands at the end of an MP4 in place of its index, `moov`: a sample with the number of the first frame, and the index with a track of timecode (QuickTime File Format, "Timecode media"; in MP4 with a
 * null media header) that its picture track refers to. Undefined where the index is not as it should be, or the timecode is none.
 */
export function withTimecode(moov: Uint8Array, options: TimecodeOptions): Uint8Array | undefined {
  const { timecode, rate, frames, at } = options
  const drop = timecode.includes(';')
  const first = fromTimecode(timecode, drop ? { ...rate, drop } : rate)
  const inside = boxesIn(moov, HEADER, moov.length)
  const header = inside.find((b) => b.name === 'mvhd')
  const picture = inside.find((b) => b.name === 'trak' && handlerOf(moov, b) === 'vide')
  if (first === undefined || first < 0 || !header || !picture || text(moov, 4) !== 'moov') return undefined
  const view = new DataView(moov.buffer, moov.byteOffset, moov.byteLength)
  const long = view.getUint8(header.at + HEADER) === 1
  const scale = view.getUint32(header.at + (long ? 28 : 20))
  const id = view.getUint32(header.end - 4)
  const mvhd = moov.slice(header.at, header.end)
  new DataView(mvhd.buffer).setUint32(mvhd.length - 4, id + 1)
  const reference = box('tref', box('tmcd', u32(id)))
  const trak = moov.slice(picture.at, picture.end)
  const parts = inside.map((b) =>
    b === header
      ? mvhd
      : b === picture
        ? box('trak', trak.subarray(HEADER), reference)
        : moov.subarray(b.at, b.end),
  )
  const seconds = (frames * rate.den) / rate.num
  const own = track({ id, rate, frames, drop, length: Math.round(seconds * scale), sample: at + HEADER })
  return joined([box('mdat', u32(first)), box('moov', ...parts, own)])
}

/** What a track holds: `vide`, `soun` and so on. */
function handlerOf(bytes: Uint8Array, trak: Box): string {
  const within = (parent: Box, name: string) =>
    boxesIn(bytes, parent.at + HEADER, parent.end).find((b) => b.name === name)
  const media = within(trak, 'mdia')
  const handler = media && within(media, 'hdlr')
  return handler ? text(bytes, handler.at + 16) : ''
}

/** A track of one sample that lasts as long as the movie. */
function track(of: {
  id: number
  rate: { num: number; den: number }
  frames: number
  drop: boolean
  /** In the clock of the movie. */
  length: number
  sample: number
}): Uint8Array {
  const { num, den } = of.rate
  const ticks = of.frames * den
  const unity = u32(0x10000, 0, 0, 0, 0x10000, 0, 0, 0, 0x40000000)
  const tkhd = box('tkhd', u32(3, 0, 0, of.id, 0, of.length, 0, 0), u16(0, 0, 0, 0), unity, u32(0, 0))
  const mdhd = box('mdhd', u32(0, 0, 0, num, ticks), u16(0x55c4, 0))
  const hdlr = box('hdlr', u32(0, 0), name4('tmcd'), u32(0, 0, 0), name4('Timecode'), u8(0))
  const entry = box(
    'tmcd',
    u8(0, 0, 0, 0, 0, 0),
    u16(1),
    u32(0, of.drop ? 1 : 0, num, den),
    u8(Math.round(num / den), 0),
  )
  const stbl = box(
    'stbl',
    box('stsd', u32(0, 1), entry),
    box('stts', u32(0, 1, 1, ticks)),
    box('stsc', u32(0, 1, 1, 1, 1)),
    box('stsz', u32(0, 4, 1)),
    box('co64', u32(0, 1, Math.floor(of.sample / 2 ** 32), of.sample >>> 0)),
  )
  const dinf = box('dinf', box('dref', u32(0, 1), box('url ', u32(1))))
  return box('trak', tkhd, box('mdia', mdhd, hdlr, box('minf', box('nmhd', u32(0)), dinf, stbl)))
}

/** Where the last box of a file begins, if that is its index: what has to be read is asked for. */
export function indexAtEnd(
  length: number,
  read: (at: number, bytes: number) => Uint8Array,
): number | undefined {
  for (let at = 0; at + HEADER <= length;) {
    const head = read(at, Math.min(16, length - at))
    const view = new DataView(head.buffer, head.byteOffset, head.byteLength)
    const short = view.getUint32(0)
    const size = short === 1 ? Number(view.getBigUint64(8)) : short === 0 ? length - at : short
    if (size < HEADER || at + size > length) return undefined
    if (text(head, 4) === 'moov') return at + size === length ? at : undefined
    at += size
  }
  return undefined
}

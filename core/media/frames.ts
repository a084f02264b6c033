import {
  type EncodedPacket,
  EncodedPacketSink,
  type InputVideoTrack,
  type VideoSample,
  VideoSampleSink,
} from 'mediabunny'
import type { ColourEncoding } from '../colour'
import type { Picture, Size } from '../frame'
import { undecodable } from './damage'
import { KeptPictures } from './kept'
import { readPlanes } from './planes'
import type { Platform } from './platform'
import { frameAt, type Timing } from './timing'
import { turned } from './turn'

/** How far ahead, in frames, it is worth decoding on rather than seeking anew. */
const REACH = 32
/** A picture that shows for very long is kept for this many frames from where it begins. */
const LONGEST = 64

/** How a track's samples are to be read. */
export interface Reading {
  timing: Timing
  encoding: ColourEncoding
  /** As stored. */
  size: Size
  /** The size in square pixels, where stored ones are not. */
  display?: Size | undefined
}

/**
 * Frame n of a video, exactly. It decodes whole groups of pictures and keeps what it decoded within a budget, so that going back
 * a frame costs nothing. Where packets are damaged the rest of their group is decoded without them and the picture before stands in.
 * One request at a time; callers queue.
 */
export class FrameReader {
  readonly kept = new KeptPictures()
  readonly #sink: VideoSampleSink
  readonly #packets: EncodedPacketSink
  /** The packets to leave out of damaged groups, by the time of their key packet. */
  readonly #damaged = new Map<number, Set<number>>()
  #run: AsyncGenerator<VideoSample, void, unknown> | undefined
  /** A decoded sample whose own frames are not filled yet, since they end where the next one begins. */
  #ahead: VideoSample | undefined
  #queue: Promise<unknown> = Promise.resolve()

  /** @param onDamage told once of frames whose packets cannot be decoded */
  constructor(
    private readonly track: InputVideoTrack,
    private readonly reading: Reading,
    private readonly platform: Platform,
    private readonly onDamage: (frames: number[]) => void = () => undefined,
  ) {
    this.#sink = new VideoSampleSink(track)
    this.#packets = new EncodedPacketSink(track)
  }

  /** @throws Error where nothing of its group can be decoded */
  get(n: number): Promise<Picture> {
    const result = this.#queue.then(() => this.#read(n))
    this.#queue = result.catch(() => undefined)
    return result
  }

  /** Frame n where its picture is kept, else the first of its group of pictures, decoded by itself. @throws Error */
  async quick(n: number): Promise<{ picture: Picture; frame: number }> {
    const kept = this.kept.get(n)
    if (kept) return { picture: kept, frame: n }
    const [key, config] = await Promise.all([this.#keyOf(n), this.track.getDecoderConfig()])
    const frame = key ? Math.max(0, frameAt(key.timestamp, this.reading.timing)) : n
    let taken: Promise<Picture> | undefined
    if (key && config && frame < n && !this.#damaged.has(key.timestamp))
      await this.platform.decodeGroup(config, [key], (sample) => (taken = this.#take(sample)))
    return taken ? { picture: await taken, frame } : { picture: await this.get(n), frame: n }
  }

  async close(): Promise<void> {
    await this.#restart()
    this.kept.clear()
  }

  async #read(n: number): Promise<Picture> {
    const known = this.kept.get(n)
    if (known) return known
    try {
      return await this.#decode(n)
    } catch {
      // A decoder that has failed stays failed, and what it had in hand is lost: the group is gone through by itself.
      await this.#restart().catch(() => undefined)
      return this.#mend(n)
    }
  }

  async #decode(n: number): Promise<Picture> {
    const from = this.#ahead && this.#frameOf(this.#ahead)
    if (from === undefined || n < from || n > from + REACH) {
      const key = await this.#seek(n)
      if (key && this.#damaged.get(key.timestamp)?.size) throw new Error('This group is damaged.')
    }
    while (this.#ahead) {
      const sample = this.#ahead
      const begin = this.#frameOf(sample)
      const next = await this.#run?.next()
      this.#ahead = next && !next.done ? next.value : undefined
      const end = this.#ahead ? this.#frameOf(this.#ahead) : Math.max(begin + 1, this.reading.timing.frames)
      if (end <= begin) {
        // The next picture begins in the same frame and is the one that holds at its middle.
        sample.close()
        continue
      }
      const picture = await this.#take(sample)
      this.#keep(begin, end, picture)
      if (n < end) return picture
    }
    throw new Error(`Frame ${n} could not be decoded.`)
  }

  /** Goes through the group that frame n lies in without the packets that cannot be decoded. */
  async #mend(n: number): Promise<Picture> {
    const config = await this.track.getDecoderConfig()
    const key = await this.#keyOf(n)
    if (!config || !key) throw new Error(`Frame ${n} could not be decoded.`)
    const group = await this.#group(key)
    let bad = this.#damaged.get(key.timestamp)
    if (!bad) {
      const trial = (packets: readonly EncodedPacket[]) =>
        this.platform.decodeGroup(config, packets, (sample) => sample.close())
      bad = new Set([...(await undecodable(group, trial))].map((packet) => packet.timestamp))
      this.#damaged.set(key.timestamp, bad)
      if (bad.size) this.onDamage([...bad].map((stamp) => frameAt(stamp, this.reading.timing)))
    }
    const pictures: Promise<[number, Picture]>[] = []
    const rest = group.filter((packet) => !bad.has(packet.timestamp))
    if (rest.length)
      await this.platform.decodeGroup(config, rest, (sample) => {
        const begin = this.#frameOf(sample)
        pictures.push(this.#take(sample).then((picture) => [begin, picture]))
      })
    const shown = (await Promise.all(pictures)).sort((a, b) => a[0] - b[0])
    const end = (i: number) =>
      shown[i + 1]?.[0] ?? frameAt(group.at(-1)?.timestamp ?? 0, this.reading.timing) + 1
    shown.forEach(([begin, picture], i) => this.#keep(begin, Math.max(begin + 1, end(i)), picture))
    const found = shown.findLast(([begin]) => begin <= n) ?? shown[0]
    if (found) return found[1]
    // Nothing of this group is left: the picture before it stands in, or the one after.
    const before = frameAt(key.timestamp, this.reading.timing) - 1
    if (before >= 0 && before < n) return this.#read(before)
    throw new Error(`Frame ${n} could not be decoded.`)
  }

  async #group(key: EncodedPacket): Promise<EncodedPacket[]> {
    const group: EncodedPacket[] = [key]
    for await (const packet of this.#packets.packets(key)) {
      if (packet.sequenceNumber === key.sequenceNumber) continue
      if (packet.type === 'key') break
      group.push(packet)
    }
    return group
  }

  #keyOf(n: number): Promise<EncodedPacket | null> {
    const { first, rate } = this.reading.timing
    return this.#packets.getKeyPacket(first + ((n + 0.5) * rate.den) / rate.num)
  }

  async #seek(n: number): Promise<EncodedPacket | null> {
    await this.#restart()
    const key = await this.#keyOf(n)
    this.#run = this.#sink.samples(key?.timestamp ?? this.reading.timing.first)
    const start = await this.#run.next()
    this.#ahead = start.done ? undefined : start.value
    return key
  }

  async #restart(): Promise<void> {
    this.#ahead?.close()
    this.#ahead = undefined
    const run = this.#run
    this.#run = undefined
    await run?.return()
  }

  /** Frame that a sample starts at: its timestamp may be rounded, so the nearest one. */
  #frameOf(sample: VideoSample): number {
    return frameAt(sample.timestamp, this.reading.timing)
  }

  async #take(sample: VideoSample): Promise<Picture> {
    try {
      return await pictureOf(sample, this.reading, this.track.rotation)
    } finally {
      sample.close()
    }
  }

  #keep(begin: number, end: number, picture: Picture): void {
    for (let i = begin; i < Math.min(end, begin + LONGEST); i++) this.kept.add(i, picture)
  }
}

/** A decoded sample as a picture: upright, and as large as its file says. */
export async function pictureOf(
  sample: VideoSample,
  { encoding, size, display }: Omit<Reading, 'timing'>,
  rotation: number,
): Promise<Picture> {
  const picture = turned(await readPlanes(sample, encoding, size), rotation)
  return display ? { ...picture, display } : picture
}

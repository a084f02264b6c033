import { EncodedPacketSink, type InputVideoTrack, type VideoSample, VideoSampleSink } from 'mediabunny'
import type { Picture } from '@stilus/core/frame'
import type { Rate } from '@stilus/core/time'
import { pictureBytes, readPlanes, turned } from './planes'

/** How far ahead, in frames, it is worth decoding on rather than seeking anew. */
const REACH = 32
const BUDGET = 192 * 1048576

/**
 * Frame n of a video, exactly. It decodes whole groups of pictures and keeps what it decoded within a budget, so that going back
 * a frame costs nothing. One request at a time; callers queue.
 */
export class FrameReader {
  readonly #kept = new Map<number, Picture>()
  readonly #sink: VideoSampleSink
  readonly #packets: EncodedPacketSink
  #bytes = 0
  #run: AsyncGenerator<VideoSample, void, unknown> | undefined
  /** A decoded sample whose own frames are not filled yet, since they end where the next one begins. */
  #ahead: VideoSample | undefined
  #queue: Promise<unknown> = Promise.resolve()

  constructor(
    private readonly track: InputVideoTrack,
    private readonly rate: Rate,
    private readonly first: number,
    private readonly count: number,
  ) {
    this.#sink = new VideoSampleSink(track)
    this.#packets = new EncodedPacketSink(track)
  }

  /** @throws Error where the frame cannot be decoded */
  get(n: number): Promise<Picture> {
    const result = this.#queue
      .then(() => this.#read(n))
      .catch(async (error: unknown) => {
        // A decoder that has failed stays failed: the next request begins with a new one.
        await this.#restart().catch(() => undefined)
        throw error
      })
    this.#queue = result.catch(() => undefined)
    return result
  }

  async close(): Promise<void> {
    await this.#restart()
    this.#kept.clear()
  }

  async #read(n: number): Promise<Picture> {
    const known = this.#kept.get(n)
    if (known) {
      this.#kept.delete(n)
      this.#kept.set(n, known)
      return known
    }
    const from = this.#ahead ? this.#frameOf(this.#ahead) : undefined
    if (from === undefined || n < from || n > from + REACH) await this.#seek(n)
    while (this.#ahead) {
      const sample = this.#ahead
      const begin = this.#frameOf(sample)
      const next = await this.#run?.next()
      this.#ahead = next && !next.done ? next.value : undefined
      const end = this.#ahead ? Math.max(begin + 1, this.#frameOf(this.#ahead)) : this.count
      const picture = await this.#take(sample)
      for (let i = begin; i < Math.min(end, begin + 64); i++) this.#keep(i, picture)
      if (n >= begin && n < end) return picture
      if (begin > n) return picture
    }
    throw new Error(`Frame ${n} could not be decoded.`)
  }

  async #seek(n: number): Promise<void> {
    await this.#restart()
    const middle = this.first + ((n + 0.5) * this.rate.den) / this.rate.num
    const key = await this.#packets.getKeyPacket(middle, { metadataOnly: true })
    this.#run = this.#sink.samples(key?.timestamp ?? this.first)
    const start = await this.#run.next()
    this.#ahead = start.done ? undefined : start.value
  }

  async #restart(): Promise<void> {
    this.#ahead?.close()
    this.#ahead = undefined
    await this.#run?.return()
    this.#run = undefined
  }

  /** Frame that a sample starts at: its timestamp may be rounded, so the nearest one. */
  #frameOf(sample: VideoSample): number {
    return Math.round(((sample.timestamp - this.first) * this.rate.num) / this.rate.den)
  }

  async #take(sample: VideoSample): Promise<Picture> {
    const frame = sample.toVideoFrame()
    try {
      return turned(await readPlanes(frame), this.track.rotation)
    } finally {
      frame.close()
      sample.close()
    }
  }

  #keep(n: number, picture: Picture): void {
    if (this.#kept.has(n)) return
    this.#kept.set(n, picture)
    this.#bytes += pictureBytes(picture)
    for (const [oldest, old] of this.#kept) {
      if (this.#bytes <= BUDGET) break
      this.#kept.delete(oldest)
      this.#bytes -= pictureBytes(old)
    }
  }
}

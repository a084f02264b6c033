import { execFileSync, spawn } from 'node:child_process'
import { type FileHandle, mkdtemp, open, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { basename, join } from 'node:path'
import {
  AudioSample,
  CustomAudioDecoder,
  CustomSource,
  CustomVideoDecoder,
  EncodedAudioPacketSource,
  type EncodedPacket,
  MkvOutputFormat,
  Output,
  registerDecoder,
  StreamTarget,
  VideoSample,
} from 'mediabunny'
import type { Picture } from '@stilus/core/frame'
import { decodedEncoding, type MediaFile, type Platform, preSkip, readPlanes } from '@stilus/core/media'
import { colourSpace, FfmpegDecoder, FORMATS } from './ffmpeg-decoder'

/** A file on disk. */
export async function fileOf(
  path: string,
  name = basename(path),
): Promise<MediaFile & { close(): Promise<void> }> {
  const handle: FileHandle = await open(path)
  const { size } = await handle.stat()
  const read = async (from: number, to: number) => {
    const bytes = new Uint8Array(Math.max(0, to - from))
    const { bytesRead } = await handle.read(bytes, 0, bytes.length, from)
    return bytes.subarray(0, bytesRead)
  }
  return {
    name,
    size,
    read,
    source: () => new CustomSource({ getSize: () => size, read }),
    close: () => handle.close(),
  }
}

/** Colour and, where packets carry it, alpha: two streams that are put together picture by picture. */
class Pictures {
  readonly #colour: FfmpegDecoder
  #alpha: FfmpegDecoder | undefined
  readonly #waiting = new Map<number, VideoSample>()
  readonly #planes = new Map<number, VideoSample>()
  /** Pictures whose packets carry alpha. */
  readonly #clear = new Set<number>()

  constructor(
    private readonly codec: EncodedVideo,
    private readonly config: VideoDecoderConfig,
    private readonly take: (sample: VideoSample) => void,
  ) {
    this.#colour = new FfmpegDecoder(codec, config, (sample) => this.#came(sample))
  }

  get failed() {
    return this.#colour.failed || (this.#alpha?.failed ?? false)
  }

  async decode(packet: EncodedPacket): Promise<void> {
    const { alpha } = packet.sideData
    if (alpha) {
      this.#clear.add(packet.timestamp)
      this.#alpha ??= new FfmpegDecoder(this.codec, this.config, (sample) => {
        this.#planes.set(sample.timestamp, sample)
        this.#join()
      })
      await this.#alpha.decode(packet.clone({ data: alpha, sideData: {} }))
    }
    await this.#colour.decode(packet)
  }

  async flush(): Promise<void> {
    await Promise.all([this.#colour.flush(), this.#alpha?.flush()])
    // Alpha that could not be decoded: opaque.
    for (const sample of this.#waiting.values()) this.take(sample)
    this.#waiting.clear()
  }

  close(): void {
    this.#colour.close()
    this.#alpha?.close()
  }

  #came(sample: VideoSample): void {
    if (!this.#clear.has(sample.timestamp) && !this.#waiting.size) return this.take(sample)
    this.#waiting.set(sample.timestamp, sample)
    this.#join()
  }

  #join(): void {
    for (const [stamp, sample] of this.#waiting) {
      const alpha = this.#planes.get(stamp)
      if (!alpha && this.#clear.has(stamp)) return
      this.#waiting.delete(stamp)
      this.#planes.delete(stamp)
      this.take(alpha ? withAlpha(sample, alpha) : sample)
    }
  }
}

type EncodedVideo = ConstructorParameters<typeof FfmpegDecoder>[0]

/** The luma of one picture as the alpha of another. */
function withAlpha(colour: VideoSample, alpha: VideoSample): VideoSample {
  const [bytes, plane] = [colour, alpha].map((sample) => {
    const data = new Uint8Array(sample.allocationSize())
    void sample.copyTo(data)
    sample.close()
    return data
  }) as [Uint8Array, Uint8Array]
  const { codedWidth, codedHeight, timestamp, colorSpace, format } = colour
  const luma = codedWidth * codedHeight * (format?.includes('P1') ? 2 : 1)
  const data = new Uint8Array(bytes.length + luma)
  data.set(bytes)
  data.set(plane.subarray(0, luma), bytes.length)
  return new VideoSample(data, {
    format: String(format).replace(/^(I4..)/, '$1A') as 'I420A',
    codedWidth,
    codedHeight,
    timestamp,
    colorSpace: colorSpace.toJSON(),
  })
}

class NodeVideoDecoder extends CustomVideoDecoder {
  #pictures: Pictures | undefined

  static override supports(): boolean {
    return true
  }

  init(): void {
    this.#pictures = new Pictures(this.codec, this.config, (sample) => void this.onSample(sample))
  }

  async decode(packet: EncodedPacket): Promise<void> {
    await this.#pictures?.decode(packet)
    if (this.#pictures?.failed) this.onError(new Error('A picture could not be decoded.'))
  }

  async flush(): Promise<void> {
    await this.#pictures?.flush()
    if (this.#pictures?.failed) this.onError(new Error('A picture could not be decoded.'))
    this.init()
  }

  close(): void {
    this.#pictures?.close()
  }
}

/** Sound through ffmpeg: packets in, planar floats out, as many samples as the packets hold, from the first packet's time on. */
class NodeAudioDecoder extends CustomAudioDecoder {
  #packets: EncodedPacket[] = []

  static override supports(codec: string): boolean {
    return !codec.startsWith('pcm') && codec !== 'ulaw' && codec !== 'alaw'
  }

  init(): void {
    this.#packets = []
  }

  decode(packet: EncodedPacket): void {
    this.#packets.push(packet)
  }

  async flush(): Promise<void> {
    const [first] = this.#packets
    if (!first) return
    const { numberOfChannels, sampleRate } = this.config
    const child = spawn('ffmpeg', [
      ...['-v', 'quiet', '-f', 'matroska', '-flags2', '+skip_manual', '-i', 'pipe:0', '-map', '0:a:0'],
      ...['-f', 'f32le', '-ac', String(numberOfChannels), '-ar', String(sampleRate), 'pipe:1'],
    ])
    child.stdin.on('error', () => undefined)
    const pieces: Buffer[] = []
    child.stdout.on('data', (piece: Buffer) => pieces.push(piece))
    const closed = new Promise<void>((resolve) => void child.once('close', () => resolve()))
    const writable = new WritableStream<{ data: Uint8Array }>({
      write: ({ data }) =>
        new Promise<void>((resolve) => void child.stdin.write(data.slice(), () => resolve())),
    })
    const output = new Output({
      format: new MkvOutputFormat({ appendOnly: true }),
      target: new StreamTarget(writable as never),
    })
    const source = new EncodedAudioPacketSource(this.codec)
    output.addAudioTrack(source)
    await output.start()
    for (const [i, packet] of this.#packets.entries())
      await source.add(
        packet.clone({ timestamp: packet.timestamp - first.timestamp }),
        i === 0 ? { decoderConfig: this.config } : undefined,
      )
    await output.finalize()
    child.stdin.end()
    await closed
    this.#packets = []
    const bytes = Buffer.concat(pieces)
    const data = new Float32Array(
      bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + (bytes.length & ~3)),
    )
    // As the browser's decoder does, wherever it begins.
    const skipped = data.subarray(this.#skip() * numberOfChannels).slice()
    if (!skipped.length) return
    this.onSample(
      new AudioSample({
        data: skipped,
        format: 'f32',
        numberOfChannels,
        sampleRate,
        timestamp: first.timestamp,
      }),
    )
  }

  close(): void {
    this.#packets = []
  }

  #skip(): number {
    const { codec, description: head } = this.config
    if (codec !== 'opus' || !head) return 0
    return preSkip(
      ArrayBuffer.isView(head)
        ? new Uint8Array(head.buffer, head.byteOffset, head.byteLength)
        : new Uint8Array(head),
    )
  }
}

let registered = false

/** Node's way of turning compressed pictures into stored samples: ffmpeg, as a child process. */
export function nodePlatform(): Platform {
  if (!registered) {
    registerDecoder(NodeVideoDecoder)
    registerDecoder(NodeAudioDecoder)
    registered = true
  }
  return {
    async decodeGroup(config, packets, take) {
      const codec = codecOf(config.codec)
      const pictures = new Pictures(codec, config, take)
      for (const packet of packets) await pictures.decode(packet)
      await pictures.flush()
      return !pictures.failed
    },
    still: readStillByFfmpeg,
  }
}

/** mediabunny's name of a codec by its parameter string (RFC 6381). */
function codecOf(parameters: string): EncodedVideo {
  if (/^avc[13]/.test(parameters)) return 'avc'
  if (/^(hev1|hvc1)/.test(parameters)) return 'hevc'
  if (parameters.startsWith('vp09')) return 'vp9'
  if (parameters.startsWith('vp8')) return 'vp8'
  if (parameters.startsWith('av01')) return 'av1'
  return 'prores' as EncodedVideo
}

interface StillStream {
  pix_fmt: string
  width: number
  height: number
  color_range?: string
  color_space?: string
  color_primaries?: string
  color_transfer?: string
}

/** A compressed still through ffmpeg: planes as they are stored, or RGBA where they are no planes. */
async function readStillByFfmpeg(data: Uint8Array<ArrayBuffer>, type: string): Promise<Picture> {
  const folder = await mkdtemp(join(tmpdir(), 'stilus-still-'))
  try {
    const path = join(folder, `still.${type.split('/')[1] ?? 'png'}`)
    await writeFile(path, data)
    const entries = 'stream=pix_fmt,width,height,color_range,color_space,color_primaries,color_transfer'
    const probe = ['-v', 'error', '-select_streams', 'v:0', '-show_entries', entries, '-of', 'json', path]
    const [stream] = (JSON.parse(String(execFileSync('ffprobe', probe))) as { streams: StillStream[] })
      .streams
    if (!stream) throw new Error('There is no picture in it.')
    const { width, height, pix_fmt: stored } = stream
    const format = FORMATS[stored]
    const from = [
      '-v',
      'error',
      '-noautorotate',
      '-i',
      path,
      '-frames:v',
      '1',
      '-pix_fmt',
      format ? stored : 'rgba',
    ]
    const limit = { maxBuffer: 2 ** 31 - 1 }
    const raw = new Uint8Array(execFileSync('ffmpeg', [...from, '-f', 'rawvideo', 'pipe:1'], limit))
    if (!format) return { kind: 'rgba', width, height, data: raw }
    const {
      color_range: range,
      color_space: space,
      color_primaries: primaries,
      color_transfer: transfer,
    } = stream
    const sample = new VideoSample(raw, {
      format,
      codedWidth: width,
      codedHeight: height,
      timestamp: 0,
      colorSpace: colourSpace(range, space, primaries, transfer),
    })
    return await readPlanes(sample, decodedEncoding(sample, {}, true), { width, height })
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
}

import { type ChildProcessWithoutNullStreams, spawn } from 'node:child_process'
import { createInterface } from 'node:readline'
import { setTimeout as sleep } from 'node:timers/promises'
import {
  EncodedPacket,
  EncodedVideoPacketSource,
  MkvOutputFormat,
  Output,
  StreamTarget,
  type VideoCodec,
  VideoSample,
  type VideoSampleInit,
} from 'mediabunny'

/** Pixel formats that are read as they are, by WebCodecs' names; others are converted to 4:4:4 at 10 bits. */
export const FORMATS: Record<string, NonNullable<VideoSampleInit['format']>> = {
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

interface Shown {
  stamp: number
  format: string
  width: number
  height: number
  colour: VideoColorSpaceInit
}

/** ffmpeg's line for each frame: its time, size, format and colour. */
const LINE = /\bpts_time:(\S+).*\bfmt:(\S+).*\bs:(\d+)x(\d+)/
const COLOUR = /color_range:(\S+) color_space:(\S+) color_primaries:(\S+) color_trc:(\S+)/

/** ffmpeg's names where WebCodecs has others. */
const NAMES: Record<string, string> = {
  bt2020nc: 'bt2020-ncl',
  gbr: 'rgb',
  smpte2084: 'pq',
  'arib-std-b67': 'hlg',
  'iec61966-2-1': 'iec61966-2-1',
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

/** Bytes of the planes of a picture in one of ffmpeg's formats that are read as they are. */
function bytesOf(format: string, width: number, height: number): number {
  const [w, h] = [
    format.includes('444') ? width : (width + 1) >> 1,
    format.includes('420') ? (height + 1) >> 1 : height,
  ]
  const samples = width * height * (format.startsWith('yuva') ? 2 : 1) + 2 * w * h
  return samples * (/1[02]le$/.test(format) ? 2 : 1)
}

/**
 * One run of ffmpeg that decodes packets as they come. They go in as a Matroska stream, so that they are the ones that the demultiplexer
 * found and no seeking or editing of ffmpeg's own takes part; stored planes come out, nothing converted, each with its own time.
 */
export class FfmpegDecoder {
  readonly #child: ChildProcessWithoutNullStreams
  readonly #source: EncodedVideoPacketSource
  readonly #output: Output
  readonly #stamps = new Map<number, number>()
  readonly #shown: Shown[] = []
  readonly #config: VideoDecoderConfig
  readonly #done: Promise<void>
  #bytes: Buffer = Buffer.alloc(0)
  #faults = 0
  #wrote = false

  /** @param take given each picture, in the order they are shown */
  constructor(
    codec: VideoCodec,
    config: VideoDecoderConfig,
    private readonly take: (sample: VideoSample) => void,
  ) {
    this.#config = config
    const input = [
      '-hide_banner',
      '-nostats',
      '-v',
      'info',
      '-err_detect',
      'explode',
      '-noautorotate',
      '-copyts',
    ]
    const filter = `format=pix_fmts=${Object.keys(FORMATS).join('|')},showinfo=checksum=0`
    const output = [
      '-map',
      '0:v:0',
      '-fps_mode',
      'passthrough',
      '-vf',
      filter,
      '-f',
      'rawvideo',
      '-flush_packets',
      '1',
      'pipe:1',
    ]
    this.#child = spawn('ffmpeg', [...input, ...QUICK, '-f', 'matroska', '-i', 'pipe:0', ...output])
    this.#child.stdin.on('error', () => undefined)
    this.#child.stdout.on('data', (piece: Buffer) => {
      this.#bytes = this.#bytes.length ? Buffer.concat([this.#bytes, piece]) : piece
      this.#emit()
    })
    const lines = createInterface({ input: this.#child.stderr })
    lines.on('line', (line) => this.#line(line))
    const ended = (stream: NodeJS.ReadableStream | typeof lines, event: string) =>
      new Promise<void>((resolve) => void stream.once(event, () => resolve()))
    this.#done = Promise.all([
      ended(this.#child.stdout, 'close'),
      ended(lines, 'close'),
      new Promise<void>((resolve) => void this.#child.once('close', () => resolve())),
    ]).then(() => this.#emit())
    const writable = new WritableStream<{ data: Uint8Array; position: number }>({
      write: ({ data }) =>
        new Promise<void>((resolve) => {
          if (this.#child.stdin.destroyed) return resolve()
          this.#child.stdin.write(data.slice(), () => resolve())
        }),
    })
    this.#output = new Output({
      format: new MkvOutputFormat({ appendOnly: true, minimumClusterDuration: 0 }),
      target: new StreamTarget(writable),
    })
    this.#source = new EncodedVideoPacketSource(codec)
    this.#output.addVideoTrack(this.#source)
  }

  /** Whether something could not be decoded so far. */
  get failed(): boolean {
    return this.#faults > 0
  }

  async decode(packet: EncodedPacket): Promise<void> {
    if (!this.#wrote) {
      await this.#output.start()
      this.#base = packet.timestamp
    }
    // A time stamp that is whole milliseconds comes back as it went in.
    const shifted = packet.timestamp - this.#base + BEFORE
    this.#stamps.set(Math.round(shifted * 1000), packet.timestamp)
    const clone = packet.clone({ timestamp: Math.round(shifted * 1000) / 1000, sideData: {} })
    await this.#source.add(clone, this.#wrote ? undefined : { decoderConfig: this.#config })
    this.#wrote = true
    this.#fed++
    // What is far ahead of what came out waits; a decoder that keeps more back than that is let on.
    for (let i = 0; i < 200 && this.#fed - this.#out > AHEAD && this.#child.exitCode === null; i++)
      await Promise.race([new Promise<void>((go) => (this.#moved = go)), sleep(10)])
  }

  /** Waits until everything that was given has come out. */
  async flush(): Promise<void> {
    if (this.#wrote) await this.#output.finalize()
    this.#child.stdin.end()
    await this.#done
  }

  close(): void {
    this.#child.kill('SIGKILL')
  }

  #base = 0
  #fed = 0
  #out = 0
  #moved: () => void = () => undefined

  #line(line: string): void {
    const [, time, format, width, height] = LINE.exec(line) ?? []
    if (time === undefined) {
      if (/error|invalid|corrupt|missing|damaged/i.test(line) && !line.startsWith('  ')) this.#faults++
      const [, range, space, primaries, transfer] = COLOUR.exec(line) ?? []
      const last = this.#shown.at(-1)
      if (range !== undefined && last) last.colour = colourSpace(range, space, primaries, transfer)
      return
    }
    const stamp = this.#stamps.get(Math.round(Number(time) * 1000)) ?? Number(time) + this.#base - BEFORE
    this.#shown.push({
      stamp,
      format: format ?? '',
      width: Number(width),
      height: Number(height),
      colour: {},
    })
    this.#emit()
  }

  #emit(): void {
    for (;;) {
      const next = this.#shown[0]
      if (!next) return
      const size = bytesOf(next.format, next.width, next.height)
      if (this.#bytes.length < size) return
      this.#shown.shift()
      this.#out++
      this.#moved()
      const data = new Uint8Array(this.#bytes.subarray(0, size))
      this.#bytes = this.#bytes.subarray(size)
      const format = FORMATS[next.format]
      if (!format) {
        this.#faults++
        continue
      }
      this.take(sampleOf(data, format, next))
    }
  }
}

/**
 * Raw planes as a sample. Those of odd sizes get a column and a row more, since a sample of WebCodecs made of bytes has no half chroma
 * columns; who reads it knows the true size.
 */
function sampleOf(
  data: Uint8Array,
  format: NonNullable<VideoSampleInit['format']>,
  shown: Shown,
): VideoSample {
  const { width, height, stamp: timestamp, colour: colorSpace } = shown
  const [codedWidth, codedHeight] = [width + (width % 2), height + (height % 2)]
  const even = codedWidth === width && codedHeight === height
  const bytes = even ? data : evenPlanes(data, format, width, height)
  return new VideoSample(bytes, { format, codedWidth, codedHeight, timestamp, colorSpace })
}

function evenPlanes(data: Uint8Array, format: string, width: number, height: number): Uint8Array {
  const wide = /P1[02]$/.test(format) ? 2 : 1
  const [sx, sy] = [format.startsWith('I444') ? 0 : 1, format.startsWith('I420') ? 1 : 0]
  const planes = [0, 1, 1, ...(format.includes('A') ? [0] : [])].map((chroma) => {
    const [x, y] = chroma ? [sx, sy] : [0, 0]
    const stored = [(width + x) >> x, (height + y) >> y] as const
    const coded = [(width + (width % 2)) >> x, (height + (height % 2)) >> y] as const
    return { stored, coded }
  })
  const out = new Uint8Array(planes.reduce((sum, { coded: [w, h] }) => sum + w * h, 0) * wide)
  let [from, to] = [0, 0]
  for (const { stored, coded } of planes) {
    const [row, pitch] = [stored[0] * wide, coded[0] * wide]
    for (let y = 0; y < stored[1]; y++)
      out.set(data.subarray(from + y * row, from + (y + 1) * row), to + y * pitch)
    from += row * stored[1]
    to += pitch * coded[1]
  }
  return out
}

/** Begins with the first packet instead of reading ahead for what the stream's head says already. */
const QUICK = ['-probesize', '32', '-analyzeduration', '0', '-fpsprobesize', '0', '-thread_type', 'slice']
/** Pictures that may be in the making at once. */
const AHEAD = 40
/** Room before the first packet, whose picture may be shown after others. */
const BEFORE = 10

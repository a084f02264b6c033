import { type ChildProcessWithoutNullStreams, spawn } from 'node:child_process'
import { once } from 'node:events'
import { createInterface } from 'node:readline'
import { setTimeout as sleep } from 'node:timers/promises'
import { type EncodedPacket, EncodedVideoPacketSource, type Output, type VideoCodec } from 'mediabunny'
import { matroskaInto, QUICK } from './ffmpeg'
import { bytesOf, colourSpace, FORMATS, type RawPicture } from './formats'

/** Pictures that may be in the making at once. */
const AHEAD = 40
/** Room before the first packet, whose picture may be shown after others, in seconds. */
const BEFORE = 10
/** ffmpeg's line for each frame: its time, format and size; then one for its colour. */
const LINE = /\bpts_time:(\S+).*\bfmt:(\S+).*\bs:(\d+)x(\d+)/
const COLOUR = /color_range:(\S+) color_space:(\S+) color_primaries:(\S+) color_trc:(\S+)/
const FAULT = /error|invalid|corrupt|missing|damaged/i

const INPUT = ['-hide_banner', '-nostats', '-v', 'info', '-err_detect', 'explode', '-noautorotate', '-copyts']
const FILTER = `format=pix_fmts=${Object.keys(FORMATS).join('|')},showinfo=checksum=0`
const OUTPUT = [
  ...['-map', '0:v:0', '-fps_mode', 'passthrough', '-vf', FILTER],
  ...['-f', 'rawvideo', '-flush_packets', '1', 'pipe:1'],
]

/** One run of ffmpeg that decodes packets as they come; stored planes come out, nothing converted, each with its own time. */
export class PictureDecoder {
  readonly #child: ChildProcessWithoutNullStreams
  readonly #source: EncodedVideoPacketSource
  readonly #output: Output
  readonly #stamps = new Map<number, number>()
  /** Pictures that were announced and have not come whole. */
  readonly #shown: Omit<RawPicture, 'data'>[] = []
  readonly #done: Promise<unknown>
  #pieces: Buffer[] = []
  #bytes = 0
  #faults = 0
  #base = 0
  #fed = 0
  #out = 0
  #moved: () => void = () => undefined

  /** @param take given each picture, in the order they are shown */
  constructor(
    codec: VideoCodec,
    private readonly config: VideoDecoderConfig,
    private readonly take: (picture: RawPicture) => void,
  ) {
    this.#child = spawn('ffmpeg', [...INPUT, ...QUICK, '-thread_type', 'slice', '-i', 'pipe:0', ...OUTPUT])
    // Without ffmpeg nothing comes, and nothing waits for it.
    this.#child.once('error', () => this.#faults++)
    this.#child.stdout.on('data', (piece: Buffer) => {
      this.#pieces.push(piece)
      this.#bytes += piece.length
      this.#emit()
    })
    const lines = createInterface({ input: this.#child.stderr })
    lines.on('line', (line) => this.#line(line))
    this.#done = Promise.all([once(lines, 'close'), once(this.#child, 'close')])
      .then(() => this.#emit())
      .catch(() => undefined)
    this.#output = matroskaInto(this.#child.stdin)
    this.#source = new EncodedVideoPacketSource(codec)
    this.#output.addVideoTrack(this.#source)
  }

  /** Whether something could not be decoded so far. */
  get failed(): boolean {
    return this.#faults > 0
  }

  async decode(packet: EncodedPacket): Promise<void> {
    const first = this.#fed === 0
    if (first) {
      await this.#output.start()
      this.#base = packet.timestamp
    }
    // A time stamp that is whole milliseconds comes back as it went in.
    const ms = Math.round((packet.timestamp - this.#base + BEFORE) * 1000)
    this.#stamps.set(ms, packet.timestamp)
    const clone = packet.clone({ timestamp: ms / 1000, sideData: {} })
    await this.#source.add(clone, first ? { decoderConfig: this.config } : undefined)
    this.#fed++
    // What is far ahead of what came out waits; a decoder that keeps more back than that is let on.
    for (let i = 0; i < 200 && this.#fed - this.#out > AHEAD && this.#child.exitCode === null; i++)
      await Promise.race([new Promise<void>((go) => (this.#moved = go)), sleep(10)])
  }

  /** Waits until everything that was given has come out. */
  async flush(): Promise<void> {
    if (this.#fed) await this.#output.finalize()
    this.#child.stdin.end()
    await this.#done
  }

  close(): void {
    this.#child.kill('SIGKILL')
  }

  #line(line: string): void {
    const [, time, name, width, height] = LINE.exec(line) ?? []
    if (time === undefined) {
      if (FAULT.test(line) && !line.startsWith('  ')) this.#faults++
      const [, range, space, primaries, transfer] = COLOUR.exec(line) ?? []
      const last = this.#shown.at(-1)
      if (range !== undefined && last) last.colour = colourSpace(range, space, primaries, transfer)
      return
    }
    const format = FORMATS[name ?? '']
    if (!format) throw new Error(`ffmpeg gave ${String(name)}, which it was not asked for.`)
    const stamp = this.#stamps.get(Math.round(Number(time) * 1000)) ?? Number(time) + this.#base - BEFORE
    this.#shown.push({ stamp, format, width: Number(width), height: Number(height), colour: {} })
    this.#emit()
  }

  #emit(): void {
    for (;;) {
      const next = this.#shown[0]
      const size = next ? bytesOf(next.format, next.width, next.height) : 0
      if (!next || this.#bytes < size) return
      this.#shown.shift()
      this.#out++
      this.#moved()
      this.take({ ...next, data: this.#cut(size) })
    }
  }

  /** The first bytes of what came, in memory of their own. */
  #cut(size: number): Uint8Array {
    const all = this.#pieces.length === 1 ? (this.#pieces[0] as Buffer) : Buffer.concat(this.#pieces)
    this.#pieces = all.length > size ? [all.subarray(size)] : []
    this.#bytes -= size
    return new Uint8Array(all.subarray(0, size))
  }
}

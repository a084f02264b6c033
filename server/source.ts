import { type ChildProcess, execFileSync, spawn } from 'node:child_process'
import type { YuvPicture } from '@stilus/core/frame'
import type { Medium } from '@stilus/core/project'

type Layout = Pick<YuvPicture, 'bits' | 'subsampling'>

/** Pixel formats that are read as they are; others are converted to 4:4:4 at 10 bits. */
const LAYOUTS: Record<string, Layout> = {
  yuv420p: { bits: 8, subsampling: [1, 1] },
  yuvj420p: { bits: 8, subsampling: [1, 1] },
  yuv422p: { bits: 8, subsampling: [1, 0] },
  yuv444p: { bits: 8, subsampling: [0, 0] },
  yuv420p10le: { bits: 10, subsampling: [1, 1] },
  yuv422p10le: { bits: 10, subsampling: [1, 0] },
  yuv444p10le: { bits: 10, subsampling: [0, 0] },
}

interface Stream {
  pix_fmt: string
  width: number
  height: number
  color_space?: string
  color_range?: string
}

/** How far ahead it is worth reading on rather than seeking anew. */
const REACH = 48

/** Frames of a video file in Node, through ffmpeg as a child process: stored planes in, nothing converted. */
export class FfmpegSource {
  readonly #stream: Stream
  readonly #layout: Layout
  readonly #format: string
  #child: ChildProcess | undefined
  #chunks: AsyncIterator<Buffer> | undefined
  #left = Buffer.alloc(0)
  #next = 0
  #last: { n: number; picture: YuvPicture } | undefined

  /** @throws Error where ffmpeg cannot read the file */
  constructor(
    private readonly path: string,
    private readonly medium: Pick<Medium, 'rate' | 'frames' | 'kind'>,
  ) {
    const entries = 'stream=pix_fmt,width,height,color_space,color_range'
    const json = execFileSync('ffprobe', [
      '-v',
      'error',
      '-select_streams',
      'v:0',
      '-show_entries',
      entries,
      '-of',
      'json',
      path,
    ])
    const stream = (JSON.parse(String(json)) as { streams: Stream[] }).streams[0]
    if (!stream) throw new Error('There is no picture in this file.')
    this.#stream = stream
    this.#format = LAYOUTS[stream.pix_fmt] ? stream.pix_fmt : 'yuv444p10le'
    this.#layout = LAYOUTS[this.#format] as Layout
  }

  /** Frame n. Reading in rising order is fastest. @throws Error past the end */
  async get(n: number): Promise<YuvPicture> {
    if (this.#last?.n === n) return this.#last.picture
    if (!this.#chunks || n < this.#next || n > this.#next + REACH) this.#start(n)
    for (;;) {
      const at = this.#next++
      const bytes = await this.#read()
      if (at < n) continue
      const picture = this.#picture(bytes)
      this.#last = { n, picture }
      return picture
    }
  }

  close(): void {
    this.#child?.kill('SIGKILL')
    this.#child = undefined
    this.#chunks = undefined
    this.#left = Buffer.alloc(0)
  }

  #start(n: number): void {
    this.close()
    const { num, den } = this.medium.rate
    const seek = n > 0 && this.medium.kind === 'video' ? ['-ss', String(((n - 0.5) * den) / num)] : []
    const args = [
      '-v',
      'error',
      ...seek,
      '-i',
      this.path,
      '-map',
      '0:v:0',
      '-fps_mode',
      'passthrough',
      '-f',
      'rawvideo',
      '-pix_fmt',
      this.#format,
      'pipe:1',
    ]
    this.#child = spawn('ffmpeg', args, { stdio: ['ignore', 'pipe', 'ignore'] })
    this.#chunks = (this.#child.stdout as AsyncIterable<Buffer>)[Symbol.asyncIterator]()
    this.#next = n
  }

  async #read(): Promise<Uint8Array> {
    const size = this.#sizes().reduce((a, b) => a + b)
    const parts: Buffer[] = [this.#left]
    let have = this.#left.length
    while (have < size) {
      const chunk = await this.#chunks?.next()
      if (!chunk || chunk.done) throw new Error('This file ends before the frame that was asked for.')
      parts.push(chunk.value)
      have += chunk.value.length
    }
    const all = Buffer.concat(parts)
    this.#left = all.subarray(size)
    return new Uint8Array(all.subarray(0, size))
  }

  /** Bytes of the three planes. */
  #sizes(): [number, number, number] {
    const { width, height } = this.#stream
    const bytes = this.#layout.bits === 8 ? 1 : 2
    const [sx, sy] = this.#layout.subsampling
    const chroma = Math.ceil(width / (1 << sx)) * Math.ceil(height / (1 << sy)) * bytes
    return [width * height * bytes, chroma, chroma]
  }

  #picture(bytes: Uint8Array): YuvPicture {
    const { width, height, color_space: space, color_range: range } = this.#stream
    const [y, u] = this.#sizes()
    const wide = this.#layout.bits === 8 ? 1 : 2
    return {
      ...{ kind: 'yuv', width, height, ...this.#layout },
      matrix:
        space === 'smpte170m' || space === 'bt470bg'
          ? 'bt601'
          : space?.startsWith('bt2020')
            ? 'bt2020'
            : 'bt709',
      range: range === 'pc' ? 'full' : 'limited',
      ...{ y: bytes.subarray(0, y), u: bytes.subarray(y, y + u), v: bytes.subarray(y + u) },
      ...{ strideY: width * wide, strideC: Math.ceil(width / (1 << this.#layout.subsampling[0])) * wide },
    }
  }
}

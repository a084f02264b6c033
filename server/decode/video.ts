import { CustomVideoDecoder, type EncodedPacket, type VideoCodec } from 'mediabunny'
import { type RawPicture, sampleOf, withAlpha } from './formats'
import { PictureDecoder } from './pictures'

/** Colour and, where packets carry it, alpha: two streams that are put together picture by picture. */
export class Pictures {
  readonly #colour: PictureDecoder
  #alpha: PictureDecoder | undefined
  readonly #waiting = new Map<number, RawPicture>()
  readonly #planes = new Map<number, RawPicture>()
  /** Pictures whose packets carry alpha. */
  readonly #clear = new Set<number>()

  constructor(
    private readonly codec: VideoCodec,
    private readonly config: VideoDecoderConfig,
    private readonly take: (picture: RawPicture) => void,
  ) {
    this.#colour = new PictureDecoder(codec, config, (picture) => {
      this.#waiting.set(picture.stamp, picture)
      this.#join()
    })
  }

  get failed() {
    return this.#colour.failed || (this.#alpha?.failed ?? false)
  }

  async decode(packet: EncodedPacket): Promise<void> {
    const { alpha } = packet.sideData
    if (alpha) {
      this.#clear.add(packet.timestamp)
      this.#alpha ??= new PictureDecoder(this.codec, this.config, (picture) => {
        this.#planes.set(picture.stamp, picture)
        this.#join()
      })
      await this.#alpha.decode(packet.clone({ data: alpha, sideData: {} }))
    }
    await this.#colour.decode(packet)
  }

  async flush(): Promise<void> {
    await Promise.all([this.#colour.flush(), this.#alpha?.flush()])
    // Alpha that could not be decoded: opaque.
    for (const picture of this.#waiting.values()) this.take(picture)
    this.#waiting.clear()
  }

  close(): void {
    this.#colour.close()
    this.#alpha?.close()
  }

  /** Hands on what is whole, in order. */
  #join(): void {
    for (const [stamp, picture] of this.#waiting) {
      const alpha = this.#planes.get(stamp)
      if (!alpha && this.#clear.has(stamp)) return
      this.#waiting.delete(stamp)
      this.#planes.delete(stamp)
      this.take(alpha ? withAlpha(picture, alpha) : picture)
    }
  }
}

/** Every codec that the demultiplexer knows, through ffmpeg; a run of it begins with the first packet. */
export class NodeVideoDecoder extends CustomVideoDecoder {
  #pictures: Pictures | undefined

  static override supports(): boolean {
    return true
  }

  init(): void {
    this.#pictures = undefined
  }

  async decode(packet: EncodedPacket): Promise<void> {
    this.#pictures ??= new Pictures(
      this.codec,
      this.config,
      (picture) => void this.onSample(sampleOf(picture)),
    )
    await this.#pictures.decode(packet)
    this.#tell()
  }

  async flush(): Promise<void> {
    await this.#pictures?.flush()
    this.#tell()
    this.#pictures = undefined
  }

  close(): void {
    this.#pictures?.close()
  }

  #tell(): void {
    if (this.#pictures?.failed) this.onError(new Error('A picture could not be decoded.'))
  }
}

import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { AudioSample, CustomAudioDecoder, EncodedAudioPacketSource, type EncodedPacket } from 'mediabunny'
import { opusSkip } from '@stilus/core/media'
import { matroskaInto, QUICK } from './ffmpeg'

/** Sound through ffmpeg: packets in, floats out, as many samples as the packets hold, from the first packet's time on. PCM needs no decoder. */
export class NodeAudioDecoder extends CustomAudioDecoder {
  #packets: EncodedPacket[] = []

  static override supports(codec: string): boolean {
    return !/^(pcm|ulaw|alaw)/.test(codec)
  }

  init(): void {
    this.#packets = []
  }

  decode(packet: EncodedPacket): void {
    this.#packets.push(packet)
  }

  async flush(): Promise<void> {
    const packets = this.#packets
    this.#packets = []
    const [first] = packets
    if (!first) return
    const { numberOfChannels, sampleRate } = this.config
    const raw = ['-map', '0:a:0', '-f', 'f32le', '-ac', String(numberOfChannels), '-ar', String(sampleRate)]
    const child = spawn('ffmpeg', [
      '-v',
      'quiet',
      ...QUICK,
      '-flags2',
      '+skip_manual',
      '-i',
      'pipe:0',
      ...raw,
      'pipe:1',
    ])
    const pieces: Buffer[] = []
    child.stdout.on('data', (piece: Buffer) => pieces.push(piece))
    const closed = once(child, 'close').catch(() => undefined)
    const output = matroskaInto(child.stdin)
    const source = new EncodedAudioPacketSource(this.codec)
    output.addAudioTrack(source)
    await output.start()
    for (const [i, packet] of packets.entries())
      await source.add(
        packet.clone({ timestamp: packet.timestamp - first.timestamp }),
        i === 0 ? { decoderConfig: this.config } : undefined,
      )
    await output.finalize()
    child.stdin.end()
    await closed
    const bytes = new Uint8Array(Buffer.concat(pieces))
    // The browser's decoder leaves out the first samples of Opus wherever it begins; so does this one.
    const data = new Float32Array(bytes.buffer, 0, bytes.length >> 2).slice(
      opusSkip(this.config) * numberOfChannels,
    )
    if (data.length)
      this.onSample(
        new AudioSample({ data, format: 'f32', numberOfChannels, sampleRate, timestamp: first.timestamp }),
      )
  }

  close(): void {
    this.#packets = []
  }
}

import { type FileHandle, open } from 'node:fs/promises'
import { basename } from 'node:path'
import { CustomSource, registerDecoder, type VideoCodec } from 'mediabunny'
import type { MediaFile, Platform } from '@stilus/core/media'
import { sampleOf } from './decode/formats'
import { NodeAudioDecoder } from './decode/sound'
import { readStill } from './decode/still'
import { NodeVideoDecoder, Pictures } from './decode/video'

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
      const pictures = new Pictures(codecOf(config.codec), config, (picture) => take(sampleOf(picture)))
      for (const packet of packets) await pictures.decode(packet)
      await pictures.flush()
      return !pictures.failed
    },
    still: readStill,
  }
}

/** The demultiplexer's name of a codec by its parameter string (RFC 6381). */
function codecOf(parameters: string): VideoCodec {
  if (/^avc[13]/.test(parameters)) return 'avc'
  if (/^(hev1|hvc1)/.test(parameters)) return 'hevc'
  if (parameters.startsWith('vp09')) return 'vp9'
  if (parameters.startsWith('vp8')) return 'vp8'
  return parameters.startsWith('av01') ? 'av1' : 'prores'
}

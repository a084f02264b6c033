import { BlobSource, VideoSample } from 'mediabunny'
import { decodedEncoding, type MediaFile, type Platform, readPlanes } from '@stilus/core/media'

/** A file of the browser. */
export const fileOf = (blob: Blob, name: string): MediaFile => ({
  name,
  size: blob.size,
  read: async (from, to) => new Uint8Array(await blob.slice(from, to).arrayBuffer()),
  source: () => new BlobSource(blob),
})

/** The browser's way of turning compressed pictures into stored samples: WebCodecs, and a decoder that ships for what it leaves out. */
export function browserPlatform(): Platform {
  return {
    async supply(codec) {
      if (codec === 'prores') (await import('@mediabunny/prores')).registerProresDecoder()
    },
    async decodeGroup(config, packets, take) {
      let failed = false
      const decoder = new VideoDecoder({
        output: (frame) => take(new VideoSample(frame)),
        error: () => (failed = true),
      })
      try {
        decoder.configure(config)
        for (const packet of packets) {
          if (decoder.state !== 'configured') break
          decoder.decode(packet.toEncodedVideoChunk())
        }
        await decoder.flush()
      } catch {
        failed = true
      }
      if (decoder.state !== 'closed') decoder.close()
      return !failed
    },
    async still(data, type) {
      const decoder = new ImageDecoder({ data, type, premultiplyAlpha: 'none' })
      try {
        const { image } = await decoder.decode()
        const picture = await readPlanes(image, decodedEncoding(image, {}, true))
        image.close()
        return picture
      } finally {
        decoder.close()
      }
    },
  }
}

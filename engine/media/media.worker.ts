import { AudioSampleSink } from 'mediabunny'
import type { Picture } from '@stilus/core/frame'
import { Moved, serve } from '../rpc'
import { FrameReader } from './frames'
import { MediaError, type MediumInfo, type OpenedMedia, openMedia, stillType } from './open'
import { detachable, readPlanes } from './planes'

/** Decodes one medium: opened once, then asked for frames and sound. */
let media: OpenedMedia | undefined
let reader: FrameReader | undefined
let still: Picture | undefined

export const handlers = {
  async open({ blob, name }: { blob: Blob; name: string }): Promise<MediumInfo> {
    const type = stillType(name)
    if (type && blob.size > 0) return openStill(blob, name, type)
    media = await openMedia(blob, name)
    const { video, info, firstTimestamp } = media
    if (video) reader = new FrameReader(video, info.rate, firstTimestamp, info.frames)
    return info
  },

  async picture({ frame }: { frame: number }) {
    const picture = still ?? (await reader?.get(frame))
    if (!picture) throw new MediaError('This medium has no pictures.')
    const copy = detachable(picture)
    return new Moved(copy.picture, copy.transfer)
  },

  /** Sound from `start` to `end` seconds after the first picture, as planar samples at the medium's own rate. */
  async sound({ start, end }: { start: number; end: number }) {
    if (!media?.audio) return new Moved({ sampleRate: 48000, channels: [] as Float32Array[] }, [])
    const { numberOfChannels, sampleRate } = media.audio
    const length = Math.max(0, Math.round((end - start) * sampleRate))
    const channels = Array.from({ length: numberOfChannels }, () => new Float32Array(length))
    const zero = start + media.firstTimestamp
    for await (const sample of new AudioSampleSink(media.audio).samples(zero, zero + (end - start))) {
      const at = Math.round((sample.timestamp - zero) * sampleRate)
      for (const [planeIndex, channel] of channels.entries()) {
        const values = new Float32Array(sample.numberOfFrames)
        sample.copyTo(values, { planeIndex, format: 'f32-planar' })
        const skip = Math.max(0, -at)
        channel.set(
          values.subarray(skip, Math.max(skip, Math.min(values.length, length - at))),
          Math.max(0, at),
        )
      }
      sample.close()
    }
    return new Moved(
      { sampleRate, channels },
      channels.map((c) => c.buffer),
    )
  },
}

async function openStill(blob: Blob, name: string, type: string): Promise<MediumInfo> {
  try {
    const decoder = new ImageDecoder({ data: await blob.arrayBuffer(), type, premultiplyAlpha: 'none' })
    const { image } = await decoder.decode()
    still = await readPlanes(image, true)
    image.close()
    decoder.close()
  } catch {
    throw new MediaError(
      `"${name}" is not a picture that can be read, or it is damaged. Export it again as PNG, JPEG or WebP.`,
    )
  }
  const { width, height } = still
  const range = still.kind === 'yuv' ? `${still.matrix} ${still.range}` : 'sRGB'
  const codec = type.split('/')[1]?.toUpperCase() ?? type
  return {
    kind: 'still',
    width,
    height,
    rate: { num: 24, den: 1 },
    frames: 1,
    codec,
    range,
    sound: null,
    seconds: 0,
    notice: null,
  }
}

serve(handlers)
export type MediaHandlers = typeof handlers

import {
  ALL_FORMATS,
  BlobSource,
  EncodedPacketSink,
  Input,
  type InputAudioTrack,
  type InputVideoTrack,
} from 'mediabunny'
import { nearestRate, type Rate } from '@stilus/core/time'

/** A file that cannot be used; the message names it and says what to do. */
export class MediaError extends Error {
  constructor(message: string) {
    super(message)
    this.name = 'MediaError'
  }
}

/** What a file turned out to hold. */
export interface MediumInfo {
  kind: 'video' | 'still' | 'sound'
  width: number
  height: number
  rate: Rate
  frames: number
  codec: string
  range: string
  sound: { channels: number; sampleRate: number; codec: string } | null
  /** Seconds of sound, for media without pictures. */
  seconds: number
  /** Things worth knowing that do not stop the import. */
  notice: string | null
}

export const STILL_TYPES: Record<string, string> = {
  png: 'image/png',
  jpg: 'image/jpeg',
  jpeg: 'image/jpeg',
  webp: 'image/webp',
}

export const stillType = (name: string): string | undefined =>
  STILL_TYPES[name.split('.').at(-1)?.toLowerCase() ?? '']

const CODEC_NAMES: Record<string, string> = {
  avc: 'H.264',
  hevc: 'HEVC',
  vp8: 'VP8',
  vp9: 'VP9',
  av1: 'AV1',
  prores: 'ProRes',
}

/** A video or sound file, opened. */
export interface OpenedMedia {
  input: Input
  video: InputVideoTrack | null
  audio: InputAudioTrack | null
  info: MediumInfo
  firstTimestamp: number
}

/**
 * Opens a file and reads what it holds without decoding pictures.
 * @throws MediaError
 */
export async function openMedia(blob: Blob, name: string): Promise<OpenedMedia> {
  if (blob.size === 0)
    throw new MediaError(
      `"${name}" is empty (0 bytes). Copy it again from where it came and import it once more.`,
    )
  const input = new Input({ source: new BlobSource(blob), formats: ALL_FORMATS })
  try {
    return await read(input, name)
  } catch (error) {
    input.dispose()
    if (error instanceof MediaError) throw error
    throw new MediaError(
      `"${name}" is damaged or ends early: its picture could not be read. Copy it again from where it came and import it once more.`,
    )
  }
}

async function read(input: Input, name: string): Promise<OpenedMedia> {
  if (!(await input.canRead())) {
    throw new MediaError(
      `"${name}" is not a video, sound or picture file that Stilus reads. ` +
        'It takes MP4, MOV, WebM and Matroska, sound files, and PNG, JPEG and WebP stills.',
    )
  }
  const video = await input.getPrimaryVideoTrack()
  const audio = await input.getPrimaryAudioTrack()
  if (!video && !audio)
    throw new MediaError(
      `"${name}" holds neither pictures nor sound that can be read; it may have been cut short. Copy it again from where it came and import it once more.`,
    )
  const sound = audio ? await readSound(audio) : null
  if (!video) {
    if (!audio || !sound)
      throw new MediaError(
        `"${name}" holds sound in a format that this browser cannot decode, and no picture.`,
      )
    const seconds = await input.computeDuration([audio])
    const info: MediumInfo = {
      ...{
        kind: 'sound',
        width: 0,
        height: 0,
        rate: { num: 1, den: 1 },
        frames: 0,
        codec: sound.codec,
        range: '',
        sound,
        seconds,
      },
      notice: `"${name}" has sound but no picture: it can be used on the sound lane only.`,
    }
    return { input, video: null, audio, info, firstTimestamp: 0 }
  }
  if (!(await video.canDecode())) {
    const codec =
      CODEC_NAMES[video.codec ?? ''] ?? video.codec ?? String(video.internalCodecId ?? 'an unknown format')
    throw new MediaError(
      `"${name}" holds ${codec} video, which this browser cannot decode. Convert it to H.264, VP9 or AV1 and import it again.`,
    )
  }
  const { info, firstTimestamp } = await readVideo(
    video,
    audio && !sound ? 'Its sound cannot be decoded and is left out.' : null,
    name,
  )
  return { input, video, audio: sound ? audio : null, info: { ...info, sound }, firstTimestamp }
}

async function readSound(audio: InputAudioTrack) {
  if (!(await audio.canDecode())) return null
  return { channels: audio.numberOfChannels, sampleRate: audio.sampleRate, codec: audio.codec ?? 'unknown' }
}

async function readVideo(video: InputVideoTrack, soundNotice: string | null, name: string) {
  const metrics = await video.computeFrameRateMetrics({ targetPacketCount: 1024 })
  const rate = nearestRate(metrics.bestGuessFrameRate || 25)
  const packets = new EncodedPacketSink(video)
  const first = await packets.getFirstPacket()
  const last = await packets.getPacket(Infinity, { metadataOnly: true })
  // The last packet's bytes must be there too: a file that was cut short keeps an index of what it lost.
  const lastBytes = last && (await packets.getPacket(last.timestamp))
  if (!first || !last || !lastBytes?.data.byteLength) {
    throw new MediaError(
      `"${name}" ends early: part of its picture is missing. Copy it again from where it came and import it once more.`,
    )
  }
  const firstTimestamp = first.timestamp
  const frames = Math.max(1, Math.round(((last.timestamp - firstTimestamp) * rate.num) / rate.den) + 1)
  const colour = await video.getColorSpace()
  const variable = metrics.underlyingFrameRate === null && frames > 2
  const notices = [
    variable
      ? `"${name}" has a varying frame rate; it is read at ${(rate.num / rate.den).toFixed(3)} frames a second.`
      : null,
    soundNotice,
  ].filter(Boolean)
  const info: Omit<MediumInfo, 'sound'> = {
    kind: 'video',
    width: video.displayWidth,
    height: video.displayHeight,
    rate,
    frames,
    codec: (await video.getCodecParameterString()) ?? video.codec ?? 'unknown',
    range: `${colour.matrix ?? 'bt709'} ${colour.fullRange ? 'full' : 'limited'}`,
    seconds: (frames * rate.den) / rate.num,
    notice: notices.join(' ') || null,
  }
  return { info, firstTimestamp }
}

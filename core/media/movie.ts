import {
  ALL_FORMATS,
  AudioSampleSink,
  type EncodedPacket,
  EncodedPacketSink,
  Input,
  type InputAudioTrack,
  type InputVideoTrack,
  VideoSampleSink,
} from 'mediabunny'
import { framesInWords } from './damage'
import { MediaError } from './error'
import { FrameReader, type Reading } from './frames'
import { decodedEncoding } from './planes'
import type { MediaFile, MediumInfo, OpenMedium, Platform } from './platform'
import { type Timing, timingOf } from './timing'

const CODEC_NAMES: Record<string, string> = {
  avc: 'H.264',
  hevc: 'HEVC',
  vp8: 'VP8',
  vp9: 'VP9',
  av1: 'AV1',
  prores: 'ProRes',
}

/** Packets from the beginning whose time stamps are looked at; all of those of a short file. */
const BEGINNING = 900
/** Places further on that are looked at too, and packets at each. */
const SPOTS = 12
const AT_SPOT = 8

/**
 * Opens a video or sound file.
 * @param onProblem told of what goes wrong later without stopping the work, in a sentence
 * @throws MediaError
 */
export async function openMovie(
  file: MediaFile,
  platform: Platform,
  onProblem: (message: string) => void,
): Promise<OpenMedium> {
  const input = new Input({ source: file.source(), formats: ALL_FORMATS })
  try {
    return await read(input, file.name, platform, onProblem)
  } catch (error) {
    input.dispose()
    if (error instanceof MediaError) throw error
    throw new MediaError(
      `"${file.name}" is damaged or ends early: its picture could not be read. Copy it again from where it came and import it once more.`,
      { cause: error },
    )
  }
}

async function read(
  input: Input,
  name: string,
  platform: Platform,
  onProblem: (message: string) => void,
): Promise<OpenMedium> {
  if (!(await input.canRead())) {
    throw new MediaError(
      `"${name}" is not a video, sound or picture file that Stilus reads. ` +
        'It takes MP4, MOV, WebM and Matroska, sound files, and PNG, JPEG, WebP, AVIF, TIFF and EXR pictures.',
    )
  }
  const video = await input.getPrimaryVideoTrack()
  const audio = await input.getPrimaryAudioTrack()
  if (!video && !audio)
    throw new MediaError(
      `"${name}" holds neither pictures nor sound that can be read; it may have been cut short. Copy it again from where it came and import it once more.`,
    )
  const heard = audio && (await audio.canDecode()) ? audio : null
  const sound = heard && {
    channels: heard.numberOfChannels,
    sampleRate: heard.sampleRate,
    codec: heard.codec ?? 'unknown',
  }
  const close = async (reader?: FrameReader) => {
    await reader?.close()
    input.dispose()
  }
  if (!video) {
    if (!heard || !sound)
      throw new MediaError(
        `"${name}" holds sound in a format that cannot be decoded here, and no picture. Convert it to AAC, FLAC or WAV and import it again.`,
      )
    const info: MediumInfo = {
      kind: 'sound',
      width: 0,
      height: 0,
      rate: { num: 1, den: 1 },
      frames: 0,
      codec: sound.codec,
      colour: null,
      alpha: false,
      sound,
      seconds: await input.computeDuration([heard]),
      notice: `"${name}" has sound but no picture: it can be used on the sound lane only.`,
    }
    const none = () => Promise.reject(new MediaError(`"${name}" has no pictures.`))
    return { info, picture: none, sound: (from, to) => readSound(heard, 0, from, to), close: () => close() }
  }
  if (video.codec && !(await video.canDecode())) await platform.supply?.(video.codec)
  if (!(await video.canDecode())) {
    const codec =
      CODEC_NAMES[video.codec ?? ''] ?? video.codec ?? String(video.internalCodecId ?? 'an unknown format')
    throw new MediaError(
      `"${name}" holds ${codec} video, which cannot be decoded here. Convert it to H.264, VP9 or AV1 and import it again.`,
    )
  }
  const reading = await readingOf(video, name)
  const { timing } = reading
  const reader = new FrameReader(video, reading, platform, (frames) => onProblem(damageNotice(name, frames)))
  const notices = [
    timing.varying &&
      `"${name}" has a varying frame rate; each frame at ${rounded(timing.rate.num / timing.rate.den)} a second shows the picture of its time.`,
    audio && !heard && `The sound of "${name}" cannot be decoded here and is left out.`,
  ].filter(Boolean)
  const info: MediumInfo = {
    kind: 'video',
    width: video.displayWidth,
    height: video.displayHeight,
    rate: timing.rate,
    frames: timing.frames,
    sound,
    codec: (await video.getCodecParameterString()) ?? video.codec ?? 'unknown',
    colour: reading.encoding,
    alpha: await video.canBeTransparent(),
    seconds: (timing.frames * timing.rate.den) / timing.rate.num,
    notice: notices.join(' ') || null,
  }
  return {
    info,
    kept: reader.kept,
    // Alpha lies in packets of its own, which a picture decoded by itself is without.
    ...(!info.alpha && { quick: (n: number) => reader.quick(n) }),
    picture: (n) => reader.get(n),
    sound: (from, to) =>
      heard ? readSound(heard, timing.first, from, to) : Promise.resolve({ sampleRate: 48000, channels: [] }),
    close: () => close(reader),
  }
}

const rounded = (v: number) => Number(v.toFixed(3))

/** What is said of frames whose packets are damaged. */
export const damageNotice = (name: string, frames: readonly number[]): string =>
  frames.length === 1
    ? `Frame ${framesInWords(frames)} of "${name}" is damaged and cannot be decoded; the picture before it stands in. Copy the file again from where it came and replace it, or cut around the frame.`
    : `Frames ${framesInWords(frames)} of "${name}" are damaged and cannot be decoded; the picture before stands in. Copy the file again from where it came and replace it, or cut around them.`

/** Reads how the pictures of a track lie in time and what their codes mean. @throws MediaError */
async function readingOf(video: InputVideoTrack, name: string): Promise<Reading> {
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
  const timing = await timingOfTrack(packets, first.timestamp, last.timestamp)
  const { num, den } = await video.getPixelAspectRatio()
  const display = num === den ? undefined : { width: video.displayWidth, height: video.displayHeight }
  const tags = await video.getColorSpace()
  const told = tags.matrix && tags.primaries && tags.transfer && typeof tags.fullRange === 'boolean'
  // What the container leaves out may stand in the stream itself.
  const sample = told ? undefined : await firstSample(video, timing.first)
  const encoding = decodedEncoding(sample ?? { colorSpace: NOTHING }, tags)
  sample?.close()
  const size = { width: video.codedWidth, height: video.codedHeight }
  return { timing, encoding, size, display }
}

/** How the pictures of a track lie in time, from its beginning and, where it is long, from places all over it: looking at every packet of an hour would take a minute. */
async function timingOfTrack(packets: EncodedPacketSink, first: number, last: number): Promise<Timing> {
  const options = { metadataOnly: true }
  const stampsFrom = async (start: EncodedPacket | undefined, most: number) => {
    const stamps: number[] = []
    for await (const packet of packets.packets(start, undefined, options)) {
      stamps.push(packet.timestamp)
      if (stamps.length === most) break
    }
    return stamps
  }
  const stamps = await stampsFrom(undefined, BEGINNING)
  if (stamps.length < BEGINNING) return timingOf(stamps)
  // The last ones may wait for pictures that are shown before them.
  const beginning = stamps.sort((a, b) => a - b).slice(0, -16)
  const spots: number[][] = []
  for (let i = 1; i <= SPOTS; i++) {
    const at = await packets.getKeyPacket(first + ((last - first) * i) / (SPOTS + 1), options)
    if (at) spots.push(await stampsFrom(at, AT_SPOT))
  }
  return timingOf(beginning, spots, last)
}

const NOTHING = { matrix: null, primaries: null, transfer: null, fullRange: null }

/** The first picture, for what it says of its colour; undefined where it is damaged. */
const firstSample = (video: InputVideoTrack, at: number) =>
  new VideoSampleSink(video).getSample(at).catch(() => undefined)

/** Seconds that are decoded before what is asked for where a decoder needs to settle (RFC 7845 asks for 80 ms). */
const PREROLL = 0.1

/** Planar sound from `from` to `to` seconds after `first`, silent where there is none. */
async function readSound(audio: InputAudioTrack, first: number, from: number, to: number) {
  const { numberOfChannels, sampleRate } = audio
  const length = Math.max(0, Math.round((to - from) * sampleRate))
  const channels = Array.from({ length: numberOfChannels }, () => new Float32Array(length))
  const zero = from + first
  const config = await audio.getDecoderConfig()
  const skipped = config ? opusSkip(config) : 0
  const begin = skipped ? zero - PREROLL : zero
  for await (const sample of new AudioSampleSink(audio).samples(begin, zero + (to - from))) {
    const at = Math.round((sample.timestamp - zero) * sampleRate) + skipped
    for (const [planeIndex, channel] of channels.entries()) {
      const values = new Float32Array(sample.numberOfFrames)
      sample.copyTo(values, { planeIndex, format: 'f32-planar' })
      const skip = Math.max(0, -at)
      channel.set(
        values.subarray(skip, Math.max(skip, Math.min(values.length, length - at))),
        Math.max(0, Math.min(length, at)),
      )
    }
    sample.close()
  }
  return { sampleRate, channels }
}

/** Samples at 48 kHz that an Opus decoder leaves out wherever it begins, as the head of its stream says (RFC 7845, 5.1); 0 for other codecs. */
export function opusSkip({ codec, description }: Pick<AudioDecoderConfig, 'codec' | 'description'>): number {
  if (codec !== 'opus' || !description) return 0
  const head = ArrayBuffer.isView(description)
    ? new Uint8Array(description.buffer, description.byteOffset, description.byteLength)
    : new Uint8Array(description)
  return (head[10] ?? 0) + 256 * (head[11] ?? 0)
}

import { registerAacEncoder } from '@mediabunny/aac-encoder'
import {
  type AudioCodec,
  AudioSample,
  AudioSampleSource,
  canEncodeAudio,
  canEncodeVideo,
  Mp4OutputFormat,
  Output,
  Quality,
  StreamTarget,
  type VideoCodec,
  VideoSample,
  VideoSampleSource,
  WebMOutputFormat,
} from 'mediabunny'
import {
  bitrate,
  DeliveryError,
  type MovieOptions,
  type MovieWriter,
  SAMPLE_RATE,
} from '@stilus/core/deliver'
import { fps, frameStart } from '@stilus/core/time'

/** AAC comes out this many samples late; it is started as much earlier. */
const AAC_DELAY = 1024

/** A movie by WebCodecs into a stream. @throws DeliveryError */
export async function browserMovie(
  options: MovieOptions,
  writable: FileSystemWritableFileStream,
): Promise<MovieWriter> {
  const { container, quality, width, height, rate, alpha } = options
  const mp4 = container === 'mp4'
  const codec = await videoCodec(options)
  const output = new Output({
    format: mp4 ? new Mp4OutputFormat() : new WebMOutputFormat(),
    target: new StreamTarget(writable as unknown as WritableStream, { chunked: true }),
  })
  const video = new VideoSampleSource({
    codec,
    quality: new Quality({ bitrate: bitrate(quality, width, height, fps(rate)) }),
    keyFrameInterval: 1,
    latencyMode: 'quality',
    ...(alpha ? { alpha: 'keep' } : {}),
  })
  output.addVideoTrack(video, { frameRate: fps(rate), ...(alpha ? { canBeTransparent: true } : {}) })
  const sound = options.sound ? await soundCodec(mp4) : undefined
  const audio = sound && new AudioSampleSource({ codec: sound, quality: new Quality({ bitrate: 192_000 }) })
  if (audio) output.addAudioTrack(audio)
  // Matroska has a name for it; an MP4 gets a track of timecode when it is whole, see `stampTimecode`.
  if (!mp4) output.setMetadataTags({ raw: { TIMECODE: options.timecode } })
  await output.start()
  return {
    codec: [codec, ...(alpha ? ['alpha'] : []), ...(sound ? [sound] : [])].join(', '),
    async picture(planes, n) {
      const sample = new VideoSample(planes, {
        format: alpha ? 'I420A' : 'I420',
        codedWidth: width,
        codedHeight: height,
        timestamp: frameStart(rate, n),
        duration: frameStart(rate, 1),
        colorSpace: { primaries: 'bt709', transfer: 'bt709', matrix: 'bt709', fullRange: false },
      })
      await video.add(sample)
      sample.close()
    },
    async sound([left, right], from) {
      const data = new Float32Array(left.length * 2)
      data.set(left)
      data.set(right, left.length)
      const sample = new AudioSample({
        data,
        format: 'f32-planar',
        numberOfChannels: 2,
        sampleRate: SAMPLE_RATE,
        timestamp: (from - (sound === 'aac' ? AAC_DELAY : 0)) / SAMPLE_RATE,
      })
      await audio?.add(sample)
      sample.close()
    },
    finish: () => output.finalize(),
    cancel: () => output.cancel(),
  }
}

async function videoCodec({ container, width, height, alpha }: MovieOptions): Promise<VideoCodec> {
  const wanted: VideoCodec[] = container === 'mp4' ? ['avc', 'av1'] : alpha ? ['vp9', 'vp8'] : ['vp9']
  for (const codec of wanted) if (await canEncodeVideo(codec, { width, height })) return codec
  const tried = container === 'mp4' ? 'neither H.264 nor AV1' : 'VP9'
  throw new DeliveryError(
    `This browser cannot encode ${tried} at ${width} x ${height}. Hand over a PNG sequence, or choose another container.`,
  )
}

async function soundCodec(mp4: boolean): Promise<AudioCodec> {
  if (!mp4) return 'opus'
  const options = { numberOfChannels: 2, sampleRate: SAMPLE_RATE }
  if (!(await canEncodeAudio('aac', options))) registerAacEncoder()
  return (await canEncodeAudio('aac', options)) ? 'aac' : 'opus'
}

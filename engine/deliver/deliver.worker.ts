import { registerAacEncoder } from '@mediabunny/aac-encoder'
import { Zip, ZipPassThrough } from 'fflate'
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
import { getSequence, getShot, type Project } from '@stilus/core/project'
import { fps, frameStart } from '@stilus/core/time'
import { hasSound, mixRange, SAMPLE_RATE } from '../play/mix'
import type { Delivered, PictureFormat } from '../render/render.worker'
import { Renderer } from '../render/renderer'
import { type CallContext, serve } from '../rpc'
import { findMedium } from '../store/projects'
import { bitrate, type Delivery, DeliveryError, type Job, layOut } from './delivery'

/** AAC comes out this many samples late; it is started as much earlier. */
const AAC_DELAY = 1024

/** What a running delivery tells. */
export interface DeliveryProgress {
  done: number
  total: number
}

export interface DeliveryResult {
  /** Name of the finished file in the origin's private file system. */
  stored: string
  codec: string
  /** What went wrong without stopping it, such as frames that could not be read. */
  problems: string[]
}

const handlers = {
  /** Renders, encodes and writes a delivery into the private file system; a cancelled one leaves nothing behind. */
  async deliver(
    { project, delivery, stored }: { project: Project; delivery: Delivery; stored: string },
    context: CallContext,
  ): Promise<DeliveryResult> {
    const job = layOut(project, delivery)
    const directory = await navigator.storage.getDirectory()
    const file = await directory.getFileHandle(stored, { create: true })
    const writable = await file.createWritable()
    const problems = new Set<string>()
    const renderer = new Renderer(
      (id) => findMedium(project.id, id),
      (message) => problems.add(message),
    )
    renderer.cache.limit = 0
    try {
      const run = { project, job, delivery, renderer, writable, context }
      const codec = delivery.container === 'png' ? await writePngs(run) : await writeMovie(run)
      return { stored, codec, problems: [...problems] }
    } catch (error) {
      await writable.abort().catch(() => undefined)
      await directory.removeEntry(stored).catch(() => undefined)
      throw error
    } finally {
      renderer.close()
    }
  },
}

interface Run {
  project: Project
  job: Job
  delivery: Delivery
  renderer: Renderer
  writable: FileSystemWritableFileStream
  context: CallContext
}

/** Frames in order, with as many in the making as keep all cores busy and no more. */
async function* frames(
  { project, job, renderer, context }: Run,
  format: PictureFormat,
): AsyncGenerator<[number, Delivered]> {
  const window: Promise<Delivered>[] = []
  const ahead = renderer.workers * 2 + 1
  let next = job.first
  for (let frame = job.first; frame < job.last; frame++) {
    while (next < job.last && window.length < ahead) {
      const picture = renderer.render({
        project,
        target: job.target,
        frame: next++,
        scale: 1,
        format,
        signal: context.signal,
      })
      picture.catch(() => undefined)
      window.push(picture)
    }
    context.signal.throwIfAborted()
    yield [frame, await (window.shift() as Promise<Delivered>)]
    context.progress({ done: frame - job.first + 1, total: job.last - job.first } satisfies DeliveryProgress)
  }
}

async function writeMovie(run: Run): Promise<string> {
  const { project, job, delivery, writable } = run
  const sequence = getSequence(project, job.sequenceId)
  const { width, height } = sequence.size
  const mp4 = delivery.container === 'mp4'
  const codec = await videoCodec(mp4, width, height)
  const output = new Output({
    format: mp4 ? new Mp4OutputFormat() : new WebMOutputFormat(),
    target: new StreamTarget(writable as unknown as WritableStream, { chunked: true }),
  })
  const rate = fps(sequence.rate)
  const bits = bitrate(delivery.quality, width, height, rate)
  const video = new VideoSampleSource({
    codec,
    quality: new Quality({ bitrate: bits }),
    keyFrameInterval: 1,
    latencyMode: 'quality',
  })
  output.addVideoTrack(video, { frameRate: rate })

  const offset = job.shotId ? getShot(project, job.shotId).start : 0
  const span = [job.first + offset, job.last + offset, job.shotId] as const
  const sound = hasSound(project, sequence, ...span) ? await soundCodec(mp4) : undefined
  const audio = sound && new AudioSampleSource({ codec: sound, quality: new Quality({ bitrate: 192_000 }) })
  if (audio) output.addAudioTrack(audio)

  await output.start()
  try {
    let heard = job.first
    for await (const [frame, picture] of frames(run, 'i420')) {
      const sample = new VideoSample(picture.data, {
        ...{ format: 'I420', codedWidth: width, codedHeight: height },
        timestamp: frameStart(sequence.rate, frame - job.first),
        duration: frameStart(sequence.rate, 1),
        colorSpace: { primaries: 'bt709', transfer: 'bt709', matrix: 'bt709', fullRange: false },
      })
      await video.add(sample)
      sample.close()
      run.renderer.recycle(picture)
      // Sound goes along in pieces of a second, so that neither track waits for the other.
      if (audio && (frame + 1 >= heard + rate || frame + 1 === job.last)) {
        await addSound(run, audio, sound, heard, frame + 1, offset)
        heard = frame + 1
      }
    }
    await output.finalize()
  } catch (error) {
    await output.cancel().catch(() => undefined)
    throw error
  }
  return sound ? `${codec}, ${sound}` : codec
}

async function addSound(
  { project, job, renderer }: Run,
  to: AudioSampleSource,
  codec: string,
  first: number,
  last: number,
  offset: number,
) {
  const sequence = getSequence(project, job.sequenceId)
  const [left, right] = await mixRange(
    project,
    sequence,
    renderer.media,
    first + offset,
    last + offset,
    job.shotId,
  )
  const data = new Float32Array(left.length * 2)
  data.set(left)
  data.set(right, left.length)
  const start =
    Math.round(frameStart(sequence.rate, first - job.first) * SAMPLE_RATE) - (codec === 'aac' ? AAC_DELAY : 0)
  const sample = new AudioSample({
    ...{ data, format: 'f32-planar', numberOfChannels: 2, sampleRate: SAMPLE_RATE },
    timestamp: start / SAMPLE_RATE,
  })
  await to.add(sample)
  sample.close()
}

async function videoCodec(mp4: boolean, width: number, height: number): Promise<VideoCodec> {
  const wanted: VideoCodec[] = mp4 ? ['avc', 'av1'] : ['vp9']
  for (const codec of wanted) if (await canEncodeVideo(codec, { width, height })) return codec
  const tried = mp4 ? 'H.264 nor AV1' : 'VP9'
  throw new DeliveryError(
    `This browser cannot encode ${mp4 ? 'neither ' : ''}${tried} at ${width} x ${height}. Hand over a PNG sequence, or choose another container.`,
  )
}

async function soundCodec(mp4: boolean): Promise<AudioCodec> {
  if (!mp4) return 'opus'
  const options = { numberOfChannels: 2, sampleRate: SAMPLE_RATE }
  if (!(await canEncodeAudio('aac', options))) registerAacEncoder()
  return (await canEncodeAudio('aac', options)) ? 'aac' : 'opus'
}

async function writePngs(run: Run): Promise<string> {
  const { job, delivery, writable } = run
  const pieces: Uint8Array[] = []
  const zip = new Zip((error, piece) => {
    if (error) throw error
    pieces.push(piece)
  })
  const flush = async () => {
    for (const piece of pieces.splice(0)) await writable.write(piece as Uint8Array<ArrayBuffer>)
  }
  const stem = job.name.replace(/\.png\.zip$/, '')
  for await (const [frame, picture] of frames(run, delivery.depth === 16 ? 'png16' : 'png8')) {
    const entry = new ZipPassThrough(`${stem}.${String(frame - job.first).padStart(6, '0')}.png`)
    zip.add(entry)
    entry.push(picture.data as Uint8Array, true)
    await flush()
  }
  zip.end()
  await flush()
  await writable.close()
  return `PNG ${delivery.depth} bit`
}

serve(handlers)
export type DeliverHandlers = typeof handlers

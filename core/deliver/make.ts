import { getSequence, type Project } from '../project'
import { fps, frameStart, toTimecode } from '../time'
import { type Delivery, encodingFor, type EncodeQuality, type Job, layOut, soundOf } from './delivery'
import type { Codes, PictureEncoding } from './encode'
import { hasSound, mixRange, SAMPLE_RATE, type SoundOf } from './mix'
import { ZipWriter } from './zip'

/** What is known of a movie before it is written. */
export interface MovieOptions {
  container: 'mp4' | 'webm'
  quality: EncodeQuality
  width: number
  height: number
  /** Frames a second as an exact fraction. */
  rate: { num: number; den: number }
  alpha: boolean
  sound: boolean
  /** The timecode of its first frame, where the container has a place for it. */
  timecode: string
}

/** Writes one movie; calls come one after the other. */
export interface MovieWriter {
  /** Names of what it is encoded as. */
  codec: string
  /** Planes of frame n, as `encodePicture` makes them. */
  picture(planes: Uint8Array<ArrayBuffer>, n: number): Promise<void>
  /** Left and right at 48 kHz from a sample on, before the pictures that they belong to. */
  sound(channels: readonly [Float32Array, Float32Array], from: number): Promise<void>
  finish(): Promise<void>
  /** Ends it; what was written is of no use. */
  cancel(): Promise<void>
}

/** Takes bytes in order. */
export interface ByteWriter {
  write(bytes: Uint8Array): Promise<void>
  close(): Promise<void>
}

/** What the browser and Node each do their own way while something is delivered. */
export interface DeliveryPorts {
  /** Pictures that are made at the same time. */
  ahead: number
  render(job: Job, frame: number, encoding: PictureEncoding): Promise<{ data: Codes }>
  /** Takes back the memory of a picture that was written. */
  recycle?(picture: { data: Codes }): void
  media: SoundOf
  /** @throws DeliveryError where nothing there can encode it */
  movie(options: MovieOptions): Promise<MovieWriter>
  file(): Promise<ByteWriter>
}

export interface DeliveryRun {
  signal: AbortSignal
  progress(done: number, total: number): void
}

/**
 * Makes a delivery: renders its frames in order, mixes its sound, and hands both to a writer.
 * @returns names of what it was encoded as
 * @throws AbortError when cancelled, DeliveryError; then its writers have been cancelled
 */
export async function makeDelivery(
  project: Project,
  delivery: Delivery,
  ports: DeliveryPorts,
  run: DeliveryRun,
): Promise<string> {
  const job = layOut(project, delivery)
  const encoding = encodingFor(delivery)
  const { container } = delivery
  return container === 'mp4' || container === 'webm'
    ? writeMovie({ project, job, delivery, encoding, ports, run }, container)
    : writePictures({ project, job, delivery, encoding, ports, run })
}

interface Making {
  project: Project
  job: Job
  delivery: Delivery
  encoding: PictureEncoding
  ports: DeliveryPorts
  run: DeliveryRun
}

/** Frames in order, with as many in the making as keep everything busy and no more. */
async function* frames({ job, encoding, ports, run }: Making): AsyncGenerator<[number, { data: Codes }]> {
  const making: Promise<{ data: Codes }>[] = []
  let next = job.first
  for (let frame = job.first; frame < job.last; frame++) {
    while (next < job.last && making.length < ports.ahead) {
      const picture = ports.render(job, next++, encoding)
      picture.catch(() => undefined)
      making.push(picture)
    }
    run.signal.throwIfAborted()
    yield [frame, await (making.shift() as Promise<{ data: Codes }>)]
    run.progress(frame - job.first + 1, job.last - job.first)
  }
}

async function writeMovie(making: Making, container: 'mp4' | 'webm'): Promise<string> {
  const { project, job, delivery, encoding, ports } = making
  const sequence = getSequence(project, job.sequenceId)
  const { rate, size } = sequence
  const { offset, only } = soundOf(project, job)
  const audible = hasSound(project, sequence, job.first + offset, job.last + offset, only)
  const movie = await ports.movie({
    container,
    quality: delivery.quality,
    ...size,
    rate,
    alpha: encoding.format === 'i420a',
    sound: audible,
    timecode: toTimecode(sequence.startTimecode + offset + job.first, rate),
  })
  const second = Math.max(1, Math.round(fps(rate)))
  try {
    for await (const [frame, picture] of frames(making)) {
      // Sound goes ahead in pieces of a second, so that neither waits for the other.
      if (audible && (frame - job.first) % second === 0) {
        const last = Math.min(job.last, frame + second)
        const channels = await mixRange(project, sequence, ports.media, frame + offset, last + offset, only)
        await movie.sound(channels, Math.round(frameStart(rate, frame - job.first) * SAMPLE_RATE))
      }
      await movie.picture(picture.data as Uint8Array<ArrayBuffer>, frame - job.first)
      ports.recycle?.(picture)
    }
    await movie.finish()
  } catch (error) {
    await movie.cancel().catch(() => undefined)
    throw error
  }
  return movie.codec
}

/** How many digits the numbers of delivered pictures have. */
export const DIGITS = 6
export const numberOf = (frame: number): string => String(frame).padStart(DIGITS, '0')

async function writePictures(making: Making): Promise<string> {
  const { job, delivery, ports } = making
  const { container, depth } = delivery
  const stem = job.name.replace(/\.\w+\.zip$/, '')
  const zip = new ZipWriter(await ports.file())
  for await (const [frame, picture] of frames(making)) {
    const name = `${stem}.${numberOf(frame - job.first)}.${container}`
    await zip.add(name, picture.data as Uint8Array)
    ports.recycle?.(picture)
  }
  await zip.close()
  return container === 'exr' ? `EXR ${depth === 32 ? 'float' : 'half'}` : `PNG ${depth === 8 ? 8 : 16} bit`
}

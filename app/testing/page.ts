import 'fake-indexeddb/auto'
import type { Picture } from '@stilus/core/frame'
import type { MediumInfo } from '@stilus/core/media'
import { picture } from '../../core/testing/graded'

// What a page of the browser gives the application, as far as it asks for it outside of React: imported before anything of the application.

/** Decoders that can be slow, fail, and be asked what they were asked. */
export const decoder = {
  /** What a file turns out to hold, by its name; files that are not named cannot be read. */
  files: new Map<string, Partial<MediumInfo>>(),
  read: [] as { name: string; frame: number }[],
  /** Frames that cannot be decoded. */
  broken: new Set<number>(),
  /** Milliseconds that a picture takes. */
  takes: 0,
  /** How far a sample swings at a time in seconds. */
  loud: (_: number): number => 0.25,
  /** What a frame shows. */
  draw: (frame: number): Picture => picture(frame),
  reset() {
    this.files.clear()
    this.read.length = 0
    this.broken.clear()
    this.takes = 0
    this.draw = picture
    this.loud = () => 0.25
  },
}

const INFO: MediumInfo = {
  kind: 'video',
  width: 64,
  height: 36,
  rate: { num: 24, den: 1 },
  frames: 96,
  codec: 'test',
  colour: null,
  alpha: false,
  sound: null,
  seconds: 4,
  notice: null,
}

const open = new Map<string, string>()
const media = {
  open({ id, name }: { id: string; name: string }) {
    const info = decoder.files.get(name)
    if (!info) throw new Error(`"${name}" is not a video, sound or picture file that Stilus reads.`)
    open.set(id, name)
    return { ...INFO, ...info }
  },
  close: ({ id }: { id: string }) => void open.delete(id),
  async picture({ id, frame }: { id: string; frame: number }): Promise<object> {
    const name = open.get(id)
    if (name === undefined) throw new Error('This medium is not open.')
    decoder.read.push({ name, frame })
    if (decoder.takes) await new Promise((resolve) => setTimeout(resolve, decoder.takes))
    if (decoder.broken.has(frame)) throw new Error('Its packet is damaged.')
    return { picture: decoder.draw(frame), frame, problems: [], kept: 0 }
  },
  sound: ({ start, end }: { start: number; end: number }) => {
    const channel = () =>
      Float32Array.from({ length: Math.round((end - start) * 48000) }, (_, i) =>
        decoder.loud(start + i / 48000),
      )
    return { sampleRate: 48000, channels: [channel(), channel()] }
  },
}

/** A delivery in the making, which ends as the test says. */
export interface Making {
  name: string
  signal: AbortSignal
  progress(share: { done: number; total: number }): void
  done(problems?: string[]): void
  fail(message: string): void
}
/** Deliveries that were begun, in their order: Node has no encoders. */
export const makings: Making[] = []
const written = new Map<string, File>()

interface Context {
  signal: AbortSignal
  progress(value: unknown): void
}
const delivering = {
  deliver: ({ stored }: { stored: string }, { signal, progress }: Context) =>
    new Promise((resolve, reject) => {
      signal.addEventListener('abort', () => reject(new DOMException('Called off.', 'AbortError')))
      makings.push({
        name: stored,
        signal,
        progress,
        fail: (message) => reject(new Error(message)),
        done(problems = []) {
          written.set(stored, new File(['frames'], stored, { type: 'video/mp4' }))
          resolve({ stored, codec: 'avc', problems })
        },
      })
    }),
}
/** The private file system of a page. */
const directory = {
  getFileHandle: (name: string) => Promise.resolve({ getFile: () => Promise.resolve(written.get(name)) }),
  keys: () => written.keys(),
  removeEntry: (name: string) => Promise.resolve(void written.delete(name)),
}

type Handlers = Record<string, (argument: never, context: Context) => unknown>
const HANDLERS: Record<string, () => Promise<Handlers>> = {
  'media.worker.ts': () => Promise.resolve(media),
  'deliver.worker.ts': () => Promise.resolve(delivering),
  'render.worker.ts': async () => (await import('../../engine/render/render.worker')).handlers,
  'track.worker.ts': async () => (await import('../../engine/track/track.worker')).handlers,
  'key.worker.ts': async () => (await import('../../engine/key/key.worker')).handlers,
  'plan.worker.ts': async () => (await import('../../engine/render/plan.worker')).handlers,
}

/** A worker whose handlers are called in place; what goes in and out is copied, as on the wire. */
class PlaceWorker {
  onmessage: ((event: { data: unknown }) => void) | null = null
  onerror: ((event: { message: string }) => void) | null = null
  readonly #handlers: Promise<Handlers>
  readonly #running = new Map<number, AbortController>()
  #ended = false

  constructor(address: URL) {
    const name = address.pathname.split('/').at(-1) ?? ''
    this.#handlers = HANDLERS[name]?.() ?? Promise.reject(new Error(`No worker ${name}.`))
  }

  postMessage(message: { id: number; name?: string; argument?: unknown }) {
    const { id, name, argument } = structuredClone(message)
    if (name === undefined) this.#running.get(id)?.abort()
    else void this.#answer(id, name, argument)
  }

  terminate() {
    this.#ended = true
  }

  async #answer(id: number, name: string, argument: unknown) {
    const controller = new AbortController()
    this.#running.set(id, controller)
    const post = (answer: object) => this.#ended || this.onmessage?.({ data: structuredClone(answer) })
    const { signal } = controller
    const context = { signal, progress: (progress: unknown) => void post({ id, progress }) }
    try {
      const handlers = await this.#handlers
      const answer = (await handlers[name]?.(argument as never, context)) as {
        transfer?: unknown
        value: unknown
      }
      post({ id, value: answer && 'transfer' in answer ? answer.value : answer })
    } catch (error) {
      const { name: kind, message } = error as Error
      post({ id, error: { name: kind, message } })
    }
  }
}

/** Locks of the browser: one holder a name, the others in their order. */
class Locks {
  readonly #queues = new Map<string, (() => Promise<void>)[]>()

  request(name: string, options: { ifAvailable?: boolean }, run: (lock: unknown) => unknown): Promise<void> {
    const queue = this.#queues.get(name)
    if (queue && options.ifAvailable) return Promise.resolve(run(null)).then(() => undefined)
    const hold = async () => {
      await run({ name })
      const next = this.#queues.get(name)?.shift()
      if (next) void next()
      else this.#queues.delete(name)
    }
    if (queue) queue.push(hold)
    else {
      this.#queues.set(name, [])
      void hold()
    }
    return Promise.resolve()
  }
}

/** A clock of sound that can be set, and what it was given to play. */
export class SoundClock {
  static last: SoundClock | undefined
  state = 'running'
  readonly destination = {}
  readonly played: { at: number; seconds: number }[] = []
  readonly #began = performance.now()
  constructor() {
    SoundClock.last = this
  }
  get currentTime() {
    return (performance.now() - this.#began) / 1000
  }
  resume = () => Promise.resolve()
  createGain = () => ({ connect: () => undefined, disconnect: () => undefined })
  createBuffer = (_: number, length: number, rate: number) => ({
    duration: length / rate,
    copyToChannel: () => undefined,
  })
  createBufferSource() {
    const node = {
      buffer: { duration: 0 },
      connect: () => undefined,
      start: (at: number) => void this.played.push({ at, seconds: node.buffer.duration }),
    }
    return node
  }
}

const kept = new Map<string, string>()
const sight = new EventTarget()

export const page = {
  visibilityState: 'visible',
  /** What stays from visit to visit. */
  kept,
  locks: new Locks(),
}

const storage = {
  estimate: () => Promise.resolve({}),
  getDirectory: () => Promise.resolve(directory),
}

Object.assign(globalThis, {
  self: globalThis,
  window: globalThis,
  addEventListener: sight.addEventListener.bind(sight),
  removeEventListener: sight.removeEventListener.bind(sight),
  Worker: PlaceWorker,
  AudioContext: SoundClock,
  navigator: { hardwareConcurrency: 1, locks: page.locks, storage },
  document: Object.assign(sight, {
    visibilityState: 'visible',
    // A link that hands a file over.
    createElement: () => ({ href: '', download: '', click: () => undefined }),
  }),
  localStorage: {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => void kept.set(key, value),
  },
  requestAnimationFrame: (run: () => void) => setTimeout(run, 4),
  requestIdleCallback: (run: () => void) => setTimeout(run, 0),
  ImageData: class {},
  URL: Object.assign(URL, { createObjectURL: () => 'blob:file', revokeObjectURL: () => undefined }),
  OffscreenCanvas: class {
    getContext = () => ({ putImageData: () => undefined })
    convertToBlob = () => Promise.resolve(new Blob(['jpeg']))
  },
})

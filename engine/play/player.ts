import { getShot, type Project } from '@stilus/core/project'
import type { Target } from '@stilus/core/render'
import { frameAt, frameStart } from '@stilus/core/time'
import type { Delivered } from '../render/render.worker'
import type { Renderer } from '../render/renderer'
import { mixRange, SAMPLE_RATE } from './mix'

/** What to play: frames [first, last) of a target, from `frame` on. */
export interface PlayRange {
  project: Project
  target: Target
  first: number
  last: number
  frame: number
  scale: number
  loop: boolean
  /** Frames per frame: 1 forwards, 2 twice as fast, -1 backwards. Sound is heard at 1 only. */
  speed: number
}

export interface PlayEvents {
  frame(frame: number, picture: Delivered): void
  /** Frames shown and dropped in the last second. */
  rate(shown: number, dropped: number): void
  stopped(frame: number): void
}

/** Frames rendered ahead of the one that shows. */
const AHEAD = 12
/** Seconds of sound in one piece. */
const PIECE = 1

/**
 * Plays a range by the sound card's clock. Frames are rendered ahead; one that is not ready when its time comes is left out, and
 * the sound goes on.
 */
export class Player {
  #session: AbortController | undefined
  #context: AudioContext | undefined

  constructor(
    private readonly renderer: Renderer,
    private readonly events: PlayEvents,
  ) {}

  get playing() {
    return this.#session !== undefined
  }

  async play(range: PlayRange): Promise<void> {
    this.stop()
    const session = new AbortController()
    this.#session = session
    this.#context ??= new AudioContext({ sampleRate: SAMPLE_RATE })
    // Without a sound device the context may never run; the clock below then falls back to the page's.
    await Promise.race([this.#context.resume(), new Promise((resolve) => setTimeout(resolve, 200))])
    if (!session.signal.aborted) void this.#run(range, session.signal)
  }

  stop(): void {
    this.#session?.abort()
    this.#session = undefined
  }

  async #run(range: PlayRange, signal: AbortSignal): Promise<void> {
    const { project, first, last, speed } = range
    const wanted = new Map<number, Delivered | 'failed' | 'coming'>()
    const request = (frame: number) => {
      if (wanted.has(frame) || frame < first || frame >= last) return
      wanted.set(frame, 'coming')
      this.renderer.render({ project, target: range.target, frame, scale: range.scale, signal }).then(
        (picture) => wanted.set(frame, picture),
        () => wanted.set(frame, 'failed'),
      )
    }
    const step = Math.sign(speed) * Math.max(1, Math.round(Math.abs(speed)))
    let from = range.frame >= last || range.frame < first ? (speed > 0 ? first : last - 1) : range.frame
    for (let i = 0; i < 4; i++) request(from + i * step)
    await waitFor(() => typeof wanted.get(from) === 'object' || wanted.get(from) === 'failed', signal, 1500)

    let clock = this.#clock()
    let sound = speed === 1 ? this.#playSound(range, from, signal) : undefined
    let shown = -1
    let counted = { since: performance.now(), shown: 0, dropped: 0, at: from }
    while (!signal.aborted) {
      const frame = from + Math.sign(speed) * frameAt(project.rate, clock() * Math.abs(speed))
      if (frame >= last || frame < first) {
        if (!range.loop) break
        sound?.abort()
        from = speed > 0 ? first : last - 1
        request(from)
        clock = this.#clock()
        sound = speed === 1 ? this.#playSound(range, from, signal) : undefined
        counted = { ...counted, at: from }
        continue
      }
      for (let i = 0; i <= AHEAD; i++) request(frame + i * step)
      const picture = wanted.get(frame)
      if (frame !== shown && typeof picture === 'object') {
        this.events.frame(frame, picture)
        shown = frame
        counted.shown++
      }
      for (const old of wanted.keys()) if (Math.abs(old - frame) > AHEAD * 3) wanted.delete(old)
      const now = performance.now()
      if (now - counted.since >= 1000) {
        const passed = Math.abs(frame - counted.at) / Math.abs(step)
        this.events.rate(counted.shown, Math.max(0, Math.round(passed - counted.shown)))
        counted = { since: now, shown: 0, dropped: 0, at: frame }
      }
      await nextFrame()
    }
    sound?.abort()
    if (!signal.aborted) {
      this.#session = undefined
      this.events.stopped(speed > 0 ? last - 1 : first)
    }
  }

  /** Seconds since now, by the sound card where it runs. */
  #clock(): () => number {
    const context = this.#context
    if (context?.state === 'running') {
      const start = context.currentTime
      return () => context.currentTime - start
    }
    const start = performance.now()
    return () => (performance.now() - start) / 1000
  }

  /** Schedules pieces of sound one after the other, a piece ahead of what is heard. */
  #playSound(range: PlayRange, from: number, outer: AbortSignal): AbortController {
    const own = new AbortController()
    outer.addEventListener('abort', () => own.abort(), { once: true })
    const context = this.#context
    if (context?.state === 'running') void this.#feed(context, range, from, own.signal)
    return own
  }

  async #feed(
    context: AudioContext,
    { project, target, first, last }: PlayRange,
    from: number,
    signal: AbortSignal,
  ) {
    const shot = target.kind === 'shot' ? getShot(project, target.shotId) : undefined
    const offset = shot ? shot.start : 0
    const began = context.currentTime
    const out = context.createGain()
    out.connect(context.destination)
    signal.addEventListener('abort', () => out.disconnect(), { once: true })
    const frames = Math.max(1, Math.round((PIECE * project.rate.num) / project.rate.den))
    for (let at = Math.max(from, first); at < last && !signal.aborted; at += frames) {
      const end = Math.min(last, at + frames)
      const [left, right] = await mixRange(project, this.renderer.media, at + offset, end + offset, shot?.id)
      if (signal.aborted || !left.length) return
      const buffer = context.createBuffer(2, left.length, SAMPLE_RATE)
      buffer.copyToChannel(left, 0)
      buffer.copyToChannel(right, 1)
      const node = context.createBufferSource()
      node.buffer = buffer
      node.connect(out)
      const due = began + frameStart(project.rate, at - from)
      const late = Math.max(0, context.currentTime - due)
      if (late < buffer.duration) node.start(Math.max(due, context.currentTime), late)
      await waitFor(() => context.currentTime > due - PIECE / 2, signal, 10_000)
    }
  }
}

const nextFrame = () => new Promise((resolve) => requestAnimationFrame(resolve))

async function waitFor(ready: () => boolean, signal: AbortSignal, limit: number): Promise<void> {
  const until = performance.now() + limit
  while (!ready() && !signal.aborted && performance.now() < until)
    await new Promise((resolve) => setTimeout(resolve, 8))
}

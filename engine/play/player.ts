import type { Project } from '@stilus/core/project'
import type { Target } from '@stilus/core/render'
import { frameAt, frameStart } from '@stilus/core/time'
import type { Delivered } from '../render/render.worker'
import type { Renderer } from '../render/renderer'
import { type Clock, clockOf } from './clock'
import { Lookahead } from './lookahead'
import { mixRange, SAMPLE_RATE } from '@stilus/core/deliver'

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
 * Plays a range by the sound card's clock. Frames are rendered ahead; those that cannot be there in time are left out evenly, and the
 * sound goes on.
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
    const { project, first, last, speed, scale, target } = range
    const { rate } = clockOf(project, target)
    const direction = Math.sign(speed)
    const pace = Math.abs(speed)
    const ready = new Map<number, Delivered>()
    const plan = new Lookahead((pace * rate.num) / rate.den, this.renderer.workers, AHEAD)
    let from = range.frame >= last || range.frame < first ? (speed > 0 ? first : last - 1) : range.frame
    const request = (frame: number) => {
      const asked = performance.now()
      const done = () => plan.done(asked / 1000, performance.now() / 1000)
      this.renderer.render({ project, target, frame, scale, signal }).then((picture) => {
        ready.set(frame, picture)
        done()
      }, done)
    }
    /** Asks for what is worth rendering when `passed` frames have gone by since `from`. */
    const look = (passed: number) => {
      for (let next = plan.ask(passed); next !== undefined; next = plan.ask(passed)) {
        const frame = from + direction * next
        if (frame < first || frame >= last) {
          plan.pass()
          break
        }
        request(frame)
      }
    }
    look(0)
    await waitFor(() => ready.has(from), signal, 1500)

    let clock = this.#clock()
    let sound = speed === 1 ? this.#playSound(range, from, signal) : undefined
    let shown = -1
    let counted = { since: performance.now(), shown: 0, at: 0 }
    while (!signal.aborted) {
      const passed = frameAt(rate, clock() * pace)
      const frame = from + direction * passed
      if (frame >= last || frame < first) {
        if (!range.loop) break
        sound?.abort()
        from = speed > 0 ? first : last - 1
        plan.restart()
        ready.clear()
        look(0)
        clock = this.#clock()
        sound = speed === 1 ? this.#playSound(range, from, signal) : undefined
        counted = { ...counted, at: 0 }
        continue
      }
      look(passed)
      const newest = newestDue(ready, frame, direction)
      const picture = newest === undefined ? undefined : ready.get(newest)
      if (picture && newest !== undefined && newest !== shown) {
        this.events.frame(newest, picture)
        this.renderer.look({ project, target, frame: newest, scale })
        shown = newest
        counted.shown++
      }
      const now = performance.now()
      if (now - counted.since >= 1000) {
        this.events.rate(counted.shown, Math.max(0, passed - counted.at - counted.shown))
        counted = { since: now, shown: 0, at: passed }
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
    const { rate, sequence, offset, shotId }: Clock = clockOf(project, target)
    if (!sequence) return
    const began = context.currentTime
    const out = context.createGain()
    out.connect(context.destination)
    signal.addEventListener('abort', () => out.disconnect(), { once: true })
    const frames = Math.max(1, Math.round((PIECE * rate.num) / rate.den))
    for (let at = Math.max(from, first); at < last && !signal.aborted; at += frames) {
      const end = Math.min(last, at + frames)
      const [left, right] = await mixRange(
        project,
        sequence,
        this.renderer.media,
        at + offset,
        end + offset,
        shotId,
      )
      if (signal.aborted || !left.length) return
      const buffer = context.createBuffer(2, left.length, SAMPLE_RATE)
      buffer.copyToChannel(left, 0)
      buffer.copyToChannel(right, 1)
      const node = context.createBufferSource()
      node.buffer = buffer
      node.connect(out)
      const due = began + frameStart(rate, at - from)
      const late = Math.max(0, context.currentTime - due)
      if (late < buffer.duration) node.start(Math.max(due, context.currentTime), late)
      await waitFor(() => context.currentTime > due - PIECE / 2, signal, 10_000)
    }
  }
}

/** The frame nearest to its time among those that are there and due; older ones are forgotten. */
function newestDue(ready: Map<number, Delivered>, frame: number, direction: number): number | undefined {
  let newest: number | undefined
  for (const candidate of ready.keys()) {
    if ((frame - candidate) * direction < 0) continue
    if (newest === undefined || (candidate - newest) * direction > 0) newest = candidate
  }
  for (const old of ready.keys())
    if (newest !== undefined && (newest - old) * direction > 0) ready.delete(old)
  return newest
}

const nextFrame = () => new Promise((resolve) => requestAnimationFrame(resolve))

async function waitFor(ready: () => boolean, signal: AbortSignal, limit: number): Promise<void> {
  const until = performance.now() + limit
  while (!ready() && !signal.aborted && performance.now() < until)
    await new Promise((resolve) => setTimeout(resolve, 8))
}

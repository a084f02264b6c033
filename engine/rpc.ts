/** Calls between the page and its workers: numbered requests, answers, progress and cancelling. */

/** What a handler gets beside its argument. */
export interface CallContext {
  /** Aborted when the caller no longer wants the answer. */
  signal: AbortSignal
  progress(value: unknown): void
}

/** A result whose listed buffers are moved, not copied. */
export class Moved<T> {
  constructor(
    readonly value: T,
    readonly transfer: Transferable[],
  ) {}
}

// Each handler knows its own argument; the wire does not.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
export type Handlers = Record<string, (argument: any, context: CallContext) => unknown>
type Argument<H> = H extends (argument: infer A, ...rest: never[]) => unknown ? A : never
type Result<H> = H extends (...args: never[]) => infer R
  ? Awaited<R> extends Moved<infer T>
    ? T
    : Awaited<R>
  : never

type Request = { id: number; name: string; argument: unknown } | { id: number; cancel: true }
interface Answer {
  id: number
  value?: unknown
  progress?: unknown
  error?: { name: string; message: string }
}

/** The worker's side. */
export function serve(handlers: Handlers): void {
  const running = new Map<number, AbortController>()
  const post = (answer: Answer, transfer: Transferable[] = []) => self.postMessage(answer, { transfer })
  self.onmessage = async ({ data }: MessageEvent<Request>) => {
    const { id } = data
    if ('cancel' in data) {
      running.get(id)?.abort()
      return
    }
    const controller = new AbortController()
    running.set(id, controller)
    try {
      const context = { signal: controller.signal, progress: (progress: unknown) => post({ id, progress }) }
      const result = await handlers[data.name]?.(data.argument, context)
      if (result instanceof Moved) post({ id, value: result.value }, result.transfer)
      else post({ id, value: result })
    } catch (error) {
      const { name = 'Error', message = String(error) } = (error ?? {}) as Partial<Error>
      post({ id, error: { name, message } })
    } finally {
      running.delete(id)
    }
  }
}

export interface CallOptions {
  transfer?: Transferable[]
  signal?: AbortSignal
  progress?(value: unknown): void
}

/** An error that came from a worker, with the name that it had there. */
class RemoteError extends Error {
  constructor({ name, message }: { name: string; message: string }) {
    super(message)
    this.name = name
  }
}

/** The page's side of one worker. Calls fail with `WorkerDied` when it ends or crashes. */
export class Caller<H extends Handlers> {
  readonly #waiting = new Map<
    number,
    { resolve(v: unknown): void; reject(e: Error): void; options: CallOptions }
  >()
  #next = 1

  constructor(
    private readonly worker: Worker,
    onDeath: () => void = () => undefined,
  ) {
    worker.onmessage = ({ data }: MessageEvent<Answer>) => {
      const call = this.#waiting.get(data.id)
      if (!call) return
      if ('progress' in data) {
        call.options.progress?.(data.progress)
        return
      }
      this.#waiting.delete(data.id)
      if (data.error) call.reject(new RemoteError(data.error))
      else call.resolve(data.value)
    }
    worker.onerror = (event) => {
      this.end(event.message || 'A worker stopped.')
      onDeath()
    }
  }

  call<N extends keyof H & string>(
    name: N,
    argument: Argument<H[N]>,
    options: CallOptions = {},
  ): Promise<Result<H[N]>> {
    const id = this.#next++
    options.signal?.addEventListener('abort', () => this.worker.postMessage({ id, cancel: true }), {
      once: true,
    })
    return new Promise((resolve, reject) => {
      this.#waiting.set(id, { resolve: resolve as (v: unknown) => void, reject, options })
      this.worker.postMessage({ id, name, argument }, options.transfer ?? [])
    })
  }

  end(message = 'The worker was closed.'): void {
    this.worker.terminate()
    const error = new RemoteError({ name: 'WorkerDied', message })
    for (const call of this.#waiting.values()) call.reject(error)
    this.#waiting.clear()
  }
}

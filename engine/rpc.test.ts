import { Caller, Moved, serve } from './rpc'

/** A worker and its page joined in one thread: messages cross as structured clones, later, and moved buffers are gone at home. */
class Pair {
  onmessage: ((event: { data: unknown }) => void) | null = null
  onerror: ((event: { message: string }) => void) | null = null
  terminated = false

  constructor() {
    const scope = {
      onmessage: null as ((event: { data: unknown }) => void) | null,
      postMessage: (data: unknown, { transfer }: { transfer: ArrayBuffer[] }) => {
        const copy = structuredClone(data, { transfer })
        queueMicrotask(() => this.onmessage?.({ data: copy }))
      },
    }
    Object.assign(globalThis, { self: scope })
    this.postMessage = (data: unknown) => queueMicrotask(() => scope.onmessage?.({ data }))
  }

  postMessage: (data: unknown) => void
  terminate() {
    this.terminated = true
  }
}

const bytes = new Uint8Array([1, 2, 3])
const handlers = {
  double: ({ n }: { n: number }, { progress }: { progress(v: unknown): void }) => {
    progress('half')
    return n * 2
  },
  fail: () => {
    throw new RangeError('too far')
  },
  move: () => new Moved({ bytes }, [bytes.buffer]),
  wait: (_: null, { signal }: { signal: AbortSignal }) =>
    new Promise((_resolve, reject) =>
      signal.addEventListener('abort', () => reject(new DOMException('enough', 'AbortError'))),
    ),
}

const start = (onDeath?: () => void) => {
  const pair = new Pair()
  serve(handlers)
  return { pair, caller: new Caller<typeof handlers>(pair as unknown as Worker, onDeath) }
}

it('answers with a value and progress on the way', async () => {
  const { caller } = start()
  const steps: unknown[] = []
  await expect(caller.call('double', { n: 21 }, { progress: (v) => steps.push(v) })).resolves.toBe(42)
  expect(steps).toEqual(['half'])
})

it('carries errors across with their names, and moves buffers instead of copying them', async () => {
  const { caller } = start()
  await expect(caller.call('fail', null as never)).rejects.toMatchObject({
    name: 'RangeError',
    message: 'too far',
  })
  await expect(caller.call('move', null as never)).resolves.toEqual({ bytes: new Uint8Array([1, 2, 3]) })
  expect(bytes.byteLength).toBe(0)
})

it('cancels what is no longer wanted', async () => {
  const { caller } = start()
  const controller = new AbortController()
  const waiting = caller.call('wait', null, { signal: controller.signal })
  setTimeout(() => controller.abort(), 5)
  await expect(waiting).rejects.toMatchObject({ name: 'AbortError' })
})

it('fails every call of a worker that dies, and says so once', async () => {
  const died = jest.fn()
  const { pair, caller } = start(died)
  const waiting = caller.call('wait', null)
  pair.onerror?.({ message: 'out of memory' })
  await expect(waiting).rejects.toMatchObject({ name: 'WorkerDied', message: 'out of memory' })
  expect([died.mock.calls.length, pair.terminated]).toEqual([1, true])
})

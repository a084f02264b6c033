import type { Plan } from '@stilus/core/render'
import { RenderPool } from './pool'
import type { Delivered } from './render.worker'

/** A worker that answers when it is told to; `name` says which job it has. */
class FakeWorker {
  static all: FakeWorker[] = []
  name = ''
  ended = false
  #settle: { resolve(d: Delivered): void; reject(e: Error): void } | undefined

  constructor() {
    FakeWorker.all.push(this)
  }

  call(name: string, argument: unknown): Promise<never> {
    if (name === 'start') return Promise.resolve(undefined as never)
    this.name = (argument as { plan: { name: string } }).plan.name
    return new Promise((resolve, reject) => (this.#settle = { resolve: resolve as never, reject }))
  }

  end() {
    this.ended = true
  }

  finish(): void {
    this.#settle?.resolve({
      width: 1,
      height: 1,
      data: new Uint8ClampedArray([FakeWorker.all.indexOf(this)]),
    })
    this.name = ''
  }

  die(): void {
    this.#settle?.reject(Object.assign(new Error('out of memory'), { name: 'WorkerDied' }))
    this.name = 'dead'
  }
}

const turn = () => new Promise((resolve) => setTimeout(resolve, 0))
const working = () => FakeWorker.all.filter((w) => w.name && w.name !== 'dead').map((w) => w.name)
const told: string[] = []

function poolOf(size: number) {
  FakeWorker.all = []
  told.length = 0
  const pool = new RenderPool(
    size,
    () => new FakeWorker(),
    (message) => told.push(message),
  )
  const ask = (name: string, options: { urgent?: boolean; signal?: AbortSignal } = {}) =>
    pool.run({
      ...{
        plan: { name } as unknown as Plan,
        format: 'rgba8',
        alpha: 'straight',
        keep: false,
        urgent: false,
      },
      fetch: () => Promise.resolve([]),
      ...options,
    })
  return { pool, ask }
}
const worker = (name: string) => FakeWorker.all.find((w) => w.name === name) as FakeWorker

it('gives each worker one job at a time, urgent ones first', async () => {
  const { ask } = poolOf(2)
  const jobs = [ask('a'), ask('b'), ask('c'), ask('now', { urgent: true })]
  await turn()
  expect(working()).toEqual(['a', 'b'])
  worker('a').finish()
  await jobs[0]
  await turn()
  expect(working().sort()).toEqual(['b', 'now'])
})

it('replaces a worker that dies, tells of it, and tries its job once more', async () => {
  const { ask } = poolOf(1)
  const first = ask('a')
  const second = ask('b')
  await turn()
  worker('a').die()
  await turn()
  expect([FakeWorker.all.length, told]).toEqual([2, ['out of memory']])
  worker('a').finish()
  expect((await first).data[0]).toBe(1)
  await turn()
  worker('b').die()
  await turn()
  const failing = expect(second).rejects.toThrow('out of memory')
  worker('b').die()
  await failing
  // The pool goes on after a job that kills every worker.
  const third = ask('c')
  await turn()
  worker('c').finish()
  expect((await third).width).toBe(1)
})

it('never starts what is no longer wanted', async () => {
  const { ask } = poolOf(1)
  const first = ask('a')
  const gone = new AbortController()
  const second = ask('b', { signal: gone.signal })
  await turn()
  gone.abort()
  worker('a').finish()
  await first
  await expect(second).rejects.toThrow('No longer wanted')
  expect(working()).toEqual([])
})

it('replaces workers that have less memory than is needed as they come free', async () => {
  const { pool, ask } = poolOf(1)
  const first = ask('a')
  await turn()
  pool.reserve(1024 ** 3)
  worker('a').finish()
  await first
  await turn()
  void ask('b')
  await turn()
  expect([FakeWorker.all.length, FakeWorker.all[0]?.ended]).toEqual([2, true])
})

import type { Plan } from '@stilus/core/render'
import type { ColourTable } from '@stilus/core/steps'
import { RenderPool } from './pool'

/** A worker that answers when it is told to; `name` says which job it has. */
class FakeWorker {
  static all: FakeWorker[] = []
  /** How the next ones start; as they should where nothing is said. */
  static starts: (() => Promise<never>)[] = []
  name = ''
  ended = false
  /** What it was asked to render, all of it. */
  readonly asked: Asked[] = []
  #settle: { resolve(answer: unknown): void; reject(e: Error): void } | undefined

  constructor() {
    FakeWorker.all.push(this)
  }

  call(name: string, argument: unknown): Promise<never> {
    if (name === 'start') return FakeWorker.starts.shift()?.() ?? Promise.resolve(undefined as never)
    this.asked.push(argument as Asked)
    this.name = (argument as Asked).plan.name
    return new Promise((resolve, reject) => (this.#settle = { resolve: resolve as never, reject }))
  }

  end() {
    this.ended = true
  }

  /** Hands over a picture and says what it holds from now on. */
  finish(...keys: string[]): void {
    const data = new Uint8ClampedArray([FakeWorker.all.indexOf(this)])
    const held = keys.length ? { keys, bytes: keys.length * 100 } : undefined
    this.name = ''
    this.#settle?.resolve({ picture: { width: 1, height: 1, data }, held })
  }

  /** Says that it was not given what it needs, since it holds this alone. */
  lack(...keys: string[]): void {
    this.#settle?.resolve({ held: { keys, bytes: 0 } })
  }

  die(): void {
    this.#settle?.reject(Object.assign(new Error('out of memory'), { name: 'WorkerDied' }))
    this.name = 'dead'
  }
}

/** What a fake worker looks at of what it is asked. */
interface Asked {
  plan: { name: string }
  sources: { frame: number; picture: unknown }[]
  tables: { hash: string; table: ColourTable | undefined }[]
  keep: number
}

const turn = () => new Promise((resolve) => setTimeout(resolve, 0))
const working = () => FakeWorker.all.filter((w) => w.name && w.name !== 'dead').map((w) => w.name)
const told: string[] = []

function poolOf(size: number) {
  FakeWorker.all = []
  FakeWorker.starts = []
  told.length = 0
  const pool = new RenderPool(
    size,
    () => new FakeWorker(),
    (message) => told.push(message),
  )
  const ask = (name: string, options: Partial<Parameters<RenderPool['run']>[0]> = {}) =>
    pool.run({
      plan: planOf(name),
      format: 'rgba8',
      alpha: 'straight',
      urgent: false,
      fetch: () => Promise.resolve([]),
      table: () => undefined,
      ...options,
    })
  return { pool, ask }
}

/** A plan of these keys one upon the other, the first being frame 7 of a medium. */
function planOf(name: string, keys: readonly string[] = [], hashes: readonly string[] = []): Plan {
  const area = { x: 0, y: 0, width: 1, height: 1 }
  const nodes = keys.map((key, i) => ({
    key,
    op: i ? { kind: 'inspect' } : { kind: 'source', mediaId: 'm', frame: 7 },
    inputs: i ? [i - 1] : [],
    area,
  }))
  const sources = keys.length ? [{ mediaId: 'm', frame: 7 }] : []
  const resources = hashes.map((hash) => ({ kind: 'table', id: hash, hash }))
  return { name, nodes, sources, resources } as unknown as Plan
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

it('what somebody waits for comes before what nobody does, each in the order of asking', async () => {
  const { ask } = poolOf(1)
  const soon = { soon: true }
  const names = ['a', 'strip', 'strip2', 'tried', 'tried2', 'now']
  const options = [{}, {}, {}, soon, soon, { urgent: true }]
  const jobs = names.map((name, i) => ask(name, options[i]))
  const order: string[] = []
  for (const _ of names) {
    await turn()
    const [at] = working()
    order.push(at ?? '')
    worker(at ?? '').finish()
    await turn()
  }
  await Promise.all(jobs)
  expect(order).toEqual(['a', 'now', 'tried', 'tried2', 'strip', 'strip2'])
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

const fails = (why: string) => () => Promise.reject(Object.assign(new Error(why), { name: 'WorkerDied' }))

it('a worker that cannot start is tried again, and its place is free', async () => {
  const { ask } = poolOf(1)
  FakeWorker.starts = [fails('no memory')]
  const first = ask('a')
  await turn()
  await turn()
  worker('a').finish()
  expect((await first).width).toBe(1)
  expect(told).toEqual(['no memory'])
  const second = ask('b')
  await turn()
  worker('b').finish()
  expect((await second).width).toBe(1)
})

it('where no worker starts at all, every job ends with what to do', async () => {
  const { ask } = poolOf(2)
  FakeWorker.starts = Array.from({ length: 40 }, () => fails('no memory'))
  const jobs = ['a', 'b', 'c', 'd', 'e'].map((name) => ask(name).catch((e: Error) => e.message))
  const ends = await Promise.all(jobs)
  for (const said of ends) expect(said).toMatch(/no memory|No renderer could be started\. Close other tabs/)
  FakeWorker.starts = []
  const later = ask('f')
  await turn()
  worker('f').finish()
  expect((await later).width).toBe(1)
})

it('workers that fail to start, die and run out of memory in turn: every job ends', async () => {
  const { ask } = poolOf(3)
  FakeWorker.starts = [fails('no memory'), () => Promise.resolve(undefined as never), fails('no memory')]
  const ends: string[] = []
  const jobs = Array.from({ length: 12 }, (_, i) =>
    ask(`job ${i}`).then(
      () => ends.push('picture'),
      (e: Error) => ends.push(e.message),
    ),
  )
  for (let round = 0; ends.length < 12 && round < 200; round++) {
    await turn()
    for (const [i, name] of working().entries()) {
      if ((round + i) % 3 === 0) worker(name).die()
      else worker(name).finish()
    }
  }
  await Promise.all(jobs)
  expect(ends.filter((end) => end === 'picture').length).toBeGreaterThan(5)
  for (const end of ends) expect(['picture', 'out of memory', 'no memory']).toContain(end)
})

it('sources are fetched before a worker is taken', async () => {
  const { ask } = poolOf(1)
  let there: () => void = () => undefined
  const slow = ask('slow', {
    plan: planOf('slow', ['s']),
    fetch: () => new Promise((resolve) => (there = () => resolve([]))),
  })
  await turn()
  expect(FakeWorker.all).toHaveLength(0)
  there()
  await turn()
  await turn()
  worker('slow').finish()
  expect((await slow).width).toBe(1)
})

describe('a hand on a control', () => {
  const picture = { kind: 'rgba', width: 1, height: 1, data: new Uint8Array(4) } as const
  /** One move of the hand: which keys it renders, and what is fetched for it. */
  function moves(pool: RenderPool) {
    const fetched: number[][] = []
    const move = (name: string, ...keys: string[]) =>
      pool.run({
        plan: planOf(name, keys),
        format: 'rgba8',
        alpha: 'straight',
        urgent: true,
        table: () => undefined,
        fetch: (sources) => {
          fetched.push(sources.map((s) => s.frame))
          return Promise.resolve(sources.map(() => ({ ...picture, data: new Uint8Array(4) })))
        },
      })
    return { move, fetched }
  }

  it('meets the worker that holds its pictures, and no source is sent for what lies behind them', async () => {
    const { pool, ask } = poolOf(3)
    pool.nodes = 1000
    const { move, fetched } = moves(pool)
    const jobs = [move('first', 's', 'a', 'b 1'), ask('thumb'), ask('thumb 2')]
    await turn()
    const own = worker('first')
    own.finish('s', 'a')
    worker('thumb 2').finish()
    worker('thumb').finish()
    await Promise.all(jobs)
    await turn()
    const second = move('second', 's', 'a', 'b 2')
    await turn()
    expect([worker('second'), own.asked.map((a) => [a.sources.length, a.keep])]).toEqual([
      own,
      [
        [1, 1000],
        [0, 1000],
      ],
    ])
    expect([fetched, pool.held]).toEqual([[[7]], 200])
    own.finish('a')
    await second
    pool.close()
  })

  it('where the worker holds less than it said, what lacks is fetched and the picture made', async () => {
    const { pool } = poolOf(1)
    pool.nodes = 1000
    const { move, fetched } = moves(pool)
    const first = move('first', 's', 'a')
    await turn()
    worker('first').finish('s')
    await first
    const second = move('second', 's', 'a 2')
    await turn()
    worker('second').lack('other')
    await turn()
    expect(worker('second').asked.map((a) => a.sources.length)).toEqual([1, 0, 1])
    worker('second').finish('s')
    expect([(await second).width, fetched]).toEqual([1, [[7], [7]]])
    pool.close()
  })

  it('finds its worker free while it moves: what is not urgent leaves it a place until it has rested', async () => {
    const { pool, ask } = poolOf(2)
    const { move } = moves(pool)
    const moved = async (name: string) => {
      const made = move(name, 's')
      await turn()
      worker(name).finish('s')
      await made
    }
    await moved('only')
    const early = ['a', 'b'].map((name) => ask(name))
    await turn()
    expect(working().sort()).toEqual(['a', 'b'])
    for (const name of ['a', 'b']) worker(name).finish()
    await Promise.all(early)
    await moved('next')
    const thumbs = ['c', 'd'].map((name) => ask(name))
    await turn()
    expect(working()).toEqual(['c'])
    const third = move('third', 's')
    await turn()
    expect(working().sort()).toEqual(['c', 'third'])
    worker('third').finish('s')
    await third
    const end = Date.now() + 5000
    while (working().length < 2 && Date.now() < end) await new Promise((resolve) => setTimeout(resolve, 100))
    expect(working().sort()).toEqual(['c', 'd'])
    for (const name of ['c', 'd']) worker(name).finish()
    expect((await Promise.all(thumbs)).length).toBe(2)
    pool.close()
  })

  it('finds its worker dead: another takes its place with everything it needs', async () => {
    const { pool } = poolOf(2)
    const { move, fetched } = moves(pool)
    const first = move('first', 's')
    await turn()
    worker('first').finish('s')
    await first
    const second = move('second', 's')
    await turn()
    worker('second').die()
    await turn()
    await turn()
    expect(worker('second').asked.at(-1)?.sources.length).toBe(1)
    worker('second').finish('s')
    await second
    expect(fetched).toEqual([[7], [7]])
    pool.close()
  })
})

it('a table travels to each worker once', async () => {
  const { ask } = poolOf(1)
  const table = { size: 2 } as ColourTable
  const asked: string[] = []
  const looked = { table: ({ hash }: { hash: string }) => (asked.push(hash), table) }
  for (const [name, hashes] of [
    ['a', ['one']],
    ['b', ['one', 'two']],
    ['c', ['two', 'one']],
  ] as const) {
    const job = ask(name, { ...looked, plan: planOf(name, [], hashes) })
    await turn()
    worker(name).finish()
    await job
  }
  expect(asked).toEqual(['one', 'two'])
  expect(FakeWorker.all[0]?.asked.map((a) => a.tables.map((t) => t.hash))).toEqual([['one'], ['two'], []])
})

import { Latest } from './latest'

const turn = () => new Promise((resolve) => setTimeout(resolve, 0))

/** Jobs are numbers; they finish when told, and fail when they are aborted. */
function runner(stale?: (running: number, waiting: number) => boolean) {
  const started: number[] = []
  const ended: string[] = []
  let finish: () => void = () => undefined
  const latest = new Latest<number>(async (job, signal) => {
    started.push(job)
    await new Promise<void>((resolve, reject) => {
      finish = resolve
      signal.addEventListener('abort', () => reject(Object.assign(new Error(), { name: 'AbortError' })))
    }).then(
      () => ended.push(`${job} done`),
      (error) => {
        ended.push(`${job} cut`)
        throw error
      },
    )
  }, stale)
  return { latest, started, ended, done: () => finish() }
}

it('runs one job at a time and of those that wait only the newest', async () => {
  const { latest, started, done } = runner()
  for (const job of [1, 2, 3]) latest.put(job)
  done()
  await turn()
  expect(started).toEqual([1, 3])
})

it('cuts short what is stale, and nothing else', async () => {
  const { latest, ended, done } = runner((running, waiting) => waiting < running)
  latest.put(10)
  latest.put(20)
  done()
  await turn()
  latest.put(5)
  await turn()
  done()
  await turn()
  expect(ended).toEqual(['10 done', '20 cut', '5 done'])
})

it('stops when it is closed', async () => {
  const { latest, started, ended } = runner()
  latest.put(1)
  latest.put(2)
  latest.close()
  await turn()
  expect([started, ended]).toEqual([[1], ['1 cut']])
})

import { direct } from '../testing/direct'
import { MediaLibrary } from './library'

const MB = 1048576
const settle = () => new Promise((resolve) => setTimeout(resolve, 0))

/** A library whose decoders tell what they were asked; a medium that is called "bad" cannot be opened. */
function libraryOf(most = 2) {
  const workers: { caller: ReturnType<typeof direct>['caller']; die(): void; open: Set<string> }[] = []
  const asked: { id: string; frame: number; keep: number }[] = []
  const said: string[] = []
  /** What a frame waits for. */
  let slow: (frame: number) => Promise<void> = () => Promise.resolve()
  const start = (onDeath: () => void) => {
    const open = new Set<string>()
    const nameOf = (id: string) => {
      if (!open.has(id)) throw new Error('This medium is not open.')
      return id.split(' ')[0] as string
    }
    const { caller } = direct({
      open({ id, name }: { id: string; name: string }) {
        if (name === 'bad') throw new Error(`"${name}" is damaged.`)
        open.add(id)
      },
      close: ({ id }: { id: string }) => void open.delete(id),
      async picture({ id, frame, keep, quick }: { id: string; frame: number; keep: number; quick: boolean }) {
        await slow(frame)
        asked.push({ id: nameOf(id), frame, keep })
        const problems = frame === 9 ? ['Frame 9 is damaged.'] : []
        return { picture: { kind: 'rgba' }, frame: quick ? 0 : frame, problems, kept: 100 }
      },
      sound({ id, start: from, end }: { id: string; start: number; end: number }) {
        nameOf(id)
        return { sampleRate: end - from, channels: [] }
      },
    })
    const die = () => {
      caller.end()
      onDeath()
    }
    workers.push({ caller, die, open })
    return caller
  }
  const find = (id: string) => Promise.resolve(id === 'gone' ? undefined : { blob: new Blob(), name: id })
  const library = new MediaLibrary(find, (message) => said.push(message), start, most)
  const openNow = () => workers.map(({ open }) => [...open].map((id) => id.split(' ')[0]).join(''))
  const slowly = (wait: typeof slow) => (slow = wait)
  return { library, workers, asked, said, openNow, slowly }
}

it('opens a medium once, and gives nothing for one that is not there', async () => {
  const { library, openNow, asked } = libraryOf()
  await Promise.all([library.picture('a', 1), library.picture('a', 2), library.sound('a', 0, 5)])
  expect([openNow(), asked.map((a) => a.frame)]).toEqual([['a'], [1, 2]])
  const nothing = [library.picture('gone', 0), library.quick('gone', 0), library.sound('gone', 0, 1)]
  expect(await Promise.all(nothing)).toEqual([undefined, undefined, undefined])
  expect((await library.quick('a', 7))?.frame).toBe(0)
})

it('shares its budget among what is open, and never less than some frames each', async () => {
  const { library, asked } = libraryOf()
  library.budget = 400 * MB
  for (const id of ['a', 'b', 'c', 'd', 'a']) await library.picture(id, 0)
  const shares = [400 * MB, 200 * MB, (400 * MB) / 3, 100 * MB, 100 * MB]
  expect(asked.map((a) => a.keep)).toEqual(shares)
  expect(library.held).toBe(400)
  library.budget = 10 * MB
  await library.picture('a', 0)
  expect(asked.at(-1)?.keep).toBe(48 * MB)
})

it('a few workers share the media evenly; of eight that are open the one that was not used for longest goes', async () => {
  const { library, workers, openNow } = libraryOf(3)
  library.warm()
  library.warm()
  expect(workers).toHaveLength(1)
  for (const id of [...'abcdefgh', 'a', 'i']) await library.picture(id, 0)
  await settle()
  expect(openNow().map((ids) => ids.length)).toEqual([3, 2, 3])
  expect([...openNow().join('')].sort().join('')).toBe('acdefghi')
  library.close()
  expect(workers.every(({ caller }) => caller.ended)).toBe(true)
})

it('what is forgotten is opened anew, also where it is asked for in the same moment', async () => {
  const { library, openNow, asked } = libraryOf(1)
  await library.picture('a', 1)
  library.forget('a')
  const again = library.picture('a', 2)
  library.forget('a')
  await Promise.all([again.catch(() => undefined), library.picture('a', 3)])
  await settle()
  expect([openNow(), asked.at(-1)?.frame]).toEqual([['a'], 3])
})

it('a file that cannot be opened says so each time, and others go on', async () => {
  const { library, said } = libraryOf(1)
  for (let i = 0; i < 2; i++) await expect(library.picture('bad', 0)).rejects.toThrow('"bad" is damaged.')
  expect(await library.picture('a', 9)).toBeDefined()
  expect(said).toEqual(['Frame 9 is damaged.'])
})

it('what was open in a worker that died is opened again in another, and nothing else', async () => {
  const { library, workers, openNow } = libraryOf(2)
  for (const id of ['a', 'b', 'c']) await library.picture(id, 0)
  workers[0]?.die()
  for (const id of ['a', 'b', 'c']) await library.picture(id, 1)
  expect(openNow().slice(1)).toEqual(['bc', 'a'])
  expect(library.held).toBe(300)
})

/** Something to wait for, and the way to end that. */
function gate() {
  let open: () => void = () => undefined
  const until = new Promise<void>((resolve) => (open = resolve))
  return { until, open }
}

it('who reads a medium gets the picture, also where it is closed meanwhile because others are wanted', async () => {
  const { library, openNow, slowly } = libraryOf(1)
  const { until, open } = gate()
  slowly((frame) => (frame === 1 ? until : Promise.resolve()))
  const slow = library.picture('a', 1)
  for (const id of 'bcdefghi') await library.picture(id, 0)
  await settle()
  expect(openNow()[0]).toContain('a')
  open()
  expect(await slow).toBeDefined()
  await settle()
  expect(openNow()[0]).not.toContain('a')
})

it('a worker that dies in the middle of a picture is no reason to go without it; one after the other is', async () => {
  const { library, workers, slowly } = libraryOf(1)
  const gone = () => Object.assign(new Error('A worker stopped.'), { name: 'WorkerDied' })
  const dying = (times: number) => {
    let left = times
    slowly(() => {
      if (left-- <= 0) return Promise.resolve()
      workers.at(-1)?.die()
      return Promise.reject(gone())
    })
  }
  dying(1)
  expect(await library.picture('a', 0)).toBeDefined()
  expect(workers).toHaveLength(2)
  dying(2)
  await expect(library.picture('a', 1)).rejects.toMatchObject({ name: 'WorkerDied' })
})

import { direct } from '../testing/direct'
import { MediaLibrary } from './library'

/** A library whose decoders tell what they were asked; `fails` says which media cannot be opened. */
function libraryOf(fails: readonly string[] = []) {
  const open = new Map<string, ReturnType<typeof direct>['caller']>()
  const asked: { id: string; frame: number; keep: number }[] = []
  const deaths = new Map<string, () => void>()
  const said: string[] = []
  const library = new MediaLibrary(
    (id) => Promise.resolve(id === 'gone' ? undefined : { blob: new Blob(), name: id }),
    (message) => said.push(message),
    (onDeath) => {
      let id = ''
      const { caller } = direct({
        open({ name }: { name: string }) {
          if (fails.includes(name)) throw new Error(`"${name}" is damaged.`)
          deaths.set(name, onDeath)
          open.set((id = name), caller)
        },
        picture({ frame, keep }: { frame: number; keep: number }) {
          asked.push({ id, frame, keep })
          return {
            picture: { kind: 'rgba' },
            problems: frame === 9 ? ['Frame 9 is damaged.'] : [],
            kept: 100,
          }
        },
        sound: ({ start, end }: { start: number; end: number }) => ({
          sampleRate: end - start,
          channels: [],
        }),
      })
      return caller
    },
  )
  return { library, open, asked, deaths, said }
}
const MB = 1048576

it('opens a medium once, and gives nothing for one that is not there', async () => {
  const { library, open, asked } = libraryOf()
  await Promise.all([library.picture('a', 1), library.picture('a', 2), library.sound('a', 0, 5)])
  expect([open.size, asked.map((a) => a.frame)]).toEqual([1, [1, 2]])
  expect([await library.picture('gone', 0), await library.sound('gone', 0, 1)]).toEqual([
    undefined,
    undefined,
  ])
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

it('keeps six decoders; the one that was not used for longest goes', async () => {
  const { library, open } = libraryOf()
  for (const id of ['a', 'b', 'c', 'd', 'e', 'f', 'a', 'g']) await library.picture(id, 0)
  await new Promise((resolve) => setTimeout(resolve, 0))
  expect([...open].filter(([, caller]) => caller.ended).map(([id]) => id)).toEqual(['b'])
  library.close()
  await new Promise((resolve) => setTimeout(resolve, 0))
  expect([...open.values()].every((caller) => caller.ended)).toBe(true)
})

it('a file that cannot be opened says so each time; one whose decoder died is opened again', async () => {
  const { library, deaths, open, said } = libraryOf(['bad'])
  for (let i = 0; i < 2; i++) await expect(library.picture('bad', 0)).rejects.toThrow('"bad" is damaged.')
  await library.picture('a', 9)
  const first = open.get('a')
  deaths.get('a')?.()
  await library.picture('a', 1)
  expect([open.get('a') === first, said]).toEqual([false, ['Frame 9 is damaged.']])
})

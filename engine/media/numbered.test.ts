import { direct } from '../testing/direct'
import { encode } from 'fast-png'
import type { RgbaPicture } from '@stilus/core/frame'
import type { MediumInfo } from '@stilus/core/media'
import { handlers } from './media.worker'
import { packNumbered, unpackNumbered } from './numbered'

/** A still of one grey, as a file of its own. */
const still = (name: string, grey: number) =>
  new File(
    [
      encode({
        width: 4,
        height: 2,
        data: new Uint8Array(32).fill(grey),
        channels: 4,
        depth: 8,
      }) as Uint8Array<ArrayBuffer>,
    ],
    name,
  )
const walk = [1, 2, 3, 5].map((n) => still(`walk.${String(n).padStart(4, '0')}.png`, n * 40))
const nobody = () => new AbortController().signal

/** The real worker's handlers, called in place. */
async function opened(file: File) {
  const { caller } = direct(handlers)
  const call = (name: string, argument: object) => caller.call(name, argument) as Promise<unknown>
  const info = (await call('open', { id: 'm', blob: file, name: file.name })) as MediumInfo
  const grey = async (frame: number) => {
    const { picture } = (await call('picture', { id: 'm', frame, keep: 1e6 })) as { picture: RgbaPicture }
    return picture.data[0]
  }
  return { info, grey, call }
}

it('numbered stills are packed as they are, read as one clip with its gap, and taken apart into the same bytes', async () => {
  const shares: number[] = []
  const packed = await packNumbered(walk, (share) => shares.push(share), nobody())
  expect(packed.name).toBe('walk.[0001-0005].png')
  expect([...shares].sort((a, b) => a - b)).toEqual(shares)
  const { info, grey } = await opened(packed)
  expect([info.frames, info.gaps, info.width, info.height]).toEqual([5, [3], 4, 2])
  expect(info.notice).toMatch(/Picture 4 .*is missing/)
  // The picture that is missing shows the one before it.
  expect([await grey(0), await grey(2), await grey(3), await grey(4)]).toEqual([40, 120, 120, 200])
  const apart = await unpackNumbered(packed, packed.name, () => undefined, nobody())
  expect(apart.map((f) => f.name)).toEqual(walk.map((f) => f.name))
  for (const [i, file] of apart.entries())
    expect(new Uint8Array(await file.arrayBuffer())).toEqual(
      new Uint8Array(await (walk[i] as File).arrayBuffer()),
    )
})

it('what is called off while it is packed or taken apart stops there', async () => {
  for (const act of [
    (stop: AbortController) => packNumbered(walk, () => stop.abort(), stop.signal),
    async (stop: AbortController) => {
      const packed = await packNumbered(walk, () => undefined, nobody())
      return unpackNumbered(packed, packed.name, () => stop.abort(), stop.signal)
    },
  ])
    await expect(act(new AbortController())).rejects.toMatchObject({ name: 'AbortError' })
})

it('a medium that is not open, or not any more, says so; one that is no medium is refused by its name', async () => {
  const { call } = await opened(await packNumbered(walk, () => undefined, nobody()))
  await call('close', { id: 'm' })
  for (const [name, argument] of [
    ['picture', { id: 'm', frame: 0, keep: 1 }],
    ['sound', { id: 'never', start: 0, end: 1 }],
  ] as const)
    await expect(call(name, argument)).rejects.toThrow('This medium is not open.')
  const empty = { id: 'x', blob: new Blob([]), name: 'nothing.mp4' }
  await expect(call('open', empty)).rejects.toThrow('"nothing.mp4" is empty (0 bytes).')
})

import { zipSync } from 'fflate'
import { encode } from 'fast-png'
import fc from 'fast-check'
import { openMedium, type MediaFile, numbered, sequenceName, sequencesAmong } from '.'
import { orientationOf, orientationTag } from './orientation'
import { pngTags } from './still'

const png = (grey: number, size = 4) =>
  encode({ width: size, height: 2, data: new Uint8Array(size * 2 * 4).fill(grey), channels: 4, depth: 8 })

function fileOf(name: string, bytes: Uint8Array): MediaFile {
  return {
    name,
    size: bytes.length,
    read: (from, to) => Promise.resolve(bytes.slice(from, to)),
    source: () => {
      throw new Error('This is no movie.')
    },
  }
}
const platform = { still: () => Promise.reject(new Error('no')), decodeGroup: () => Promise.resolve(true) }

it('takes names apart', () => {
  expect(numbered('walk.0007.PNG')).toEqual({ stem: 'walk.', number: 7, ending: 'png' })
  expect(numbered('a/b/walk12_v3.exr')).toEqual({ stem: 'walk12_v', number: 3, ending: 'exr' })
  for (const name of ['walk.png', 'walk.0007.mov', '']) expect(numbered(name)).toBeUndefined()
  expect(sequenceName('walk.0007.png', 'walk.0120.png')).toBe('walk.[0007-0120].png')
})

it('gathers stills that differ in their number alone, in its order, whatever order they came in', () => {
  const numbers = fc.uniqueArray(fc.nat(3000), { minLength: 3, maxLength: 30 })
  fc.assert(
    fc.property(numbers, (list) => {
      const files = list.map((n) => ({ name: `walk.${n}.png` }))
      const { sequences, single } = sequencesAmong([{ name: 'logo2.png' }, ...files, { name: 'clip.mp4' }])
      expect(single.map((f) => f.name).sort()).toEqual(['clip.mp4', 'logo2.png'])
      expect(sequences).toEqual([[...list].sort((a, b) => a - b).map((n) => ({ name: `walk.${n}.png` }))])
    }),
  )
})

it('opens numbered stills as one clip, names what is missing, and shows the one before it', async () => {
  const stills = Object.fromEntries(
    [8, 9, 12].map((n) => [`walk.00${String(n).padStart(2, '0')}.png`, png(n)]),
  )
  const opened = await openMedium(fileOf('walk.[0008-0012].png', zipSync(stills)), platform)
  expect(opened.info).toMatchObject({
    kind: 'video',
    frames: 5,
    width: 4,
    height: 2,
    gaps: [2, 3],
    alpha: true,
  })
  expect(opened.info.notice).toMatch(/Pictures 10-11 of .* are missing; the one before stands in\./)
  const greys: number[] = []
  for (const n of [0, 1, 2, 3, 4, 99]) {
    const picture = await opened.picture(n)
    greys.push(picture.kind === 'rgba' ? (picture.data[0] as number) : -1)
  }
  expect(greys).toEqual([8, 9, 9, 9, 12, 12])
  await opened.close()
})

it.each([
  ['a still that is none', fileOf('torn.png', png(1).subarray(0, 40)), /"torn\.png" is not a picture/],
  ['an empty file', fileOf('none.mov', new Uint8Array()), /"none\.mov" is empty/],
  [
    'an archive without numbers',
    fileOf('text.zip', zipSync({ 'a.txt': new Uint8Array(3) })),
    /holds no numbered/,
  ],
  [
    'a torn archive',
    fileOf('torn.zip', zipSync({ 'a.1.png': png(1) }).subarray(0, 60)),
    /"torn\.zip" is damaged: its list of pictures/,
  ],
] as const)('refuses %s by name and with what to do', async (_, file, message) => {
  await expect(openMedium(file, platform)).rejects.toThrow(message)
})

/** A PNG with a chunk behind its head. */
function withChunk(name: string, data: readonly number[]): Uint8Array {
  const bytes = png(5)
  const chunk = [0, 0, 0, data.length, ...[...name].map((c) => c.charCodeAt(0)), ...data, 0, 0, 0, 0]
  return Uint8Array.from([...bytes.subarray(0, 33), ...chunk, ...bytes.subarray(33)])
}
const word = (n: number) => [24, 16, 8, 0].map((shift) => (n >>> shift) & 255)

it.each([
  ['nothing', 'tEXt', [1], 'srgb', 'bt709'],
  ['sRGB', 'sRGB', [0], 'srgb', 'bt709'],
  ['a gamma of 1', 'gAMA', word(100_000), 'linear', 'bt709'],
  ['a gamma of 1 / 2.2', 'gAMA', word(45_455), 'gamma22', 'bt709'],
  ['a gamma of 1 / 2.4', 'gAMA', word(41_667), 'bt1886', 'bt709'],
  ['code points of PQ', 'cICP', [9, 16, 0, 1], 'pq', 'bt2020'],
  ['code points of HLG in P3', 'cICP', [12, 18, 0, 1], 'hlg', 'p3'],
] as const)('a PNG that says %s', (_, name, data, transfer, primaries) => {
  expect(pngTags(withChunk(name, data))).toEqual({ transfer, primaries })
})

it.each([1, 2, 3, 4, 5, 6, 7, 8])('orientation %i is found in a PNG and turns as Exif says', (tag) => {
  const tiff = [0x49, 0x49, 42, 0, 8, 0, 0, 0, 1, 0, 0x12, 1, 3, 0, 1, 0, 0, 0, tag, 0, 0, 0, 0, 0, 0, 0]
  expect(orientationTag(withChunk('eXIf', tiff))).toBe(tag)
  const { degrees, mirrored } = orientationOf(tag)
  // Where the corner at the upper left of the stored picture comes to, clockwise from the upper left.
  const corner = ((mirrored ? 1 : 0) + degrees / 90) % 4
  expect(corner).toBe([0, 1, 2, 3, 0, 1, 2, 3][tag - 1])
})

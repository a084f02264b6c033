import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { encodingWords } from '@stilus/core/colour'
import type { MediumInfo } from '@stilus/core/media'
import { newProject, type Project } from '@stilus/core/project'
import { mediumOf } from '../engine/store/import'
import { medium, shot, withEdit } from '../core/testing/projects'
import { fileOf, nodePlatform } from '../server/media'
import { NodeRenderer } from '../server/render'
import { openMedium } from '@stilus/core/media'
import { FOOTAGE, footage, makeFootage } from './footage'
import type { Asked } from './page/main'
import { openPage } from './page/open'

let stage: Awaited<ReturnType<typeof openPage>>
const infos = new Map<string, MediumInfo>()
/** What Node said of a file while its frames were read. */
const said = new Map<string, string[]>()

before(async () => {
  await makeFootage()
  stage = await openPage()
  await stage.page.locator('#footage').setInputFiles(FOOTAGE.map(footage))
})
after(() => stage.close())

const page = <T>(call: string, ...args: unknown[]): Promise<T> =>
  stage.page.evaluate(
    ([name, list]) => {
      const functions = window as unknown as Record<string, (...a: unknown[]) => Promise<unknown>>
      return functions[name as string]?.(...(list as unknown[]))
    },
    [call, args] as const,
  ) as Promise<T>

/** A project whose edit is one shot of a file, as large as the file. */
function projectOf(name: string): Project {
  const info = infos.get(name) as MediumInfo
  return withEdit(
    { ...newProject('ways', 'Ways'), media: [{ ...medium(name), ...mediumOf(name, name, 1, info) }] },
    {
      size: { width: info.width, height: info.height },
      rate: info.rate,
      shots: [shot('s', name, { in: 0, zero: 0, length: Math.max(1, info.frames) })],
    },
  )
}

/** Frames of all files that are looked at: in rising order, then back and across. */
function asked(name: string): Asked[] {
  const { frames } = infos.get(name) as MediumInfo
  const places =
    name === 'damaged.mp4'
      ? Array.from({ length: frames }, (_, i) => i)
      : [0, 1, 2, 0.7, 0.25, 0.9, 0.5, 0.4, 0.1, 1]
  const at = places.map((p) =>
    name === 'damaged.mp4' || (p >= 1 && p === 2) ? p : Math.floor(p * (frames - 1)),
  )
  const project = projectOf(name)
  const list = name === 'damaged.mp4' ? at.filter((n) => n % 7 === 0 || (n > 70 && n < 100)) : at
  return [...new Set(list.filter((n) => n < frames))].map((frame) => ({
    ...{ project, target: { kind: 'sequence' as const }, frame, scale: 1 },
  }))
}

async function inNode(name: string): Promise<Float32Array[]> {
  const heard: string[] = []
  said.set(name, heard)
  const renderer = new NodeRenderer(projectOf(name), new Map([[name, footage(name)]]), (m) => heard.push(m))
  const out: Float32Array[] = []
  for (const { target, frame } of asked(name)) {
    const made = await renderer.frame(target, frame)
    out.push(made.data.slice())
    renderer.kernels.free(made)
  }
  await renderer.close()
  return out
}

const floats = (base64: string) => {
  const bytes = Buffer.from(base64, 'base64')
  return new Float32Array(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.length))
}

test('both read the same of every file: size, rate, length, colour, alpha', async () => {
  for (const name of FOOTAGE) {
    const file = await fileOf(footage(name))
    const opened = await openMedium(file, nodePlatform())
    infos.set(name, opened.info)
    await opened.close()
    await file.close()
  }
  const browser = await page<Record<string, MediumInfo | string>>('probeFootage')
  for (const name of FOOTAGE)
    assert.deepEqual(browser[name], JSON.parse(JSON.stringify(infos.get(name))), name)
})

test('what they read is what was written', () => {
  const truth: Record<string, [string, number, string]> = {
    '23.976 with B-frames.mp4': ['160x90', 48, 'BT.709 limited sRGB'],
    '29.97 drop.mov': ['160x90', 60, 'BT.709 limited sRGB'],
    '59.94 with Opus.webm': ['160x90', 120, 'BT.709 limited sRGB'],
    'turned 90.mp4': ['90x160', 50, 'BT.709 limited sRGB'],
    'turned 180.mp4': ['160x90', 50, 'BT.709 limited sRGB'],
    'anamorphic 16 to 9.mp4': ['1024x576', 25, 'BT.601 limited BT.601 (625) sRGB'],
    'anamorphic 4 to 3.mov': ['720x540', 30, 'BT.601 limited BT.601 (525) sRGB'],
    'PQ.webm': ['160x90', 50, 'BT.2020 limited PQ'],
    'HLG.mkv': ['160x90', 50, 'BT.2020 limited HLG'],
    'tags in the stream alone.mkv': ['160x90', 50, 'BT.601 full BT.601 (525) sRGB'],
    'varying rate.mp4': ['160x90', 118, 'BT.709 limited sRGB'],
    'late start.mkv': ['160x90', 50, 'BT.709 limited sRGB'],
    'fragmented.mp4': ['160x90', 50, 'BT.709 limited sRGB'],
    'odd size.webm': ['161x91', 50, 'BT.709 limited sRGB'],
    'beyond white.exr': ['160x90', 1, 'RGB linear'],
    'walk.[0001-0006].png': ['160x90', 6, 'RGB sRGB'],
  }
  for (const [name, [size, frames, colour]] of Object.entries(truth)) {
    const info = infos.get(name) as MediumInfo
    const read = [`${info.width}x${info.height}`, info.frames, info.colour && encodingWords(info.colour)]
    assert.deepEqual(read, [size, frames, colour], name)
  }
  for (const name of FOOTAGE) assert.equal(infos.get(name)?.alpha, name.startsWith('alpha'), name)
  assert.match(infos.get('varying rate.mp4')?.notice ?? '', /varying frame rate/)
  assert.match(infos.get('walk.[0001-0006].png')?.notice ?? '', /Picture 4 of .* is missing/)
})

/**
 * Codecs whose transform decoders may round their own way: one code of 8 bits in each of luma and chroma near white (1 / 255 times 1 + 1.77, times the slope of the curve, 2.4), and one of 10 bits.
 */
const ROUNDING: Record<string, number> = { 'still.jpg': 0.026, 'alpha.mov': 0.01 }

const CONCEALED = (frame: number) => frame >= 78 && frame < 100

for (const name of FOOTAGE)
  test(`${name}: the same float frames from the browser and from Node`, async () => {
    const expected = await inNode(name)
    const { frames, said: heard } = await page<{ frames: string[]; said: string[] }>(
      'readFootage',
      asked(name),
    )
    assert.deepEqual(heard, said.get(name))
    let worst = 0
    frames.forEach((frame, i) => {
      // From what leans on a damaged picture to the next key frame a decoder fills in what it misses, each in its own way.
      if (name === 'damaged.mp4' && CONCEALED(asked(name)[i]?.frame ?? 0)) return
      const values = floats(frame)
      const truth = expected[i] as Float32Array
      assert.equal(values.length, truth.length)
      for (let v = 0; v < values.length; v++)
        worst = Math.max(worst, Math.abs((values[v] as number) - (truth[v] as number)))
    })
    assert.ok(worst <= (ROUNDING[name] ?? 0), `${name}: ${worst} apart`)
    assert.ok(
      expected.length === 1 || new Set(expected.map((f) => f.slice(0, 4000).join())).size > 1,
      'all frames are alike',
    )
  })

test('a damaged middle is told of once, by its frames, and everything else of the file is shown', async () => {
  const heard = said.get('damaged.mp4') ?? []
  assert.equal(heard.length, 1, heard.join(' '))
  assert.match(
    heard[0] ?? '',
    /^Frames 79.* of "damaged.mp4" are damaged .* Copy the file again .* or cut around them\.$/,
  )
  const missing = /Frames (.*?) of/.exec(heard[0] ?? '')?.[1]?.split(/, | and /) ?? []
  assert.ok(missing.length < 8, `${missing.length} of 150 frames are lost`)
})

for (const [name, places] of [
  ['23.976 with B-frames.mp4', [0, 0.31, 1.2]],
  ['29.97 drop.mov', [0, 0.31, 1.2]],
  ['59.94 with Opus.webm', [0, 0.1, 0.31, 0.5, 0.77, 0.9, 1.1, 1.23, 1.4, 1.6]],
  ['late start.mkv', [0, 0.31, 1.2]],
] as const)
  test(`${name}: the same sound from both, wherever it is sought`, async () => {
    const file = await fileOf(footage(name))
    const opened = await openMedium(file, nodePlatform())
    for (const from of places) {
      const { channels } = await opened.sound(from, from + 0.25)
      const heard = await page<number[]>('hearFootage', name, from)
      const mine = channels[0] as Float32Array
      assert.equal(heard.length, mine.length)
      const energy = mine.reduce((sum, v) => sum + v * v, 0)
      const apart = mine.reduce((sum, v, i) => sum + (v - (heard[i] as number)) ** 2, 0)
      // Decoders of sound are not bit-exact among themselves: what is left lies 40 dB below the tone.
      assert.ok(energy > 1 && apart < energy * 1e-4, `at ${from}: ${apart / energy}`)
    }
    await opened.close()
    await file.close()
  })

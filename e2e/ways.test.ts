import assert from 'node:assert/strict'
import { after, before, test } from 'node:test'
import { execFileSync } from 'node:child_process'
import { readFileSync, writeFileSync } from 'node:fs'
import { encodingWords } from '@stilus/core/colour'
import type { Delivery, PictureEncoding } from '@stilus/core/deliver'
import { type MediumInfo, openMedium } from '@stilus/core/media'
import { newProject, type Project } from '@stilus/core/project'
import { mediumOf } from '../engine/store/import'
import { medium, shot, withEdit } from '../core/testing/projects'
import { fileOf, nodePlatform } from '../server/media'
import { NodeRenderer } from '../server/render'
import { decode as decodePng } from 'fast-png'
import { unzipSync } from 'fflate'
import { deliverToFile } from '../server/deliver'
import { decodeFrames, decodeSound, probe, psnr } from './video'
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
      shots: [
        shot('s', name, { in: 0, zero: 0, length: Math.max(1, info.frames), sound: info.sound ? 0 : null }),
      ],
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
    project,
    target: { kind: 'sequence' as const },
    frame,
    scale: 1,
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

for (const [name, frame, key] of [
  ['23.976 with B-frames.mp4', 20, 0],
  ['59.94 with Opus.webm', 90, 60],
  ['late start.mkv', 30, 24],
  ['turned 90.mp4', 40, 0],
  ['damaged.mp4', 60, 50],
] as const)
  test(`${name}: what is had at once is the first picture of its group, as it is`, async () => {
    const file = await fileOf(footage(name))
    const opened = await openMedium(file, nodePlatform())
    const near = await opened.quick?.(frame)
    assert.equal(near?.frame, key)
    assert.deepEqual(near?.picture, await opened.picture(key))
    await opened.picture(frame)
    assert.equal((await opened.quick?.(frame))?.frame, frame)
    await opened.close()
    await file.close()
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

const delivery = (change: Partial<Delivery>): Delivery => ({
  what: { kind: 'sequence' },
  container: 'mp4',
  quality: 'master',
  depth: 16,
  ...change,
})

/** The codes that a frame has to leave with. */
async function wanted(
  name: string,
  frames: readonly number[],
  encoding: PictureEncoding,
): Promise<Uint8Array[]> {
  const renderer = new NodeRenderer(projectOf(name), new Map([[name, footage(name)]]))
  const out: Uint8Array[] = []
  for (const n of frames)
    out.push((await renderer.encoded({ kind: 'sequence' }, n, encoding)).data as Uint8Array)
  await renderer.close()
  return out
}

const quiet = { signal: new AbortController().signal, progress: () => undefined, problem: () => undefined }
const written = async (where: 'Node' | 'the browser', name: string, what: Delivery): Promise<string> => {
  const path = footage(
    `${where} ${name.replace(/\W/g, ' ')}.${what.container}${what.container.length > 3 || what.container === 'mp4' ? '' : '.zip'}`,
  )
  if (where === 'Node')
    await deliverToFile(projectOf(name), new Map([[name, footage(name)]]), what, path, quiet)
  else writeFileSync(path, Buffer.from(await page<string>('deliverFootage', projectOf(name), what), 'base64'))
  return path
}

const MOVING = FOOTAGE.filter((name) => !/still|bit\.|white/.test(name))
for (const name of MOVING)
  test(`${name} leaves as it was judged, frame for frame`, async () => {
    const { width, height, frames } = infos.get(name) as MediumInfo
    if (width % 2 || height % 2) return
    const path = await written('Node', name, delivery({}))
    const decoded = decodeFrames(path, width, height)
    assert.equal(decoded.length, frames)
    const places = [0, frames >> 1, frames - 1]
    const truth = await wanted(name, places, { format: 'i420', alpha: 'none' })
    // 30 dB: test patterns at a master's bit rate; the frame beside it lies below 25.
    places.forEach((n, i) =>
      assert.ok(psnr(decoded[n] as Uint8Array, truth[i] as Uint8Array) > 30, `frame ${n}`),
    )
    assert.deepEqual(
      ['color_space', 'color_primaries', 'color_transfer', 'color_range'].map((tag) => probe(path, tag)),
      ['bt709', 'bt709', 'bt709', 'tv'],
    )
  })

for (const where of ['Node', 'the browser'] as const) {
  for (const alpha of ['straight', 'premultiplied'] as const)
    test(`alpha leaves ${alpha} from ${where} as WebM`, async () => {
      const path = await written(where, 'alpha.webm', delivery({ container: 'webm', alpha }))
      const decoder = ['-c:v', 'libvpx-vp9']
      const bytes = execFileSync(
        'ffmpeg',
        ['-v', 'error', ...decoder, '-i', path, '-f', 'rawvideo', '-pix_fmt', 'yuva420p', 'pipe:1'],
        { maxBuffer: 2 ** 30 },
      )
      const size = 160 * 90 * 2.5
      assert.equal(bytes.length / size, 50)
      const [truth] = await wanted('alpha.webm', [25], { format: 'i420a', alpha })
      const frame = bytes.subarray(25 * size, 26 * size)
      const planes = (of: Uint8Array) =>
        [of.subarray(0, 160 * 90 * 1.5), of.subarray(160 * 90 * 1.5)] as const
      const [[colour, matte], [trueColour, trueMatte]] = [planes(frame), planes(truth as Uint8Array)]
      assert.ok(psnr(colour, trueColour) > 28, `colour ${psnr(colour, trueColour)}`)
      assert.ok(psnr(matte, trueMatte) > 38, `alpha ${psnr(matte, trueMatte)}`)
    })

  test(`values beyond black and white leave ${where} as EXR, to the bit`, async () => {
    const path = await written(where, 'beyond white.exr', delivery({ container: 'exr', depth: 32 }))
    const [entry] = Object.values(unzipSync(readFileSync(path)))
    const single = footage('single.exr')
    writeFileSync(single, entry as Uint8Array)
    const raw = execFileSync(
      'ffmpeg',
      ['-v', 'error', '-i', single, '-f', 'rawvideo', '-pix_fmt', 'gbrapf32le', 'pipe:1'],
      { maxBuffer: 2 ** 30 },
    )
    const green = new Float32Array(raw.buffer.slice(raw.byteOffset, raw.byteOffset + 160 * 90 * 4))
    const [truth] = await inNode('beyond white.exr')
    assert.ok(green.every((v, i) => v === truth?.[i * 4 + 1]))
    assert.ok(Math.min(...green) < 0 && Math.max(...green) > 40)
  })

  test(`sixteen bits leave ${where} as PNG, within one code`, async () => {
    const path = await written(where, 'sixteen bit.png', delivery({ container: 'png', depth: 16 }))
    const [entry] = Object.values(unzipSync(readFileSync(path)))
    const [out, source] = [entry as Uint8Array, readFileSync(footage('sixteen bit.png'))].map(
      (b) => decodePng(b).data,
    )
    const worst = (out as Uint16Array).reduce(
      (most, v, i) => Math.max(most, Math.abs(v - (source?.[i] ?? 0))),
      0,
    )
    assert.ok(worst <= 1, `${worst} codes`)
  })
}

test('sound leaves Node with the pictures it belongs to', async () => {
  const path = await written('Node', '23.976 with B-frames.mp4', delivery({}))
  const heard = decodeSound(path)
  assert.ok(Math.abs(heard.length / 48000 - (48 * 1001) / 24000) < 0.05)
  const middle = heard.slice(24000, 72000)
  const crossings = middle.filter((v, i) => i > 0 && v >= 0 && (middle[i - 1] as number) < 0).length
  assert.ok(Math.abs(crossings - 440) <= 1, `${crossings} Hz`)
})

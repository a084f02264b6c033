import { execFileSync } from 'node:child_process'
import { fileURLToPath } from 'node:url'
import type { Frame } from '@stilus/core/frame'
import {
  applyMarks,
  ClipReader,
  findScreen,
  isSteady,
  lightWrap,
  looksFor,
  type Mark,
  matteOf,
  type ReadScreen,
  SPILL,
  shareOf,
  spreadOver,
  takeSpill,
  threeTones,
  TONES,
} from '@stilus/core/key'
import { copyOf, decode, growMap, type Kernels } from '@stilus/core/kernels'
import { coded } from '../core/testing/coded'
import { packDemo } from '../demo/pack'
import { TruthReader } from '../demo/truth/read'
import { NodeRenderer, openPackage } from '../server/render'
import { time } from './measure'

const [W, H] = [1280, 720]
const CLIP = 'stargazer-on-green'
const file = fileURLToPath(new URL(`../demo/media/${CLIP}.mp4`, import.meta.url))
const truth = new TruthReader(fileURLToPath(new URL('../demo/truth/', import.meta.url)))
const kept = truth.kept(`${CLIP}-foreground`)

const meanSquare = (a: ArrayLike<number>, b: ArrayLike<number>) => {
  let sum = 0
  for (let i = 0; i < a.length; i++) sum += ((a[i] as number) - (b[i] as number)) ** 2
  return sum / a.length
}
const mean = (list: readonly number[]) => list.reduce((a, b) => a + b, 0) / list.length

/** The key of a picture with the defaults of the step; alpha and the subject are the caller's to free. */
function keyed(k: Kernels, seen: Frame, empty?: Frame, marks: readonly Mark[] = []) {
  const scale = seen.height / 720
  const plate = findScreen(k, seen, 'auto', scale, empty, marks)
  if (!plate) throw new Error('No screen was found.')
  const share = shareOf(k, seen, plate)
  const tones = threeTones(k, share, plate.rubbish, { ...TONES, scale })
  applyMarks(k, seen, tones, share.data, marks)
  const made = matteOf(k, seen, plate, tones)
  k.free(share)
  return { ...made, plate }
}

function readClip(k: Kernels, pictures: readonly (() => Frame)[]): ReadScreen {
  const reader = new ClipReader(k, 'auto', 1)
  for (const picture of pictures) {
    const frame = picture()
    reader.add(frame)
    k.free(frame)
  }
  const found = reader.read()
  if (!found) throw new Error('No screen was found.')
  return found
}

/** A frame of truth over the cloth, its channels in an order, seen by a camera that has gone some pixels to the right. */
function composed(k: Kernels, n: number, order: readonly number[], shift = 0): Frame {
  const own = truth.channel(`${CLIP}-foreground`, n)
  const cloth = truth.channel(`${CLIP}-cloth`, 0)
  const frame = k.frame(W - MOST_SHIFT, H)
  for (let y = 0; y < H; y++)
    for (let x = 0; x < frame.width; x++) {
      const [from, to] = [y * W + x + shift, (y * frame.width + x) * 4]
      const rest = 1 - (own.data[from * 4 + 3] as number)
      for (let c = 0; c < 3; c++)
        frame.data[to + c] =
          (own.data[from * 4 + c] as number) + rest * (cloth.data[from * 3 + (order[c] as number)] as number)
      frame.data[to + 3] = 1
    }
  return coded(k, frame)
}
const MOST_SHIFT = 64

function alphaOf(n: number, shift: number): Float32Array {
  const { data } = truth.channel(`${CLIP}-alpha`, n)
  const out = new Float32Array((W - MOST_SHIFT) * H)
  for (let y = 0; y < H; y++)
    out.set(data.subarray(y * W + shift, y * W + shift + W - MOST_SHIFT), y * (W - MOST_SHIFT))
  return out
}

/** The mean error of alpha over the frames of truth in a version of the clip, by its own reading or each alone. */
function versionError(k: Kernels, order: readonly number[], pan: number, alone: boolean): number {
  const shifts = kept.map((_, i) => Math.round((i * pan) / (kept.length - 1)))
  const pictures = kept.map((n, i) => () => composed(k, n, order, shifts[i]))
  const read = alone ? undefined : readClip(k, pictures)
  const empty = read && isSteady(read) ? read.picture : undefined
  const errors = pictures.map((picture, i) => {
    const seen = picture()
    const { alpha, front, plate } = keyed(k, seen, empty)
    const error = meanSquare(alpha.data, alphaOf(kept[i] as number, shifts[i] as number))
    k.free(seen, alpha, front, plate.picture)
    return error
  })
  if (read) k.free(read.picture)
  return mean(errors)
}

/** The cloth by hand, for filters that know nothing of a set: left, top, right. */
const BOX = [110, 70, 1010] as const

/** The least error of a filter of ffmpeg over its settings, chosen by the truth itself. */
function rival(filter: 'chromakey' | 'colorkey', hex: string): number {
  const select = kept.map((n) => `eq(n\\,${n})`).join('+')
  let best = Infinity
  for (const similarity of [0.08, 0.12, 0.16, 0.2, 0.25, 0.3])
    for (const blend of [0.02, 0.06, 0.1, 0.16, 0.24]) {
      const graph = `select=${select},${filter}=0x${hex}:${similarity}:${blend},format=yuva444p,alphaextract`
      const raw = execFileSync(
        'ffmpeg',
        [
          '-v',
          'error',
          '-i',
          file,
          '-vf',
          graph,
          '-fps_mode',
          'passthrough',
          '-f',
          'rawvideo',
          '-pix_fmt',
          'gray',
          '-',
        ],
        { maxBuffer: 1 << 28 },
      )
      const errors = kept.map((n, f) => {
        const wanted = truth.channel(`${CLIP}-alpha`, n).data
        let sum = 0
        for (let i = 0; i < W * H; i++) {
          const [x, y] = [i % W, Math.floor(i / W)]
          const inside = x >= BOX[0] && y >= BOX[1] && x < BOX[2]
          const a = inside ? (raw[f * W * H + i] as number) / 255 : 0
          sum += (a - (wanted[i] as number)) ** 2
        }
        return sum / (W * H)
      })
      best = Math.min(best, mean(errors))
    }
  return best
}

/** Light of the screen laid on a subject that was lit without it, and taken off again: what is left, and what is done to one that has none. */
function spillErrors(k: Kernels, empty: Frame): { left: number; harm: number; untouched: number } {
  const n = kept[0] as number
  const own = truth.channel(`${CLIP}-foreground`, n)
  const run = (spill: number) => {
    const front = k.frame(W, H)
    const alpha = k.plane(W, H)
    for (let i = 0; i < W * H; i++) {
      const a = own.data[i * 4 + 3] as number
      // More from the sides than in the middle, as a cloth behind lights a subject.
      const share = spill * Math.abs((i % W) / W - 0.5) * 2 * a
      for (let c = 0; c < 3; c++)
        front.data[i * 4 + c] = (own.data[i * 4 + c] as number) + share * (empty.data[i * 4 + c] as number)
      front.data[i * 4 + 3] = alpha.data[i] = a
    }
    const plate = findScreen(k, empty, 'auto', 1, empty)
    if (!plate) throw new Error('No screen was found.')
    const off = () => {
      let [sum, count] = [0, 0]
      for (let i = 0; i < W * H; i++) {
        if ((own.data[i * 4 + 3] as number) < 0.99) continue
        for (let c = 0; c < 3; c++)
          sum += Math.abs((front.data[i * 4 + c] as number) - (own.data[i * 4 + c] as number))
        count += 3
      }
      return sum / count
    }
    const before = off()
    takeSpill(k, front, alpha, plate, { ...SPILL, back: 0 }, { scale: 1 })
    const after = off()
    k.free(front, alpha, plate.picture)
    return { before, after }
  }
  const lit = run(0.25)
  return { left: lit.after, untouched: lit.before, harm: run(0).after }
}

const box = (kind: Mark['kind'], x: number, y: number, w: number, h: number): Mark => ({
  kind,
  shape: 'box',
  centre: [x + w / 2, y + h / 2],
  size: [w, h],
})

/** What a user would mark on the demo's shot: the two seams of its cloth as screen, the stand at its right as what goes. */
const MARKS: readonly Mark[] = [
  box('screen', 392, 60, 22, 660),
  box('screen', 790, 60, 24, 660),
  box('drop', 1000, 40, 90, 680),
]

/** What the screen key finds of the demo's shot and versions of it, beside what is asked and what general-purpose filters find. */
export async function keySection(k: Kernels): Promise<string> {
  const opened = await openPackage(await packDemo())
  const renderer = new NodeRenderer(opened.project, opened.files)
  const medium = opened.project.media.find((m) => m.id === CLIP)
  const frames = medium?.frames ?? 0
  const pictureAt = async (id: string, n: number) => {
    const picture = await renderer.media.picture(id, n)
    if (!picture) throw new Error(`${id} is not there.`)
    return picture
  }
  const began = performance.now()
  const looks = await Promise.all(
    spreadOver(0, frames - 1, looksFor({ width: W, height: H })).map((n) => pictureAt(CLIP, n)),
  )
  const read = readClip(
    k,
    looks.map((picture) => () => decode(k, picture)),
  )
  const reading = (performance.now() - began) / 1000
  const roofs = decode(k, await pictureAt('rooftop-plate', 10))
  const [clip, alone, marked, decibels]: number[][] = [[], [], [], []]
  for (const n of kept) {
    const seen = decode(k, await pictureAt(CLIP, n))
    const wanted = truth.channel(`${CLIP}-alpha`, n).data
    const own = truth.channel(`${CLIP}-foreground`, n).data
    for (const [list, empty, marks] of [
      [clip, read.picture, []],
      [alone, undefined, []],
      [marked, undefined, MARKS],
    ] as const) {
      const { alpha, front, plate } = keyed(k, seen, empty, marks)
      list?.push(meanSquare(alpha.data, wanted))
      if (empty) {
        let light = 0
        for (let i = 0; i < W * H; i++) {
          const [a, b] = [alpha.data[i] as number, wanted[i] as number]
          for (let c = 0; c < 3; c++) {
            const off = (front.data[i * 4 + c] as number) - (own[i * 4 + c] as number)
            light += (off + (b - a) * (roofs.data[i * 4 + c] as number)) ** 2
          }
        }
        decibels?.push(-10 * Math.log10(light / (W * H * 3)))
      }
      k.free(alpha, front, plate.picture)
    }
    k.free(seen)
  }
  const flicker = await flickerOf(k, pictureAt, read.picture)
  const spill = spillErrors(k, read.picture)
  const hex = screenHex(read)
  const [chroma, colour] = [rival('chromakey', hex), rival('colorkey', hex)]
  const green = versionError(k, [0, 1, 2], 0, false)
  const blue = versionError(k, [0, 2, 1], 0, false)
  const still = versionError(k, [0, 1, 2], 0, true)
  const moving = versionError(k, [0, 1, 2], 40, false)
  const speed = speedOf(k, decode(k, await pictureAt(CLIP, 32)), read.picture, roofs)
  k.free(read.picture, roofs)
  await renderer.close()
  opened.close()
  const milli = (v: number) => `${(v * 1000).toFixed(3)}e-3`
  const rows: [string, string, string][] = [
    ['alpha MSE, clip read, no click', milli(mean(clip ?? [])), '.35e-3'],
    ['alpha MSE, each frame alone, no click', milli(mean(alone ?? [])), '1.2e-3'],
    ['the same with three marks: two seams of the cloth, a stand', milli(mean(marked ?? [])), '.8e-3'],
    [
      'ffmpeg chromakey, best of 30 settings by the truth, set cut away by hand',
      milli(chroma),
      'eight times ours',
    ],
    ['ffmpeg colorkey, the same', milli(colour), ''],
    [
      'composite over the rooftop against true foreground and alpha',
      `${mean(decibels ?? []).toFixed(1)} dB`,
      '38 dB',
    ],
    [
      'flicker of alpha, rms over eight frames, further than 12 px from the subject',
      flicker.toFixed(5),
      '.0003',
    ],
    [
      'spill laid on and taken off: what is left',
      `${spill.left.toFixed(4)} of ${spill.untouched.toFixed(4)}`,
      '.006',
    ],
    ['a subject without spill: what is done to it', spill.harm.toFixed(4), '.002'],
    [
      'blue cloth from the truth against the green one so made, six pictures read',
      `${milli(blue)}, ${milli(green)}`,
      '1.5 times',
    ],
    ['a camera that pans 40 px, against each frame alone', `${milli(moving)}, ${milli(still)}`, '1.3 times'],
    ['reading the clip, decoding by ffmpeg included', `${reading.toFixed(1)} s`, '12 s'],
    [
      '1920x1080 with spill and wrap, clip read, one thread',
      `${speed.ms.toFixed(0)} ms, ${(speed.times ?? 0).toFixed(0)} floors`,
      '15 floors',
    ],
  ]
  return `## Screen key against the truth of the stargazer on green, 1280x720

Means over the six frames of which the truth is kept. A floor is a copy of a frame.

| what | found | bar |
| --- | --- | --- |
${rows.map((row) => `| ${row.join(' | ')} |`).join('\n')}`
}

/** The screen is looked at further than this from the subject. */
const AWAY = 12

/** How alpha strays over eight frames, away from the subject. */
async function flickerOf(
  k: Kernels,
  pictureAt: (id: string, n: number) => Promise<Parameters<typeof decode>[1]>,
  empty: Frame,
): Promise<number> {
  const runs: Float32Array[] = []
  for (let n = 40; n < 48; n++) {
    const seen = decode(k, await pictureAt(CLIP, n))
    const { alpha, front, plate } = keyed(k, seen, empty)
    runs.push(alpha.data.slice())
    k.free(seen, alpha, front, plate.picture)
  }
  const subject = new Uint8Array(W * H)
  for (const alpha of runs)
    for (let i = 0; i < subject.length; i++) if ((alpha[i] as number) > 0.5) subject[i] = 1
  const near = growMap(k, { width: W, height: H }, subject, AWAY)
  let [sum, count] = [0, 0]
  for (let i = 0; i < W * H; i++) {
    if (near[i]) continue
    const values = runs.map((r) => r[i] as number)
    const middle = mean(values)
    for (const v of values) sum += (v - middle) ** 2
    count += values.length
  }
  return Math.sqrt(sum / count)
}

/** The colour of a screen as other tools are told it: the code of its median light. */
function screenHex({ colour }: ReadScreen): string {
  const light = [0, 0, 0]
  light[colour.channel] = colour.level
  colour.others.forEach((c, i) => (light[c] = colour.level * (colour.shares[i] as number)))
  const code = (v: number) => Math.round(255 * (v <= 0.0031308 ? 12.92 * v : 1.055 * v ** (1 / 2.4) - 0.055))
  return light.map((v) => code(v).toString(16).padStart(2, '0')).join('')
}

/** A frame of 1920x1080, and how many copies of one take as long. */
function speedOf(k: Kernels, seen: Frame, empty: Frame, behind: Frame) {
  const [a, b, c] = [seen, empty, behind].map((frame) => larger(k, frame)) as [Frame, Frame, Frame]
  k.free(seen)
  const once = () => {
    const { alpha, front, plate } = keyed(k, a, b)
    takeSpill(k, front, alpha, plate, SPILL, { scale: 1.5, behind: c })
    const light = lightWrap(k, alpha, c, { amount: 0.5, width: 12, softness: 1, saturation: 1 }, 1.5)
    k.free(alpha, front, plate.picture, light)
  }
  const found = time('key', once, () => k.free(copyOf(k, a)), 5)
  k.free(a, b, c)
  return found
}

/** A picture half as large again, by its nearest places. */
function larger(k: Kernels, { width, height, data }: Frame): Frame {
  const out = k.frame(width * 1.5, height * 1.5)
  for (let y = 0; y < out.height; y++)
    for (let x = 0; x < out.width; x++) {
      const from = (Math.floor(y / 1.5) * width + Math.floor(x / 1.5)) * 4
      out.data.set(data.subarray(from, from + 4), (y * out.width + x) * 4)
    }
  return out
}

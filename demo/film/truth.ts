import { mkdirSync, writeFileSync } from 'node:fs'
import { once } from 'node:events'
import { fileURLToPath } from 'node:url'
import { encodeI420 } from '@stilus/core/kernels'
import { type Frame } from '@stilus/core/frame'
import { encode } from 'fast-png'
import { zipSync } from 'fflate'
import { type Composer } from './composer'
import { writer } from './ffmpeg'
import { K1 } from './shots/bench-tablet'
import { FOG, LANTERN_CAMERA } from './shots/lantern-close'
import { type Shot } from './shot'
import { readTraced } from './tracer'

const FOLDER = fileURLToPath(new URL('../truth/', import.meta.url))
/** Every so many frames the key shot's foreground is kept whole, in 16 bits. */
const KEY_EVERY = 16
const DEPTH_EVERY = 12

type At = (name: string) => string

/** Gathers what is known of a shot while it is composed, and writes it into the truth folder. */
export class TruthWriter {
  #files = new Map<string, Record<string, Uint8Array>>()
  #clean: ReturnType<typeof writer> | undefined

  constructor(
    private readonly shot: Shot,
    private readonly size: { width: number; height: number },
  ) {
    mkdirSync(FOLDER, { recursive: true })
  }

  async add(c: Composer, n: number, at: At): Promise<void> {
    for (const [name, frame] of Object.entries(this.shot.mattes?.(c, n, at) ?? {}))
      this.#keep(name, n, greyPng(frame))
    if (this.shot.name === 'stargazer-on-green') this.#key(n, at)
    if (this.shot.name === 'lantern-close') this.#depth(n, at('depth'))
    if (this.shot.name === 'fox-crosses') await this.#square(c, at('square'))
  }

  #keep(name: string, n: number, png: Uint8Array): void {
    const files = this.#files.get(name) ?? {}
    files[`${String(n).padStart(4, '0')}.png`] = png
    this.#files.set(name, files)
  }

  #key(n: number, at: At): void {
    const { width, height, data } = readTraced(at('puppet'))
    const alpha = new Uint8Array(width * height)
    for (let p = 0; p < alpha.length; p++) alpha[p] = Math.round((data[p * 4 + 3] as number) * 255)
    this.#keep('alpha', n, encode({ width, height, data: alpha, channels: 1, depth: 8 }))
    if (n % KEY_EVERY === 0) {
      const codes = Uint16Array.from(data, (v) => Math.round(v * 65535))
      this.#keep(
        n < this.shot.frames / 2 ? 'foreground-1' : 'foreground-2',
        n,
        encode({ width, height, data: codes, channels: 4, depth: 16 }),
      )
    }
    if (n === 0) {
      const cloth = readTraced(at('cloth'))
      const codes = new Uint16Array(width * height * 3)
      for (let p = 0; p < width * height; p++)
        for (let m = 0; m < 3; m++) codes[p * 3 + m] = twelve(cloth.data[p * 4 + m] as number)
      this.#keep('cloth', 0, encode({ width, height, data: codes, channels: 3, depth: 16 }))
    }
  }

  /** The depth along the camera's view: 8 bits of 1 / depth in every frame, 16 in some. */
  #depth(n: number, path: string): void {
    const { width, height, data } = readTraced(path)
    const coarse = new Uint8Array(width * height)
    const fine = new Uint16Array(width * height)
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        const p = y * width + x
        const ray = -FOG * Math.log(Math.max(1e-6, 1 - (data[p * 4] as number)))
        const [u, v] = [(x + 0.5 - width / 2) / height, (y + 0.5 - height / 2) / height]
        const depth = ray / Math.hypot(1, u / LANTERN_CAMERA.focal, v / LANTERN_CAMERA.focal)
        coarse[p] = Math.round(Math.min(1, NEAR / depth) * 255)
        fine[p] = Math.round(Math.min(1, NEAR / depth) * 65535)
      }
    this.#keep('depth', n, encode({ width, height, data: coarse, channels: 1, depth: 8 }))
    if (n % DEPTH_EVERY === 0)
      this.#keep('depth-fine', n, encode({ width, height, data: fine, channels: 1, depth: 16 }))
  }

  async #square(c: Composer, path: string): Promise<void> {
    this.#clean ??= writer(`${FOLDER}fox-crosses-clean.mp4`, this.size, '24', 14)
    if (!this.#clean.stdin.write(encodeI420(c.k, c.picture(path)))) await once(this.#clean.stdin, 'drain')
  }

  async close(): Promise<void> {
    if (this.#clean) {
      this.#clean.stdin.end()
      await once(this.#clean, 'close')
    }
    writeNumbers(this.shot, this.size)
    for (const [kind, files] of this.#files)
      writeFileSync(
        `${FOLDER}${this.shot.name}-${kind}.zip`,
        zipSync(files, { level: 0, mtime: '2026-01-01' }),
      )
  }
}

/** Writes the numbers of a shot, one line a frame. */
export function writeNumbers(shot: Shot, size: { width: number; height: number }): void {
  const { name, file, frames, rate, truth } = shot
  if (!truth) return
  const head = { shot: name, file, ...size, rate, count: frames, ...(CONSTANTS[name] ?? {}) }
  const lines = Array.from({ length: frames }, (_, n) => JSON.stringify(rounded(truth(n))))
  const text = `${JSON.stringify(head).slice(0, -1)},"frames":[\n${lines.join(',\n')}\n]}\n`
  writeFileSync(`${FOLDER}${name}.json`, text)
}

/** A value in 12 bits, spread over 16 by repeating its upper bits. */
const twelve = (v: number): number => {
  const code = Math.round(v * 4095)
  return (code << 4) | (code >> 8)
}

/** Depth, in stage units, that a depth picture shows as full white. */
export const NEAR = 3

const CONSTANTS: Record<string, Record<string, unknown>> = {
  'bench-tablet': {
    distortion: {
      k1: K1,
      unit: 'half the diagonal',
      model: 'pinhole = lens * (1 + k1 * r^2), r in the lens picture, from the centre',
    },
  },
  'lantern-close': { near: NEAR },
}

/** Numbers to 1e-5, which is far below a thousandth of a pixel for the matrices too, since their last entry is 1. */
function rounded(value: Record<string, unknown>): Record<string, unknown> {
  return JSON.parse(
    JSON.stringify(value, (_key, v: unknown) => (typeof v === 'number' ? Number(v.toPrecision(9)) : v)),
  ) as Record<string, unknown>
}

function greyPng({ width, height, data }: Frame): Uint8Array {
  const codes = new Uint8Array(width * height)
  for (let p = 0; p < codes.length; p++)
    codes[p] = Math.round(Math.min(1, Math.max(0, data[p * 4] as number)) * 255)
  return encode({ width, height, data: codes, channels: 1, depth: 8 })
}

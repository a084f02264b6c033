import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { decode } from 'fast-png'
import { unzipSync } from 'fflate'

/** What is known of a shot; the fields of its frames are described in demo/README.md. Pixels have their centres on halves. */
export interface Truth<F> {
  shot: string
  file: string
  width: number
  height: number
  rate: { num: number; den: number }
  count: number
  frames: F[]
}

export type Pixel = [number, number]
/** Row-major 3x3, last entry 1. */
export type Homography = number[]

/** The shots that have numbers, and what each frame tells. */
export interface Truths {
  'harbour-wide': {
    position: number[]
    right: number[]
    up: number[]
    forward: number[]
    focal: number
    waterline: [Pixel, Pixel]
  }
  'tower-tilt': { pan: number; tilt: number; roll: number; shear: number; plateToPicture: Homography }
  'stargazer-talks': {
    face: [number, number, number, number]
    leftEye: Pixel
    rightEye: Pixel
    nose: Pixel
    mouth: Pixel
  }
  'fox-talks': { face: [number, number, number, number] }
  'bench-tablet': { corners: Pixel[]; pinhole: Pixel[]; crosses: Pixel[] }
  'cart-comes': { sign: Homography; side: Homography }
  'two-flags': { red: Pixel; blue: Pixel; blueVisible: boolean }
  'fox-crosses': { ground: Homography }
  stairs: { chest: Pixel; head: Pixel }
  'lantern-close': { swing: number }
}

/** Mattes and other channels: a zip of one PNG a frame. */
export type Channel =
  | 'stargazer-talks-face'
  | 'stargazer-talks-hand'
  | 'stargazer-on-green-alpha'
  | 'stargazer-on-green-foreground'
  | 'stargazer-on-green-cloth'
  | 'bench-tablet-arm'
  | 'cart-comes-sign'
  | 'cart-comes-side'
  | 'cart-comes-driver'
  | 'fox-crosses-fox'
  | 'lantern-close-depth'
  | 'lantern-close-depth-fine'

export interface Picture {
  width: number
  height: number
  channels: number
  /** 0 to 1. */
  data: Float32Array
}

/** Reads the demo film's truth from `folder` (demo/truth). The one way in for tests and benchmarks. */
export class TruthReader {
  #zips = new Map<string, Record<string, Uint8Array>>()

  constructor(private readonly folder: string) {}

  /** The numbers of a shot, one entry a frame. @throws when the shot has none */
  numbers<S extends keyof Truths>(shot: S): Truth<Truths[S]> {
    return JSON.parse(readFileSync(join(this.folder, `${shot}.json`), 'utf8')) as Truth<Truths[S]>
  }

  /** The frames for which a channel is kept, in order. */
  kept(channel: Channel): number[] {
    return Object.keys(this.#zip(channel))
      .map((name) => parseInt(name, 10))
      .sort((a, b) => a - b)
  }

  /** A channel of frame n as floats. @throws when it is not kept for that frame */
  channel(channel: Channel, n: number): Picture {
    const file = this.#zip(channel)[`${String(n).padStart(4, '0')}.png`]
    if (!file) throw new Error(`${channel} is not kept for frame ${n}.`)
    const { width, height, channels, data, depth } = decode(file)
    const top = depth === 16 ? 65535 : 255
    return { width, height, channels, data: Float32Array.from(data, (v) => v / top) }
  }

  /** The square without the fox, frame n: 8-bit R'G'B' codes, decoded by ffmpeg. */
  cleanPlate(n: number): Uint8Array {
    return decodeRgb(join(this.folder, 'fox-crosses-clean.mp4'), n)
  }

  #zip(channel: Channel): Record<string, Uint8Array> {
    const known = this.#zips.get(channel)
    if (known) return known
    // What would be too large for one file is kept in halves.
    const parts = HALVED.includes(channel) ? [`${channel}-1`, `${channel}-2`] : [channel]
    const files = Object.assign(
      {},
      ...parts.map((part) => unzipSync(readFileSync(join(this.folder, `${part}.zip`)))),
    ) as Record<string, Uint8Array>
    this.#zips.set(channel, files)
    return files
  }
}

const HALVED: Channel[] = ['stargazer-on-green-foreground']

/** Frame n of a clip as 8-bit R'G'B' codes by ffmpeg, BT.709 limited, with exact chroma placement. */
export function decodeRgb(path: string, n: number): Uint8Array {
  const filter = `select=eq(n\\,${n}),scale=in_color_matrix=bt709:in_range=tv:out_range=pc:flags=accurate_rnd+full_chroma_int+bicubic`
  return new Uint8Array(
    execFileSync(
      'ffmpeg',
      [
        '-v',
        'error',
        '-i',
        path,
        '-vf',
        filter,
        '-frames:v',
        '1',
        '-f',
        'rawvideo',
        '-pix_fmt',
        'rgb24',
        'pipe:1',
      ],
      { maxBuffer: 1 << 28 },
    ),
  )
}

/** The luminance codes (0 to 255, coded) of a picture's R'G'B' codes. */
export const lumaOf = (rgb: Uint8Array): Float32Array =>
  Float32Array.from(
    { length: rgb.length / 3 },
    (_, p) =>
      0.2126 * (rgb[p * 3] as number) +
      0.7152 * (rgb[p * 3 + 1] as number) +
      0.0722 * (rgb[p * 3 + 2] as number),
  )

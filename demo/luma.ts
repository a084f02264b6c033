import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import type { Plane, YuvPicture } from '@stilus/core/frame'
import type { Kernels } from '@stilus/core/kernels'
import { lumaPlane, pyramidOf } from '@stilus/core/motion'
import { unlinkSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

/** The luminance of all frames of an 8-bit clip of limited range, decoded by ffmpeg. */
export class LumaClip {
  readonly #bytes: Uint8Array

  constructor(
    path: string,
    readonly width: number,
    readonly height: number,
  ) {
    const file = join(tmpdir(), `stilus-luma-${process.pid}-${Math.floor(performance.now())}.raw`)
    execFileSync('ffmpeg', [
      '-v',
      'error',
      '-y',
      '-i',
      path,
      '-an',
      '-f',
      'rawvideo',
      '-pix_fmt',
      'yuv420p',
      file,
    ])
    this.#bytes = readFileSync(file)
    unlinkSync(file)
  }

  get frames(): number {
    return this.#bytes.length / (this.width * this.height * 1.5)
  }

  picture(n: number): YuvPicture {
    const { width, height } = this
    const size = width * height * 1.5
    const y = this.#bytes.subarray(n * size, n * size + width * height)
    const none = new Uint8Array()
    return {
      kind: 'yuv',
      width,
      height,
      bits: 8,
      subsampling: [1, 1],
      matrix: 'bt709',
      range: 'limited',
      y,
      u: none,
      v: none,
      strideY: width,
      strideC: width / 2,
    }
  }

  pyramid(k: Kernels, n: number): Plane[] {
    return pyramidOf(k, lumaPlane(k, this.picture(n)))
  }
}

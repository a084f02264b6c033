// A strip of finished frames to look at: tsx demo/film/strip.ts shot out.png 0,24,48 [columns] [scale]
import { writeFileSync } from 'node:fs'
import { resample } from '@stilus/core/kernels'
import { encode } from 'fast-png'
import { Composer } from './composer'
import { finder, finish } from './finish'
import { SHOTS } from './shots'

const [name, out = 'strip.png', list = '0', cols = '2', scale = '0.5'] = process.argv.slice(2)
const shot = SHOTS.find((s) => s.name === name)
if (!shot) throw new Error(`There is no shot called ${name}.`)
const numbers = list.split(',').map(Number)
const { width: W, height: H } = shot.size ?? { width: 1280, height: 720 }
const [w, h] = [Math.round(W * +scale), Math.round(H * +scale)]
const across = Math.min(+cols, numbers.length)
const data = new Uint8Array(w * across * h * Math.ceil(numbers.length / across) * 3)
const c = new Composer()
for (const [i, n] of numbers.entries()) {
  const picture = finish(c, shot, n, shot.compose(c, n, finder(shot, n)))
  const small = c.pass(resample(c.k, picture, w, h))
  for (let p = 0; p < w * h; p++) {
    const to =
      ((Math.floor(i / across) * h + Math.floor(p / w)) * w * across + (i % across) * w + (p % w)) * 3
    for (let m = 0; m < 3; m++) data[to + m] = code(small.data[p * 4 + m] as number)
  }
  c.next()
}
writeFileSync(
  out,
  encode({ width: w * across, height: data.length / 3 / (w * across), data, channels: 3, depth: 8 }),
)

function code(v: number): number {
  const x = Math.min(1, Math.max(0, v))
  return Math.round(255 * (x <= 0.0031308 ? 12.92 * x : 1.055 * x ** (1 / 2.4) - 0.055))
}

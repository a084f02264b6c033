import { writeFileSync } from 'node:fs'
import { encode } from 'fast-png'
import { readTraced } from './tracer'
const [, , out, bg, ...paths] = process.argv as string[]
const pics = paths.map(readTraced)
const w = pics[0]!.width,
  h = pics[0]!.height
const cols = Math.min(pics.length, Number(process.env.COLS ?? 2)),
  rows = Math.ceil(pics.length / cols)
const data = new Uint8Array(w * cols * h * rows * 3)
pics.forEach((p, n) => {
  const ox = (n % cols) * w,
    oy = Math.floor(n / cols) * h
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      const i = (y * w + x) * 4,
        a = p.data[i + 3]!
      for (let c = 0; c < 3; c++) {
        const v = p.data[i + c]! + (1 - a) * Number(bg)
        data[((oy + y) * w * cols + ox + x) * 3 + c] =
          255 * Math.min(1, Math.max(0, v <= 0.0031308 ? 12.92 * v : 1.055 * v ** (1 / 2.4) - 0.055))
      }
    }
})
writeFileSync(out!, encode({ width: w * cols, height: h * rows, data, channels: 3, depth: 8 }))

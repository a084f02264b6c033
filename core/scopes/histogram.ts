import { type Drawn, lumaOf, type Shown, strideFor } from './shown'
import { blank, line } from './canvas'

const ROWS = [
  [190, 195, 190],
  [225, 85, 75],
  [85, 200, 100],
  [105, 140, 245],
] as const

/** How often each code value occurs, black on the left: luma above, then red, green and blue, each with its own height. The root of the counts is drawn, so that few still show. */
export function drawHistogram(shown: Shown, width: number, height: number): Drawn {
  const out = blank(width, height)
  const bins = ROWS.map(() => new Float64Array(256))
  const { data } = shown
  const stride = strideFor(shown)
  for (let y = 0; y < shown.height; y += stride) {
    for (let x = 0; x < shown.width; x += stride) {
      const at = (y * shown.width + x) * 4
      const [r, g, b] = [data[at] as number, data[at + 1] as number, data[at + 2] as number]
      for (const [i, v] of [Math.round(lumaOf(r, g, b)), r, g, b].entries()) {
        const bin = bins[i] as Float64Array
        bin[v] = (bin[v] as number) + 1
      }
    }
  }
  const tall = Math.floor(height / ROWS.length)
  for (const share of [0.25, 0.5, 0.75])
    line(out, share * (width - 1), 0, share * (width - 1), height - 1, 40)
  bins.forEach((bin, i) => draw(out, bin, i * tall, tall - 3, ROWS[i] as readonly [number, number, number]))
  return out
}

function draw(
  out: Drawn,
  bin: Float64Array,
  top: number,
  tall: number,
  colour: readonly [number, number, number],
) {
  // The ends hold all that is cut; they must not press the rest down.
  const most = Math.sqrt(Math.max(1, ...bin.subarray(1, 255)))
  for (let x = 0; x < out.width; x++) {
    const count = bin[Math.min(255, Math.floor((x / out.width) * 256))] as number
    const high = Math.min(tall, Math.round((Math.sqrt(count) / most) * tall))
    for (let y = 0; y < high; y++) {
      const at = ((top + tall - 1 - y) * out.width + x) * 4
      for (let c = 0; c < 3; c++) out.data[at + c] = colour[c] as number
    }
  }
  line(out, 0, top + tall, out.width - 1, top + tall, 60)
}

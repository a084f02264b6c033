import { type Drawn, lumaOf, type Shown, strideFor } from './shown'
import { blank, Counts, line } from './canvas'

/** Code values drawn at and beyond the lines of 0 and 255. */
const MARGIN = 6
const CHANNELS = [
  [255, 90, 80],
  [90, 230, 110],
  [110, 150, 255],
] as const

const rowOf = (height: number) => (code: number) =>
  Math.round(height - 1 - MARGIN - (code / 255) * (height - 1 - 2 * MARGIN))

function graticule(width: number, height: number): Drawn {
  const out = blank(width, height)
  const row = rowOf(height)
  for (const share of [0, 0.25, 0.5, 0.75, 1])
    line(out, 0, row(share * 255), width - 1, row(share * 255), share % 1 ? 44 : 70)
  return out
}

/** Column by column how often each luma occurs: left of the picture left, black below, white above. */
export function drawWaveform(shown: Shown, width: number, height: number): Drawn {
  const out = graticule(width, height)
  plot(out, shown, 0, width, lumaOf, [190, 215, 205])
  return out
}

/** Three waveforms side by side: red, green and blue. */
export function drawParade(shown: Shown, width: number, height: number): Drawn {
  const out = graticule(width, height)
  const third = Math.floor(width / 3)
  CHANNELS.forEach((colour, i) =>
    plot(out, shown, i * third, third - 2, (r, g, b) => [r, g, b][i] as number, colour),
  )
  return out
}

function plot(
  out: Drawn,
  shown: Shown,
  left: number,
  width: number,
  value: (r: number, g: number, b: number) => number,
  colour: readonly [number, number, number],
): void {
  const { data } = shown
  const stride = strideFor(shown)
  const counts = new Counts(width, out.height)
  const row = rowOf(out.height)
  for (let y = 0; y < shown.height; y += stride) {
    for (let x = 0; x < shown.width; x += stride) {
      const at = (y * shown.width + x) * 4
      const v = value(data[at] as number, data[at + 1] as number, data[at + 2] as number)
      counts.hit(Math.floor((x / shown.width) * width), row(v))
    }
  }
  const samples = Math.ceil(shown.width / stride) * Math.ceil(shown.height / stride)
  counts.light(out, colour, Math.max(1, (samples / width) * 0.02), left)
}

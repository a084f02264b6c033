import { type Drawn, lumaOf, type Shown, strideFor } from './shown'
import { maths } from '../maths'
import { blank, Counts, line } from './canvas'

/** Direction of the skin line in degrees from +Cb towards +Cr: where skin of all tones lies, I of the old I and Q axes. */
export const SKIN_ANGLE = 123

/** Rec. 709 colour differences (Cb, Cr) of code values 0 to 255, each from -0.5 to 0.5. */
export function vectorOf(r: number, g: number, b: number): [number, number] {
  const y = lumaOf(r, g, b)
  return [(b - y) / (255 * 1.8556), (r - y) / (255 * 1.5748)]
}

/** How often each colour difference occurs: Cb to the right, Cr up, in the hue of what lies there, with the skin line and boxes at the six full hues at 75 %. */
export function drawVectorscope(shown: Shown, size: number): Drawn {
  const out = blank(size, size)
  const middle = (size - 1) / 2
  const reach = middle * 1.9
  const place = (cb: number, cr: number) => [middle + cb * reach, middle - cr * reach] as const
  for (let i = 0; i < 96; i++) {
    const [a, b] = [(i / 96) * 2 * Math.PI, ((i + 1) / 96) * 2 * Math.PI]
    const radius = middle * 0.97
    line(
      out,
      middle + radius * maths.cos(a),
      middle + radius * maths.sin(a),
      middle + radius * maths.cos(b),
      middle + radius * maths.sin(b),
      52,
    )
  }
  line(out, middle, size * 0.03, middle, size * 0.97, 40)
  line(out, size * 0.03, middle, size * 0.97, middle, 40)
  const skin = (SKIN_ANGLE * Math.PI) / 180
  line(
    out,
    middle,
    middle,
    middle + maths.cos(skin) * middle * 0.95,
    middle - maths.sin(skin) * middle * 0.95,
    110,
  )
  for (const hue of [1, 2, 3, 4, 5, 6]) {
    const [x, y] = place(...vectorOf(hue & 1 ? 191 : 0, hue & 2 ? 191 : 0, hue & 4 ? 191 : 0))
    const r = size * 0.02
    line(out, x - r, y - r, x + r, y - r, 90)
    line(out, x - r, y + r, x + r, y + r, 90)
    line(out, x - r, y - r, x - r, y + r, 90)
    line(out, x + r, y - r, x + r, y + r, 90)
  }
  const counts = new Counts(size, size)
  const { data } = shown
  const stride = strideFor(shown)
  for (let y = 0; y < shown.height; y += stride) {
    for (let x = 0; x < shown.width; x += stride) {
      const at = (y * shown.width + x) * 4
      const [px, py] = place(...vectorOf(data[at] as number, data[at + 1] as number, data[at + 2] as number))
      counts.hit(Math.round(px), Math.round(py))
    }
  }
  counts.light(out, [200, 220, 200], 6)
  return out
}

import type { Frame } from '../frame'
import { copyOf, overInto, warpPerspective, type Homography } from '../kernels'
import { maths } from '../maths'
import { invert, type Matrix3, multiply, radians, shifted } from '../matrix'
import { colour, degrees, px, seed, share } from '../params/make'
import { chance } from '../hash'
import { declareCrossing } from './crossing'

/** How fine and how strong the octaves of the line are. */
const FINER = [1, 0.37, 0.137, 0.051]
const WEAKER = [1, 0.5, 0.25, 0.125]

export const tear = declareCrossing({
  id: 'tear',
  name: 'Paper tear',
  purpose: 'The picture is torn in two like paper, and both halves drop away from the next one.',
  words: ['rip', 'paper', 'half', 'split', 'ragged'],
  params: {
    angle: degrees('Line', 'How the line lies along which it is torn: 90 is upright.', 78),
    ragged: px('Ragged', 'How far the line strays.', 36, [0, 200], { limits: [0, 2000] }),
    fibre: px('Fibre', 'How wide the torn paper shows its inside.', 14, [0, 80], { limits: [0, 800] }),
    paper: colour('Paper', 'The colour of its inside.', [0.86, 0.84, 0.8]),
    turn: degrees('Turn', 'How far the halves turn while they go.', 14),
    shade: share('Shadow', 'How dark the shadow of the halves is.', 0.5),
    seed: seed(5),
  },
  proxyError: 0.6,
  /** Each half is what lies on its side of a line moved by noise of three octaves along it; one of them shows the fibre. Halves go by the square of the time. */
  render({ kernels: k, input, incoming, values: v, place, scale, p }) {
    const [c, s] = [maths.cos(radians(v.angle)), maths.sin(radians(v.angle))]
    const [mx, my] = [place.width / 2, place.height / 2]
    const wander = (t: number, of: number) => {
      let sum = 0
      for (let octave = 0; octave < FINER.length; octave++) {
        const size = v.ragged * 4 * scale * (FINER[octave] as number) || 1
        const at = t / size
        const i = Math.floor(at)
        const f = at - i
        const [a, b] = [chance(v.seed, of, octave, i), chance(v.seed, of, octave, i + 1)]
        sum += (a + (b - a) * f * f * (3 - 2 * f) - 0.5) * (WEAKER[octave] as number)
      }
      return sum
    }
    const n = input.width * input.height
    // The line is worked out once a pixel along it.
    const reach = Math.ceil(maths.hypot(place.width, place.height) / 2) + 2
    const line = (of: number) => Float64Array.from({ length: 2 * reach + 2 }, (_, i) => wander(i - reach, of))
    const [edge, end] = [line(0), line(1)]
    const along = (table: Float64Array, t: number) => {
      const i = Math.floor(t + reach)
      const [p0, p1] = [table[i] as number, table[i + 1] as number]
      return p0 + (p1 - p0) * (t + reach - i)
    }
    /** How far a pixel lies on the first side of the line, and of the line where the fibre ends. */
    const sides = { line: new Float32Array(n), fibre: new Float32Array(n) }
    for (let j = 0, at = 0; j < input.height; j++)
      for (let i = 0; i < input.width; i++, at++) {
        const x = i + 0.5 - mx
        const y = j + 0.5 - my
        const t = x * c + y * s
        const far = y * c - x * s - along(edge, t) * v.ragged * scale
        sides.line[at] = far
        sides.fibre[at] = far + v.fibre * scale * (0.45 + 1.1 * Math.abs(along(end, t)))
      }
    const half = (first: boolean): Frame => {
      const out = copyOf(k, input)
      const { data } = out
      for (let i = 0; i < n; i++) {
        // The first half has the fibre: its paper goes on beyond the picture that is printed on it.
        const line = sides.line[i] as number
        const own = first ? line : -(sides.line[i] as number)
        const paper = first ? (sides.fibre[i] as number) : own
        const there = Math.min(1, Math.max(0, paper + 0.5))
        const printed = Math.min(1, Math.max(0, own + 0.5))
        const at = i * 4
        const alpha = data[at + 3] as number
        for (let q = 0; q < 3; q++) {
          const sheet = (v.paper[q] as number) * alpha
          data[at + q] = (sheet + ((data[at + q] as number) - sheet) * printed) * there
        }
        data[at + 3] = alpha * there
      }
      return out
    }
    const far = 0.66 * (Math.abs(s) * place.width + Math.abs(c) * place.height) + v.ragged * scale
    const go = p * p
    const mapOf = (sign: number): Matrix3 => {
      const turn = radians(v.turn * sign * go)
      const [tc, ts] = [maths.cos(turn), maths.sin(turn)]
      const about: Matrix3 = [tc, -ts, 0, ts, tc, 0, 0, 0, 1]
      const by = shifted(-s * far * go * sign + mx, c * far * go * sign + my)
      return multiply(by, multiply(about, shifted(-mx, -my)))
    }
    const out = copyOf(k, incoming)
    for (const [first, sign] of [
      [true, 1],
      [false, -1],
    ] as const) {
      const piece = half(first)
      const moved = warpPerspective(k, piece, invert(mapOf(sign)) as Homography, {
        edge: 'black',
        filter: 'bicubic',
      })
      darken(out, moved, { by: v.shade * Math.min(1, p * 8), dx: 6 * scale, dy: 10 * scale })
      overInto(k, moved, out)
      k.free(piece, moved)
    }
    return out
  },
})

/** The shadow of a piece on a picture, shifted. Mutates the picture. */
function darken(out: Frame, piece: Frame, { by, dx, dy }: { by: number; dx: number; dy: number }): void {
  const [w, h] = [out.width, out.height]
  const [sx, sy] = [Math.round(dx), Math.round(dy)]
  for (let j = 0; j < h; j++)
    for (let i = 0; i < w; i++) {
      const [x, y] = [i - sx, j - sy]
      if (x < 0 || y < 0) continue
      const shade = by * (piece.data[(y * w + x) * 4 + 3] as number)
      const at = (j * w + i) * 4
      for (let c = 0; c < 3; c++) out.data[at + c] = (out.data[at + c] as number) * (1 - shade)
    }
}

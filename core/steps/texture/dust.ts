import { alphaFrom, type Kernels, layDab } from '../../kernels'
import type { Frame } from '../../frame'
import { maths } from '../../maths'
import { count, px, seed, share } from '../../params/make'
import { chance } from '../../hash'
import { declareStep, type Place } from '../declare'

export const dust = declareStep({
  id: 'dust',
  name: 'Dust and scratches',
  aim: 'texture',
  family: 'texture',
  purpose: 'Puts specks, hairs and scratches on the picture, as on a print that was shown too often.',
  words: ['dirt', 'old film', 'hair', 'print', 'damage'],
  params: {
    specks: count('Specks', 'How many specks lie on a frame.', 14, [0, 400], { soft: [0, 80] }),
    hairs: count('Hairs', 'How many hairs lie on a frame, on average.', 1, [0, 40], { soft: [0, 8] }),
    scratches: count('Scratches', 'How many run down the picture.', 2, [0, 40], { soft: [0, 12] }),
    size: px('Size', 'Size of the largest specks.', 5, [1, 20], { limits: [0.5, 120] }),
    light: share('White', 'How many are white; the others are black.', 0.5),
    strength: share('Strength', 'How strongly they show.', 0.8),
    seed: seed(8),
  },
  outputs: [],
  keepsAlpha: true,
  moves: true,
  proxyError: 0.3,
  neutral: (v) => v.strength === 0 || (v.specks === 0 && v.hairs === 0 && v.scratches === 0),
  reach: () => 0,
  /** Specks and hairs are anew for every frame; scratches wander and come and go over about a second. All from the seed and the frame's number. */
  render({ kernels: k, input, values: v, scale, place, time }) {
    const out = k.frame(input.width, input.height)
    out.data.set(input.data)
    const f = Math.floor(time)
    const lay = layer(k, out, place, scale, v.strength)
    const s = Math.round(v.seed)
    const tone = (i: number): [number, number, number] =>
      chance(s, f, i, 9) < v.light ? [0.9, 0.88, 0.82] : [0.01, 0.01, 0.012]
    const [w, h] = [place.width / scale, place.height / scale]
    for (let i = 0; i < Math.round(v.specks); i++) {
      const r = v.size * 0.5 * (0.15 + 0.85 * maths.pow(chance(s, f, i, 3), 3))
      const at: [number, number] = [chance(s, f, i, 1) * w, chance(s, f, i, 2) * h]
      const turn = chance(s, f, i, 4) * 6.28
      const long = r * 1.5 * chance(s, f, i, 5)
      lay(at, [at[0] + maths.cos(turn) * long, at[1] + maths.sin(turn) * long], r, tone(i), 0.9)
    }
    const hairs = Math.floor(v.hairs * 2 * chance(s, f, 77) + 0.5)
    for (let i = 0; i < hairs; i++) {
      let at: [number, number] = [chance(s, f, i, 21) * w, chance(s, f, i, 22) * h]
      let turn = chance(s, f, i, 23) * 6.28
      const bend = (chance(s, f, i, 24) - 0.5) * 0.9
      for (let j = 0; j < 12; j++) {
        const to: [number, number] = [
          at[0] + maths.cos(turn) * v.size * 1.6,
          at[1] + maths.sin(turn) * v.size * 1.6,
        ]
        lay(at, to, Math.max(0.4, v.size * 0.09), [0.02, 0.02, 0.02], 0.8)
        at = to
        turn += bend * (0.4 + chance(s, f, i, 30 + j))
      }
    }
    for (let i = 0; i < Math.round(v.scratches); i++) {
      const epoch = Math.floor((f + 40 * chance(s, i, 50)) / 30)
      if (chance(s, i, epoch, 51) < 0.35) continue
      const x = chance(s, i, epoch, 52) * w + (chance(s, f, i, 53) - 0.5) * 2
      const fade = 0.25 + 0.5 * chance(s, f, i, 54)
      const lean = (chance(s, i, epoch, 55) - 0.5) * 6
      lay(
        [x, -4],
        [x + lean, h + 4],
        0.5,
        chance(s, i, 56) < v.light ? [0.8, 0.8, 0.75] : [0.02, 0.02, 0.02],
        fade,
      )
    }
    alphaFrom(k, out, input)
    return out
  },
})

/** Lays lines given in pixels of the full-size picture. */
const layer =
  (k: Kernels, out: Frame, place: Place, scale: number, strength: number) =>
  (
    from: [number, number],
    to: [number, number],
    radius: number,
    colour: [number, number, number],
    opacity: number,
  ) => {
    const at = ([x, y]: [number, number]): [number, number] => [x * scale - place.x, y * scale - place.y]
    layDab(
      k,
      out,
      { from: at(from), to: at(to), radius: radius * scale, soft: 1, colour, opacity: opacity * strength },
      'over',
    )
  }

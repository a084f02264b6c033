import { fromOklab, hueTable, levelTable, LIGHT_END, toOklab } from '../../colour'
import { maths } from '../../maths'
import { curveAt } from '../../params'
import { curve } from '../../params/make'
import { declareColourStep } from '../declare'

const LEVEL = [0, 0.5, 1, 0.5]
const flat = (points: readonly number[]) => points.every((v, i) => i % 2 === 0 || v === 0.5)

/** A curve over the hue circle: its points stand again a turn before and a turn after. */
function round(points: readonly number[]): (hue: number) => number {
  const inner = points
    .filter((_, i) => i % 2 === 0)
    .flatMap((x, i) => (x < 1 ? [[x, points[2 * i + 1] as number]] : []))
  const all = [-1, 0, 1].flatMap((turn) => inner.flatMap(([x = 0, y = 0]) => [x + turn, y]))
  return (hue) => curveAt(all, hue)
}

export const hueCurves = declareColourStep({
  id: 'hue-curves',
  name: 'Hue curves',
  aim: 'correct',
  family: 'colour',
  purpose: 'Changes hue, strength and lightness of colours by what hue or lightness they have.',
  words: ['hue vs sat', 'selective colour', 'skin', 'sky', 'foliage'],
  params: {
    hue: curve('Hue by hue', 'Turns each hue: the middle leaves it, the ends are 60 degrees.', LEVEL, {
      over: 'hue',
    }),
    strength: curve('Strength by hue', 'From grey at the bottom to twice as strong.', LEVEL, { over: 'hue' }),
    light: curve('Lightness by hue', 'Two stops darker at the bottom, two lighter at the top.', LEVEL, {
      over: 'hue',
    }),
    byLight: curve(
      'Strength by lightness',
      'From black to white: grey at the bottom, twice as strong at the top.',
      LEVEL,
      {
        over: 'lightness',
      },
    ),
  },
  proxyError: 0.06,
  neutral: (v) => flat(v.hue) && flat(v.strength) && flat(v.light) && flat(v.byLight),
  /** In Oklab: (a, b) turned by 120 (y - 1/2) degrees and times 2 y; lightness times 2^(4 (y - 1/2) / 3), which is that many stops of light. */
  colour(v) {
    if (flat(v.hue) && flat(v.strength) && flat(v.light) && flat(v.byLight)) return []
    const [hue, strength, light] = [round(v.hue), round(v.strength), round(v.light)]
    const entries = hueTable((h) => {
      const turn = ((hue(h) - 0.5) * 2 * Math.PI) / 3
      const s = Math.max(0, 2 * strength(h))
      return [maths.cos(turn) * s, maths.sin(turn) * s, maths.pow(2, (4 * (light(h) - 0.5)) / 3), 0]
    })
    const levels = levelTable(LIGHT_END, (l) => Math.max(0, 2 * curveAt(v.byLight, Math.min(1, l))))
    return [...toOklab, { op: 'hueChange', table: Float32Array.from([...entries, ...levels]) }, ...fromOklab]
  },
})

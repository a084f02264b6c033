import { degrees, times } from '../../params/make'
import { declarePass } from '../declare'
import { numberIn } from '../ease'
import { before, distance, reachAlong, wayOf } from '../parts'

export const sweep = declarePass({
  id: 'sweep',
  name: 'Light sweep',
  purpose: 'A band of light goes over it and leaves it lit.',
  params: {
    side: degrees('Comes from', 'The side that the light comes from.', 180),
    distance: distance(1, 'Wide'),
    light: times('Light', 'How bright the band is.', 3, 20, { soft: [1, 6] }),
  },
  begins: { unit: 'whole', fade: 0, frames: 24, ease: 'both' },
  uses: ['ease'],
  words: ['shine', 'glint', 'gleam'],
  pose: (values, unit, { come }) => {
    const [sx, sy] = wayOf(values)
    const way = [-sx, -sy] as const
    const wide = numberIn(values, 'distance') * unit.size
    const [low, high] = reachAlong(unit.box, way)
    const at = low - wide + (high - low + 2 * wide) * come
    const cutAt = (place: number, soft: number) => ({
      contours: [before(unit, [way[0] * place, way[1] * place], way)],
      soft,
    })
    const [x, y] = [way[0], way[1]]
    const back = before(unit, [-x * (wide - at), -y * (wide - at)], [-x, -y])
    return [
      { cut: cutAt(at, wide * 0.2) },
      // The band: what is before the front of the light and behind its back.
      {
        cut: { contours: [back], soft: wide * 0.3 },
        window: cutAt(at, wide * 0.1),
        light: numberIn(values, 'light'),
        opacity: 0.85,
      },
    ]
  },
})

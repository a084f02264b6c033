import { share } from '../../params/make'
import { declarePass } from '../declare'
import { fallAt, numberIn } from '../ease'
import { distance, either } from '../parts'

export const gravity = declarePass({
  id: 'gravity',
  name: 'Fall',
  purpose: 'Falls onto its line, bounces and lies still.',
  params: {
    distance: distance(5),
    bounce: share('Bounce', 'How much of its speed a bounce keeps.', 0.4),
    tumble: share('Tumbles', 'How far it is turned as it falls.', 0.25),
  },
  begins: { unit: 'letter', anchor: 'base', frames: 30, overlap: 0.85, uneven: 0.6, fade: 0.1 },
  uses: ['anchor', 'travel', 'chance'],
  words: ['gravity', 'drop', 'rain'],
  pose: (values, unit, { share: s }) => {
    const keeps = Math.min(0.95, numberIn(values, 'bounce'))
    const height = fallAt(keeps, s)
    const left = 1 - s
    return {
      move: [0, -height * numberIn(values, 'distance') * unit.size],
      turn: either(values, unit, 3) * 180 * numberIn(values, 'tumble') * height * left,
    }
  },
})

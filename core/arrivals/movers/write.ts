import { share } from '../../params/make'
import { declarePass } from '../declare'
import { numberIn } from '../ease'

export const write = declarePass({
  id: 'write',
  name: 'Draw by hand',
  purpose: 'Its edge draws itself along the outlines, then it fills.',
  params: { fill: share('Fills from', 'The share of its time after which it fills.', 0.7) },
  begins: { unit: 'letter', fade: 0, frames: 36, overlap: 0.7, ease: 'both' },
  uses: ['ease'],
  without: ['fade'],
  words: ['handwriting', 'stroke', 'outline', 'pen'],
  pose: (values, _, { come, share: s }) => {
    const from = Math.min(0.99, numberIn(values, 'fill'))
    const line = Math.min(1, come / Math.max(0.01, from))
    // Above 1 the fill comes.
    const fill = s > from ? (s - from) / (1 - from) : 0
    return { drawn: line < 1 ? line : 1 + fill }
  },
})

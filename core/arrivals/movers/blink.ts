import { share } from '../../params/make'
import { declareStay } from '../declare'
import { numberIn } from '../ease'

export const blink = declareStay({
  id: 'blink',
  name: 'Blink',
  purpose: 'Goes on and off.',
  params: {
    on: share('On for', 'The share of the time.', 0.6),
    dim: share('Else at', 'How dense it is in between.', 0),
  },
  begins: { unit: 'whole', period: 1, blend: 0 },
  without: ['blend'],
  words: ['flash', 'on off', 'record'],
  pose: (values, _, { seconds }) => {
    const part = seconds / numberIn(values, 'period')
    return { opacity: part - Math.floor(part) < numberIn(values, 'on') ? 1 : numberIn(values, 'dim') }
  },
})

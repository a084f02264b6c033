import { share, times } from '../../params/make'
import { declarePass } from '../declare'
import { numberIn } from '../ease'
import { fallAt } from '../ease'

export const stamp = declarePass({
  id: 'stamp',
  name: 'Stamp',
  purpose: 'Comes down on the picture and gives a little.',
  params: {
    from: times('From', 'The size that it begins with.', 3, 40, { soft: [1, 8] }),
    give: share('Gives', 'By how much it is pressed in where it lands.', 0.08),
  },
  begins: { unit: 'word', fade: 0.25, frames: 10 },
  uses: ['anchor', 'travel'],
  words: ['slam', 'hit', 'press'],
  pose: (values, _, { share: s }) => {
    const from = numberIn(values, 'from')
    if (s < 0.6) {
      const fallen = (s / 0.6) * (s / 0.6)
      const size = from + (1 - from) * fallen
      return { scale: [size, size] }
    }
    const pressed = 1 - numberIn(values, 'give') * fallAt(0, 1 - (s - 0.6) / 0.4) * (1 - (s - 0.6) / 0.4)
    return { scale: [pressed, pressed] }
  },
})

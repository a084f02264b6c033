import { count } from '../../params/make'
import { declarePass } from '../declare'
import { numberIn } from '../ease'
import { lettersLike } from '../letters'

export const flipBoard = declarePass({
  id: 'flip-board',
  name: 'Flip board',
  purpose: 'Turns over letter after letter in their order, as boards in stations do.',
  params: { flaps: count('Flaps', 'How many it turns over.', 6, [1, 40], { soft: [1, 12] }) },
  begins: { unit: 'letter', fade: 0, frames: 40, overlap: 0.7, uneven: 0.5 },
  without: ['fade'],
  words: ['split flap', 'station', 'departures', 'board'],
  pose: (values, { box, letter }, { share }) => {
    const flaps = Math.round(numberIn(values, 'flaps'))
    const at = share * flaps
    const flap = Math.min(flaps - 1, Math.floor(at))
    const part = at - flap
    const among = lettersLike(letter) ?? []
    const place = among.indexOf(letter ?? '')
    const left = flaps - 1 - flap
    const shown =
      place < 0 || left === 0
        ? letter
        : among[(((place - left) % among.length) + among.length) % among.length]
    // Each flap comes down over the one before it: open at the middle of its time.
    const high = Math.max(0.04, Math.abs(1 - 2 * part))
    return {
      letter: shown === letter ? undefined : shown,
      scale: [1, left === 0 && part > 0.5 ? 1 : high],
      about: [(box.left + box.right) / 2, (box.top + box.bottom) / 2],
      light: 0.55 + 0.45 * high,
    }
  },
})

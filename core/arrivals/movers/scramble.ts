import { chance } from '../../hash'
import { times } from '../../params/make'
import { declarePass } from '../declare'
import { numberIn } from '../ease'
import { lettersLike } from '../letters'

export const scramble = declarePass({
  id: 'scramble',
  name: 'Scramble',
  purpose: 'Shows one wrong letter after the other until the right one stands.',
  params: { speed: times('Changes', 'Letters a second.', 12, 60, { soft: [2, 24] }) },
  begins: { unit: 'letter', fade: 0.15, frames: 30, overlap: 0.6, ease: 'even' },
  uses: ['chance'],
  words: ['decode', 'cipher', 'random letters', 'hacker'],
  pose: (values, { index, letter }, { seconds }) => {
    const among = lettersLike(letter)
    if (!among) return {}
    const n = Math.floor(seconds * numberIn(values, 'speed'))
    return { letter: among[Math.floor(chance(numberIn(values, 'seed'), index, n) * among.length)] }
  },
})

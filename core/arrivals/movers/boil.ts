import { chance } from '../../hash'
import { degrees, times } from '../../params/make'
import { declareStay } from '../declare'
import { numberIn } from '../ease'
import { distance } from '../parts'

export const boil = declareStay({
  id: 'boil',
  name: 'Drawn anew',
  purpose: 'Stands a little differently every few frames, as drawings made by hand do.',
  params: {
    distance: distance(0.02, 'By'),
    turn: degrees('Turns', 'How far it turns with that.', 1),
    speed: times('Drawings', 'How many a second.', 8, 60, { soft: [4, 12] }),
  },
  begins: { unit: 'letter', behind: 0 },
  uses: ['anchor', 'chance'],
  without: ['order', 'point', 'period', 'behind'],
  words: ['line boil', 'wobble', 'animation', 'hand'],
  pose: (values, { size, index }, { seconds, amount }) => {
    const drawing = Math.floor(seconds * numberIn(values, 'speed') + 1e-6)
    const any = (n: number) => 2 * chance(numberIn(values, 'seed'), index, drawing, n) - 1
    const by = numberIn(values, 'distance') * size * amount
    return { move: [any(1) * by, any(2) * by], turn: any(3) * numberIn(values, 'turn') * amount }
  },
})

import { choice, times } from '../../params/make'
import { declarePass } from '../declare'
import { numberIn } from '../ease'

export const type = declarePass({
  id: 'type',
  name: 'Type on',
  purpose: 'Is written letter by letter, in the rhythm of a hand.',
  params: {
    caret: choice('Caret', 'What goes before the letters.', {
      bar: 'A bar',
      block: 'A block',
      under: 'A line below',
      none: 'Nothing',
    }),
    blink: times('Blinks', 'Times a second, where it waits.', 2, 20, { soft: [0, 4] }),
  },
  begins: { unit: 'letter', fade: 0, overlap: 0, uneven: 0.7, frames: 40, ease: 'even' },
  without: ['fade', 'overlap'],
  words: ['typewriter', 'caret', 'cursor', 'write'],
  pose: (values, { box, size, base, rightToLeft }, { latest, seconds }) => {
    const caret = values['caret']
    const dark = (seconds * numberIn(values, 'blink')) % 1 > 0.6
    if (!latest || caret === 'none' || dark) return {}
    const gap = 0.08 * size
    const wide = (caret === 'bar' ? 0.07 : 0.5) * size
    const [left, right] = rightToLeft
      ? [box.left - gap - wide, box.left - gap]
      : [box.right + gap, box.right + gap + wide]
    const [top, bottom] =
      caret === 'under' ? [base + 0.06 * size, base + 0.14 * size] : [base - 0.78 * size, base + 0.12 * size]
    return { extra: [[left, top, right, top, right, bottom, left, bottom]] }
  },
})

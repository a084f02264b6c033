import { chance } from '../../hash'
import { count, times } from '../../params/make'
import { declarePass } from '../declare'
import { numberIn } from '../ease'

export const neon = declarePass({
  id: 'neon',
  name: 'Neon start',
  purpose: 'Flickers like a lamp that strikes, and burns.',
  params: {
    strikes: count('Strikes', 'How often it tries.', 4, [1, 30], { soft: [1, 8] }),
    flare: times('Flare', 'How bright it is as it strikes.', 1.8, 10, { soft: [1, 4] }),
  },
  begins: { unit: 'letter', fade: 0, frames: 30, overlap: 0.9, order: 'random', uneven: 0.6, ease: 'even' },
  uses: ['chance'],
  words: ['lamp', 'flicker', 'light up', 'sign'],
  pose: (values, { index }, { share }) => {
    const strikes = Math.round(numberIn(values, 'strikes'))
    const at = share * strikes
    const n = Math.floor(at)
    const part = at - n
    const seed = numberIn(values, 'seed')
    // Each strike lasts longer than the one before it; the last one stays.
    const lasts = n >= strikes - 1 ? 1 : (0.2 + 0.6 * chance(seed, index, n)) * ((n + 1) / strikes)
    const on = part < lasts
    const flare = numberIn(values, 'flare')
    return { opacity: on ? 1 : 0.06, light: on ? 1 + (flare - 1) * (1 - part) * (1 - share) : 0.25 }
  },
})

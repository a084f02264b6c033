import { smoothstep } from '../colour'
import { number, point } from '../params/make'
import { bulge } from '../steps/warp/bulge'
import { through } from './through'

export const bulgeOver = through({
  id: 'bulge-over',
  name: 'Bulge over the cut',
  purpose: 'The picture swells up to the eye, and the next one sinks back into its place.',
  words: ['swell', 'pinch', 'lens', 'pop'],
  params: {
    amount: number('Amount', 'Above 0 swells, below 0 pinches.', 0.85, [-0.95, 0.95]),
    centre: point('Centre', 'The middle of the swelling.'),
  },
  proxyError: 0.3,
  step: bulge,
  values: (v, s) => ({ amount: v.amount * smoothstep(s), centre: v.centre, radius: 0.9 }),
})

import { unitNoise } from '../../anim'
import { runProgram } from '../../kernels'
import { maths } from '../../maths'
import { number, seed, share, times } from '../../params/make'
import { declareStep } from '../declare'

export const flicker = declareStep({
  id: 'flicker',
  name: 'Flicker',
  aim: 'texture',
  family: 'texture',
  purpose: 'Lets the brightness of the whole picture waver.',
  words: ['exposure', 'candle', 'old film', 'projector', 'strobe'],
  params: {
    amount: number('Amount', 'How far brightness strays, in stops.', 0.25, [0, 6], {
      soft: [0, 1.5],
      unit: 'stops',
    }),
    rate: number('Rate', 'Changes a second, at 24 frames.', 10, [0.1, 24], {
      soft: [0.5, 24],
      digits: 1,
      step: 0.1,
    }),
    hard: share('Jumps', '0 goes smoothly from one to the next, 1 jumps.', 0.5),
    colour: share('Colour', 'How far each channel strays for itself.', 0),
    decay: times('Dies down', 'Halves after so many seconds; 0 goes on for ever.', 0, 60, {
      soft: [0, 5],
      unit: 's',
    }),
    seed: seed(5),
  },
  outputs: [],
  keepsAlpha: true,
  moves: true,
  proxyError: 0.02,
  neutral: (v) => v.amount === 0,
  reach: () => 0,
  /** Light times 2^(amount * noise(time)), one noise for all channels mixed with one for each. */
  render({ kernels: k, input, values: v, time }) {
    const t = (time / 24) * v.rate
    const noise = (stream: number) => {
      const soft = unitNoise(stream, t)
      return soft + (unitNoise(stream, Math.floor(t)) - soft) * v.hard
    }
    const s = Math.round(v.seed) * 13
    const strength = v.amount * (v.decay > 0 ? maths.pow(2, -Math.max(0, time) / 24 / v.decay) : 1)
    const gain = [1, 2, 3].map((c) =>
      maths.pow(2, strength * (noise(s) * (1 - v.colour) + noise(s + c) * v.colour)),
    )
    return runProgram(k, input, [{ op: 'levels', scale: gain as never, offset: [0, 0, 0] }])
  },
})

import { addScaledInto, filled } from '../kernels'
import { share } from '../params/make'
import { declareCrossing } from './crossing'

export const additiveDissolve = declareCrossing({
  id: 'additive-dissolve',
  name: 'Additive dissolve',
  purpose:
    'The next shot comes as light on the one before, which then goes: the middle is brighter than either.',
  words: ['add', 'bright', 'exposure', 'fade'],
  params: {
    overlap: share(
      'Overlap',
      'How much of the time both are there in full; at 0 it is a plain dissolve.',
      0.5,
    ),
  },
  proxyError: 0.01,
  reach: () => 0,
  /** Each side's weight is a straight line that stays at 1 for the overlap; alpha is no more than 1. */
  render({ kernels: k, input, incoming, values: v, p }) {
    const length = 1 - v.overlap / 2
    const [a, b] = [Math.min(1, (1 - p) / length), Math.min(1, p / length)]
    const out = filled(k, input.width, input.height, [0, 0, 0, 0])
    addScaledInto(k, out, input, a)
    addScaledInto(k, out, incoming, b)
    for (let i = 3; i < out.data.length; i += 4) out.data[i] = Math.min(1, out.data[i] as number)
    return out
  },
})

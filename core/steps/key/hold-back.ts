import { showPlane } from '../../kernels'
import { choice } from '../../params/make'
import { declareStep } from '../declare'
import { cutBy } from './alpha'

export const holdBack = declareStep({
  id: 'hold-back',
  name: 'Hold back',
  aim: 'key',
  family: 'key',
  purpose:
    'Makes the picture transparent where something stands in front of it, or everywhere but within an outline.',
  words: ['matte', 'mask', 'behind', 'in front', 'occlude', 'cut out', 'within', 'limit', 'hide'],
  params: {
    keep: choice('Keeps', 'What stays of the picture.', {
      outside: 'What lies outside',
      inside: 'What lies within',
    }),
  },
  inputs: {
    amount: {
      label: 'Of',
      help: 'What stands in front: its region, or another matte.',
      kind: 'matte',
      default: 'region',
    },
  },
  outputs: [{ id: 'matte', label: 'Matte', kind: 'matte' }],
  keepsAlpha: false,
  proxyError: 1,
  neutral: () => false,
  reach: () => 0,
  /** The picture, alpha too, times the matte or what is left of it to 1. */
  render({ kernels: k, input, values: v, view, mattes: { amount } }) {
    const matte = k.plane(input.width, input.height)
    for (let i = 0; i < matte.data.length; i++) {
      const inside = amount ? (amount.data[i] as number) : v.keep === 'inside' ? 1 : 0
      matte.data[i] = v.keep === 'inside' ? inside : 1 - inside
    }
    const out = view ? showPlane(k, matte) : cutBy(k, input, matte, undefined)
    k.free(matte)
    return out
  },
})

import { filled } from '../../kernels'
import { colour } from '../../params/make'
import { declareStep } from '../declare'
import { LAY, lay } from './lay'

export const solid = declareStep({
  id: 'solid',
  name: 'Solid',
  aim: 'make',
  family: 'generate',
  purpose: 'Lays an even colour in.',
  words: ['colour', 'matte', 'fill', 'background', 'flash'],
  params: { colour: colour('Colour', 'Linear light; 1 is white.', [0.9, 0.88, 0.82]), ...LAY },
  outputs: [],
  keepsAlpha: false,
  proxyError: 0.02,
  neutral: (v) => v.opacity === 0,
  reach: () => 0,
  /** One colour in linear light. */
  render: ({ kernels: k, input, values: v }) =>
    lay(k, input, filled(k, input.width, input.height, [...v.colour, 1]), v),
})

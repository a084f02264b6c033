import { type Edge, gaussian, gaussianReach } from '../../kernels'
import { declareStep } from '../declare'

export const gaussianBlur = declareStep({
  id: 'gaussian-blur',
  name: 'Gaussian blur',
  aim: 'focus',
  family: 'blur',
  purpose: 'Softens the picture evenly, by a true Gaussian in linear light.',
  params: {
    radius: {
      type: 'pair',
      label: 'Radius',
      help: 'Standard deviation of the blur, across and down.',
      names: ['Across', 'Down'],
      default: [12, 12],
      min: 0,
      max: 1000,
      soft: [0, 100],
      step: 0.5,
      digits: 1,
      unit: 'px',
    },
    edge: {
      type: 'choice',
      label: 'Beyond the edge',
      help: 'What is taken to lie outside the picture.',
      default: 'clamp',
      options: [
        { value: 'black', label: 'Nothing' },
        { value: 'clamp', label: 'Edge colour' },
        { value: 'mirror', label: 'Mirror' },
        { value: 'wrap', label: 'Wrap round' },
      ],
      when: (v) => Array.isArray(v.radius) && v.radius.some((r) => r > 0),
    },
  },
  outputs: [],
  keepsAlpha: false,
  proxyError: 0.03,
  neutral: (v) => v.radius[0] === 0 && v.radius[1] === 0,
  reach: (v, scale) => gaussianReach(Math.max(...v.radius) * scale),
  render: ({ kernels, input, values, scale }) =>
    gaussian(kernels, input, values.radius[0] * scale, values.radius[1] * scale, values.edge as Edge),
})

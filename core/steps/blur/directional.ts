import { directional, type Edge } from '../../kernels'
import { degrees, edge, number, px } from '../../params/make'
import { declareStep } from '../declare'

export const directionalBlur = declareStep({
  id: 'directional-blur',
  name: 'Directional blur',
  aim: 'focus',
  family: 'blur',
  purpose: 'Draws the picture out along a direction, to both sides or to one.',
  words: ['motion blur', 'swipe', 'speed', 'streak'],
  params: {
    length: px('Length', 'How far every point is drawn out.', 40, [0, 300]),
    angle: degrees('Angle', '0 is level, 90 is upright.', 0),
    shift: number('Shift', '0 draws to both sides, 1 all ahead, -1 all behind.', 0, [-1, 1]),
    edge: edge('mirror'),
  },
  outputs: [],
  keepsAlpha: false,
  proxyError: 0.06,
  neutral: (v) => v.length === 0,
  reach: () => Infinity,
  /** The mean along a straight line through every pixel, linear between pixels. */
  render({ kernels: k, input, values: v, scale }) {
    const length = v.length * scale
    return directional(
      k,
      input,
      v.angle,
      (length * (1 + v.shift)) / 2,
      (length * (1 - v.shift)) / 2,
      v.edge as Edge,
    )
  },
})

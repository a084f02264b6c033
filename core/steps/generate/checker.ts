import { filled, mixInto, outerPlane } from '../../kernels'
import { choice, colour, px } from '../../params/make'
import { declareStep } from '../declare'
import { LAY, lay } from './lay'

/** The share of x to x + size that lies on the even ones of stripes `width` wide, from the integral of the square wave. */
function evenShare(x: number, size: number, width: number): number {
  const integral = (at: number) => {
    const cycle = at / (2 * width)
    const whole = Math.floor(cycle)
    return (whole + Math.min(1, (cycle - whole) * 2)) * width
  }
  return (integral(x + size) - integral(x)) / size
}

export const checker = declareStep({
  id: 'checker',
  name: 'Checker',
  aim: 'make',
  family: 'generate',
  purpose: 'Lays a pattern of squares or stripes in.',
  words: ['chess', 'stripes', 'grid', 'test', 'pattern'],
  params: {
    kind: choice('Pattern', 'Squares, or stripes one way.', {
      squares: 'Squares',
      down: 'Stripes down',
      across: 'Stripes across',
    }),
    width: px('Width', 'How wide a square or stripe is.', 80, [4, 400], { limits: [1, 8000] }),
    height: px('Height', 'How high a square or stripe is.', 80, [4, 400], { limits: [1, 8000] }),
    first: colour('First', 'The colour of every other square or stripe.', [0.8, 0.8, 0.8]),
    second: colour('Second', 'The colour of those between.', [0.1, 0.1, 0.1]),
    ...LAY,
  },
  outputs: [],
  keepsAlpha: false,
  proxyError: 0.02,
  neutral: (v) => v.opacity === 0,
  reach: () => 0,
  /** Each pixel's exact share of both colours. */
  render({ kernels: k, input, values: v, place, scale }) {
    const row = (n: number, offset: number, width: number, plain: boolean) =>
      Float32Array.from({ length: n }, (_, i) =>
        plain ? 1 : evenShare((offset + i) / scale, 1 / scale, width),
      )
    const xs = row(input.width, place.x, v.width, v.kind === 'across')
    const ys = row(input.height, place.y, v.height, v.kind === 'down')
    const plane = outerPlane(k, xs, ys, 'checker')
    const ground = filled(k, input.width, input.height, [...v.second, 1])
    const made = filled(k, input.width, input.height, [...v.first, 1])
    mixInto(k, ground, made, 1, plane)
    k.free(plane, ground)
    return lay(k, input, made, v)
  },
})

import { type Edge, filled, warpPerspective } from '../../kernels'
import { invert, multiply, type Matrix3, squareToQuad } from '../../matrix'
import { choice, edge, point } from '../../params/make'
import { declareStep } from '../declare'

export const cornerPin = declareStep({
  id: 'corner-pin',
  name: 'Corner pin',
  aim: 'bend',
  family: 'warp',
  purpose: 'Pins the four corners of the picture to four places, in true perspective.',
  words: ['perspective', 'screen insert', 'distort', 'four point'],
  params: {
    topLeft: point('Upper left', 'Where the upper left corner of the picture goes.', [0, 0]),
    topRight: point('Upper right', 'Where the upper right corner of the picture goes.', [1, 0]),
    bottomRight: point('Lower right', 'Where the lower right corner of the picture goes.', [1, 1]),
    bottomLeft: point('Lower left', 'Where the lower left corner of the picture goes.', [0, 1]),
    way: choice(
      'Does',
      'Pins the picture in, or takes what lies between the pins and fills the frame with it.',
      {
        pin: 'Pins it in',
        pull: 'Pulls it straight',
      },
    ),
    edge: edge('black', { when: (v) => v.way === 'pull' }),
  },
  outputs: [],
  keepsAlpha: false,
  proxyError: 0.06,
  neutral: (v) =>
    [...v.topLeft, ...v.topRight, ...v.bottomRight, ...v.bottomLeft].join() === '0,0,1,0,1,1,0,1',
  reach: () => Infinity,
  /** The projective map of four points (Heckbert 1989), bicubic, filtered where it shrinks. Corners that make no picture (crossed, or in a line) show nothing. */
  render({ kernels: k, input, values: v }) {
    const quad = squareToQuad([v.topLeft, v.topRight, v.bottomRight, v.bottomLeft])
    if (!quad) return filled(k, input.width, input.height, [0, 0, 0, 0])
    const { width: w, height: h } = input
    const size: Matrix3 = [w, 0, 0, 0, h, 0, 0, 0, 1]
    const share: Matrix3 = [1 / w, 0, 0, 0, 1 / h, 0, 0, 0, 1]
    const map = multiply(multiply(size, quad), share)
    const toSource = v.way === 'pin' ? invert(map) : map
    const flip = toSource[8] < 0 ? (toSource.map((x) => -x) as unknown as Matrix3) : toSource
    return warpPerspective(k, input, flip, {
      edge: v.way === 'pin' ? 'black' : (v.edge as Edge),
      filter: 'bicubic',
    })
  },
})

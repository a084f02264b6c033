import { type ColourOp, outerPlane, runProgram } from '../../kernels'
import { maths } from '../../maths'
import { number, px, share, times } from '../../params/make'
import { declareStep } from '../declare'

/** The mean of a wave 0.5 - 0.5 cos(2 pi x / pitch) over a pixel of width `size`, so that fine lines become an even grey. */
const wave = (x: number, pitch: number, size: number): number => {
  const u = (Math.PI * size) / pitch
  return 0.5 - 0.5 * maths.cos((2 * Math.PI * x) / pitch) * (u < 1e-6 ? 1 : maths.sin(u) / u)
}

export const scanLines = declareStep({
  id: 'scan-lines',
  name: 'Scan lines',
  aim: 'texture',
  family: 'texture',
  purpose: 'Shows the lines and the colour stripes of a picture tube.',
  words: ['crt', 'monitor', 'tube', 'tv', 'screen', 'retro'],
  params: {
    pitch: px('Line distance', 'From one line to the next.', 4, [2, 16], {
      limits: [1, 100],
      step: 0.25,
      digits: 2,
    }),
    depth: share('Depth', 'How dark it is between lines.', 0.5),
    stripes: share('Colour stripes', 'How much the red, green and blue stripes show.', 0),
    roll: number('Roll', 'How fast the lines run down, in lines a second at 24 frames.', 0, [-50, 50], {
      soft: [-5, 5],
    }),
    gain: times('Gain', 'Makes up for the light that is lost.', 1.2, 4, { soft: [1, 2] }),
  },
  outputs: [],
  keepsAlpha: true,
  moves: true,
  proxyError: 0.15,
  neutral: (v) => v.depth === 0 && v.stripes === 0 && v.gain === 1,
  reach: () => 0,
  /** Light times gain and a wave down the rows, the wave averaged over each pixel; stripes are waves across, a third of a turn apart. */
  render({ kernels: k, input, values: v, scale, place, time }) {
    const size = 1 / scale
    const ones = (n: number) => new Float32Array(n).fill(1)
    const xs = (phase: number) =>
      Float32Array.from({ length: input.width }, (_, i) =>
        wave((place.x + i + 0.5) / scale + (phase * v.pitch) / 3, v.pitch, size),
      )
    const shift = (time / 24) * v.roll * v.pitch
    const ys = Float32Array.from({ length: input.height }, (_, i) =>
      wave((place.y + i + 0.5) / scale - shift, v.pitch, size),
    )
    const black: ColourOp = { op: 'levels', scale: [0, 0, 0], offset: [0, 0, 0] }
    const lines = outerPlane(k, ones(input.width), ys, 'product')
    const planes =
      v.stripes > 0 ? [0, 1, 2].map((c) => outerPlane(k, xs(c), ones(input.height), 'product')) : []
    const out = runProgram(k, input, [
      { op: 'levels', scale: [v.gain, v.gain, v.gain], offset: [0, 0, 0] },
      ...dimmed([black], v.depth, lines),
      ...planes.flatMap((plane, c) => {
        const scale3 = [0, 1, 2].map((i) => (i === c ? 0 : 1)) as [number, number, number]
        return dimmed([{ op: 'levels', scale: scale3, offset: [0, 0, 0] }], v.stripes, plane)
      }),
    ])
    k.free(lines, ...planes)
    return out
  },
})

const dimmed = (ops: ColourOp[], amount: number, matte: ReturnType<typeof outerPlane>): ColourOp[] => [
  { op: 'keep' },
  ...ops,
  { op: 'mixKept', amount, matte },
]

import { type ColourOp, filled, mixInto, runProgram } from '../kernels'
import { colour, share, toggle } from '../params/make'
import { declareCrossing } from './crossing'

export const dip = declareCrossing({
  id: 'dip',
  name: 'Dip to colour',
  purpose: 'Goes into a colour and out of it again: to black, to white, or to any other.',
  words: ['fade', 'black', 'white', 'through', 'in', 'out'],
  params: {
    colour: colour('Colour', 'What it goes through.', [0, 0, 0]),
    stays: share('Stays', 'How much of the time there is nothing but the colour.', 0.1),
    seen: toggle('As seen', 'Goes in steps that look even instead of in light.', true),
  },
  proxyError: 0.02,
  reach: () => 0,
  render({ kernels: k, input, incoming, values: v, p }) {
    const side = (1 - v.stays) / 2
    const [shown, amount] =
      p < 0.5 ? [input, 1 - p / Math.max(side, 1e-6)] : [incoming, 1 - (1 - p) / Math.max(side, 1e-6)]
    const [r, g, b] = v.colour
    const ops: ColourOp[] = v.seen ? [{ op: 'encode' }] : []
    const plain = filled(k, input.width, input.height, [r, g, b, 1])
    const from = ops.length ? runProgram(k, plain, ops, plain) : plain
    const out = runProgram(k, shown, ops)
    mixInto(k, from, out, Math.max(0, amount))
    k.free(from)
    return v.seen ? runProgram(k, out, [{ op: 'decode' }], out) : out
  },
})

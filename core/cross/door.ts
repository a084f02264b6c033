import { copyOf, overInto } from '../kernels'
import { declareCrossing } from './crossing'
import { exposed, hung, sign, TURNS, upright, within } from './turning'

export const door = declareCrossing({
  id: 'door',
  name: 'Door',
  purpose: 'The picture swings open about one of its edges, and the next one lies behind it.',
  words: ['open', 'hinge', 'swing', '3d', 'perspective'],
  params: TURNS,
  proxyError: 0.5,
  render({ kernels: k, input, incoming, values: v, p, speed }) {
    return exposed(k, v.samples, speed, (dt) => {
      const to = within(p + dt)
      const axis = { aside: -0.5 * sign(v.to), behind: 0, upright: upright(v.to) }
      const leaf = hung(k, input, { ...axis, by: -90 * to * sign(v.to) })
      const out = copyOf(k, incoming)
      overInto(k, leaf, out)
      k.free(leaf)
      return out
    })
  },
})

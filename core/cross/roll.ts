import { overInto } from '../kernels'
import { declareCrossing } from './crossing'
import { exposed, hung, sign, TURNS, upright, within } from './turning'

export const roll = declareCrossing({
  id: 'roll',
  name: 'Roll',
  purpose: 'The pictures lie on the sides of a block that turns.',
  words: ['cube', 'box', 'turn', '3d', 'rotate', 'perspective'],
  params: TURNS,
  proxyError: 0.5,
  render({ kernels: k, input, incoming, values: v, p, speed }) {
    const turn = (t: number) => {
      const to = within(t)
      const axis = { aside: 0, behind: 0.5, upright: upright(v.to) }
      const out = hung(k, input, { ...axis, by: 90 * to * sign(v.to) })
      const next = hung(k, incoming, { ...axis, by: -90 * (1 - to) * sign(v.to) })
      overInto(k, to < 0.5 ? out : next, to < 0.5 ? next : out)
      const [kept, gone] = to < 0.5 ? [next, out] : [out, next]
      k.free(gone)
      return kept
    }
    return exposed(k, v.samples, speed, (dt) => turn(p + dt))
  },
})

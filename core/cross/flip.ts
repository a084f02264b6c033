import { declareCrossing } from './crossing'
import { exposed, hung, sign, TURNS, upright, within } from './turning'

export const flip = declareCrossing({
  id: 'flip',
  name: 'Flip',
  purpose: 'The picture turns over like a card, and the next one is on its back.',
  words: ['card', 'turn', '3d', 'rotate', 'perspective'],
  params: TURNS,
  proxyError: 0.5,
  render({ kernels: k, input, incoming, values: v, p, speed }) {
    const turn = (t: number) => {
      const by = 180 * within(t) * sign(v.to)
      const front = t < 0.5
      const axis = { aside: 0, behind: 0, upright: upright(v.to) }
      return hung(k, front ? input : incoming, { ...axis, by: front ? by : by - 180 * sign(v.to) })
    }
    return exposed(k, v.samples, speed, (dt) => turn(p + dt))
  },
})

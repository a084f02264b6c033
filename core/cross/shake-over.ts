import { smoothstep } from '../colour'
import type { Edge } from '../kernels'
import { maths } from '../maths'
import { multiply, shifted, turned } from '../matrix'
import { count, degrees, edge, px, seed, share } from '../params/make'
import { chance } from '../hash'
import { declareCrossing } from './crossing'
import { along, warped } from './moving'

export const shakeOver = declareCrossing({
  id: 'shake-over',
  name: 'Shake across the cut',
  purpose: 'Both pictures are shaken, hardest at the cut, as by a blow.',
  words: ['impact', 'hit', 'earthquake', 'jolt', 'handheld'],
  params: {
    amount: px('Amount', 'How far the pictures are thrown at the cut.', 60, [0, 240], { limits: [0, 2000] }),
    turn: degrees('Turn', 'How far they turn at the cut.', 2, { limits: [0, 90], soft: [0, 20] }),
    swings: count('Swings', 'How many there are in the whole.', 9, [1, 60], { soft: [2, 24] }),
    blur: share('Motion blur', 'How much of each throw shows as blur.', 0.5),
    seed: seed(4),
    edge: edge('mirror'),
  },
  proxyError: 0.3,
  render({ kernels: k, input, incoming, values: v, scale, p }) {
    const beyond = v.edge as Edge
    const strength = 1 - Math.abs(2 * p - 1)
    const place = (t: number, axis: number) => {
      const at = t * v.swings
      const [i, f] = [Math.floor(at), at - Math.floor(at)]
      const [a, b] = [chance(v.seed, i, axis) * 2 - 1, chance(v.seed, i + 1, axis) * 2 - 1]
      return a + (b - a) * smoothstep(f)
    }
    const far = (t: number): [number, number] => [
      place(t, 0) * v.amount * scale * strength,
      place(t, 1) * v.amount * scale * strength,
    ]
    const [dx, dy] = far(p)
    const [ex, ey] = far(p + 0.25 / v.swings)
    const [w, h] = [input.width / 2, input.height / 2]
    const by = place(p, 2) * v.turn * strength
    const map = multiply(shifted(w + dx, h + dy), multiply(turned(by), shifted(-w, -h)))
    const made = warped(k, p < 0.5 ? input : incoming, map, beyond)
    const length = maths.hypot(ex - dx, ey - dy) * v.blur
    return along(k, made, (maths.atan2(ey - dy, ex - dx) * 180) / Math.PI, length, beyond)
  },
})

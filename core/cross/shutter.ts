import type { Frame, Plane } from '../frame'
import { copyOf, filled, mixInto } from '../kernels'
import { maths } from '../maths'
import { radians } from '../matrix'
import { choice, colour, count, degrees, px, share } from '../params/make'
import type { Place } from '../steps/declare'
import { declareCrossing } from './crossing'
import { directionOf } from './direction'
import { SHARPEST } from './shares'

export const shutter = declareCrossing({
  id: 'shutter',
  name: 'Shutter',
  purpose: 'The leaves or the curtain of a shutter close over one picture and open onto the next.',
  words: ['camera', 'blades', 'leaves', 'curtain', 'aperture', 'snap', 'photo', 'close', 'open', 'blink'],
  params: {
    kind: choice('Kind', 'What closes.', { leaves: 'Leaves', curtain: 'Curtain' }),
    leaves: count('Leaves', 'How many leaves close about the middle.', 6, [3, 16], {
      when: (v) => v.kind === 'leaves',
    }),
    turn: degrees('Turn', 'How far the leaves turn while they close.', 60, {
      when: (v) => v.kind === 'leaves',
    }),
    angle: degrees('Direction', 'Where the curtain runs to: 90 is down.', 90, {
      when: (v) => v.kind === 'curtain',
    }),
    stays: share('Stays', 'How much of the time it is shut.', 0.1),
    relief: share('Relief', 'How far the leaves differ in tone.', 0.35),
    colour: colour('Colour', 'The colour of the shutter.', [0.004, 0.004, 0.005]),
    soft: px('Soft edge', 'How wide its edge is.', 2, [0, 100], { limits: [0, 2000] }),
  },
  proxyError: 0.2,
  reach: () => 0,
  /**
   * Leaves leave a regular polygon open that shrinks to nothing and turns meanwhile; a leaf is one side's sector, lighter along one of its borders. A curtain runs over the one picture, and on, off
   * the next.
   */
  render({ kernels: k, input, incoming, values: v, place, scale, p }) {
    const side = (1 - v.stays) / 2
    const shown = p < 0.5 ? input : incoming
    const open = Math.max(0, Math.min(1, 1 - (p < 0.5 ? p : 1 - p) / Math.max(side, 1e-6)))
    const soft = Math.max(SHARPEST, v.soft * scale)
    const [cx, cy] = [place.width / 2, place.height / 2]
    const clear = k.plane(input.width, input.height)
    const shut = filled(k, input.width, input.height, [...v.colour, 1])
    if (v.kind === 'leaves') {
      const turned = radians(v.turn * (p < 0.5 ? 1 - open : 1 + open))
      const reach = open * (maths.hypot(cx, cy) + soft) - soft / 2
      const relief = { amount: v.relief, edge: Math.max(4 * scale, SHARPEST) }
      leaves(clear, shut, place, { n: Math.round(v.leaves), turned, reach, soft, relief })
    } else {
      const { c, s, span, first } = directionOf(place, v.angle)
      const edge = open * (span + soft) - soft / 2
      for (let j = 0, at = 0; j < clear.height; j++)
        for (let i = 0; i < clear.width; i++, at++) {
          const way = (place.x + i + 0.5 - first[0]) * c + (place.y + j + 0.5 - first[1]) * s
          const inside = p < 0.5 ? way - (span - edge) : edge - way
          clear.data[at] = Math.min(1, Math.max(0, inside / soft + 0.5))
        }
    }
    const out = copyOf(k, shown)
    mixInto(k, shut, out, 1, clear)
    k.free(shut, clear)
    return out
  },
})

/**
 * How clear each place is of n leaves that leave a regular polygon of an inner radius open, and how light its leaf is there. A place's side is that of which it lies farthest out; a leaf gets lighter towards
 * the next one, and has its own tone again within `edge` pixels of it. Mutates both.
 */
function leaves(
  clear: Plane,
  shut: Frame,
  place: Place,
  of: { n: number; turned: number; reach: number; soft: number; relief: { amount: number; edge: number } },
): void {
  const { n, turned, reach, soft, relief } = of
  const half = Math.PI / n
  const normals = Array.from({ length: n }, (_, i) => turned + (2 * i + 1) * half)
  const [xs, ys] = [normals.map(maths.cos), normals.map(maths.sin)]
  const [wide, straight] = [maths.tan(half), maths.cos(half)]
  for (let j = 0, at = 0; j < clear.height; j++)
    for (let i = 0; i < clear.width; i++, at++) {
      const dx = place.x + i + 0.5 - place.width / 2
      const dy = place.y + j + 0.5 - place.height / 2
      let out = -Infinity
      let along = 0
      for (let side = 0; side < n; side++) {
        const far = dx * (xs[side] as number) + dy * (ys[side] as number)
        if (far <= out) continue
        out = far
        along = dy * (xs[side] as number) - dx * (ys[side] as number)
      }
      clear.data[at] = Math.min(1, Math.max(0, (reach - out) / soft + 0.5))
      // From 0 at the leaf before to 1 at the one behind.
      const own = out > 0 ? Math.min(1, Math.max(0, 0.5 + along / (2 * wide * out))) : 0.5
      const border = (wide * out - along) * straight
      const lit = 1 + relief.amount * (4 * own * own * own * Math.min(1, border / relief.edge) - 0.5)
      for (let c = at * 4; c < at * 4 + 3; c++) shut.data[c] = (shut.data[c] as number) * lit
    }
}

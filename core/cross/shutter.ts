import { copyOf, filled, mixInto } from '../kernels'
import { maths } from '../maths'
import { radians } from '../matrix'
import { choice, colour, count, degrees, px, share } from '../params/make'
import { declareCrossing } from './crossing'
import { directionOf } from './direction'
import { planeBy, SHARPEST } from './shares'

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
    const n = Math.round(v.leaves)
    const sector = (2 * Math.PI) / n
    const { c, s, span, first } = directionOf(place, v.angle)
    const turned = radians(v.turn * (p < 0.5 ? 1 - open : 1 + open))
    // The polygon's inner radius where its nearest side is past the farthest corner.
    const widest = maths.hypot(cx, cy)
    const leaf = (x: number, y: number) => {
      const [dx, dy] = [x - cx, y - cy]
      const angle = maths.atan2(dy, dx) - turned
      const own = angle - Math.floor(angle / sector) * sector
      const far = Math.sqrt(dx * dx + dy * dy)
      const reach = open * (widest + soft) - soft / 2
      return {
        inside: reach - far * maths.cos(own - sector / 2),
        own: own / sector,
        border: far * (sector - own),
      }
    }
    const curtain = (x: number, y: number) => {
      const way = (x - first[0]) * c + (y - first[1]) * s
      const edge = open * (span + soft) - soft / 2
      return p < 0.5 ? way - (span - edge) : edge - way
    }
    const leaves = v.kind === 'leaves'
    const clear = planeBy(k, place, input, (x, y) => {
      const inside = leaves ? leaf(x, y).inside : curtain(x, y)
      return Math.min(1, Math.max(0, inside / soft + 0.5))
    })
    const shut = filled(k, input.width, input.height, [...v.colour, 1])
    const edge = Math.max(4 * scale, SHARPEST)
    if (leaves && v.relief > 0) {
      const { data } = shut
      for (let j = 0, at = 0; j < shut.height; j++)
        for (let i = 0; i < shut.width; i++, at += 4) {
          const { own, border } = leaf(place.x + i + 0.5, place.y + j + 0.5)
          const lit = 1 + v.relief * (4 * own * own * own * Math.min(1, border / edge) - 0.5)
          for (let ch = 0; ch < 3; ch++) data[at + ch] = (data[at + ch] as number) * lit
        }
    }
    const out = copyOf(k, shown)
    mixInto(k, shut, out, 1, clear)
    k.free(shut, clear)
    return out
  },
})

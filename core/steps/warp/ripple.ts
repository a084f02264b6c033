import { maths } from '../../maths'
import { choice, degrees, edge, number, point, px, times } from '../../params/make'
import { declareStep } from '../declare'
import { bent } from './rule'

export const ripple = declareStep({
  id: 'ripple',
  name: 'Ripple',
  aim: 'bend',
  family: 'warp',
  purpose: 'Sends waves through the picture, from a point or along a direction.',
  words: ['wave', 'water', 'dream', 'heat'],
  params: {
    kind: choice('Waves', 'Whether waves run out in rings or all one way.', {
      rings: 'Rings from a point',
      along: 'Along a direction',
    }),
    centre: point('Centre', 'Where rings come from.', [0.5, 0.5], { when: (v) => v.kind === 'rings' }),
    angle: degrees('Direction', 'Where waves run to.', 90, { when: (v) => v.kind === 'along' }),
    height: px('Height', 'How far points are moved.', 8, [0, 60], { limits: [0, 600] }),
    length: px('Length', 'From one crest to the next.', 80, [8, 400], { limits: [4, 4000] }),
    speed: number('Speed', 'Crests that pass in a second, at 24 frames.', 1, [-20, 20], { soft: [-4, 4] }),
    fall: times('Dies out', 'How fast waves get lower away from the point, a height.', 0, 20, {
      soft: [0, 5],
      when: (v) => v.kind === 'rings',
    }),
    edge: edge('mirror'),
  },
  outputs: [],
  keepsAlpha: false,
  moves: true,
  proxyError: 0.08,
  neutral: (v) => v.height === 0,
  reach: () => Infinity,
  /** Points move along the waves' way by height * sin(2 pi (distance / length - speed * seconds)) * e^(-fall * distance). */
  render({ kernels: k, input, values: v, place, scale, time }) {
    const full = place.height / scale
    const [a, l] = [v.height / full, v.length / full]
    const phase = (time / 24) * v.speed
    const turn = (v.angle * Math.PI) / 180
    const [dx, dy] = [maths.cos(turn), maths.sin(turn)]
    return bent(
      k,
      input,
      place,
      v.kind === 'rings' ? v.centre : [0, 0],
      v.edge,
      (x, y, to) => {
        if (v.kind === 'along') {
          // Across the way that they run: a shear that never folds.
          const s = a * maths.sin(2 * Math.PI * ((x * dx + y * dy) / l - phase))
          to[0] = x - dy * s
          to[1] = y + dx * s
          return
        }
        const r = Math.sqrt(x * x + y * y)
        if (r < 1e-9) return
        const s =
          a * maths.sin(2 * Math.PI * (r / l - phase)) * maths.exp(-v.fall * r) * Math.min(1, (r / l) * 2)
        to[0] = x + (x / r) * s
        to[1] = y + (y / r) * s
      },
      Math.min(4, (v.length * scale) / 40),
    )
  },
})

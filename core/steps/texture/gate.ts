import { unitNoise } from '../../anim'
import { type Edge, warpPerspective } from '../../kernels'
import { maths } from '../../maths'
import { degrees, edge, number, px, seed } from '../../params/make'
import { declareStep } from '../declare'

export const gate = declareStep({
  id: 'gate',
  name: 'Gate movement',
  aim: 'texture',
  family: 'texture',
  purpose: 'Lets the picture sway and jump as film does in a worn gate.',
  words: ['weave', 'jitter', 'projector', 'old film', 'unsteady'],
  params: {
    weave: px('Sway', 'How far it drifts slowly.', 2, [0, 12], { limits: [0, 200] }),
    jump: px('Jumps', 'How far it jumps from frame to frame.', 0.6, [0, 8], {
      limits: [0, 200],
      digits: 2,
      step: 0.05,
    }),
    turn: degrees('Turn', 'How far it turns.', 0.05, {
      limits: [0, 10],
      soft: [0, 1],
      digits: 2,
      step: 0.01,
    }),
    rate: number('Rate', 'Sways a second, at 24 frames.', 1.2, [0.05, 12], {
      soft: [0.1, 4],
      digits: 1,
      step: 0.1,
    }),
    seed: seed(2),
    edge: edge('clamp'),
  },
  outputs: [],
  keepsAlpha: false,
  moves: true,
  proxyError: 0.08,
  neutral: (v) => v.weave === 0 && v.jump === 0 && v.turn === 0,
  reach: () => Infinity,
  /** A shift and a turn by seeded noise in time: slow, and anew for every frame (down twice as much as across, as the claw pulls that way). */
  render({ kernels: k, input, values: v, scale, time }) {
    const s = Math.round(v.seed) * 17
    const t = (time / 24) * v.rate
    const sway = (stream: number) => unitNoise(s + stream, t) * v.weave
    const jump = (stream: number) => unitNoise(s + stream + 100, Math.floor(time)) * v.jump
    const angle = ((unitNoise(s + 3, t) * v.turn) / 180) * Math.PI
    const [c, sn] = [maths.cos(angle), maths.sin(angle)]
    const [mx, my] = [input.width / 2, input.height / 2]
    const [dx, dy] = [(sway(1) + jump(1) * 0.5) * scale, (sway(2) + jump(2)) * scale]
    const to = [
      c,
      sn,
      mx - c * (mx + dx) - sn * (my + dy),
      -sn,
      c,
      my + sn * (mx + dx) - c * (my + dy),
      0,
      0,
      1,
    ]
    return warpPerspective(k, input, to, { edge: v.edge as Edge, filter: 'bicubic' })
  },
})

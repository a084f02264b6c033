import { field } from '../kernels'
import { maths } from '../maths'
import { radians } from '../matrix'
import { choice, degrees, px, seed, share } from '../params/make'
import { chance } from '../hash'
import { declareCrossing } from './crossing'
import { EDGE, goneOver } from './shares'

export const strokes = declareCrossing({
  id: 'strokes',
  name: 'Brush strokes',
  purpose: 'The next shot is painted on in broad strokes, each with the ragged end of a dry brush.',
  words: ['paint', 'brush', 'roller', 'swipe', 'bristles'],
  params: {
    angle: degrees('Direction', 'Where strokes run to: 0 is to the right, 90 down.', -12),
    width: px('Width', 'How wide a stroke is.', 120, [8, 400], { limits: [2, 4000] }),
    order: choice('Order', 'Which stroke comes first.', { down: 'From the top', chance: 'By chance' }),
    back: choice('Hand', 'How the hand comes back.', { both: 'To and fro', one: 'One way' }),
    late: share('Delay', 'How much of the time lies between the first and the last stroke.', 0.6),
    dry: share('Dry brush', 'How far the bristles differ.', 0.5),
    seed: seed(3),
    ...EDGE,
    soft: { ...EDGE.soft, default: 4 },
  },
  proxyError: 0.45,
  reach: () => 0,
  /** Along a stroke its time runs evenly; bristles are noise stretched along it. */
  render({ kernels: k, input, incoming, values: v, place, scale, p }) {
    const [c, s] = [maths.cos(radians(v.angle)), maths.sin(radians(v.angle))]
    const along = Math.abs(c) * place.width + Math.abs(s) * place.height
    const across = Math.abs(s) * place.width + Math.abs(c) * place.height
    const width = Math.max(2, v.width * scale)
    const count = Math.ceil(across / width)
    const fine = 1 / Math.max(1, width / 14)
    const [mx, my] = [place.width / 2, place.height / 2]
    const slow = fine / 24
    const when = field(k, input.width, input.height, {
      kind: 'smooth',
      // Bristles: fine across, long along.
      to: [
        ...[c * slow, s * slow, (place.x - mx) * c * slow + (place.y - my) * s * slow],
        ...[-s * fine, c * fine, -(place.x - mx) * s * fine + (place.y - my) * c * fine],
      ] as [number, number, number, number, number, number],
      depth: 0,
      seed: v.seed,
      octaves: 2,
      gain: 0.6,
    })
    const late = Math.min(0.95, v.late)
    const turns = Array.from({ length: count }, (_, i) => i).sort((a, b) =>
      v.order === 'chance' ? chance(v.seed, a) - chance(v.seed, b) || a - b : a - b,
    )
    const begins = new Array<number>(count)
    turns.forEach((at, i) => (begins[at] = (i / Math.max(1, count - 1)) * late))
    const ragged = v.dry * 0.25
    const { data } = when
    for (let j = 0, at = 0; j < input.height; j++)
      for (let i = 0; i < input.width; i++, at++) {
        const [x, y] = [place.x + i + 0.5 - mx, place.y + j + 0.5 - my]
        const u = (x * c + y * s) / along + 0.5
        const stroke = Math.min(count - 1, Math.max(0, Math.floor((y * c - x * s + across / 2) / width)))
        const run = v.back === 'both' && stroke % 2 ? 1 - u : u
        const bristle = Math.min(1, Math.max(0, 0.5 + (data[at] as number) * 0.5))
        data[at] = (begins[stroke] as number) + (1 - late) * (run * (1 - ragged) + bristle * ragged)
      }
    return goneOver(k, input, incoming, when, { p, span: along / (1 - late), scale, edge: v })
  },
})

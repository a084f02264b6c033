import type { Frame } from '../frame'
import { type Edge, ramp } from '../kernels'
import { degrees, edge, px } from '../params/make'
import type { StepDeclaration } from '../steps/declare'
import { declareCrossing } from './crossing'
import { directionOf } from './direction'
import { along, moved } from './moving'
import { EDGE, goneOver } from './shares'

/** The controls of a picture that slides. */
export const SLIDES = {
  angle: degrees('Direction', 'Where it moves to: 0 is to the right, 90 down.', 180),
  blur: px(
    'Motion blur',
    'How far it is blurred along its way at an even pace; more where it is faster.',
    24,
    [0, 200],
    {
      limits: [0, 4000],
    },
  ),
  edge: edge('mirror'),
  ...EDGE,
} as const

/** A slide: which of the pictures move along with the edge between them. */
export const sliding = (
  given: Pick<StepDeclaration, 'id' | 'name' | 'purpose'> & { words: string[] },
  { out, in: comes }: { out: boolean; in: boolean },
) =>
  declareCrossing({
    ...given,
    params: SLIDES,
    proxyError: 0.3,
    render({ kernels: k, input, incoming, values: v, place, scale, p, speed }) {
      const { c, s, span, first } = directionOf(place, v.angle)
      const beyond = v.edge as Edge
      const length = v.blur * scale * Math.abs(speed)
      const by = (frame: Frame, moves: boolean, far: number) =>
        moves
          ? along(k, moved(k, frame, c * far, s * far, beyond), v.angle, length, beyond)
          : moved(k, frame, 0, 0, beyond)
      const from = by(input, out, p * span)
      const to = by(incoming, comes, (p - 1) * span)
      const when = ramp(k, input.width, input.height, 'along', { centre: first, along: [c / span, s / span] })
      const made = goneOver(k, from, to, when, { p, span, scale, edge: v })
      k.free(from, to)
      return made
    },
  })

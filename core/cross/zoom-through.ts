import type { Frame } from '../frame'
import { type Edge, radial } from '../kernels'
import { maths } from '../maths'
import { multiply, shifted, turned } from '../matrix'
import { degrees, edge, number, point, share } from '../params/make'
import { declareCrossing } from './crossing'
import { warped } from './moving'
import { middle, mixedAt } from './overlap'

export const zoomThrough = declareCrossing({
  id: 'zoom-through',
  name: 'Zoom through',
  purpose: 'The camera rushes into the picture and out of the next one, with a spin if it is asked for.',
  words: ['spin', 'punch', 'scale', 'rush', 'crash'],
  params: {
    centre: point('Centre', 'The place that it rushes to.'),
    zoom: number(
      'Size',
      'How much larger the picture gets until it has gone; below 1 it shrinks.',
      4,
      [0.1, 20],
      {
        soft: [0.25, 8],
        unit: '×',
      },
    ),
    spin: degrees('Spin', 'How far it turns meanwhile, clockwise.', 0),
    blur: share('Motion blur', 'How much of its way shows as blur at an even pace.', 0.25),
    overlap: share('Overlap', 'How much of the time both are mixed.', 0.3),
    edge: edge('mirror'),
  },
  proxyError: 0.35,
  /** Sizes grow evenly to the eye, as powers: zoom^p for the picture that goes, zoom^(p - 1) for the one that comes. */
  render({ kernels: k, input, incoming, values: v, p, speed }) {
    const beyond = v.edge as Edge
    const [x, y] = [v.centre[0] * input.width, v.centre[1] * input.height]
    const open = Math.min(0.5, v.blur * Math.abs(speed) * 0.25)
    const at = (frame: Frame, far: number) => {
      const size = maths.pow(v.zoom, far)
      const map = multiply(shifted(x, y), multiply(turned(v.spin * far, size), shifted(-x, -y)))
      const made = warped(k, frame, map, beyond)
      const growth = maths.pow(v.zoom, open / 2)
      const smeared =
        Math.abs(growth - 1) > 1e-4
          ? radial(k, made, [x, y], { kind: 'zoom', from: 1 / growth, to: growth }, beyond)
          : made
      const turn = v.spin * open
      const spun =
        Math.abs(turn) > 0.05
          ? radial(k, smeared, [x, y], { kind: 'spin', from: -turn / 2, to: turn / 2 }, beyond)
          : smeared
      for (const frame of new Set([made, smeared])) if (frame !== spun) k.free(frame)
      return spun
    }
    return mixedAt(
      k,
      middle(p, v.overlap),
      () => at(input, p),
      () => at(incoming, p - 1),
    )
  },
})

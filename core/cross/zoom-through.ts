import type { Frame } from '../frame'
import type { Edge } from '../kernels'
import { maths } from '../maths'
import { multiply, radians, shifted, turned } from '../matrix'
import { degrees, edge, number, point, share } from '../params/make'
import { smearedAbout } from '../steps/blur/radial'
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
      const longest = maths.hypot(Math.max(x, frame.width - x), Math.max(y, frame.height - y))
      const smear = (of: Frame, kind: 'zoom' | 'spin', spread: number) =>
        Math.abs(spread) * longest > 0.25
          ? smearedAbout(k, of, [x, y], { kind, spread, shift: 0, far: longest }, beyond)
          : of
      const smeared = smear(made, 'zoom', maths.log(v.zoom) * open)
      const spun = smear(smeared, 'spin', radians(v.spin * open))
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

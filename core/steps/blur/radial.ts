import type { Frame } from '../../frame'
import { type Affine, type Edge, gather, type Kernels, passesFor, trail } from '../../kernels'
import { maths } from '../../maths'
import { choice, degrees, edge, number, point } from '../../params/make'
import { declareStep } from '../declare'

export const radialBlur = declareStep({
  id: 'radial-blur',
  name: 'Radial blur',
  aim: 'focus',
  family: 'blur',
  purpose: 'Blurs as if the camera turned about a point or rushed towards it.',
  words: ['spin', 'zoom blur', 'rotate', 'rush', 'warp speed'],
  params: {
    kind: choice('Moves', 'How the picture moves while it is exposed.', {
      zoom: 'Towards the point',
      spin: 'About the point',
    }),
    centre: point('Point', 'What stays where it is.'),
    zoom: number('Amount', 'How much larger the picture grows meanwhile.', 0.15, [0, 3], {
      soft: [0, 1],
      when: (v) => v.kind === 'zoom',
    }),
    spin: degrees('Amount', 'How far it turns meanwhile.', 8, {
      limits: [0, 360],
      soft: [0, 90],
      when: (v) => v.kind === 'spin',
    }),
    shift: number('Shift', '0 blurs to both sides, 1 all ahead, -1 all behind.', 0, [-1, 1]),
    edge: edge('mirror'),
  },
  outputs: [],
  keepsAlpha: false,
  proxyError: 0.08,
  neutral: (v) => (v.kind === 'zoom' ? v.zoom === 0 : v.spin === 0),
  reach: () => Infinity,
  /** The mean of copies that are turned by even steps, or scaled by even factors, at most a pixel apart at the far corner; 1024 at most. */
  render({ kernels: k, input, values: v, place }) {
    const centre = [v.centre[0] * place.width - place.x, v.centre[1] * place.height - place.y] as const
    const far = maths.hypot(
      Math.max(centre[0], place.width - centre[0]),
      Math.max(centre[1], place.height - centre[1]),
    )
    const spread = v.kind === 'zoom' ? maths.log(1 + v.zoom) : (v.spin * Math.PI) / 180
    const exposure = { kind: v.kind as 'zoom' | 'spin', spread, shift: v.shift, far }
    return smearedAbout(k, input, centre, exposure, v.edge as Edge)
  },
})

/** How a picture grows or turns about a point while it is exposed. */
interface Exposure {
  kind: 'zoom' | 'spin'
  /** The logarithm of its growth, or radians. */
  spread: number
  /** Where the exposure lies: 0 about the picture as it is, 1 after it, -1 before it. */
  shift: number
  /** The longest way from the point to a place of the whole picture. */
  far: number
}

/** The mean of a picture over an exposure, as a trail of copies in a few passes: the cost grows with the logarithm of its length. */
export function smearedAbout(
  k: Kernels,
  input: Frame,
  [cx, cy]: readonly [number, number],
  { kind, spread, shift, far }: Exposure,
  edge: Edge,
): Frame {
  const passes = passesFor(Math.min(1024, Math.abs(spread) * far))
  const count = maths.pow(4, passes)
  const first = (shift - 1) / 2 + 0.5 / count
  const moved = (share: number): Affine => {
    const angle = spread * share
    const [c, s] = kind === 'zoom' ? [maths.exp(angle), 0] : [maths.cos(angle), maths.sin(angle)]
    return [c, -s, cx - c * cx + s * cy, s, c, cy - s * cx - c * cy]
  }
  const begun = gather(k, input, [{ to: moved(first), weight: [1, 1, 1, 1] }], edge)
  const out = trail(k, begun, (n) => moved(n / count), { passes, decay: 1, edge })
  k.free(begun)
  return out
}

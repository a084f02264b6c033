import { filled, mixInto, outerPlane } from '../../kernels'
import { colour, number, px, share } from '../../params/make'
import { declareStep } from '../declare'

export const letterbox = declareStep({
  id: 'letterbox',
  name: 'Letterbox',
  aim: 'make',
  family: 'generate',
  purpose: 'Covers the picture to another shape.',
  words: ['bars', 'aspect ratio', 'widescreen', 'crop', 'pillarbox'],
  params: {
    ratio: number('Shape', 'Width over height of what stays open.', 2.39, [0.2, 6], { soft: [0.5, 3] }),
    close: share('Closed', '0 is open, 1 is at its shape; set keys on this one to close it.', 1),
    soft: px('Soft edge', 'How soft the edges of the bars are.', 0, [0, 40], { limits: [0, 1000] }),
    colour: colour('Colour', 'The colour of the bars.', [0, 0, 0]),
    opacity: share('Opacity', 'How much the bars cover.', 1),
  },
  outputs: [],
  keepsAlpha: false,
  proxyError: 0.02,
  neutral: (v) => v.opacity === 0 || v.close === 0,
  reach: () => 0,
  /** Bars are exact to a share of a pixel. */
  render({ kernels: k, input, values: v, place, scale }) {
    const wide = place.width / place.height / v.ratio
    const open = (n: number, shape: number) => n * (1 - v.close * (1 - Math.min(1, shape)))
    const across = side(input.width, place.x, place.width, open(place.width, 1 / wide), v.soft * scale)
    const down = side(input.height, place.y, place.height, open(place.height, wide), v.soft * scale)
    const plane = outerPlane(k, across, down, 'product')
    const bars = filled(k, input.width, input.height, [...v.colour, 1])
    mixInto(k, input, bars, v.opacity)
    const out = k.frame(input.width, input.height)
    out.data.set(input.data)
    mixInto(k, bars, out, 1, plane)
    k.free(plane, bars)
    return out
  },
})

/** How much of each pixel along a line lies within the middle `open` of its whole length; all of it where that is the whole. */
function side(n: number, offset: number, whole: number, open: number, soft: number): Float32Array {
  const width = Math.max(1, soft)
  return Float32Array.from({ length: n }, (_, i) => {
    if (open >= whole - 1e-6) return 1
    const d = open / 2 - Math.abs(offset + i + 0.5 - whole / 2)
    const t = Math.min(1, Math.max(0, d / width + 0.5))
    return soft > 1 ? t * t * (3 - 2 * t) : t
  })
}

import type { Frame } from '../frame'
import { unpremultiply } from './channels'
import { gaussian } from './gaussian'
import type { Kernels } from './kernels'

/** How far colour goes on past an edge, as the standard deviation of a blur in pixels: further than a block's chroma reaches. */
const SPREAD = 4
/** Alpha below half a code of 8 bits is not seen. */
const SEEN = 1 / 510

/** Colour of a premultiplied frame divided by alpha, opaque; where nothing is seen, the colour of what is seen near by, and black far from it. */
export function bledStraight(k: Kernels, frame: Frame): Frame {
  const near = gaussian(k, frame, SPREAD, SPREAD, 'black')
  unpremultiply(k, near)
  const out = k.frameOf(frame.width, frame.height, frame.data)
  unpremultiply(k, out)
  const { data } = out
  for (let i = 0; i < data.length; i += 4) {
    if ((frame.data[i + 3] as number) < SEEN) {
      const there = (near.data[i + 3] as number) > 1e-4
      for (let c = 0; c < 3; c++) data[i + c] = there ? (near.data[i + c] as number) : 0
    }
    data[i + 3] = 1
  }
  k.free(near)
  return out
}

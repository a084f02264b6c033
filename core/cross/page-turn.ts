import type { Frame } from '../frame'
import { copyOf, overInto, warpBy } from '../kernels'
import { maths } from '../maths'
import { colour, degrees, share } from '../params/make'
import { declareCrossing } from './crossing'
import { directionOf } from './direction'

export const pageTurn = declareCrossing({
  id: 'page-turn',
  name: 'Page turn',
  purpose: 'The picture is a page that rolls up and over, and the next one lies under it.',
  words: ['curl', 'peel', 'book', 'roll', 'leaf', 'album'],
  params: {
    angle: degrees('Direction', 'Where the page is turned to: 180 is to the left, 225 up and left.', 205),
    roll: share('Roll', 'How thick the roll is, as a share of the way.', 0.12),
    paper: colour('Back', 'The colour of the back of the page.', [0.85, 0.83, 0.78]),
    thin: share('Shines through', 'How much of the picture is seen on its back.', 0.25),
    shade: share('Shade', 'How dark the roll and its shadow are.', 0.6),
  },
  proxyError: 0.6,
  /**
   * The page is rolled about a cylinder of radius r that touches it along a line at L. A place d beyond that line shows, on the front, what lies asin(d / r) r beyond it; on the back, above
   * that, what lies (pi - asin(d / r)) r beyond it; before the line the back lies flat.
   */
  render({ kernels: k, input, incoming, values: v, place, p }) {
    const { c, s, span, first } = directionOf(place, v.angle + 180)
    const r = Math.max(2, v.roll * span)
    // From the far end of the page to where even its roll is out of the picture.
    const line = span - p * (span + r * 1.02)
    const half = Math.PI * r
    const beyond = (x: number, y: number) => (x - first[0]) * c + (y - first[1]) * s - line
    const rolled = (d: number) => maths.atan2(d, Math.sqrt(Math.max(0, r * r - d * d)))
    const shown = (far: (d: number) => number) =>
      warpBy(
        k,
        input,
        (x, y, to) => {
          const d = beyond(x, y)
          const by = far(d) - d
          to[0] = x + by * c
          to[1] = y + by * s
        },
        { edge: 'black', filter: 'bicubic' },
      )
    const front = shown((d) => (d <= 0 ? d : d < r ? rolled(d) * r : NaN))
    const back = shown((d) => (d <= 0 ? half - d : d < r ? half - rolled(d) * r : NaN))
    const out = copyOf(k, incoming)
    const along = (frame: Frame, change: (d: number, at: number) => void) => {
      for (let j = 0, at = 0; j < frame.height; j++)
        for (let i = 0; i < frame.width; i++, at += 4) change(beyond(i + 0.5, j + 0.5), at)
    }
    const dim = ({ data }: Frame, at: number, by: number) => {
      for (let n = 0; n < 3; n++) data[at + n] = (data[at + n] as number) * by
    }
    // The roll casts a shadow that is gone three radii away, and none before it has lifted.
    const lifted = Math.min(1, (span - line) / r)
    along(out, (d, at) => {
      if (d > 0 && d < 4 * r) dim(out, at, 1 - v.shade * lifted * square(1 - d / (4 * r)))
    })
    along(front, (d, at) => {
      if (d > 0 && d < r) dim(front, at, 1 - v.shade * (1 - Math.sqrt(1 - square(d / r))))
    })
    along(back, (d, at) => {
      const { data } = back
      const alpha = data[at + 3] as number
      const lit = d > 0 ? 1 - v.shade * 0.8 * square(d / r) : 1 - v.shade * 0.5 * maths.exp((d / r) * 1.5)
      for (let n = 0; n < 3; n++) {
        const own = (v.paper[n] as number) * alpha
        data[at + n] = (own + ((data[at + n] as number) - own) * v.thin) * lit
      }
    })
    overInto(k, front, out)
    overInto(k, back, out)
    k.free(front, back)
    return out
  },
})

const square = (x: number) => x * x

import { type Area, blit, type Frame, grown, intersection } from '../frame'
import {
  bendPlane,
  colourRamp,
  filled,
  gaussian,
  gaussianReach,
  type Kernels,
  ramp,
  warpPerspective,
} from '../kernels'
import { maths } from '../maths'
import type { Matrix3 } from '../matrix'
import { type Coat, coloursOf, numberOf } from './coat'
import { bentTo, type Drawing, type Extent, lengthOf, mappedBox } from './drawing'

/** Whether a coat is painted with a picture that covers it. */
const isFitted = ({ values }: Coat): boolean => values['paint'] === 'picture' || values['paint'] === 'below'

/** Whether a coat is painted with a picture or with what lies behind. */
export const isPictured = (coat: Coat): boolean => isFitted(coat) || coat.values['paint'] === 'behind'

/** What a coat is painted with where that is not one colour, over an area; the caller frees it. */
export function paintFrame(k: Kernels, area: Area, drawing: Drawing, coat: Coat): Frame {
  const { picture } = coat
  if (!isPictured(coat)) return gradient(k, area, extentOf(drawing, coat), coat)
  if (!picture) return filled(k, area.width, area.height, [0, 0, 0, 0])
  if (isFitted(coat)) return fitted(k, area, extentOf(drawing, coat), coat, picture.frame)
  return behind(k, area, numberOf(coat, 'soften', 12) * lengthOf(drawing.map), picture)
}

/** What the paint of a coat runs over. */
function extentOf({ bodies, boxes, map, extent, bent }: Drawing, coat: Coat): Extent {
  if (extent && coat.kind !== 'plate') return extent
  const box = coat.kind === 'plate' ? boxes.block[0] : undefined
  const corners = box
    ? mappedBox(bent?.map ?? map, box).map(([x, y]) => bentTo(bent, x, y))
    : bodies.flatMap((b) => [
        [b.left, b.top],
        [b.right, b.bottom],
      ])
  const [xs, ys] = [corners.map((c) => c[0] as number), corners.map((c) => c[1] as number)]
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)]
}

/** What lies behind, in its own place, blurred: no more of it than the area needs. */
function behind(k: Kernels, area: Area, sigma: number, picture: { frame: Frame; area: Area }): Frame {
  const out = filled(k, area.width, area.height, [0, 0, 0, 0])
  const needed = intersection(grown(area, sigma > 0.1 ? gaussianReach(sigma) : 0), picture.area)
  if (needed.width <= 0 || needed.height <= 0) return out
  const part = k.frame(needed.width, needed.height)
  blit({ picture: part, area: needed }, { picture: picture.frame, area: picture.area })
  const soft = sigma > 0.1 ? gaussian(k, part, sigma, sigma, 'clamp') : part
  blit({ picture: out, area }, { picture: soft, area: needed })
  k.free(part)
  if (soft !== part) k.free(soft)
  return out
}

/** A picture that covers what is painted. */
function fitted(k: Kernels, area: Area, [left, top, right, bottom]: Extent, coat: Coat, frame: Frame): Frame {
  const { width, height } = area
  const covers = Math.min(frame.width / Math.max(1, right - left), frame.height / Math.max(1, bottom - top))
  const per = covers / Math.max(0.01, numberOf(coat, 'zoom', 1))
  const [cx, cy] = [(left + right) / 2 - area.x, (top + bottom) / 2 - area.y]
  const [dx, dy] = [frame.width / 2 - per * cx, frame.height / 2 - per * cy]
  const toSource: Matrix3 = [per, 0, dx, 0, per, dy, 0, 0, 1]
  return warpPerspective(k, frame, toSource, { edge: 'clamp', filter: 'bicubic', width, height })
}

/** Colours along a line, from the middle or round it. */
function gradient(
  k: Kernels,
  { x: ox, y: oy, width, height }: Area,
  [left, top, right, bottom]: Extent,
  coat: Coat,
): Frame {
  const centre = [(left + right) / 2 - ox, (top + bottom) / 2 - oy] as const
  const turn = (numberOf(coat, 'angle', 90) * Math.PI) / 180
  const [x, y] = [maths.cos(turn), maths.sin(turn)]
  const coloured = (plane: ReturnType<typeof ramp>) => {
    const frame = colourRamp(k, plane, coloursOf(coat.stops))
    k.free(plane)
    return frame
  }
  const paint = coat.values['paint']
  if (paint === 'conic') return coloured(ramp(k, width, height, 'turn', { centre, along: [x, y] }))
  const radial = paint === 'radial'
  const whole = radial
    ? maths.hypot(right - left, bottom - top)
    : Math.abs(x) * (right - left) + Math.abs(y) * (bottom - top)
  const by = 1 / Math.max(0.5, (whole / 2) * Math.max(0.01, numberOf(coat, 'spread', 1)))
  const rising = ramp(k, width, height, radial ? 'distance' : 'along', { centre, along: [x * by, y * by] })
  bendPlane(k, rising, radial ? 1 : 0.5, radial ? 0 : 0.5)
  return coloured(rising)
}

import { dashed, type Ends, lengthOf, measured, partOf, stroked, trimmed } from '../polygon'
import { maths } from '../maths'
import { type Coat, numberOf, pairOf } from './coat'
import type { Boxes, OwnBox } from './plate'

/** Steps of a pixel to which outlines are rounded. */
const STEPS = 256
/** Straight pieces of a wave. */
const PIECES = 16

/** What the lines of a coat cover, as contours in the object's own pixels. */
export function ruledContours(boxes: Boxes, coat: Coat): number[][] {
  const around = String(coat.values['around'] ?? 'line') as keyof Boxes
  const width = numberOf(coat, 'width')
  const [dash, room] = pairOf(coat, 'dash')
  const trim = { from: numberOf(coat, 'from'), to: numberOf(coat, 'to', 1), shift: 0 }
  const form = String(coat.values['form'] ?? 'straight')
  const lines = boxes[around]
    .flatMap((box) => courses(box, coat, form, width))
    .flatMap((contour) => {
      const line = measured(contour, false)
      const stretch = trimmed(lengthOf(line), false, trim)
      return dashed(stretch, false, dash, room, 0).map((part) => partOf(line, part))
    })
  const drawn = lines.filter((l) => l.length >= 4)
  const corners = form === 'zigzag' ? 'mitre' : 'round'
  const ends = String(coat.values['ends'] ?? 'flat') as Ends
  return drawn.length && width > 0 ? stroked(drawn, width, corners, ends, STEPS) : []
}

/** The lines at one box, from left to right. */
function courses(box: OwnBox, coat: Coat, form: string, width: number): number[][] {
  const longer = numberOf(coat, 'longer')
  const [left, right] = [box.left - longer, box.right + longer]
  if (right <= left) return []
  const gap = numberOf(coat, 'gap')
  const baseline = box.baseline ?? box.bottom
  const where = coat.values['where']
  const y =
    where === 'over'
      ? box.top - gap
      : where === 'through'
        ? baseline - (baseline - box.top) * 0.32 - gap
        : baseline + gap + width / 2
  if (form === 'double') return [y, y + width * 2].map((at) => [left, at, right, at])
  if (form !== 'wave' && form !== 'zigzag') return [[left, y, right, y]]
  const [long, high] = pairOf(coat, 'wave')
  const step = Math.max(0.5, long) / (form === 'wave' ? PIECES : 2)
  const count = Math.min(20_000, Math.ceil((right - left) / step))
  const out: number[] = []
  for (let i = 0; i <= count; i++) {
    const x = Math.min(right, left + i * step)
    const along = (x - left) / Math.max(0.5, long)
    const up = form === 'wave' ? maths.sin(along * 2 * Math.PI) : Math.abs(((along * 2) % 2) - 1) * 2 - 1
    out.push(x, y - (up * high) / 2)
  }
  return [out]
}

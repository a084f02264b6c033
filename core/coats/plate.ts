import type { Body } from '../kernels'
import { maths } from '../maths'
import { type Coat, numberOf, pairOf } from './coat'

/** A box in the object's own pixels. */
export interface OwnBox {
  left: number
  top: number
  right: number
  bottom: number
  /** Where letters stand in it; its bottom where there are none. */
  baseline?: number | undefined
}

/** What plates can lie behind. */
export interface Boxes {
  block: readonly OwnBox[]
  line: readonly OwnBox[]
  word: readonly OwnBox[]
}

/** Straight pieces that a quarter of a rounded corner is drawn with: at 60 pixels it is off by less than .02. */
const STEPS = 24

/** The plates of a coat as bodies in pixels of the picture. */
export function plateBodies(
  { boxes, map }: { boxes: Boxes; map: readonly [number, number, number, number, number, number] },
  coat: Coat,
): Body[] {
  const around = String(coat.values['around'] ?? 'block') as keyof Boxes
  const [px, py] = pairOf(coat, 'pad')
  const lean = maths.tan((numberOf(coat, 'slant') * Math.PI) / 180)
  const [a, b, c, d, e, f] = map
  return boxes[around].flatMap((box): Body[] => {
    const [left, right] = [box.left - px, box.right + px]
    const [top, bottom] = [box.top - py, box.bottom + py]
    if (right <= left || bottom <= top) return []
    const round = Math.min(numberOf(coat, 'round'), (right - left) / 2, (bottom - top) / 2)
    const middle = (top + bottom) / 2
    const points = roundedBox(left, top, right, bottom, round).map(([x, y]) => {
      const leaning = x + (middle - y) * lean
      return [a * leaning + b * y + c, d * leaning + e * y + f] as const
    })
    const mirrored = a * e - b * d < 0
    const ring = mirrored ? [...points].reverse() : points
    const pieces = new Float32Array(ring.length * 4)
    ring.forEach(([x, y], i) => {
      const next = ring[(i + 1) % ring.length] as readonly [number, number]
      pieces.set([x, y, ...next], 4 * i)
    })
    const [xs, ys] = [ring.map((p) => p[0]), ring.map((p) => p[1])]
    return [
      {
        pieces,
        left: Math.min(...xs),
        right: Math.max(...xs),
        top: Math.min(...ys),
        bottom: Math.max(...ys),
      },
    ]
  })
}

/** A box with round corners, clockwise from its upper left. */
function roundedBox(left: number, top: number, right: number, bottom: number, r: number): [number, number][] {
  const corners: [number, number, number][] = [
    [left + r, top + r, 180],
    [right - r, top + r, 270],
    [right - r, bottom - r, 0],
    [left + r, bottom - r, 90],
  ]
  if (r <= 0) return corners.map(([x, y]) => [x, y])
  return corners.flatMap(([x, y, from]) =>
    Array.from({ length: STEPS + 1 }, (_, i): [number, number] => {
      const turn = ((from + (90 * i) / STEPS) * Math.PI) / 180
      return [x + r * maths.cos(turn), y + r * maths.sin(turn)]
    }),
  )
}

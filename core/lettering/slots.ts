import type { Setting } from './setting'

/** Room for a line within an outline. */
export interface Slot {
  left: number
  width: number
  baseline: number
}

/** Shares of the letter size that a line needs above and below its baseline. */
const [ABOVE, BELOW] = [0.75, 0.22]
/** The narrowest slot, in letter sizes. */
const NARROW = 1.2
const MOST_ROWS = 2000

/** The slots for lines within the outline of a setting, from its top down and in each row from left to right. */
export function slotsWithin({ course, size, leading }: Setting): Slot[] {
  const contour = course?.contour ?? []
  const ys = contour.filter((_, i) => i % 2 === 1)
  const [top, bottom] = [Math.min(...ys), Math.max(...ys)]
  const step = Math.max(1, leading * size)
  const slots: Slot[] = []
  for (let row = 0, y = top + ABOVE * size; y + BELOW * size <= bottom && row < MOST_ROWS; row++, y += step) {
    const heights = [-ABOVE, -ABOVE / 2, 0, BELOW].map((share) => y + share * size)
    const rooms = heights.map((h) => roomsAt(contour, h)).reduce(common)
    for (const [left, right] of rooms)
      if (right - left >= NARROW * size) slots.push({ left, width: right - left, baseline: y })
  }
  return slots
}

type Room = readonly [number, number]

/** What of a level line lies within a closed contour, by the even-odd rule. */
function roomsAt(contour: readonly number[], y: number): Room[] {
  const crossings: number[] = []
  for (let i = 0; i < contour.length; i += 2) {
    const j = (i + 2) % contour.length
    const [x0, y0, x1, y1] = [contour[i], contour[i + 1], contour[j], contour[j + 1]] as [
      number,
      number,
      number,
      number,
    ]
    if (y0 > y !== y1 > y) crossings.push(x0 + ((y - y0) / (y1 - y0)) * (x1 - x0))
  }
  crossings.sort((a, b) => a - b)
  return crossings.flatMap((left, i) => (i % 2 ? [] : [[left, crossings[i + 1] ?? left] as const]))
}

const common = (a: Room[], b: Room[]): Room[] =>
  a.flatMap(([l, r]) =>
    b.flatMap(([u, v]) => {
      const [left, right] = [Math.max(l, u), Math.min(r, v)]
      return right > left ? [[left, right] as const] : []
    }),
  )

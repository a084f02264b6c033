import { maths } from '../maths'

/** What a line can end in, with its name. */
export const HEADS = {
  none: 'Nothing',
  arrow: 'Arrow',
  barb: 'Open arrow',
  dot: 'Dot',
  diamond: 'Diamond',
  bar: 'Bar',
} as const
export type Head = keyof typeof HEADS

/** How much of the line a head takes the place of, in widths of the head: the line ends within it. */
export const HEAD_DEPTHS: Record<Head, number> = {
  none: 0,
  arrow: 0.7,
  barb: 0,
  dot: 0.5,
  diamond: 0.5,
  bar: 0,
}

const STEPS = 96

/**
 * The contour of a head with its tip at a place.
 * @param way the way that the line goes there, of length 1
 * @param size its width
 * @param pen the width of the line
 */
export function headAt(
  head: Head,
  [x, y]: readonly [number, number],
  [dx, dy]: readonly [number, number],
  size: number,
  pen: number,
): number[] {
  // Along the line, from the tip backwards, and to its side.
  const at = (back: number, side: number) => [x - dx * back - dy * side, y - dy * back + dx * side]
  const half = size / 2
  switch (head) {
    case 'none':
      return []
    case 'arrow':
      return [...at(0, 0), ...at(size * 0.9, half), ...at(size * 0.75, 0), ...at(size * 0.9, -half)]
    case 'barb': {
      // Two strokes as wide as the line, cut off along it.
      const [back, side] = [size * 0.8, half]
      const lean = (pen * maths.hypot(back, side)) / side
      return [
        ...[...at(0, 0), ...at(back, side), ...at(back + lean, side)],
        ...[...at(lean, 0), ...at(back + lean, -side), ...at(back, -side)],
      ]
    }
    case 'dot':
      return Array.from({ length: STEPS }, (_, i) => {
        const turn = (2 * Math.PI * i) / STEPS
        return at(half - half * maths.cos(turn), half * maths.sin(turn))
      }).flat()
    case 'diamond':
      return [...at(0, 0), ...at(half, half), ...at(size, 0), ...at(half, -half)]
    case 'bar':
      return [...at(0, half), ...at(pen, half), ...at(pen, -half), ...at(0, -half)]
  }
}

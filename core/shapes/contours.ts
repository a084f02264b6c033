import { maths } from '../maths'
import type { Values } from '../params'
import { cornersOf, flatten, flattenOpen, outlineOfShape } from '../region'
import { type Corners, type Ends, united } from '../polygon'
import type { Head } from './heads'
import { lineContours } from './line'
import { rounded } from './rounded'

/** Shapes that are drawn from their numbers. */
export const SHAPES = ['rectangle', 'ellipse', 'polygon', 'star', 'line', 'outline', 'drawing'] as const
export type ShapeKind = (typeof SHAPES)[number]

/** A shape at one time: its numbers, see OBJECT_FORMS; outlines and lines have `points` as corners. */
export interface Shape {
  kind: ShapeKind
  values: Values
  /** Of a drawing. */
  drawing?: { contours: readonly (readonly number[])[]; rule: 'nonzero' | 'evenodd' } | undefined
}

/** Steps of the tolerance to which crossings are rounded. */
const STEPS = 4

/** The closed contours of a shape in its own pixels, nowhere off by more than a tolerance; none where there is nothing of it. */
export function contoursOf({ kind, values, drawing }: Shape, tolerance: number): number[][] {
  const number = (name: string) => Number(values[name] ?? 0)
  const two = (name: string) => (values[name] ?? [0, 0]) as [number, number]
  const points = () => cornersOf(Array.isArray(values['points']) ? (values['points'] as number[]) : [])
  switch (kind) {
    case 'outline': {
      const corners = points()
      return corners.length < 3 ? [] : [flatten(corners, tolerance).contour]
    }
    case 'drawing': {
      const flat = (drawing?.contours ?? []).map((c) => flatten(cornersOf(c), tolerance).contour)
      return united(
        flat.filter((c) => c.length >= 6),
        STEPS / Math.max(tolerance, 1e-4),
        drawing?.rule === 'evenodd',
      )
    }
    case 'ellipse':
      return [flatten(outlineOfShape('ellipse', [0, 0], two('box'), 0, 0), tolerance).contour]
    case 'rectangle': {
      const [w, h] = two('box').map((v) => v / 2) as [number, number]
      const round = Math.min(number('round'), w, h)
      const [[a, b], [c, d]] = [two('upper'), two('lower')]
      const corners = [[-w, -h] as const, [w, -h] as const, [w, h] as const, [-w, h] as const]
      return [
        rounded(
          corners,
          [a, b, d, c].map((share) => share * round),
          tolerance,
        ),
      ]
    }
    case 'polygon':
    case 'star': {
      const corners = wheel(kind === 'star', two('box'), Math.round(number('corners')), number('depth'))
      return [
        rounded(
          corners,
          corners.map(() => number('round')),
          tolerance,
        ),
      ]
    }
    case 'line':
      return lineContours(flattenOpen(points(), tolerance), {
        width: number('width'),
        taper: two('taper'),
        from: number('from'),
        to: number('to'),
        shift: number('shift'),
        corners: String(values['corners']) as Corners,
        ends: String(values['ends']) as Ends,
        dash: two('dash'),
        run: number('run'),
        heads: [String(values['headStart']) as Head, String(values['headEnd']) as Head],
        head: number('head'),
      })
  }
}

/** Corners round the middle of a box, the first one on top; of a star points and the corners between them. */
function wheel(star: boolean, [width, height]: readonly [number, number], corners: number, depth: number) {
  const n = star ? corners * 2 : corners
  return Array.from({ length: n }, (_, i): [number, number] => {
    const turn = (2 * Math.PI * i) / n - Math.PI / 2
    const out = (star && i % 2 === 1 ? 1 - depth : 1) / 2
    return [width * out * maths.cos(turn), height * out * maths.sin(turn)]
  })
}

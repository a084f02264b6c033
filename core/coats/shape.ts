import type { Area, Frame, Size } from '../frame'
import type { Kernels } from '../kernels'
import type { Matrix3 } from '../matrix'
import { cornersOf, flatten, mapped } from '../region'
import type { Coat } from './coat'
import { type Drawing, paintCoats, type Painted, paintedArea } from './paint'

/** A closed outline as it is painted. */
export interface Shaped {
  /** Corners as values of outlines hold them, in the object's own pixels. */
  points: readonly number[]
  coats: readonly Coat[]
  map: Matrix3
}

/** Pixels by which a bent outline may be off. */
const TOLERANCE = 0.02

/** An outline with its coats on nothing: the part of a picture of a size that it touches; undefined where there is none. The caller frees it. */
export function drawShape(
  k: Kernels,
  size: Size,
  { points, coats, map }: Shaped,
): { frame: Frame; area: Area } | undefined {
  const corners = cornersOf(points)
  if (corners.length < 3) return undefined
  const unit = Math.sqrt(Math.abs(map[0] * map[4] - map[1] * map[3]))
  const { contour } = flatten(corners, TOLERANCE / Math.max(unit, 1e-6))
  const own = boxed(contour)
  const body = bodyOf(mapped(contour, map))
  const drawing: Drawing = {
    bodies: [body],
    boxes: { block: [own], line: [own], word: [own] },
    map: [map[0], map[1], map[2], map[3], map[4], map[5]],
  }
  const area = paintedArea(size, drawing, coats)
  if (area.width <= 0 || area.height <= 0) return undefined
  return { area, frame: paintCoats(k, area, drawing, coats) }
}

function bodyOf(contour: readonly number[]): Painted {
  const n = contour.length
  const pieces = new Float32Array(n * 2)
  for (let i = 0; i < n; i += 2) {
    const next = (i + 2) % n
    pieces.set(
      [contour[i] as number, contour[i + 1] as number, contour[next] as number, contour[next + 1] as number],
      2 * i,
    )
  }
  return { ...boxed(contour), pieces }
}

function boxed(contour: readonly number[]) {
  const at = (axis: 0 | 1) => contour.filter((_, i) => i % 2 === axis)
  const [xs, ys] = [at(0), at(1)]
  return { left: Math.min(...xs), right: Math.max(...xs), top: Math.min(...ys), bottom: Math.max(...ys) }
}

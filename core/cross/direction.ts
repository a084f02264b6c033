import type { Size } from '../frame'
import { maths } from '../maths'
import { radians } from '../matrix'

/** The way of an angle over a picture. */
export interface Direction {
  /** Its cosine and sine: 0 degrees to the right, 90 down. */
  c: number
  s: number
  /** How far the picture reaches along it. */
  span: number
  /** The corner that it begins at. */
  first: [number, number]
}

export function directionOf({ width, height }: Size, angle: number): Direction {
  const [c, s] = [maths.cos(radians(angle)), maths.sin(radians(angle))]
  const span = Math.abs(c) * width + Math.abs(s) * height
  return { c, s, span, first: [c < 0 ? width : 0, s < 0 ? height : 0] }
}

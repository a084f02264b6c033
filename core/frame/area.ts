import type { Size } from '.'

/** A rectangle of whole pixels: [x, x + width) by [y, y + height). */
export interface Area extends Size {
  x: number
  y: number
}

export const wholeOf = ({ width, height }: Size): Area => ({ x: 0, y: 0, width, height })

export const isEmpty = (a: Area): boolean => a.width <= 0 || a.height <= 0

const between = (x: number, y: number, right: number, bottom: number): Area => ({
  x,
  y,
  width: Math.max(0, right - x),
  height: Math.max(0, bottom - y),
})

/** What both cover. */
export const intersection = (a: Area, b: Area): Area =>
  between(
    Math.max(a.x, b.x),
    Math.max(a.y, b.y),
    Math.min(a.x + a.width, b.x + b.width),
    Math.min(a.y + a.height, b.y + b.height),
  )

/** The smallest area that covers both. */
export function union(a: Area, b: Area): Area {
  if (isEmpty(a)) return b
  if (isEmpty(b)) return a
  return between(
    Math.min(a.x, b.x),
    Math.min(a.y, b.y),
    Math.max(a.x + a.width, b.x + b.width),
    Math.max(a.y + a.height, b.y + b.height),
  )
}

/** Grown by `by` pixels on every side; Infinity makes it cover every picture there can be. */
export function grown(a: Area, by: number): Area {
  const n = Math.min(by, 2 ** 24)
  return between(a.x - n, a.y - n, a.x + a.width + n, a.y + a.height + n)
}

/** Grown to borders that are multiples of n. */
export const aligned = (a: Area, n: number): Area =>
  between(
    Math.floor(a.x / n) * n,
    Math.floor(a.y / n) * n,
    Math.ceil((a.x + a.width) / n) * n,
    Math.ceil((a.y + a.height) / n) * n,
  )

export const sameArea = (a: Area, b: Area): boolean =>
  a.x === b.x && a.y === b.y && a.width === b.width && a.height === b.height

/** The smallest area of whole pixels, at a proxy scale, that covers one at full size. */
export const scaledArea = (a: Area, scale: number): Area =>
  between(
    Math.floor(a.x * scale),
    Math.floor(a.y * scale),
    Math.ceil((a.x + a.width) * scale),
    Math.ceil((a.y + a.height) * scale),
  )

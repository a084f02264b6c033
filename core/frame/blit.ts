import { type Area, intersection } from './area'

/** Pixels that lie at an area of a whole, row-major without padding. */
export interface Lying {
  picture: { readonly data: Float32Array; readonly channels: number }
  area: Area
}

/** Copies the pixels of `from` over those of `to` where both lie; the rest of `to` stays. Both have the same number of channels. */
export function blit(to: Lying, from: Lying): void {
  const both = intersection(to.area, from.area)
  if (both.width <= 0 || both.height <= 0) return
  const { channels } = to.picture
  const at = ({ area }: Lying, y: number) => ((y - area.y) * area.width + both.x - area.x) * channels
  // Rows that follow each other without a gap in both are one.
  const joined = both.width === to.area.width && both.width === from.area.width
  const [rows, n] = joined ? [1, both.height] : [both.height, 1]
  for (let y = both.y; y < both.y + rows; y++) {
    const start = at(from, y)
    to.picture.data.set(from.picture.data.subarray(start, start + n * both.width * channels), at(to, y))
  }
}

import type { Area } from '@stilus/core/frame'
import type { Delivered } from './render.worker'

/** The mean of an area (in pixels of the full-size picture) of a picture delivered as floats, whole or a part: four numbers, premultiplied. */
export function meanOf(picture: Delivered, area: Area, scale: number): [number, number, number, number] {
  const [left, top] = [picture.part?.x ?? 0, picture.part?.y ?? 0]
  const span = (from: number, length: number, offset: number, most: number) => {
    const first = Math.min(most - 1, Math.max(0, Math.floor(from * scale) - offset))
    return [first, Math.min(most, Math.max(first + 1, Math.floor((from + length) * scale) - offset))] as const
  }
  const [x0, x1] = span(area.x, area.width, left, picture.width)
  const [y0, y1] = span(area.y, area.height, top, picture.height)
  const sum: [number, number, number, number] = [0, 0, 0, 0]
  for (let y = y0; y < y1; y++)
    for (let x = x0; x < x1; x++)
      for (let c = 0; c < 4; c++)
        sum[c] = (sum[c] as number) + ((picture.data[(y * picture.width + x) * 4 + c] as number) ?? 0)
  const n = (x1 - x0) * (y1 - y0)
  return sum.map((v) => v / n) as typeof sum
}

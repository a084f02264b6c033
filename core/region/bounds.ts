import { type Area, aligned, grown, intersection, type Size, union, wholeOf } from '../frame'
import { maths } from '../maths'
import type { ResolvedItem } from './items'
import { cornersOf, flatten, mapped } from './outline'

const NOTHING: Area = { x: 0, y: 0, width: 0, height: 0 }

/** Where a matte can be above 0, in pixels at a proxy scale; the whole picture for what is inverted or cut out of everything. */
export function matteBounds(
  size: Size,
  scale: number,
  items: readonly ResolvedItem[],
  invert: boolean,
): Area {
  const whole = wholeOf(size)
  if (invert) return whole
  const first = items.find((item) => item.join !== 'holdout')
  if (!first && items.length) return whole
  let bounds: Area = first && first.join !== 'add' ? whole : NOTHING
  let held = false
  for (const item of items) {
    if (item.join === 'add' || item.join === 'exclude') bounds = union(bounds, itemBounds(item, size, scale))
    if (item.join === 'holdout') held = true
    // What is held out is not cut away.
    if (item.join === 'intersect' && !held) bounds = intersection(bounds, itemBounds(item, size, scale))
  }
  return intersection(whole, bounds)
}

/** How far an item looks around a pixel, in rendered pixels. */
export const reachOf = ({ kind, grow, blur }: ResolvedItem, scale: number): number =>
  blur * scale * 4 +
  (kind === 'ellipse' || kind === 'rectangle' || kind === 'outline' ? 0 : Math.abs(grow) * scale + 1)

/** Where one item can be above 0. */
export function itemBounds(item: ResolvedItem, size: Size, scale: number): Area {
  const whole = wholeOf(size)
  if (item.invert) return whole
  const by = item.blur * scale * 4 + Math.max(0, item.grow * scale) + 2
  switch (item.kind) {
    case 'luminance':
    case 'chroma':
    case 'hsl':
    case 'matte':
      return whole
    case 'region':
      return aligned(grown(matteBounds(size, scale, item.items, false), by), 1)
    case 'outline': {
      const { contour, factors } = flatten(cornersOf(item.points), 0.5)
      const wide = Math.max(1, ...(factors ?? []))
      return boxOf(mapped(contour, item.map), scale, by + item.feather[1] * wide * scale)
    }
    default: {
      const turn = (item.angle * Math.PI) / 180
      const [c, s] = [Math.abs(maths.cos(turn)), Math.abs(maths.sin(turn))]
      const [rx, ry] = item.size.map((v) => Math.abs(v) / 2) as [number, number]
      const [hx, hy] = [c * rx + s * ry, s * rx + c * ry]
      const [x, y] = item.centre
      return boxOf([x - hx, y - hy, x + hx, y + hy], scale, by + item.feather[1] * scale)
    }
  }
}

function boxOf(places: readonly number[], scale: number, by: number): Area {
  if (!places.length) return NOTHING
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity]
  for (let i = 0; i < places.length; i += 2) {
    const [x, y] = [(places[i] as number) * scale, (places[i + 1] as number) * scale]
    left = Math.min(left, x)
    right = Math.max(right, x)
    top = Math.min(top, y)
    bottom = Math.max(bottom, y)
  }
  return aligned(grown({ x: left, y: top, width: right - left, height: bottom - top }, by), 1)
}

import { qualifierTable, toOklab } from '../colour'
import {
  type Area,
  type Frame,
  grown,
  blit,
  intersection,
  type Plane,
  sameArea,
  type Size,
  wholeOf,
} from '../frame'
import {
  fillPath,
  gaussian,
  grow,
  invertMatte,
  joinInto,
  type Kernels,
  nearColours,
  runProgram,
  showPlane,
  weigh,
} from '../kernels'
import { maths } from '../maths'
import { itemBounds, reachOf } from './bounds'
import type { FreeOutline, Key, PlainShape, ResolvedItem } from './items'
import { cornersOf, flatten, mapped } from './outline'

/** A picture that items look at: pixels of `area` of the whole. */
export interface Looked {
  frame: Frame
  area: Area
}

export interface RasteriseOptions {
  /** The whole picture at this scale. */
  size: Size
  scale: number
  /** What keys and clips look at, by their `input`; each must cover the area grown by the items' reach, within the picture. */
  pictures?: readonly Looked[]
}

/**
 * The matte of a list of items for an area of the picture: joined in order onto nothing (or onto everything, where the first one subtracts or intersects). An item that holds out
 * adds nothing, and what is below it in the list does not count where it is.
 */
export function rasterise(
  k: Kernels,
  area: Area,
  items: readonly ResolvedItem[],
  invert: boolean,
  options: RasteriseOptions,
): Plane {
  const plane = k.plane(area.width, area.height)
  const n = area.width * area.height
  const first = items.find((item) => item.join !== 'holdout')
  const everything = first ? first.join !== 'add' : items.length > 0
  k.raw.fillPlane(plane.block.at, n, everything ? 1 : 0)
  let held: Plane | undefined
  for (const item of items) {
    const matte = itemMatte(k, area, item, options)
    if (held) joinInto(k, matte, held, 'subtract')
    // What is held out must not be cut away by an intersection either: there the picture stays as it was.
    if (held && item.join === 'intersect') joinInto(k, matte, held, 'add')
    if (item.join !== 'holdout') joinInto(k, plane, matte, item.join)
    else if (held) joinInto(k, held, matte, 'add')
    if (item.join === 'holdout' && !held) held = matte
    else k.free(matte)
  }
  // Nothing but what is in front: everything behind it.
  if (held && !first) joinInto(k, plane, held, 'subtract')
  if (held) k.free(held)
  if (invert) invertMatte(k, plane)
  return plane
}

/** The matte of one item with its refinements. */
export function itemMatte(k: Kernels, area: Area, item: ResolvedItem, options: RasteriseOptions): Plane {
  const reach = reachOf(item, options.scale)
  const wide =
    reach > 0 ? intersection(wholeOf(options.size), roundedOut(grown(area, Math.ceil(reach)))) : area
  let matte = drawn(k, wide, item, options)
  const { scale } = options
  if (item.grow && !isDrawn(item)) {
    const moved = grow(k, matte, item.grow * scale)
    k.free(matte)
    matte = moved
  }
  if (item.blur > 0) {
    const shown = showPlane(k, matte)
    const soft = gaussian(k, shown, item.blur * scale, item.blur * scale, 'clamp')
    k.free(matte, shown)
    matte = weigh(k, soft, [1, 0, 0, 0])
    k.free(soft)
  }
  if (!sameArea(wide, area)) matte = cut(k, matte, wide, area)
  if (item.invert) invertMatte(k, matte)
  if (item.opacity < 1) {
    const share = Math.max(0, item.opacity)
    for (let i = 0; i < matte.data.length; i++) matte.data[i] = (matte.data[i] as number) * share
  }
  return matte
}

const roundedOut = (a: Area): Area => ({ ...a, x: Math.floor(a.x), y: Math.floor(a.y) })

const isDrawn = ({ kind }: ResolvedItem) => kind === 'ellipse' || kind === 'rectangle' || kind === 'outline'

function cut(k: Kernels, matte: Plane, from: Area, area: Area): Plane {
  const out = k.plane(area.width, area.height)
  blit({ picture: out, area }, { picture: matte, area: from })
  k.free(matte)
  return out
}

function drawn(k: Kernels, area: Area, item: ResolvedItem, options: RasteriseOptions): Plane {
  switch (item.kind) {
    case 'ellipse':
    case 'rectangle':
      return plainShape(k, area, item, options.scale)
    case 'outline':
      return outline(k, area, item, options)
    case 'region':
      return rasterise(k, area, item.items, false, options)
    case 'matte':
      return matteFrom(k, seen(k, area, options.pictures?.[item.input]), item.channel)
    default:
      return keyMatte(k, seen(k, area, options.pictures?.[item.input]), item)
  }
}

/** The part of a looked-at picture that an area covers, as a copy; black where there is no picture. */
function seen(k: Kernels, area: Area, looked: Looked | undefined): Frame {
  const out = k.frame(area.width, area.height)
  const both = looked ? intersection(area, looked.area) : area
  if (!looked || !sameArea(both, area)) out.data.fill(0)
  if (!looked) return out
  blit({ picture: out, area }, { picture: looked.frame, area: looked.area })
  return out
}

/** The edge runs as a smoothstep of the distance; one that is sharper than a rendered pixel is antialiased over one. */
function plainShape(k: Kernels, { x, y, width, height }: Area, shape: PlainShape, scale: number): Plane {
  const plane = k.plane(width, height)
  const turn = (shape.angle * Math.PI) / 180
  const half = shape.size.map((v) => Math.max((Math.abs(v) / 2) * scale, 1e-3)) as [number, number]
  let [inner, outer] = shape.feather.map((v) => v * scale) as [number, number]
  const lack = Math.max(0, 1 - inner - outer) / 2
  ;[inner, outer] = [inner + lack, outer + lack]
  const by = shape.grow * scale
  const round = shape.kind === 'rectangle' ? Math.min(shape.round * scale, ...half) : 0
  k.raw.shape(
    ...([plane.block.at, width, height, shape.kind === 'ellipse' ? 0 : 1] as const),
    ...([shape.centre[0] * scale - x, shape.centre[1] * scale - y] as const),
    ...([maths.cos(turn), maths.sin(turn), ...half, round, inner - by, outer + by] as const),
  )
  return plane
}

function outline(k: Kernels, area: Area, item: FreeOutline, { scale, size }: RasteriseOptions): Plane {
  const { contour, factors } = flatten(cornersOf(item.points), 0.02 / Math.max(scale, 1e-3))
  const places = mapped(contour, item.map).map((v, i) => v * scale - (i % 2 ? area.y : area.x))
  const [inner, outer] = item.feather.map((v) => v * scale) as [number, number]
  const box = itemBounds({ ...item, invert: false, blur: 0 }, size, scale)
  const part = intersection(box, area)
  // Only where it can be: the distance to an outline costs by the pixel.
  const small = part.width * part.height * 2 < area.width * area.height && part.width > 0 && part.height > 0
  const at = small ? part : area
  const moved = small ? places.map((v, i) => v + (i % 2 ? area.y - at.y : area.x - at.x)) : places
  const matte = fillPath(k, at.width, at.height, [moved], {
    rule: 'non-zero',
    inner,
    outer,
    shift: item.grow * scale,
    factors: factors && places.length === contour.length ? [factors] : undefined,
  })
  if (!small) return matte
  const plane = k.plane(area.width, area.height)
  plane.data.fill(0)
  blit({ picture: plane, area }, { picture: matte, area: at })
  k.free(matte)
  return plane
}

function keyMatte(k: Kernels, frame: Frame, key: Key): Plane {
  runProgram(k, frame, [...toOklab], frame)
  if (key.kind === 'chroma') {
    const samples = (list: readonly [number, number][]) =>
      list.map(([a, b]) => ({ a, b, reach: key.reach, soft: key.soft }))
    const matte = nearColours(k, frame, samples(key.plus), samples(key.minus))
    k.free(frame)
    return matte
  }
  const all = { hue: 0, width: 360, hueSoft: 0, chroma: [0, 0.4] as const }
  const soft = (v: number): readonly [number, number] => [Math.max(v, 4e-3), Math.max(v, 4e-3)]
  const table =
    key.kind === 'luminance'
      ? qualifierTable({
          ...all,
          chromaSoft: [1, 1],
          light: key.light,
          lightSoft: key.lightSoft.map((v) => Math.max(v, 4e-3)) as [number, number],
        })
      : qualifierTable({ ...key, chromaSoft: soft(key.soft * 0.25), lightSoft: soft(key.soft) })
  runProgram(k, frame, [{ op: 'qualify', table }, { op: 'showWeight' }], frame)
  const matte = weigh(k, frame, [1, 0, 0, 0])
  k.free(frame)
  return matte
}

/** Alpha as it is; luminance as it was coded, since a matte that is stored as a picture holds its shares as codes. */
/** The matte that a picture is: its alpha, or its brightness as display codes. The picture is used up. */
export function matteFrom(k: Kernels, frame: Frame, channel: 'alpha' | 'luminance'): Plane {
  if (channel === 'luminance')
    runProgram(
      k,
      frame,
      [{ op: 'clamp', low: 0, high: 1 }, { op: 'saturation', amount: 0 }, { op: 'encode' }],
      frame,
    )
  const matte = weigh(k, frame, channel === 'alpha' ? [0, 0, 0, 1] : [1, 0, 0, 0])
  k.free(frame)
  return matte
}

import type { Value } from '../anim'
import { hueOf, oklab } from '../colour'
import { type Matrix3 } from '../matrix'
import { fit } from '../params'
import {
  ITEM_FORMS,
  isShape,
  outlineOfShape,
  type PlainShape,
  type Refined,
  type ResolvedItem,
  valueOf,
} from '../region'
import { mapOf } from './motions'
import type { Stage } from './stage'
import type { MaskItem, Region, Step } from './schema'
import { moved } from './values'

/** What resolving an item gives to its caller: which picture a key or clip looks at, as an index among the matte's pictures. */
export type Looks = (shape: MaskItem) => number

/** A region's items that are on at treatment time t, as the rasteriser takes them. A region of the shelf that holds itself is left out there. */
export function resolveItems(
  stage: Stage,
  step: Step,
  region: Region,
  t: number,
  looks: Looks,
  above: readonly Region[] = [],
): ResolvedItem[] {
  return region.items
    .filter((shape) => shape.on)
    .flatMap((shape) => resolveItem(stage, step, region, shape, t, looks, above) ?? [])
}

/** One item at treatment time t; undefined where there is nothing of it. */
export function resolveItem(
  stage: Stage,
  step: Step,
  region: Region,
  shape: MaskItem,
  t: number,
  looks: Looks,
  above: readonly Region[] = [],
): ResolvedItem | undefined {
  const form = (name: string): Value => {
    const given = shape.form[name]
    const declared = ITEM_FORMS[shape.kind][name]
    const value = given ? moved(stage, step, given, t) : undefined
    return declared ? fit(declared, value) : (value ?? 0)
  }
  const number = (name: string) => Number(form(name))
  const two = (name: string) => form(name) as [number, number]
  const refined: Refined = {
    id: shape.id,
    join: shape.join,
    invert: shape.invert ?? false,
    opacity: number('opacity'),
    grow: number('grow'),
    blur: Math.max(0, number('blur')),
  }
  if (isShape(shape.kind)) {
    const map = mapOf(stage, [shape.attach, region.attach], t)
    const feather = two('feather')
    if (shape.kind === 'outline') {
      const points = (shape.form.points ? moved(stage, step, shape.form.points, t) : []) as number[]
      return points.length < 16 ? undefined : { ...refined, kind: 'outline', points, feather, map }
    }
    const plain: PlainShape = {
      ...refined,
      kind: shape.kind as PlainShape['kind'],
      feather,
      centre: two('centre'),
      size: two('size'),
      angle: number('angle'),
      round: shape.kind === 'rectangle' ? number('round') : 0,
    }
    return map ? ridingOutline(plain, map) : plain
  }
  switch (shape.kind) {
    case 'region': {
      const item = stage.project.shelf?.find((s) => s.id === shape.regionId)
      if (item?.kind !== 'region' || above.includes(item.region) || item.region === region) return undefined
      const items = resolveItems(stage, step, item.region, t, looks, [...above, region])
      const both = item.region.invert !== refined.invert
      return { ...refined, kind: 'region', items, invert: both }
    }
    case 'matte':
      return { ...refined, kind: 'matte', input: looks(shape), channel: form('channel') as 'alpha' }
    default: {
      const near = (plus: boolean) =>
        (shape.samples ?? [])
          .filter((s) => s.plus === plus)
          .map(({ rgb }) => oklab(rgb).slice(1) as [number, number])
      const has = (name: string) => name in ITEM_FORMS[shape.kind]
      return {
        ...refined,
        kind: shape.kind as 'luminance',
        input: looks(shape),
        light: has('light') ? two('light') : [0, 1],
        lightSoft: has('lightSoft') ? two('lightSoft') : [0.1, 0.1],
        chroma: has('chroma') ? two('chroma') : [0, 0.4],
        hue: has('sample') ? hueOf(form('sample') as [number, number, number]).hue : 0,
        width: has('width') ? number('width') : 360,
        hueSoft: has('hueSoft') ? number('hueSoft') : 0,
        soft: has('soft') ? number('soft') : 0,
        reach: has('reach') ? number('reach') : 0,
        plus: near(true),
        minus: near(false),
      }
    }
  }
}

/** A shape that motions bend out of its form, as the outline that it was. */
function ridingOutline(shape: PlainShape, map: Matrix3): ResolvedItem {
  const { kind, centre, size, angle, round, ...rest } = shape
  const points = valueOf(outlineOfShape(kind, centre, size, angle, round))
  return { ...rest, kind: 'outline', points, map }
}

import { type Area, isEmpty, union, wholeOf } from '../frame'
import { maths } from '../maths'
import { holderOf, type MaskItem, type Region, resolveItems, type Step } from '../project'
import { cornersOf, mapped, matteBounds, outlineOfShape, type ResolvedItem } from '../region'
import type { RegionLook } from './graph'
import type { StepView, Work } from './work'

/** Gives the picture that a mask item of a step looks at. */
export type LookedAt = (item: MaskItem) => number

/** The matte of a region; undefined where it has no item and so means everything; 'empty' where nothing of the picture is in it. */
export function planMatte(
  work: Work,
  step: Step,
  region: Region,
  looked: LookedAt,
): number | 'empty' | undefined {
  const made = matteOf(work, step, region, looked)
  if (!made.moments[0]?.length) return undefined
  return isEmpty(made.bounds) ? 'empty' : addMatte(work, made, region.invert)
}

interface Made {
  moments: ResolvedItem[][]
  inputs: number[]
  bounds: Area
}

/** Moments over which a region that moves is averaged: as many as it takes that no step is longer than about a pixel and a half, 16 at most. */
const MOMENTS = 16

/** A region's items at its moments, and the pictures that they look at. Of one item alone where its id is given. */
function matteOf(work: Work, step: Step, region: Region, looked: LookedAt, only?: string): Made {
  const { canvas, stage, t } = work
  const inputs: number[] = []
  const looks = (item: MaskItem) => {
    const node = looked(item)
    if (!inputs.includes(node)) inputs.push(node)
    return inputs.indexOf(node)
  }
  const shown = only ? { ...region, items: region.items.filter((s) => s.id === only) } : region
  // Alone, an item is what it covers, whatever it does to the others.
  const at = (time: number) => {
    const items = resolveItems(stage, step, shown, time, looks)
    return only ? items.map((item) => ({ ...item, join: 'add' as const })) : items
  }
  const now = at(t)
  let moments = [now]
  const open = (region.shutter ?? 0) / 360
  if (open > 0) {
    const ends = [at(t - open / 2), at(t + open / 2)]
    const far = travel(ends[0] as ResolvedItem[], ends[1] as ResolvedItem[]) * canvas.scale
    const n = Math.min(MOMENTS, Math.ceil(far / 1.5))
    if (n > 1) moments = Array.from({ length: n }, (_, i) => at(t + ((i + 0.5) / n - 0.5) * open))
  }
  const bounds = moments
    .map((items) => matteBounds(canvas, canvas.scale, items, only ? false : region.invert))
    .reduce((a, b) => union(a, b))
  return { moments, inputs, bounds }
}

/** How far the items go between two moments, in full-size pixels; what changes in another way counts as a few. */
function travel(a: readonly ResolvedItem[], b: readonly ResolvedItem[]): number {
  return a.reduce((most, item, i) => {
    const [p, q] = [placesOf(item), placesOf(b[i])]
    if (JSON.stringify(item) === JSON.stringify(b[i])) return most
    if (!p.length || p.length !== q.length) return Math.max(most, 6)
    let far = 1
    for (let c = 0; c < p.length; c += 2)
      far = Math.max(
        far,
        maths.hypot((p[c] as number) - (q[c] as number), (p[c + 1] as number) - (q[c + 1] as number)),
      )
    return Math.max(most, far)
  }, 0)
}

function placesOf(item: ResolvedItem | undefined): number[] {
  if (item?.kind === 'outline')
    return mapped(
      cornersOf(item.points).flatMap((c) => [c.x, c.y]),
      item.map,
    )
  if (item?.kind !== 'ellipse' && item?.kind !== 'rectangle') return []
  return outlineOfShape(item.kind, item.centre, item.size, item.angle).flatMap((c) => [c.x, c.y])
}

const addMatte = ({ g, canvas }: Work, { moments, inputs, bounds }: Made, invert: boolean): number =>
  g.add(canvas, { kind: 'matte', moments, invert, bounds }, inputs)

/** A look at a region or at one of its items. */
export function planRegion(work: Work, step: Step, before: number, looked: LookedAt, view: StepView): number {
  const { g, canvas } = work
  const { project } = work.stage
  const region = step.where
  const way = (view.view.split(' ')[1] as RegionLook | undefined) ?? 'matte'
  const holder = region && view.item ? holderOf(project, step, view.item) : region
  const empty: Made = { moments: [[]], inputs: [], bounds: wholeOf(canvas) }
  const made = holder ? matteOf(work, step, holder, looked, view.item) : empty
  // Nothing in it means everything.
  const all = !made.moments[0]?.length && !view.item
  const matte = addMatte(
    work,
    view.item || all ? { ...made, bounds: wholeOf(canvas) } : made,
    all ? !(region?.invert ?? false) : view.item ? false : (region?.invert ?? false),
  )
  const shape = view.item ? holder?.items.find((s) => s.id === view.item) : undefined
  const colour = OUTLINE_COLOURS[shape?.hue ?? 0]
  const look = {
    kind: 'show',
    way,
    ...(way === 'overlay' || way === 'edge' ? { colour, opacity: view.opacity ?? 0.5 } : {}),
  } as const
  return g.add(canvas, look, way === 'matte' ? [matte] : [matte, before])
}

/** Colours of outlines and overlays, in linear light: told apart on any footage. */
export const OUTLINE_COLOURS: readonly [number, number, number][] = [
  [0.02, 0.42, 0.4],
  [0.75, 0.24, 0.02],
  [0.3, 0.16, 0.8],
  [0.6, 0.55, 0.03],
  [0.7, 0.06, 0.22],
  [0.08, 0.45, 0.08],
  [0.05, 0.2, 0.75],
  [0.6, 0.6, 0.6],
]

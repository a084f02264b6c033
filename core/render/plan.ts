import { presence } from '../anim'
import { type Area, isEmpty, scaled, scaledArea, union, wholeOf } from '../frame'
import { cornersOf, mapped, matteBounds, outlineOfShape, type ResolvedItem } from '../region'
import {
  getShot,
  holderOf,
  keepsAlpha,
  moved,
  type Project,
  type Region,
  resolveItems,
  type Shape,
  type Shot,
  shotsAt,
  type Step,
  stepValues,
  treatmentTime,
  type Version,
} from '../project'
import type { Values } from '../params'
import { findStep } from '../steps'
import { conform } from '../time'
import { assignAreas } from './areas'
import { fuse } from './fuse'
import { type Draft, GraphBuilder, type Inspect, type Plan, reachable, type RegionLook } from './graph'
import { tablesOf } from './tables'

/** What to look at. */
export type Target = Base & {
  inspect?: Inspect | undefined
  /** Shown instead: how far the picture lies from this one, times a gain. */
  difference?: { against: Base; gain: number } | undefined
}

type Base =
  /** The whole sequence. */
  | { kind: 'sequence' }
  /** A kept still, or any medium, at its first frame. */
  | { kind: 'medium'; mediaId: string }
  | ShotTarget

/** One shot alone: its result, or its state after step `upTo` ('source' for the untouched shot). */
export interface ShotTarget {
  kind: 'shot'
  shotId: string
  upTo?: string | undefined
  view?: StepView | undefined
  /** Only these steps, whatever is switched on. */
  solo?: readonly string[] | undefined
  /** Another version of the shot than the one in use. */
  version?: Version | undefined
  /** Over what lies under the shot on the sequence. */
  below?: boolean | undefined
  /** Another frame than the one asked for, for comparing with other shots. */
  frame?: number | undefined
}

/** A look at what one step thinks: its region ('region matte' and so on by REGION_LOOKS, of one item alone where that is named), or one of the views that it declares. */
export interface StepView {
  stepId: string
  view: string
  item?: string | undefined
  /** How dense an overlay is. */
  opacity?: number | undefined
}

/**
 * The graph that makes one frame. `frame` counts from the start of the sequence, or from the head of the shot (negative in its
 * handles). Steps that are off, outside their span, without weight or neutral do not appear in it, nor do shots that lie under one that hides
 * them; runs of pointwise steps are one node.
 * @param scale proxy scale, above 0; 1 is full size
 * @param area the part that is wanted, in pixels of the full-size picture; a little more may be made
 */
export function plan(project: Project, target: Target, frame: number, scale: number, area?: Area): Plan {
  const size = scaled(project.size, scale)
  const g = new GraphBuilder(size.width, size.height, scale)
  const root = planLook(g, project, target, frame)
  const large = ({ op }: Draft) =>
    op.kind === 'matte' && op.bounds.width * op.bounds.height * 2 > size.width * size.height
  const wanted = area ? scaledArea(area, scale) : wholeOf(size)
  const nodes = assignAreas(fuse(reachable(g.nodes, root), large), size, scale, wanted)
  const sources = nodes.flatMap(({ op, area }) =>
    op.kind === 'source' && !isEmpty(area) ? [{ mediaId: op.mediaId, frame: op.frame }] : [],
  )
  const look = { highlights: project.highlights ?? 'clip', tables: tablesOf(project, nodes) } as const
  return { ...size, scale, nodes, sources, ...look }
}

function planLook(g: GraphBuilder, project: Project, target: Target, frame: number): number {
  let picture = planTarget(g, project, target, frame)
  if (target.difference) {
    const other = planTarget(g, project, target.difference.against, frame)
    picture = g.add({ kind: 'difference', gain: target.difference.gain }, [picture, other])
  }
  return target.inspect ? g.add({ kind: 'inspect', look: target.inspect }, [picture]) : picture
}

function planTarget(g: GraphBuilder, project: Project, target: Base, frame: number): number {
  if (target.kind === 'medium') return g.add({ kind: 'source', mediaId: target.mediaId, frame: 0 })
  if (target.kind === 'shot') {
    const shot = getShot(project, target.shotId)
    const picture = planShot(g, project, shot, target.frame ?? frame, target)
    if (!target.below) return picture
    const under = planSequence(g, project, shot.start + frame, shot.lane)
    return under === undefined ? picture : g.add({ kind: 'over' }, [picture, under])
  }
  return planSequence(g, project, frame, Infinity) ?? g.add({ kind: 'blank' })
}

/** What the lanes below `lane` show at a sequence frame; undefined where there is nothing. */
function planSequence(g: GraphBuilder, project: Project, frame: number, lane: number): number | undefined {
  const shots = shotsAt(project, frame).filter((shot) => shot.lane < lane)
  const hiding = shots.findLastIndex((shot) => hides(project, shot))
  let picture: number | undefined
  for (const shot of shots.slice(Math.max(0, hiding))) {
    const top = planShot(g, project, shot, frame - shot.start)
    picture = picture === undefined ? top : g.add({ kind: 'over' }, [top, picture])
  }
  return picture
}

/** Whether nothing can be seen through a shot: video of the canvas's shape, and no step that could open it. */
function hides(project: Project, shot: Shot): boolean {
  const medium = project.media.find((m) => m.id === shot.mediaId)
  if (medium?.kind !== 'video' || !medium.width || !medium.height) return false
  const { width, height } = project.size
  const ratio = Math.min(width / medium.width, height / medium.height)
  const covers = Math.round(medium.width * ratio) === width && Math.round(medium.height * ratio) === height
  return covers && shot.steps.every((step) => !step.on || keepsAlpha(step))
}

/** What planning the steps of a shot needs to know. */
interface Work {
  g: GraphBuilder
  project: Project
  shot: Shot
  /** Treatment time. */
  t: number
  bounds: { start: number; end: number }
  upTo?: string | undefined
  view?: StepView | undefined
  solo?: readonly string[] | undefined
  /** Stops before this step. */
  until?: string | undefined
}

function planShot(
  g: GraphBuilder,
  project: Project,
  whole: Shot,
  f: number,
  { upTo, view, solo, version }: Partial<ShotTarget> = {},
): number {
  const shot = version && whole.versions?.[version] ? { ...whole, steps: whole.versions[version] } : whole
  const picture = planSource(g, project, shot, f)
  if (upTo === 'source') return picture
  const t = treatmentTime(shot, f)
  const bounds = { start: treatmentTime(shot, 0), end: treatmentTime(shot, shot.length) }
  return planSteps({ g, project, shot, t, bounds, upTo, view, solo }, shot.steps, picture).picture
}

/** The picture after a list of steps; `done` once the state or the view that was asked for is reached. */
function planSteps(work: Work, steps: readonly Step[], before: number): { picture: number; done: boolean } {
  let picture = before
  for (const step of steps) {
    if (step.id === work.until) return { picture, done: true }
    if (work.view?.stepId === step.id)
      return { picture: planView(work, step, picture, work.view), done: true }
    const within = [work.upTo, work.view?.stepId, work.until].some((id) => allInside(step, id))
    if (within) return planSteps(work, step.steps ?? [], picture)
    picture = planStep(work, step, picture)
    if (step.id === work.upTo) return { picture, done: true }
  }
  return { picture, done: false }
}

/** Whether a step is one of those in a group. */
const allInside = (group: Step, id: string | undefined): boolean =>
  id !== undefined && (group.steps ?? []).some((inner) => inner.id === id || allInside(inner, id))

function planSource(g: GraphBuilder, project: Project, shot: Shot, f: number): number {
  const medium = project.media.find((m) => m.id === shot.mediaId)
  if (!medium || medium.kind === 'missing') return g.add({ kind: 'missing' })
  const last = Math.max(0, medium.frames - 1)
  const wanted = medium.kind === 'still' ? 0 : conform(shot.in + f, project.rate, medium.rate)
  return g.add({ kind: 'source', mediaId: medium.id, frame: Math.min(last, Math.max(0, wanted)) })
}

function planStep(work: Work, step: Step, before: number): number {
  const { g, project, shot, t, bounds } = work
  const alone = work.solo?.length ? work.solo.includes(step.id) : step.on
  if (!alone && !work.solo?.some((id) => allInside(step, id))) return before
  const amount = Number(moved(project, shot, step, step.mix, t)) * presence(step.when, t, bounds)
  if (!(amount > 0)) return before
  const matte = step.where && planMatte(work, step, step.where, before)
  if (matte === 'empty') return before
  const own = matte !== null && matte !== undefined && takesRegion(work, step)
  const acted = planActing(work, step, before, own ? matte : undefined)
  if (acted === before) return before
  const { blend } = step
  const blended = blend && (blend.mode !== 'normal' ? blend : undefined)
  const after = blended
    ? g.add({ kind: 'blend', mode: blended.mode, space: blended.space }, [before, acted])
    : acted
  if (own) return amount >= 1 ? after : g.add({ kind: 'mix', amount }, [before, after])
  if (matte !== null && matte !== undefined)
    return g.add({ kind: 'mix', amount: Math.min(1, amount) }, [before, after, matte])
  return amount >= 1 ? after : g.add({ kind: 'mix', amount }, [before, after])
}

/** What a step makes of the whole picture, in full; the picture itself where it does nothing. */
function planActing(work: Work, step: Step, before: number, matte?: number): number {
  const { project, shot, t } = work
  if (step.use === 'group') {
    const solo = work.solo?.includes(step.id) ? undefined : work.solo
    const inner = { ...work, solo, upTo: undefined, view: undefined, until: undefined }
    return planSteps(inner, step.steps ?? [], before).picture
  }
  const declaration = findStep(step.use)
  if (!declaration) return before
  const values = stepValues(project, shot, step, t)
  if (declaration.neutral(values as never)) return before
  return addStep(work, step, before, values, { matte })
}

function planView(work: Work, step: Step, before: number, shown: StepView): number {
  const { project, shot, t } = work
  const { view } = shown
  if (view.startsWith('region')) return planRegion(work, step, before, shown)
  const matte =
    (step.where && takesRegion(work, step) && planMatte(work, step, step.where, before)) || undefined
  const values = stepValues(project, shot, step, t)
  return addStep(work, step, before, values, { view, matte: matte === 'empty' ? undefined : matte })
}

/** Whether a step takes its region as a part of what it does, instead of being limited by it. */
function takesRegion({ project, shot, t }: Work, step: Step): boolean {
  const takes = findStep(step.use)?.takesRegion
  return takes ? takes(stepValues(project, shot, step, t) as never) : false
}

/** A step's node, with all that its declaration asks for beside the picture: other times, named pictures, its region. */
function addStep(
  work: Work,
  step: Step,
  before: number,
  values: Values,
  { view, matte }: { view?: string; matte?: number | undefined },
): number {
  const { g, project, shot, t } = work
  const declaration = findStep(step.use)
  const frames = declaration?.frames?.(values as never, t) ?? []
  const named = Object.entries(declaration?.params ?? {}).flatMap(([id, param]) => {
    const medium = param.type === 'picture' && project.media.find((m) => m.id === values[id])
    return medium && medium.kind !== 'missing' ? [{ id, mediaId: medium.id }] : []
  })
  const moments = declaration
    ?.exposure?.(values as never)
    .map((dt) => stepValues(project, shot, step, t + dt))
  const inputs = [
    before,
    ...frames.map((at) => planBefore(work, step, at)),
    ...named.map(({ mediaId }) => g.add({ kind: 'source', mediaId, frame: 0 })),
    ...(matte === undefined ? [] : [matte]),
  ]
  return g.add(
    {
      ...{ kind: 'step', use: step.use, values, view, time: declaration?.moves ? t : undefined },
      ...(moments?.length ? { moments } : {}),
      ...(frames.length ? { frames: frames.length } : {}),
      ...(named.length ? { pictures: named.map((n) => n.id) } : {}),
      ...(matte === undefined ? {} : { region: true }),
    },
    inputs,
  )
}

/** The picture before a step at another treatment time. */
function planBefore(work: Work, step: Step, t: number): number {
  const { g, project, shot } = work
  const source = planSource(g, project, shot, t - treatmentTime(shot, 0))
  const until = { ...work, t, upTo: undefined, view: undefined, until: step.id }
  return planSteps(until, shot.steps, source).picture
}

/** The matte of a region; undefined where it has no item and so means everything; 'empty' where nothing of the picture is in it. */
function planMatte(work: Work, step: Step, region: Region, before: number): number | 'empty' | undefined {
  const made = matteOf(work, step, region, before)
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
function matteOf(work: Work, step: Step, region: Region, before: number, only?: string): Made {
  const { g, project, shot, t } = work
  const inputs: number[] = []
  const looks = (shape: Shape) => {
    const node = lookedAt(work, shape, before)
    if (!inputs.includes(node)) inputs.push(node)
    return inputs.indexOf(node)
  }
  const shown = only ? { ...region, shapes: region.shapes.filter((s) => s.id === only) } : region
  const at = (time: number) => resolveItems(project, shot, step, shown, time, looks)
  const now = at(t)
  let moments = [now]
  const open = (region.shutter ?? 0) / 360
  if (open > 0) {
    const ends = [at(t - open / 2), at(t + open / 2)]
    const far = travel(ends[0] as ResolvedItem[], ends[1] as ResolvedItem[]) * g.scale
    const n = Math.min(MOMENTS, Math.ceil(far / 1.5))
    if (n > 1) moments = Array.from({ length: n }, (_, i) => at(t + ((i + 0.5) / n - 0.5) * open))
  }
  const bounds = moments
    .map((items) => matteBounds(g, g.scale, items, only ? false : region.invert))
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
        Math.hypot((p[c] as number) - (q[c] as number), (p[c + 1] as number) - (q[c + 1] as number)),
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

/** The picture that a key or a clip looks at. */
function lookedAt({ g, project, shot, t }: Work, shape: Shape, before: number): number {
  const f = t - treatmentTime(shot, 0)
  if (shape.kind === 'clip') {
    const medium = project.media.find((m) => m.id === shape.mediaId)
    if (!medium || medium.kind === 'missing') return g.add({ kind: 'missing' })
    return planSource(
      g,
      project,
      { ...shot, mediaId: medium.id, ...(medium.kind === 'still' ? { in: 0 } : {}) },
      f,
    )
  }
  return shape.looks === 'source' ? planSource(g, project, shot, f) : before
}

const addMatte = ({ g }: Work, { moments, inputs, bounds }: Made, invert: boolean): number =>
  g.add({ kind: 'matte', moments, invert, bounds }, inputs)

/** A look at a region or at one of its items. */
function planRegion(work: Work, step: Step, before: number, view: StepView): number {
  const { g, project } = work
  const region = step.where
  const way = (view.view.split(' ')[1] as RegionLook | undefined) ?? 'matte'
  const holder = region && view.item ? holderOf(project, step, view.item) : region
  const empty: Made = { moments: [[]], inputs: [], bounds: wholeOf(g) }
  const made = holder ? matteOf(work, step, holder, before, view.item) : empty
  // Nothing in it means everything.
  const all = !made.moments[0]?.length && !view.item
  const matte = addMatte(
    work,
    view.item || all ? { ...made, bounds: wholeOf(g) } : made,
    all ? !(region?.invert ?? false) : view.item ? false : (region?.invert ?? false),
  )
  const shape = view.item ? holder?.shapes.find((s) => s.id === view.item) : undefined
  const colour = OUTLINE_COLOURS[shape?.hue ?? 0]
  const look = {
    kind: 'show',
    way,
    ...(way === 'overlay' || way === 'edge' ? { colour, opacity: view.opacity ?? 0.5 } : {}),
  } as const
  return g.add(look, way === 'matte' ? [matte] : [matte, before])
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

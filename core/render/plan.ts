import { presence } from '../anim'
import { type Area, isEmpty, scaled, scaledArea, wholeOf } from '../frame'
import {
  getShot,
  keepsAlpha,
  moved,
  type Project,
  type Shot,
  shotsAt,
  type Step,
  stepValues,
  treatmentTime,
  type Version,
} from '../project'
import type { Values } from '../params'
import { findStep } from '../steps'
import { assignAreas } from './areas'
import { fuse } from './fuse'
import { type Draft, GraphBuilder, type Inspect, type Plan, reachable } from './graph'
import { planMatte, planRegion } from './plan-region'
import { tablesOf } from './tables'
import { planSource, type StepView, type Work } from './work'

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

import { presence, valueAt } from '../anim'
import { type Area, isEmpty, scaled, scaledArea, wholeOf } from '../frame'
import { fit, type Values } from '../params'
import { matteBounds, type ResolvedShape } from '../region'
import { getShot, type Project, type Region, type Shot, shotsAt, type Step, treatmentTime } from '../project'
import { findStep } from '../steps'
import { conform } from '../time'
import { assignAreas } from './areas'
import { fuse } from './fuse'
import { type Draft, GraphBuilder, type Plan, reachable } from './graph'

/** What to look at. */
export type Target =
  /** The whole sequence. */
  | { kind: 'sequence' }
  /** One shot alone: its result, or its state after step `upTo` ('source' for the untouched shot). */
  | { kind: 'shot'; shotId: string; upTo?: string | undefined; view?: StepView | undefined }

/** A look at what one step thinks: its region as a matte ('region'), or one of the views that it declares. */
export interface StepView {
  stepId: string
  view: string
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
  const root = planTarget(g, project, target, frame)
  const large = ({ op }: Draft) =>
    op.kind === 'matte' && op.bounds.width * op.bounds.height * 2 > size.width * size.height
  const wanted = area ? scaledArea(area, scale) : wholeOf(size)
  const nodes = assignAreas(fuse(reachable(g.nodes, root), large), size, scale, wanted)
  const sources = nodes.flatMap(({ op, area }) =>
    op.kind === 'source' && !isEmpty(area) ? [{ mediaId: op.mediaId, frame: op.frame }] : [],
  )
  return { ...size, scale, nodes, sources, highlights: project.highlights ?? 'clip' }
}

function planTarget(g: GraphBuilder, project: Project, target: Target, frame: number): number {
  if (target.kind === 'shot') {
    const shot = getShot(project, target.shotId)
    return planShot(g, project, shot, frame, target.upTo, target.view)
  }
  const shots = shotsAt(project, frame)
  const hiding = shots.findLastIndex((shot) => hides(project, shot))
  let picture: number | undefined
  for (const shot of shots.slice(Math.max(0, hiding))) {
    const top = planShot(g, project, shot, frame - shot.start)
    picture = picture === undefined ? top : g.add({ kind: 'over' }, [top, picture])
  }
  return picture ?? g.add({ kind: 'blank' })
}

/** Whether nothing can be seen through a shot: video of the canvas's shape, and no step that could open it. */
function hides(project: Project, shot: Shot): boolean {
  const medium = project.media.find((m) => m.id === shot.mediaId)
  if (medium?.kind !== 'video' || !medium.width || !medium.height) return false
  const { width, height } = project.size
  const ratio = Math.min(width / medium.width, height / medium.height)
  const covers = Math.round(medium.width * ratio) === width && Math.round(medium.height * ratio) === height
  return covers && shot.steps.every((step) => !step.on || (findStep(step.use)?.keepsAlpha ?? true))
}

function planShot(
  g: GraphBuilder,
  project: Project,
  shot: Shot,
  f: number,
  upTo?: string,
  view?: StepView,
): number {
  let picture = planSource(g, project, shot, f)
  if (upTo === 'source') return picture
  const t = treatmentTime(shot, f)
  const bounds = { start: treatmentTime(shot, 0), end: treatmentTime(shot, shot.length) }
  for (const step of shot.steps) {
    if (view?.stepId === step.id) return planView(g, step, picture, t, view.view)
    picture = planStep(g, step, picture, t, bounds)
    if (step.id === upTo) break
  }
  return picture
}

function planSource(g: GraphBuilder, project: Project, shot: Shot, f: number): number {
  const medium = project.media.find((m) => m.id === shot.mediaId)
  if (!medium || medium.kind === 'missing') return g.add({ kind: 'missing' })
  const last = Math.max(0, medium.frames - 1)
  const wanted = medium.kind === 'still' ? 0 : conform(shot.in + f, project.rate, medium.rate)
  return g.add({ kind: 'source', mediaId: medium.id, frame: Math.min(last, Math.max(0, wanted)) })
}

function planStep(
  g: GraphBuilder,
  step: Step,
  before: number,
  t: number,
  bounds: { start: number; end: number },
): number {
  const declaration = findStep(step.use)
  if (!declaration || !step.on) return before
  const amount = Number(valueAt(step.mix, t)) * presence(step.when, t, bounds)
  if (!(amount > 0)) return before
  const values = stepValues(step, t)
  if (declaration.neutral(values as never)) return before
  const matte = step.where && planMatte(g, step.where, t)
  if (matte === 'empty') return before
  const time = declaration.moves ? t : undefined
  const after = g.add({ kind: 'step', use: step.use, values, time }, [before])
  if (matte !== null && matte !== undefined)
    return g.add({ kind: 'mix', amount: Math.min(1, amount) }, [before, after, matte])
  return amount >= 1 ? after : g.add({ kind: 'mix', amount }, [before, after])
}

function planView(g: GraphBuilder, step: Step, before: number, t: number, view: string): number {
  if (view === 'region') {
    const shapes = step.where ? resolveShapes(step.where, t) : []
    return g.add({ kind: 'show' }, [addMatte(g, shapes, step.where?.invert ?? true)])
  }
  const time = findStep(step.use)?.moves ? t : undefined
  return g.add({ kind: 'step', use: step.use, values: stepValues(step, t), view, time }, [before])
}

/** The matte of a region; undefined where it has no shape and so means everything; 'empty' where nothing of the picture is in it. */
function planMatte(g: GraphBuilder, region: Region, t: number): number | 'empty' | undefined {
  const shapes = resolveShapes(region, t)
  if (!shapes.length) return undefined
  return isEmpty(matteBounds(g, g.scale, shapes, region.invert))
    ? 'empty'
    : addMatte(g, shapes, region.invert)
}

const addMatte = (g: GraphBuilder, shapes: ResolvedShape[], invert: boolean): number =>
  g.add({ kind: 'matte', shapes, invert, bounds: matteBounds(g, g.scale, shapes, invert) })

/** The values of a step's controls at treatment time t, within their ranges; defaults for those a document lacks. */
export function stepValues(step: Step, t: number): Values {
  const params = findStep(step.use)?.params ?? {}
  return Object.fromEntries(
    Object.entries(params).map(([id, param]) => {
      const given = step.what[id]
      return [id, fit(param, given && valueAt(given, t))]
    }),
  )
}

/** The shapes of a region that are on, at treatment time t. */
export function resolveShapes(region: Region, t: number): ResolvedShape[] {
  return region.shapes
    .filter((shape) => shape.on)
    .map((shape) => {
      const form = (name: string, fallback: number | number[]) => {
        const given = shape.form[name]
        return given ? valueAt(given, t) : fallback
      }
      return {
        kind: shape.kind,
        join: shape.join,
        centre: form('centre', [0, 0]) as [number, number],
        size: form('size', [1, 1]) as [number, number],
        angle: Number(form('angle', 0)),
        feather: Math.max(0, Number(form('feather', 0))),
      }
    })
}

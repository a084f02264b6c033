import { presence, valueAt } from '../anim'
import { scaled } from '../frame'
import { fit, type Values } from '../params'
import type { ResolvedShape } from '../region'
import { getShot, type Project, type Region, type Shot, shotsAt, type Step, treatmentTime } from '../project'
import { findStep } from '../steps'
import { conform } from '../time'
import { GraphBuilder, type Plan } from './graph'

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
 * handles). Steps that are off, outside their span, without weight or neutral do not appear in it.
 * @param scale proxy scale, above 0; 1 is full size
 */
export function plan(project: Project, target: Target, frame: number, scale: number): Plan {
  const size = scaled(project.size, scale)
  const g = new GraphBuilder(size.width, size.height, scale)
  if (target.kind === 'shot') {
    const shot = getShot(project, target.shotId)
    return g.finish(planShot(g, project, shot, frame, target.upTo, target.view))
  }
  let picture: number | undefined
  for (const shot of shotsAt(project, frame)) {
    const top = planShot(g, project, shot, frame - shot.start)
    picture = picture === undefined ? top : g.add({ kind: 'over' }, [top, picture])
  }
  return g.finish(picture ?? g.add({ kind: 'blank' }))
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
  const after = g.add({ kind: 'step', use: step.use, values }, [before])
  const matte = step.where && planMatte(g, step.where, t)
  if (matte !== null && matte !== undefined)
    return g.add({ kind: 'mix', amount: Math.min(1, amount) }, [before, after, matte])
  return amount >= 1 ? after : g.add({ kind: 'mix', amount }, [before, after])
}

function planView(g: GraphBuilder, step: Step, before: number, t: number, view: string): number {
  if (view === 'region') {
    const region = step.where ?? { invert: true, shapes: [] }
    return g.add({ kind: 'show' }, [
      g.add({ kind: 'matte', shapes: resolveShapes(region, t), invert: region.invert }),
    ])
  }
  return g.add({ kind: 'step', use: step.use, values: stepValues(step, t), view }, [before])
}

function planMatte(g: GraphBuilder, region: Region, t: number): number | undefined {
  const shapes = resolveShapes(region, t)
  return shapes.length ? g.add({ kind: 'matte', shapes, invert: region.invert }) : undefined
}

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

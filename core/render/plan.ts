import { type Area, isEmpty, scaledArea, type Size, wholeOf } from '../frame'
import {
  canvasOf,
  getDesign,
  getMedium,
  getSequence,
  fittedDesign,
  type RowRef,
  rowValues,
  frameShown,
  getShot,
  type Project,
  sequenceOf,
  type Stack,
  type Stage,
  stageOf,
  type Variant,
  stoodStage,
  variantStage,
} from '../project'
import { assignAreas } from './areas'
import { fuse } from './fuse'
import { type Canvas, type Draft, GraphBuilder, type Inspect, type Plan, reachable } from './graph'
import { planDesign, planSequence } from './plan-sequence'
import { planStageSource } from './plan-beginning'
import { sourceOp } from './plan-source'
import { planStack } from './plan-stack'
import { resourcesOf } from './resources'
import { onCanvas, type Planner, type Planning, type Shown, within } from './work'

/** What to look at. */
export type Target = Base & {
  inspect?: Inspect | undefined
  /** Shown instead: how far the picture lies from this one, times a gain. */
  difference?: { against: Base; gain: number } | undefined
}

type Base =
  /** A whole sequence; the one that came in unless named. */
  | { kind: 'sequence'; sequenceId?: string | undefined }
  /** A design on nothing, or over what lies under a shot that shows it; of the text that is `typed` what was written, nothing filled in. */
  | {
      kind: 'design'
      designId: string
      over?: string | undefined
      typed?: string | undefined
      row?: RowRef | undefined
    }
  /** A kept still, or any medium, at its first frame. */
  | { kind: 'medium'; mediaId: string }
  | StackTarget

/** One stack alone: its result, or another state of it. */
export interface StackTarget extends Omit<Shown, 'base'> {
  kind: 'stack'
  stack: Stack
  /** Another variant of the shot than the one in use. */
  variant?: Variant | undefined
  /** What the shot showed before another source came in its place. */
  stood?: boolean | undefined
  /** Over what lies under it on the sequence. */
  below?: boolean | undefined
  /** Another frame than the one asked for, for comparing with other shots. */
  frame?: number | undefined
}

const PLANNER: Planner = {
  stack: planStack,
  sequence: planSequence,
  design: planDesign,
  source: planStageSource,
}

/** The full size of what a target shows. @throws NotFound */
export function targetSize(project: Project, target: Base): Size {
  if (target.kind === 'stack') return canvasOf(project, target.stack)
  if (target.kind === 'design') return getDesign(project, target.designId).size
  return getSequence(project, target.kind === 'sequence' ? target.sequenceId : undefined).size
}

/**
 * The graph that makes one frame. `frame` counts from the start of the sequence or design, or from the head of the stack (negative in its
 * handles). Steps that are off, outside their span, without weight or neutral do not appear in it, nor do shots that lie under one that hides
 * them; runs of pointwise steps are one node.
 * @param scale proxy scale, above 0; 1 is full size
 * @param area the part that is wanted, in pixels of the full-size picture; a little more may be made
 */
export function plan(project: Project, target: Target, frame: number, scale: number, area?: Area): Plan {
  const { drafts, canvas } = graphOf(project, target, frame, scale)
  const large = ({ op, canvas: { width, height } }: Draft) =>
    op.kind === 'matte' && op.bounds.width * op.bounds.height * 2 > width * height
  const wanted = area ? scaledArea(area, scale) : wholeOf(canvas)
  const nodes = assignAreas(fuse(drafts, large), wanted)
  const sources = new Map<string, Plan['sources'][number]>()
  for (const { op, area } of nodes)
    if (op.kind === 'source' && !isEmpty(area))
      sources.set(`${op.mediaId} ${op.frame}`, { mediaId: op.mediaId, frame: op.frame })
  const look = { highlights: project.highlights ?? 'clip', resources: resourcesOf(project, nodes) } as const
  return { ...canvas, nodes, sources: [...sources.values()], ...look }
}

/** The graph of a frame before anything is joined or cut to what is needed, the picture last. */
export function graphOf(
  project: Project,
  target: Target,
  frame: number,
  scale: number,
): { drafts: Draft[]; canvas: Canvas } {
  const g = new GraphBuilder(scale)
  const root = planLook({ g, project, by: PLANNER, trail: [] }, target, frame)
  return { drafts: reachable(g.nodes, root), canvas: g.canvas(targetSize(project, target)) }
}

function planLook(of: Planning, target: Target, frame: number): number {
  const { g, project } = of
  const canvas = g.canvas(targetSize(project, target))
  let picture = planTarget(of, target, frame)
  if (target.difference) {
    const other = onCanvas(of, planTarget(of, target.difference.against, frame), canvas)
    picture = g.add(canvas, { kind: 'difference', gain: target.difference.gain }, [picture, other])
  }
  return target.inspect ? g.add(canvas, { kind: 'inspect', look: target.inspect }, [picture]) : picture
}

/** Before a transition there is the outgoing shot alone, after it the incoming one; of a side its own shot, in its handles. */
function planBeside(of: Planning, stage: Stage, f: number): number {
  const { kind, id, list = f < 0 ? 'outgoing' : 'incoming' } = stage.stack
  return planStack(of, stageOf(of.project, { kind, id, list }), stage.head + f, { upTo: 'source' })
}

/** What lies under a shot while it shows a frame of its source. */
function planUnder(of: Planning, shotId: string, frame: number): number | undefined {
  const shot = getShot(of.project, shotId)
  const sequence = sequenceOf(of.project, 'shot', shotId)
  const design = fittedDesign(of.project, shot)
  const at = design ? frameShown(of.project, shot, design, frame) : Math.round(shot.start + frame - shot.in)
  return planSequence(of, sequence, at, { lane: shot.lane })
}

function planTarget(of: Planning, target: Base, frame: number): number {
  const { g, project } = of
  const canvas = g.canvas(targetSize(project, target))
  if (target.kind === 'medium') return g.add(canvas, sourceOp(getMedium(project, target.mediaId), 0, 'fit'))
  if (target.kind === 'design') {
    const under = target.over === undefined ? undefined : planUnder(of, target.over, frame)
    const inner: Planning = {
      ...(within(of, `design ${target.designId}`) as Planning),
      typed: target.typed,
      row: target.row && rowValues(project, target.row),
      ...(under === undefined ? {} : { under: (on) => onCanvas(of, under, on) }),
    }
    const picture = planDesign(inner, getDesign(project, target.designId), frame)
    return under === undefined
      ? picture
      : g.add(canvas, { kind: 'over' }, [picture, onCanvas(of, under, canvas)])
  }
  if (target.kind === 'sequence') {
    const sequence = getSequence(project, target.sequenceId)
    const inner = within(of, `sequence ${sequence.id}`) as Planning
    return planSequence(inner, sequence, frame) ?? g.add(canvas, { kind: 'solid', colour: [0, 0, 0, 1] })
  }
  const { stack, below, variant } = target
  const own = stageOf(project, stack)
  const stage = target.stood ? stoodStage(own) : variantStage(own, variant)
  const f = target.frame ?? frame
  const inner = within(of, `${stack.kind} ${stack.id}`) as Planning
  const outside = stack.kind === 'transition' && (f < 0 || f >= stage.length)
  const picture = outside ? planBeside(inner, stage, f) : planStack(inner, stage, stage.head + f, target)
  if (!below || !stage.sequence) return picture
  const under = planSequence(of, stage.sequence, stage.start + frame, { lane: stage.lane })
  return under === undefined ? picture : g.add(canvas, { kind: 'over' }, [picture, under])
}

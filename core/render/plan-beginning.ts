import { presence } from '../anim'
import {
  allSteps,
  designFrame,
  findOwner,
  rowValues,
  fittedDesign,
  frameOfTime,
  getObject,
  getShot,
  getTransition,
  ranIn,
  type Stage,
  stageOf,
  treatmentTime,
} from '../project'
import { findStep } from '../steps'
import { planObjectSource } from './plan-object'
import { planMaterial } from './plan-source'
import { onCanvas, type Planning, within } from './work'

/** The picture of a stage before its steps at treatment time t, on its canvas. */
export function planStageSource(of: Planning, stage: Stage, t: number): number {
  const { g, project, by } = of
  const { stack, sequence, rate } = stage
  const canvas = g.canvas(stage.size)
  const frame = frameOfTime(stage, t)
  if (stage.shot) {
    const { source, in: from } = stage.shot
    const under: Planning['under'] =
      source.kind === 'design' && sequence
        ? (on) => {
            const { under: _, ...outside } = of
            const picture = by.sequence(outside, sequence, Math.round(frame), { lane: stage.lane })
            return picture === undefined ? undefined : onCanvas(of, picture, on)
          }
        : undefined
    const fitted = designFrame(project, stage.shot, rate, t - stage.head)
    const design = fitted === undefined ? undefined : fittedDesign(project, stage.shot)
    const { row: at } = stage.shot
    const row = at && rowValues(project, at)
    const within = under ? { ...of, under, row } : of
    return planMaterial(within, canvas, source, {
      ...(design && fitted !== undefined
        ? {
            frame: fitted,
            rate: design.rate,
            ran: ranIn(stage.shot, design, rate, t - stage.head, fitted),
          }
        : { frame: from + t - stage.head, rate }),
      fit: 'fit',
      beyond: of.runs?.shotId === stage.shot.id ? of.runs.on : 'hold',
    })
  }
  if (stack.kind === 'object') return planObjectSource(of, stage, getObject(project, stack.id), frame)
  if (!sequence) return g.clear(canvas)
  if (stack.kind === 'span')
    return by.sequence(of, sequence, frame, { lane: stage.lane, span: stack.id }) ?? g.clear(canvas)
  const { from, to, id, beyond } = getTransition(project, stack.id)
  if (!stack.list) {
    // Where nothing joins them the two sides are cut where they meet.
    const list = t < 0 || isJoined(stage, t) ? 'outgoing' : 'incoming'
    return by.stack(of, stageOf(project, { kind: 'transition', id, list }), t)
  }
  const shotId = stack.list === 'outgoing' ? from : to
  const on = beyond?.[stack.list]
  return planSide(on && shotId !== null ? { ...of, runs: { shotId, on } } : of, stage, shotId, frame)
}

/** Whether a step that joins the sides of a cut acts at treatment time t. */
const isJoined = ({ steps, head, length }: Stage, t: number): boolean =>
  allSteps(steps).some(
    (s) => s.on && findStep(s.use)?.crosses && presence(s.when, t, { start: head, end: head + length }) > 0,
  )

/** The result of a shot at a frame of the sequence, in its handles too; nothing where there is no shot. */
function planSide(of: Planning, stage: Stage, shotId: string | null, frame: number): number {
  const { g, project, by } = of
  if (shotId === null || !findOwner(project, 'shot', shotId)) return g.clear(g.canvas(stage.size))
  const shot = getShot(project, shotId)
  const inner = within(of, `shot ${shotId}`)
  if (!inner) return g.add(g.canvas(stage.size), { kind: 'missing' })
  return by.stack(
    inner,
    stageOf(project, { kind: 'shot', id: shotId }),
    treatmentTime(shot, frame - shot.start),
  )
}

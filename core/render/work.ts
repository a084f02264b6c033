import type { Project, Shot } from '../project'
import { conform } from '../time'
import type { GraphBuilder } from './graph'

/** A look at what one step thinks: its region ('region matte' and so on by REGION_LOOKS, of one item alone where that is named), or one of the views that it declares. */
export interface StepView {
  stepId: string
  view: string
  item?: string | undefined
  /** How dense an overlay is. */
  opacity?: number | undefined
}

/** What planning the steps of a shot needs to know. */
export interface Work {
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

/** The frame of a shot's medium that it shows at shot frame f. */
export function planSource(g: GraphBuilder, project: Project, shot: Shot, f: number): number {
  const medium = project.media.find((m) => m.id === shot.mediaId)
  if (!medium || medium.kind === 'missing') return g.add({ kind: 'missing' })
  const last = Math.max(0, medium.frames - 1)
  const wanted = medium.kind === 'still' ? 0 : conform(shot.in + f, project.rate, medium.rate)
  return g.add({ kind: 'source', mediaId: medium.id, frame: Math.min(last, Math.max(0, wanted)) })
}

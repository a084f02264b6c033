import {
  type Beyond,
  type Fit,
  getDesign,
  getSequence,
  type Medium,
  type Ran,
  type Source,
  sourceFrames,
  sourceRate,
} from '../project'
import { conform, type Rate } from '../time'
import type { Canvas, Op, ReadAs } from './graph'
import { onCanvas, type Planning, within } from './work'

/** What is wanted of a source: a frame counted by a clock, how it comes into the canvas, and what shows beyond its ends. */
export interface Wanted {
  frame: number
  rate: Rate
  fit: Fit
  beyond: Beyond
  /** How long clips in it have run, of a design whose own time gives. */
  ran?: Ran | undefined
}

/** Frame n of `count`, or what shows in its place; undefined for nothing. */
export function frameWithin(n: number, count: number, beyond: Beyond): number | undefined {
  if (count === Infinity) return Math.max(0, n)
  const last = Math.max(0, count - 1)
  if (n >= 0 && n <= last) return n
  if (beyond === 'empty') return undefined
  if (beyond === 'hold') return Math.min(last, Math.max(0, n))
  if (beyond === 'loop') return ((n % count) + count) % count
  const period = Math.max(1, 2 * last)
  const at = ((n % period) + period) % period
  return at > last ? period - at : at
}

/** The node of a frame of a medium. */
export function sourceOp({ id: mediaId, colour, alpha }: Medium, frame: number, fit: Fit): Op {
  const read = { ...(colour ? { colour } : {}), ...(alpha ? { alpha } : {}) } as ReadAs
  return { kind: 'source', mediaId, frame, fit, ...(colour || alpha ? { read } : {}) }
}

/** The frame of a clip, a still or a design in a design at a frame of that, counted by its clock. @param since the frame at which it shows its frame `from` */
export function frameIn(of: Planning, source: Source, from: number, frame: number, since: number): number {
  const runs = source.kind === 'medium' || source.kind === 'comp'
  return from + (runs && of.ran ? of.ran(frame, since) : frame - since)
}

/** A frame of a source on a canvas. */
export function planMaterial(of: Planning, canvas: Canvas, source: Source, wanted: Wanted): number {
  const { g, project, by } = of
  if (source.kind === 'solid') return g.add(canvas, { kind: 'solid', colour: [...source.colour, 1] })
  const rate = sourceRate(project, source)
  const missing = () => g.add(canvas, { kind: 'missing' })
  if (!rate) return missing()
  const medium = source.kind === 'medium' ? project.media.find((m) => m.id === source.mediaId) : undefined
  if (source.kind === 'medium' && (!medium || medium.kind === 'missing')) return missing()
  const asked = medium?.kind === 'still' ? 0 : conform(wanted.frame, wanted.rate, rate)
  const frame = frameWithin(
    asked,
    medium?.kind === 'still' ? 1 : sourceFrames(project, source),
    wanted.beyond,
  )
  if (frame === undefined) return g.clear(canvas)
  if (source.kind === 'medium') return g.add(canvas, sourceOp(medium as Medium, frame, wanted.fit))
  if (source.kind === 'design') {
    const inner = within(of, `design ${source.designId}`)
    if (!inner) return missing()
    const design = getDesign(project, source.designId)
    return onCanvas(of, by.design({ ...inner, ran: wanted.ran }, design, frame), canvas, wanted.fit)
  }
  const inner = within(of, `sequence ${source.sequenceId}`)
  if (!inner) return missing()
  const sequence = getSequence(project, source.sequenceId)
  const own = g.canvas(sequence.size)
  const picture = by.sequence(inner, sequence, frame) ?? g.clear(own)
  return onCanvas(of, picture, canvas, wanted.fit)
}

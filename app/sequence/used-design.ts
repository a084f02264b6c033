import {
  type Box,
  type Design,
  designFrame,
  type Easel,
  type Project,
  type Sequence,
  type Shot,
} from '@stilus/core/project'
import { typesetterOf } from '../session/fonts'

/** A design as a shot shows it at a frame of its sequence. */
export interface UsedDesign {
  design: Design
  easel: Easel
  /** The frame of the design. */
  frame: number
  /** A box of the design in pixels of the sequence. */
  onSequence(box: Box): Box
}

/** The design that a shot shows at a frame of its sequence; undefined where it shows none, or is not there. */
export function usedDesign(
  project: Project,
  sequence: Sequence,
  shot: Shot,
  frame: number,
): UsedDesign | undefined {
  const { source } = shot
  const at = frame - shot.start
  if (source.kind !== 'design' || at < 0 || at >= shot.length) return undefined
  const design = project.designs.find((d) => d.id === source.designId)
  if (!design) return undefined
  const { width, height } = design.size
  const scale = Math.min(sequence.size.width / width, sequence.size.height / height)
  const x = (sequence.size.width - width * scale) / 2
  const y = (sequence.size.height - height * scale) / 2
  return {
    design,
    easel: { project, design, size: design.size, typesetter: typesetterOf(project) },
    frame: designFrame(project, shot, sequence.rate, at) ?? at + shot.in,
    onSequence: ({ left, top, right, bottom }) => ({
      left: x + left * scale,
      top: y + top * scale,
      right: x + right * scale,
      bottom: y + bottom * scale,
    }),
  }
}

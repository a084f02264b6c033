import { z } from 'zod'
import { defineEdit } from '../define'
import { getShape } from '../find'
import { newShape } from '../parts'
import { frame, onShape, onStep, stepOf } from './common'

/** Where steps act. */
export const REGION_EDITS = {
  'region.add': defineEdit(
    {
      ...onShape,
      kind: z.enum(['ellipse', 'rectangle']),
      centre: z.tuple([frame, frame]),
      size: z.tuple([frame, frame]),
    },
    (a) => `Add ${a.kind}`,
    (p, a) => {
      const step = stepOf(p, a)
      step.where ??= { invert: false, shapes: [] }
      if (step.where.shapes.some((s) => s.id === a.shapeId)) return
      step.where.shapes.push(
        newShape(a.shapeId, a.kind, a.centre, a.size, p.size.height, step.where.shapes.length),
      )
    },
  ),
  'region.remove': defineEdit(
    onShape,
    () => 'Remove shape',
    (p, a) => {
      const step = stepOf(p, a)
      getShape(step, a.shapeId)
      if (!step.where) return
      step.where.shapes = step.where.shapes.filter((s) => s.id !== a.shapeId)
      if (!step.where.shapes.length) step.where = null
    },
  ),
  'region.invert': defineEdit(
    { ...onStep, invert: z.boolean() },
    () => 'Invert region',
    (p, a) => {
      const step = stepOf(p, a)
      if (step.where) step.where.invert = a.invert
    },
  ),
  'region.shape': defineEdit(
    {
      ...onShape,
      change: z
        .object({ name: z.string(), on: z.boolean(), join: z.enum(['add', 'subtract', 'intersect']) })
        .partial(),
    },
    () => 'Change shape',
    (p, a) => {
      Object.assign(getShape(stepOf(p, a), a.shapeId), a.change)
    },
  ),
}

import { z } from 'zod'
import { BLENDS } from '../../kernels'
import { finite, frames, id, loose, name } from './base'
import { regionSchema } from './region'
import { bindingSchema } from './source'
import { animatedSchema, formSchema } from './values'
import { placeSchema } from './wiring'

export const whenSchema = loose({
  start: frames.nullable(),
  end: frames.nullable(),
  rampIn: frames.min(0),
  rampOut: frames.min(0),
  shape: z.enum(['linear', 'ease']),
  /** The ramps are kept and not heeded. */
  rampsOff: z.boolean().optional(),
})

/** How something comes and goes: out of nothing at its beginning, into nothing at its end. */
export const PASSAGES = ['arrive', 'leave'] as const

export const blendSchema = loose({ mode: z.enum(BLENDS), space: z.enum(['linear', 'perceptual']) })

/** A control on the panel of a group: it stands for controls of the steps in it. */
export const panelSchema = loose({
  id,
  label: z.string().min(1).max(80),
  group: z.string().max(80).optional(),
  /** The controls that take its value; its kind is that of the first. */
  targets: z.array(loose({ stepId: id, param: z.string() })).min(1),
  /** A narrower range than the control itself has. */
  limits: z.tuple([finite, finite]).optional(),
})

/** Structured content of a step: lists of things with ids, whose fields are animatable; its declaration says which. */
export const contentSchema = z.record(z.string().max(80), z.array(z.looseObject({ id })).max(4096))
export type Content = z.infer<typeof contentSchema>

const plainStep = loose({
  id,
  /** Id of the step's declaration, or 'group' for steps that act as one. */
  use: z.string(),
  /** The version of that declaration; 1 unless given. */
  version: z.int().min(1).optional(),
  name,
  on: z.boolean(),
  /** Share of the step in its result, 0 to 1. */
  mix: animatedSchema,
  /** How its result goes onto the picture before it; plainly unless it says otherwise. */
  blend: blendSchema.optional(),
  what: formSchema,
  content: contentSchema.optional(),
  /** What its inputs take, by name, where that is not what the declaration says; `before` is the picture it works on. */
  inputs: z.record(z.string(), bindingSchema).optional(),
  where: regionSchema.nullable(),
  when: whenSchema,
  /** A transition by which the picture before it comes out of nothing, or goes into it, within so many frames at that end. */
  passage: loose({ way: z.enum(PASSAGES), frames: z.int().min(1).max(100_000) }).optional(),
  panel: z.array(panelSchema).optional(),
  /** The recipe that a group was made from, and which state of it. */
  recipe: loose({ id, name: z.string(), revision: z.int() }).optional(),
  /** Where its card lies among the wires, where that was chosen by hand; and the frame around it. */
  place: placeSchema.optional(),
  frame: id.optional(),
})
export type Step = z.infer<typeof plainStep> & {
  /** The steps of a group, in order. */
  steps?: Step[] | undefined
}
export const stepSchema: z.ZodType<Step> = z.lazy(
  () => loose({ ...plainStep.shape, steps: z.array(stepSchema).optional() }) as unknown as z.ZodType<Step>,
)
export const stepsSchema = z.array(stepSchema)

/** A list of steps: whose it is, and which of a transition's three (the joined picture's unless given). */
export const stackSchema = z.object({
  kind: z.enum(['shot', 'span', 'transition', 'object']),
  id,
  list: z.enum(['outgoing', 'incoming']).optional(),
})

import { z } from 'zod'

/** The version that this code writes. */
export const VERSION = 1

/** An object that keeps fields it does not know, at run time only: newer versions may have written them. */
const loose = <S extends z.ZodRawShape>(shape: S) => z.looseObject(shape) as unknown as z.ZodObject<S>

const finite = z.number().refine(Number.isFinite)
const id = z.string().min(1).max(80)
const frames = finite

const value = z.union([finite, z.array(finite).max(16), z.string().max(2000), z.boolean()])
const handle = loose({ reach: finite, speed: z.array(finite) })
const travel = z.enum(['hold', 'linear', 'ease', 'free'])
const key = loose({
  at: frames,
  value,
  leave: travel,
  arrive: travel,
  leaveHandle: handle.optional(),
  arriveHandle: handle.optional(),
})

/** A constant or keys in rising time (treatment frames). */
export const animatedSchema = loose({
  value,
  keys: z
    .array(key)
    .min(1)
    .refine(
      (keys) => keys.every((k, i) => i === 0 || k.at > (keys[i - 1]?.at ?? -Infinity)),
      'keys must rise in time',
    )
    .optional(),
})

const shapeSchema = loose({
  id,
  name: z.string().max(200),
  kind: z.enum(['ellipse', 'rectangle']),
  join: z.enum(['add', 'subtract', 'intersect']),
  on: z.boolean(),
  /** centre, size, angle, feather, each animatable. */
  form: z.record(z.string(), animatedSchema),
})

const regionSchema = loose({ invert: z.boolean(), shapes: z.array(shapeSchema) })

const whenSchema = loose({
  start: frames.nullable(),
  end: frames.nullable(),
  rampIn: frames.min(0),
  rampOut: frames.min(0),
  shape: z.enum(['linear', 'ease']),
})

const stepSchema = loose({
  id,
  /** Id of the step's declaration. */
  use: z.string(),
  name: z.string().max(200),
  on: z.boolean(),
  /** Share of the step in its result, 0 to 1. */
  mix: animatedSchema,
  what: z.record(z.string(), animatedSchema),
  where: regionSchema.nullable(),
  when: whenSchema,
})

export const rateSchema = loose({
  num: z.int().positive(),
  den: z.int().positive(),
  drop: z.boolean().optional(),
})

const soundInfo = loose({ channels: z.int(), sampleRate: finite, codec: z.string() })

const mediumSchema = loose({
  id,
  name: z.string().max(500),
  kind: z.enum(['video', 'still', 'sound', 'missing']),
  width: z.int().min(0),
  height: z.int().min(0),
  rate: rateSchema,
  /** Length in frames of its own rate; 1 for a still. */
  frames: z.int().min(0),
  codec: z.string(),
  range: z.string(),
  sound: soundInfo.nullable(),
  /** Length of a medium that is only sound. */
  seconds: finite,
  bytes: finite,
})

const shotSchema = loose({
  id,
  name: z.string().max(200),
  mediaId: id,
  /** 0 is the base video lane; higher lanes lie over it. */
  lane: z.int().min(0).max(32),
  /** Sequence frame at which it starts, its length, and how far into the medium it starts; all in sequence frames. */
  start: z.int().min(0),
  length: z.int().min(1),
  in: z.int(),
  /** Where in the medium treatment time 0 lies, so that keys stay on the picture when the shot is trimmed. */
  zero: z.int(),
  /** Sound of the medium: decibels, or null for none. */
  sound: finite.nullable(),
  state: z.enum(['untouched', 'in work', 'done']),
  note: z.string().max(5000),
  steps: z.array(stepSchema),
})

/** A clip that is heard only. */
const soundSchema = loose({
  id,
  name: z.string().max(200),
  mediaId: id,
  start: z.int().min(0),
  length: z.int().min(1),
  in: z.int(),
  gain: finite,
})

export const projectSchema = loose({
  format: z.literal('stilus-project'),
  version: z.literal(VERSION),
  id,
  name: z.string().min(1).max(200),
  rate: rateSchema,
  size: loose({ width: z.int().min(1).max(16384), height: z.int().min(1).max(16384) }),
  /** Frame count that timecode shows at sequence frame 0. */
  startTimecode: z.int(),
  /** How light above white leaves: cut at white unless it says otherwise. */
  highlights: z.enum(['clip', 'soft']).optional(),
  media: z.array(mediumSchema),
  shots: z.array(shotSchema),
  sounds: z.array(soundSchema),
  /** In and out of the sequence, [in, out). */
  marks: loose({ in: z.int().nullable(), out: z.int().nullable() }),
})

export type Project = z.infer<typeof projectSchema>
export type Medium = z.infer<typeof mediumSchema>
export type Shot = z.infer<typeof shotSchema>
export type SoundClip = z.infer<typeof soundSchema>
export type Step = z.infer<typeof stepSchema>
export type Region = z.infer<typeof regionSchema>
export type Shape = z.infer<typeof shapeSchema>

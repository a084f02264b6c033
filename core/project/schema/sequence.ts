import { z } from 'zod'
import { finite, guideSchema, id, loose, name, rateSchema, sizeSchema } from './base'
import { rowSchema } from './roster'
import { sourceSchema } from './source'
import { stepsSchema } from './step'
import { wiringSchema } from './wiring'

export const VARIANTS = ['A', 'B', 'C'] as const
/** How a side of a transition goes on beyond its material: its last frame held, or run back and forth. */
export const RUNS_ON = ['hold', 'mirror'] as const
const lane = z.int().min(0).max(32)
const start = z.int().min(0)
const length = z.int().min(1)

export const shotSchema = loose({
  id,
  name,
  source: sourceSchema,
  /** 0 is the base video lane; higher lanes lie over it. */
  lane,
  /** Sequence frame at which it starts, its length, and how far into its source it starts; all in sequence frames. */
  start,
  length,
  in: z.int(),
  /** A design is played at the length of the shot, as it says what of it gives; `in` is then 0. */
  fitted: z.boolean().optional(),
  /** The row of a roster that its design is filled in from. */
  row: rowSchema.optional(),
  /** Where in the source treatment time 0 lies, so that keys stay on the picture when the shot is trimmed. */
  zero: z.int(),
  /** Sound of the source: decibels, or null for none. */
  sound: finite.nullable(),
  state: z.enum(['untouched', 'in work', 'done']),
  note: z.string().max(5000),
  steps: stepsSchema,
  /** What it showed before another source was put in its place, and how many frames further in that is. */
  stood: loose({ source: sourceSchema, shift: z.int() }).optional(),
  /** Which of its variants the steps are; A unless it says otherwise. */
  variant: z.enum(VARIANTS).optional(),
  /** The steps of the other variants. */
  variants: z.partialRecord(z.enum(VARIANTS), stepsSchema).optional(),
  wiring: wiringSchema.optional(),
})

/** A clip that is heard only. */
export const soundSchema = loose({ id, name, mediaId: id, start, length, in: z.int(), gain: finite })

/** What happens across a cut, or at the head or tail of one shot. Treatment time counts from the cut. */
export const transitionSchema = loose({
  id,
  name,
  /** The shot that ends at the cut and the one that begins there; one of them can be null. */
  from: id.nullable(),
  to: id.nullable(),
  /** Frames that it takes before and after the cut. */
  before: z.int().min(0).max(100_000),
  after: z.int().min(0).max(100_000),
  /** What a side shows where its material is at its end: nothing reaches there unless this says what. */
  beyond: loose({ outgoing: z.enum(RUNS_ON).optional(), incoming: z.enum(RUNS_ON).optional() }).optional(),
  /** What it was laid from: one that is kept, or another transition. All that were laid from the same are uses of it. */
  like: id.optional(),
  /** Steps of the two sides, and of the joined picture; these begin with what joins them. */
  outgoing: stepsSchema,
  incoming: stepsSchema,
  steps: stepsSchema,
  wiring: wiringSchema.optional(),
})

/** Steps over a range of the sequence, on what the lanes up to its own show. */
export const spanSchema = loose({
  id,
  name,
  on: z.boolean(),
  lane,
  start,
  length,
  /** The sequence frame at which treatment time 0 lies. */
  zero: z.int(),
  steps: stepsSchema,
  wiring: wiringSchema.optional(),
})

export const sequenceSchema = loose({
  id,
  name: z.string().min(1).max(200),
  rate: rateSchema,
  size: sizeSchema,
  /** Frame count that timecode shows at sequence frame 0. */
  startTimecode: z.int(),
  shots: z.array(shotSchema),
  sounds: z.array(soundSchema),
  transitions: z.array(transitionSchema),
  spans: z.array(spanSchema),
  /** In and out, [in, out). */
  marks: loose({ in: z.int().nullable(), out: z.int().nullable() }),
  /** Named frames. */
  markers: z.array(loose({ id, at: z.int(), name })).optional(),
  /** Lines on the picture, in pixels of the full-size picture. */
  guides: z.array(guideSchema).optional(),
})

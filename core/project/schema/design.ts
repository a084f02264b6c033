import { z } from 'zod'
import { WAYS } from '../../arrivals'
import { COAT_KINDS } from '../../coats'
import { OBJECT_KINDS } from '../../design'
import { ALIGNS, CASES, DIRECTIONS, LEVELS, ORDERS } from '../../lettering'
import { JOINS } from '../../polygon'
import { GIVE_KINDS } from '../../time'
import { finite, guideSchema, id, loose, name, rateSchema, rgb, sizeSchema } from './base'
import { sourceSchema } from './source'
import { blendSchema, type Step, stepSchema } from './step'
import { addressSchema, formSchema, rideSchema } from './values'
import { wiringSchema } from './wiring'

/** OpenType features by tag: 0 off, 1 on, above that a choice. */
const features = z.record(z.string().regex(/^[ -~]{4}$/), z.int().min(0).max(99))
const weight = finite.min(1).max(1000)

/** How some letters differ from those around them; see LetterStyle in core/lettering. */
export const letterStyleSchema = loose({
  family: id.optional(),
  weight: weight.optional(),
  italic: z.boolean().optional(),
  size: finite.min(0.01).max(100).optional(),
  tracking: finite.min(-1000).max(10_000).optional(),
  shift: finite.min(-10_000).max(10_000).optional(),
  turn: finite.min(-36_000).max(36_000).optional(),
  across: finite.min(-100_000).max(100_000).optional(),
  colour: rgb.optional(),
  case: z.enum(CASES).optional(),
  underline: z.boolean().optional(),
  strike: z.boolean().optional(),
  features: features.optional(),
  language: z.string().max(40).optional(),
  role: z.literal('emphasis').optional(),
})

/** What a text says and how it is set, besides its animatable numbers. */
export const textSchema = loose({
  text: z.string().max(20_000),
  ranges: z
    .array(loose({ start: z.int().min(0), end: z.int().min(1), style: letterStyleSchema }))
    .refine(
      (ranges) => ranges.every((r, i) => r.start < r.end && r.start >= (ranges[i - 1]?.end ?? 0)),
      'ranges must rise and not overlap',
    ),
  family: id,
  weight,
  italic: z.boolean(),
  case: z.enum(CASES),
  features,
  language: z.string().max(40),
  align: z.enum(ALIGNS),
  direction: z.enum(DIRECTIONS),
  level: z.enum(LEVELS),
  hang: z.boolean(),
  shrink: z.boolean(),
  order: z.enum(ORDERS),
  /** Its lines run down. */
  down: z.boolean().optional(),
  /** It stands on its `points` as a line, or within them as an outline. */
  course: loose({
    way: z.enum(['on', 'in']),
    closed: z.boolean(),
    under: z.boolean(),
    reversed: z.boolean(),
    upright: z.boolean(),
  }).optional(),
})

/** A coat of a text, painted over those before it; see COAT_FORMS. */
export const coatSchema = loose({
  id,
  kind: z.enum(COAT_KINDS),
  on: z.boolean(),
  form: formSchema,
  /** The picture that it is painted with, and how far into that it starts, in frames of the design. */
  source: sourceSchema.optional(),
  in: finite.optional(),
  /** The colours of a gradient. */
  stops: z.array(loose({ id, form: formSchema })).max(64),
})

/** How an object comes, moves while it is there, or goes; see core/arrivals. */
export const moverSchema = loose({
  id,
  /** Which mover. */
  use: z.string().max(80),
  way: z.enum(WAYS),
  on: z.boolean(),
  form: formSchema,
})

/** Closed contours, each as corners in pixels of its own, and the rule by which they are filled. */
export const drawingSchema = loose({
  contours: z.array(z.array(finite)).max(4000),
  rule: z.enum(['nonzero', 'evenodd']),
})

/** A pile of coats by name; the objects that are linked to it wear the same. */
export const styleSchema = loose({ id, name: z.string().min(1).max(200), coats: z.array(coatSchema).max(64) })

const plainObject = loose({
  id,
  name,
  kind: z.enum(OBJECT_KINDS),
  on: z.boolean(),
  locked: z.boolean().optional(),
  /** The closed contours of a drawing, each as corners in its own pixels, and by which rule they are filled. */
  drawing: drawingSchema.optional(),
  /** It came in as a layer of artwork. */
  layer: z.boolean().optional(),
  /** How a part of a combination is joined to those behind it. */
  join: z.enum(JOINS).optional(),
  /** The lines of a repeat, one for each copy. */
  list: z.array(z.string().max(500)).max(400).optional(),
  /** The object of the same design that it moves along with. */
  parent: id.optional(),
  /** Motions that it rides on. */
  ride: rideSchema.optional(),
  /** Its numbers; see OBJECT_FORMS. */
  form: formSchema,
  blend: blendSchema.optional(),
  /** Frames of the design in which it is there, [start, start + length). */
  start: z.int(),
  length: z.int().min(1),
  /** The frame of the design at which its treatment time 0 lies. */
  zero: z.int(),
  /** What a text says, and its coats from back to front. */
  text: textSchema.optional(),
  coats: z.array(coatSchema).max(64).optional(),
  /** The style of the project that its coats are those of. */
  style: id.optional(),
  /** What moves it, from the outermost inwards. */
  movers: z.array(moverSchema).max(32).optional(),
  /** What a picture shows, and how far into that it starts, in frames of the design. */
  source: sourceSchema.optional(),
  in: finite.optional(),
  wiring: wiringSchema.optional(),
})
export type DesignObject = z.infer<typeof plainObject> & {
  steps: Step[]
  /** The objects of a group, from back to front. */
  objects?: DesignObject[] | undefined
}
export const objectSchema: z.ZodType<DesignObject> = z.lazy(
  () =>
    loose({
      ...plainObject.shape,
      steps: z.array(stepSchema),
      objects: z.array(objectSchema).optional(),
    }) as unknown as z.ZodType<DesignObject>,
)

/** What of a design gives where it is used at another length: what rests by itself, the parts named, or all of it. */
export const givesSchema = loose({
  way: z.enum(['rest', 'parts', 'whole']),
  parts: z.array(loose({ id, start: z.int().min(0), end: z.int().min(1), give: z.enum(GIVE_KINDS) })).max(64),
})

/**
 * What of a design is asked for before anything else: what texts say, what pictures show, whether things are there, values that are the same in many places, how large a group is and where it stands,
 * how fast it comes and goes.
 */
export const paceSchema = finite.min(0.1).max(10)
export const FRONT_KINDS = ['words', 'picture', 'shown', 'value', 'size', 'place', 'pace'] as const
export const frontSchema = loose({
  label: z.string().min(1).max(80),
  kind: z.enum(FRONT_KINDS),
  objects: z.array(id).max(64).optional(),
  at: z.array(addressSchema).max(400).optional(),
})

/** A title or graphic made of objects, from back to front, on nothing. */
export const designSchema = loose({
  id,
  name: z.string().min(1).max(200),
  size: sizeSchema,
  rate: rateSchema,
  length: z.int().min(1),
  objects: z.array(objectSchema),
  /** The file of artwork that it came in as. */
  artwork: name.optional(),
  guides: z.array(guideSchema).optional(),
  gives: givesSchema.optional(),
  /** How fast what is firm of it runs where it takes the length of its shot; 1 unless given. */
  pace: paceSchema.optional(),
  front: z.array(frontSchema).max(64).optional(),
  /** What emphasised letters look like in it. */
  emphasis: letterStyleSchema.optional(),
})

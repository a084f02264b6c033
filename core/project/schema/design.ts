import { z } from 'zod'
import { OBJECT_KINDS } from '../../design'
import { finite, id, loose, name, rateSchema, sizeSchema } from './base'
import { sourceSchema } from './source'
import { blendSchema, type Step, stepSchema } from './step'
import { formSchema } from './values'

const plainObject = loose({
  id,
  name,
  kind: z.enum(OBJECT_KINDS),
  on: z.boolean(),
  locked: z.boolean().optional(),
  /** The object of the same design that it moves along with. */
  parent: id.optional(),
  /** Its numbers; see OBJECT_FORMS. */
  form: formSchema,
  blend: blendSchema.optional(),
  /** Frames of the design in which it is there, [start, start + length). */
  start: z.int(),
  length: z.int().min(1),
  /** The frame of the design at which its treatment time 0 lies. */
  zero: z.int(),
  /** What a picture shows, and how far into that it starts, in frames of the design. */
  source: sourceSchema.optional(),
  in: finite.optional(),
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

/** A title or graphic made of objects, from back to front, on nothing. */
export const designSchema = loose({
  id,
  name: z.string().min(1).max(200),
  size: sizeSchema,
  rate: rateSchema,
  length: z.int().min(1),
  objects: z.array(objectSchema),
})

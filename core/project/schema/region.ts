import { z } from 'zod'
import { ITEM_JOINS, ITEM_KINDS } from '../../region'
import { finite, id, loose, name, rgb } from './base'
import { bindingSchema } from './source'
import { attachSchema, formSchema } from './values'

export const itemSchema = loose({
  id,
  name,
  kind: z.enum(ITEM_KINDS),
  join: z.enum(ITEM_JOINS),
  on: z.boolean(),
  /** Its numbers (see ITEM_FORMS) and an outline's points, each animatable. */
  form: formSchema,
  /** Nothing can change it. */
  locked: z.boolean().optional(),
  invert: z.boolean().optional(),
  /** Which of the outline colours it has. */
  hue: z.int().min(0).max(7).optional(),
  /** Motions that it rides on. */
  attach: attachSchema.optional(),
  /** The picture that a key looks at (the one before the step unless given), or that a matte item takes. */
  input: bindingSchema.optional(),
  /** Colours that a colour key takes (plus) and leaves out. */
  samples: z
    .array(loose({ rgb, plus: z.boolean() }))
    .max(24)
    .optional(),
  /** The region of the shelf that it stands for. */
  regionId: id.optional(),
})

export const regionSchema = loose({
  invert: z.boolean(),
  /** The items from the nearest to the camera to the farthest. */
  items: z.array(itemSchema),
  /** What all its items ride on. */
  attach: attachSchema.optional(),
  /** Degrees that the shutter is open for its own motion blur; none unless given. */
  shutter: finite.min(0).max(720).optional(),
})

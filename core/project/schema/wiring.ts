import { z } from 'zod'
import { finite, id, loose, name } from './base'

/** Where something lies on the view of wires, in units of that view. */
export const placeSchema = z.tuple([finite, finite])

/** How the wires of a stack were laid out by hand, beside where its steps lie: those know that themselves. */
export const wiringSchema = loose({
  /** Where cards lie that stand for no step, by their names. */
  places: z.record(z.string().max(200), placeSchema).optional(),
  /** Frames around the cards of the steps that name them. */
  frames: z.array(loose({ id, name })).max(200).optional(),
  notes: z
    .array(
      loose({
        id,
        text: z.string().max(5000),
        place: placeSchema,
        /** The side of a cut that it is about; the joined picture, and anything else, unless given. */
        list: z.enum(['outgoing', 'incoming']).optional(),
      }),
    )
    .max(500)
    .optional(),
})

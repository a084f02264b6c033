import { z } from 'zod'
import { finite, id, loose, rgb } from './base'

/** What a shot, an object or an input shows. */
export const sourceSchema = z.discriminatedUnion('kind', [
  loose({ kind: z.literal('medium'), mediaId: id }),
  loose({ kind: z.literal('design'), designId: id }),
  /** Another sequence of the project. */
  loose({ kind: z.literal('comp'), sequenceId: id }),
  loose({ kind: z.literal('solid'), colour: rgb }),
])

/** How a picture of another size comes into a canvas: seen whole, covering it, pulled to its shape, or pixel for pixel; always centred. */
export const FITS = ['fit', 'fill', 'stretch', 'none'] as const
/** What shows before the first and after the last frame. */
export const BEYONDS = ['hold', 'loop', 'mirror', 'empty'] as const

/** What of a picture is taken where a matte is wanted: its brightness unless given. */
const channel = { channel: z.enum(['alpha', 'luminance']).optional() }

/** What an input of a step takes. */
export const bindingSchema = z.discriminatedUnion('kind', [
  /** Nothing, though the declaration would take something. */
  loose({ ...channel, kind: z.literal('none') }),
  /** The picture as it stands before the step. */
  loose({ ...channel, kind: z.literal('before') }),
  /** What lies below on the sequence, or below the object in a design. */
  loose({ ...channel, kind: z.literal('below') }),
  /** The picture before all steps. */
  loose({ ...channel, kind: z.literal('source') }),
  /** The state after another step of the same stack, or one of that step's outputs. */
  loose({ ...channel, kind: z.literal('step'), stepId: id, output: z.string().max(80).optional() }),
  /** Any source: its frame `in` shows at treatment time 0. */
  loose({
    ...channel,
    kind: z.literal('material'),
    source: sourceSchema,
    in: finite,
    fit: z.enum(FITS),
    beyond: z.enum(BEYONDS),
  }),
  /** The result of another shot, `offset` frames later than at the same distance from its head. */
  loose({ ...channel, kind: z.literal('shot'), shotId: id, offset: z.int() }),
  /** The two sides of a transition. */
  loose({ ...channel, kind: z.literal('outgoing') }),
  loose({ ...channel, kind: z.literal('incoming') }),
])

import { z } from 'zod'

/** An object that keeps fields it does not know, at run time only: newer versions may have written them. */
export const loose = <S extends z.ZodRawShape>(shape: S) => z.looseObject(shape) as unknown as z.ZodObject<S>

export const finite = z.number().refine(Number.isFinite)
export const id = z.string().min(1).max(80)
/** A time in frames; may be fractional. */
export const frames = z.number().refine(Number.isFinite)
export const name = z.string().max(200)
/** Linear Rec. 709. */
export const rgb = z.tuple([finite, finite, finite])

export const rateSchema = loose({
  num: z.int().positive(),
  den: z.int().positive(),
  drop: z.boolean().optional(),
})

const side = z.int().min(1).max(16384)
export const sizeSchema = loose({ width: side, height: side })

/** A line that things snap to: upright where `axis` is x, `at` pixels of the picture. */
export const guideSchema = loose({ id, axis: z.enum(['x', 'y']), at: finite })

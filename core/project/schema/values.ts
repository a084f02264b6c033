import { z } from 'zod'
import { MOTION_PARTS } from '../../anim'
import { finite, frames, id, loose } from './base'

const value = z.union([finite, z.array(finite).max(4096), z.string().max(2000), z.boolean()])
const handle = loose({ reach: finite, speed: z.array(finite) })
const interpolation = z.enum(['hold', 'linear', 'ease', 'free'])
const key = loose({
  at: frames,
  value,
  leave: interpolation,
  arrive: interpolation,
  leaveHandle: handle.optional(),
  arriveHandle: handle.optional(),
  broken: z.boolean().optional(),
})
const keys = z
  .array(key)
  .min(1)
  .refine(
    (keys) => keys.every((k, i) => i === 0 || k.at > (keys[i - 1]?.at ?? -Infinity)),
    'keys must rise in time',
  )

/** What moves the numbers of a noise: keys alone. */
const keyed = loose({ value, keys: keys.optional(), keysOff: z.boolean().optional() })

/** What can own animatable values. */
export const OWNERS = ['step', 'item', 'object'] as const

/**
 * Where an animatable value lies: who owns it, and the way to it in there, parts joined by `/`: `mix`, `what/radius`, `content/stops/ID/colour` of a step; `form/centre` of a mask item or
 * an object; and from each of these on `modifiers/ID/amplitude`.
 */
export const addressSchema = z.object({
  owner: z.object({ kind: z.enum(OWNERS), id }),
  path: z.string().min(1).max(400),
})

const motions = { motions: z.array(id).min(1), at: frames, inverted: z.boolean() }
const followed = z.discriminatedUnion('kind', [
  loose({ kind: z.literal('value'), address: addressSchema, part: z.int().min(0).optional() }),
  loose({ kind: z.literal('sound'), clipId: id }),
  loose({ kind: z.literal('motion'), of: z.enum(MOTION_PARTS), ...motions }),
])

const modifier = { id, on: z.boolean(), part: z.int().min(0).optional() }
const noise = {
  ...modifier,
  seed: z.int(),
  octaves: z.int().min(1).max(8),
  amplitude: keyed,
  frequency: keyed,
  decay: keyed,
}
export const modifierSchema = z.discriminatedUnion('kind', [
  loose({
    ...modifier,
    kind: z.literal('follow'),
    source: followed,
    factor: finite,
    offset: finite,
    delay: finite,
    limits: z.tuple([finite, finite]).nullable(),
    join: z.enum(['replace', 'add']),
    settle: finite.min(1).max(10_000).optional(),
  }),
  loose({ ...noise, kind: z.literal('wobble') }),
  loose({ ...noise, kind: z.literal('flicker') }),
  loose({ ...modifier, kind: z.literal('attach'), unit: z.enum(['normalised', 'px']), ...motions }),
])

/** A constant or keys in rising time (treatment frames). */
export const animatedSchema = loose({ ...keyed.shape, modifiers: z.array(modifierSchema).optional() })

/** The values of a form or of controls, by name. */
export const formSchema = z.record(z.string(), animatedSchema)

/** How much of a motion an object of a design goes along with. */
export const RIDES = ['place', 'turn', 'plane'] as const

/** Motions that something is taken along by. */
export const attachSchema = loose({ ...motions, on: z.boolean() })
export const rideSchema = loose({ ...attachSchema.shape, part: z.enum(RIDES) })

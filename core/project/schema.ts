import { z } from 'zod'
import { MOTION_PARTS } from '../anim'
import { BLENDS } from '../kernels'
import { ITEM_JOINS, ITEM_KINDS } from '../region'

/** The version that this code writes. */
export const VERSION = 2

/** An object that keeps fields it does not know, at run time only: newer versions may have written them. */
const loose = <S extends z.ZodRawShape>(shape: S) => z.looseObject(shape) as unknown as z.ZodObject<S>

const finite = z.number().refine(Number.isFinite)
const id = z.string().min(1).max(80)
const frames = finite

const value = z.union([finite, z.array(finite).max(4096), z.string().max(2000), z.boolean()])
const handle = loose({ reach: finite, speed: z.array(finite) })
const travel = z.enum(['hold', 'linear', 'ease', 'free'])
const key = loose({
  at: frames,
  value,
  leave: travel,
  arrive: travel,
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

/** Where an animatable value lies: a control of a step, its mix, a form of a shape, or a number of a noise that moves one of these. */
export const placeSchema = z.object({
  shotId: id,
  stepId: id,
  shapeId: id.optional(),
  param: z.string(),
  mover: z.object({ id, form: z.enum(['amplitude', 'frequency', 'decay']) }).optional(),
})

const motions = { motions: z.array(id).min(1), at: frames, inverted: z.boolean() }
const sourceSchema = z.discriminatedUnion('kind', [
  loose({
    kind: z.literal('value'),
    place: loose({ shotId: id, stepId: id, shapeId: id.optional(), param: z.string() }),
    part: z.int().min(0).optional(),
  }),
  loose({ kind: z.literal('sound'), clipId: id }),
  loose({ kind: z.literal('motion'), of: z.enum(MOTION_PARTS), ...motions }),
])

const moved = { id, on: z.boolean(), part: z.int().min(0).optional() }
const noiseForm = { seed: z.int(), octaves: z.int().min(1).max(8) }
const noise = { ...moved, ...noiseForm, amplitude: keyed, frequency: keyed, decay: keyed }
export const moverSchema = z.discriminatedUnion('kind', [
  loose({
    ...moved,
    kind: z.literal('follow'),
    source: sourceSchema,
    ...{ factor: finite, offset: finite, delay: finite },
    limits: z.tuple([finite, finite]).nullable(),
    join: z.enum(['replace', 'add']),
  }),
  loose({ ...noise, kind: z.literal('wobble') }),
  loose({ ...noise, kind: z.literal('flicker') }),
  loose({ ...moved, kind: z.literal('ride'), unit: z.enum(['share', 'px']), ...motions }),
])

/** A constant or keys in rising time (treatment frames). */
export const animatedSchema = loose({ ...keyed.shape, movers: z.array(moverSchema).optional() })

/** Motions that something is taken along by. */
export const rideSchema = loose({ ...motions, on: z.boolean() })

export const shapeSchema = loose({
  id,
  name: z.string().max(200),
  kind: z.enum(ITEM_KINDS),
  join: z.enum(ITEM_JOINS),
  on: z.boolean(),
  /** Its numbers (see ITEM_FORMS) and an outline's points, each animatable. */
  form: z.record(z.string(), animatedSchema),
  /** Nothing can change it. */
  locked: z.boolean().optional(),
  invert: z.boolean().optional(),
  /** Which of the outline colours it has. */
  hue: z.int().min(0).max(7).optional(),
  /** Motions that it rides on. */
  ride: rideSchema.optional(),
  /** What a key looks at: the picture before the step, or the untouched source. */
  looks: z.enum(['before', 'source']).optional(),
  /** Colours that a colour key takes (plus) and leaves out. */
  samples: z
    .array(loose({ rgb: z.tuple([finite, finite, finite]), plus: z.boolean() }))
    .max(24)
    .optional(),
  /** The clip that is taken as a matte. */
  mediaId: id.optional(),
  /** The region of the shelf that it stands for. */
  regionId: id.optional(),
})

export const regionSchema = loose({
  invert: z.boolean(),
  /** The items from the nearest to the camera to the farthest. */
  shapes: z.array(shapeSchema),
  /** What all its shapes ride on. */
  ride: rideSchema.optional(),
  /** Degrees that the shutter is open for its own motion blur; none unless given. */
  shutter: finite.min(0).max(720).optional(),
})

export const whenSchema = loose({
  start: frames.nullable(),
  end: frames.nullable(),
  rampIn: frames.min(0),
  rampOut: frames.min(0),
  shape: z.enum(['linear', 'ease']),
  /** The ramps are kept and not heeded. */
  rampsOff: z.boolean().optional(),
})

export const blendSchema = loose({ mode: z.enum(BLENDS), space: z.enum(['linear', 'perceptual']) })

/** A control on the front of a group: it stands for controls of the steps in it. */
export const frontSchema = loose({
  id,
  label: z.string().min(1).max(80),
  group: z.string().max(80).optional(),
  /** The controls that take its value; its kind is that of the first. */
  targets: z.array(loose({ stepId: id, param: z.string() })).min(1),
  /** A narrower range than the control itself has. */
  range: z.tuple([finite, finite]).optional(),
})

const plainStep = loose({
  id,
  /** Id of the step's declaration, or 'group' for steps that act as one. */
  use: z.string(),
  name: z.string().max(200),
  on: z.boolean(),
  /** Share of the step in its result, 0 to 1. */
  mix: animatedSchema,
  /** How its result goes onto the picture before it; plainly unless it says otherwise. */
  blend: blendSchema.optional(),
  what: z.record(z.string(), animatedSchema),
  where: regionSchema.nullable(),
  when: whenSchema,
  front: z.array(frontSchema).optional(),
  /** The recipe that a group was made from, and which state of it. */
  recipe: loose({ id, name: z.string(), revision: z.int() }).optional(),
})
export type Step = z.infer<typeof plainStep> & {
  /** The steps of a group, in order. */
  steps?: Step[] | undefined
}
export const stepSchema: z.ZodType<Step> = z.lazy(
  () => loose({ ...plainStep.shape, steps: z.array(stepSchema).optional() }) as unknown as z.ZodType<Step>,
)

const steps = z.array(stepSchema)
export const VERSIONS = ['A', 'B', 'C'] as const

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
  steps,
  /** Which of its versions the steps are; A unless it says otherwise. */
  version: z.enum(VERSIONS).optional(),
  /** The steps of the other versions. */
  versions: z.partialRecord(z.enum(VERSIONS), steps).optional(),
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

const rgb = z.tuple([finite, finite, finite])

const places = z.array(z.array(finite).max(8).nullable()).max(100_000)
/** What a tracker measured; see core/motion/motion.ts. */
export const motionSchema = loose({
  form: z.enum(['point', 'pair', 'plane']),
  reference: z.int(),
  anchor: z.array(finite).min(2).max(8),
  surface: z.array(finite).length(8).optional(),
  first: z.int(),
  places,
  quality: z.array(finite.nullable()),
  fixes: z.array(loose({ at: z.int(), by: z.array(finite).max(8) })).optional(),
  smooth: finite.min(0).max(200).optional(),
  trim: z.tuple([z.int().nullable(), z.int().nullable()]).optional(),
})

/** How a motion is measured. */
export const trackSchema = loose({
  /** The item whose outline it follows, and in front of which others hold out. */
  item: loose({ shotId: id, stepId: id, shapeId: id }).optional(),
  scale: z.boolean(),
  rotation: z.boolean(),
  shear: z.boolean(),
  perspective: z.boolean(),
  /** Half sides of a point's pattern, and how far it is looked for. */
  pattern: z.tuple([finite, finite]),
  search: z.tuple([finite, finite]),
  refresh: z.enum(['keep', 'always', 'worn']),
  /** How the lens bends, for half the diagonal of the picture. */
  lens: finite.optional(),
})

/** Things that were made for a shot and can serve again. */
export const shelfSchema = z.discriminatedUnion('kind', [
  loose({ id, name: z.string().max(200), kind: z.literal('colour'), value: rgb }),
  /** Loudness of a medium: the root mean square of every frame of the rate, as a share of the loudest. */
  loose({
    ...{ id, name: z.string().max(200), kind: z.literal('level'), mediaId: id },
    ...{ rate: rateSchema, values: z.array(finite) },
  }),
  loose({ id, name: z.string().max(200), kind: z.literal('region'), region: regionSchema }),
  /** A motion of the pictures of a medium, measured in a shot. */
  loose({
    ...{ id, name: z.string().max(200), kind: z.literal('motion'), mediaId: id, shotId: id },
    ...{ motion: motionSchema, track: trackSchema },
  }),
])

/** A picture that was kept to compare with. */
const stillSchema = loose({ id, name: z.string().max(200), mediaId: id, shotId: id, frame: frames })

/** A colour table: float32 in little-endian order as base64; a cube with red fastest, or `size` lines of one curve a channel. */
export const tableSchema = loose({
  id,
  name: z.string().max(200),
  kind: z.literal('lines').optional(),
  size: z.int().min(2).max(65536),
  low: rgb,
  high: rgb,
  colours: z.string(),
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
  /** Named frames of the sequence. */
  markers: z.array(loose({ id, at: z.int(), name: z.string().max(200) })).optional(),
  /** Lines on the picture, in pixels of the full-size picture. */
  guides: z.array(loose({ id, axis: z.enum(['x', 'y']), at: finite })).optional(),
  stills: z.array(stillSchema).optional(),
  shelf: z.array(shelfSchema).optional(),
  tables: z.array(tableSchema).optional(),
})

export type Project = z.infer<typeof projectSchema>
export type Medium = z.infer<typeof mediumSchema>
export type Shot = z.infer<typeof shotSchema>
export type SoundClip = z.infer<typeof soundSchema>
export type Region = z.infer<typeof regionSchema>
export type Shape = z.infer<typeof shapeSchema>
export type FrontControl = z.infer<typeof frontSchema>
export type Still = z.infer<typeof stillSchema>
export type ShelfItem = z.infer<typeof shelfSchema>
export type Ride = z.infer<typeof rideSchema>
export type MotionItem = Extract<ShelfItem, { kind: 'motion' }>
export type RegionItem = Extract<ShelfItem, { kind: 'region' }>
export type Track = z.infer<typeof trackSchema>
export type Table = z.infer<typeof tableSchema>
export type Version = (typeof VERSIONS)[number]

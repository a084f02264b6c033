import { z } from 'zod'
import { MATRICES, PRIMARIES, RANGES, TRANSFERS } from '../../colour'
import { finite, frames, id, loose, name, rateSchema, rgb } from './base'
import { regionSchema } from './region'

const soundInfo = loose({ channels: z.int(), sampleRate: finite, codec: z.string() })

export const mediumSchema = loose({
  id,
  name: z.string().max(500),
  kind: z.enum(['video', 'still', 'sound', 'missing']),
  width: z.int().min(0),
  height: z.int().min(0),
  rate: rateSchema,
  /** Length in frames of its own rate; 1 for a still. */
  frames: z.int().min(0),
  codec: z.string(),
  /** How its codes are to be read, in words. */
  coding: z.string(),
  sound: soundInfo.nullable(),
  /** Length of a medium that is only sound. */
  seconds: finite,
  bytes: finite,
  /** How its codes are read where that is not left to the file. */
  colour: loose({
    matrix: z.enum(MATRICES).optional(),
    range: z.enum(RANGES).optional(),
    primaries: z.enum(PRIMARIES).optional(),
    transfer: z.enum(TRANSFERS).optional(),
  }).optional(),
  /** How its alpha is read where that is not left to the file. */
  alpha: z.enum(['straight', 'premultiplied', 'ignored']).optional(),
  /** Frames of a numbered sequence that are not there, and show the one before them; what has no list is no numbered sequence. */
  gaps: z.array(frames).max(100_000).optional(),
})

/** The content hash of a record beside the document. */
const record = z.string().regex(/^[0-9a-f]{32}$/)

/** What a tracker measured, without what it measured frame by frame: that is a record. See core/motion. */
const motionSchema = loose({
  form: z.enum(['point', 'pair', 'plane']),
  reference: z.int(),
  anchor: z.array(finite).min(2).max(8),
  plane: z.array(finite).length(8).optional(),
  first: z.int(),
  record,
  fixes: z.array(loose({ at: z.int(), by: z.array(finite).max(8) })).optional(),
  smooth: finite.min(0).max(200).optional(),
  trim: z.tuple([z.int().nullable(), z.int().nullable()]).optional(),
})

/** How a motion is measured. */
export const trackSchema = loose({
  /** The mask item whose outline it follows, and in front of which others hold out. */
  item: id.optional(),
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
  loose({ id, name, kind: z.literal('colour'), value: rgb }),
  /** Loudness of a medium: the root mean square of every frame of the rate, as a share of the loudest, in a record. */
  loose({ id, name, kind: z.literal('level'), mediaId: id, rate: rateSchema, record }),
  loose({ id, name, kind: z.literal('region'), region: regionSchema }),
  /** A motion of the pictures of a medium, measured in a shot. */
  loose({
    id,
    name,
    kind: z.literal('motion'),
    mediaId: id,
    shotId: id,
    motion: motionSchema,
    track: trackSchema,
  }),
  /**
   * The screen of a shot as its frames [first, last] (treatment time) showed it to a step. Where it stands still, `mediaId` is its picture without the subject; else there is none.
   */
  loose({
    id,
    name,
    kind: z.literal('screen'),
    mediaId: id.optional(),
    shotId: id,
    frames: z.tuple([z.int(), z.int()]),
    /** What was found; see ScreenFacts in core/key. */
    facts: loose({
      colour: loose({ channel: z.int().min(0).max(2), shares: z.tuple([finite, finite]) }),
      looks: z.int(),
      seen: finite,
      set: finite,
      grain: finite,
      strays: finite,
      still: z.boolean(),
      clipped: finite,
    }),
  }),
])

/** A picture that was kept to compare with. */
export const stillSchema = loose({ id, name, mediaId: id, shotId: id, frame: frames })

/** A colour table, its colours in a record: a cube with red fastest, or `size` lines of one curve a channel. */
export const tableSchema = loose({
  id,
  name,
  kind: z.literal('lines').optional(),
  size: z.int().min(2).max(65536),
  low: rgb,
  high: rgb,
  record,
})

/** A font that was brought, its file in a record: one weight and slope of a family. */
export const fontSchema = loose({
  id,
  /** The family's name as its file says. */
  family: name,
  weight: finite.min(1).max(1000),
  italic: z.boolean(),
  axes: z.array(loose({ tag: z.string().length(4), min: finite, default: finite, max: finite })).max(64),
  /** See readCoverage in core/lettering. */
  coverage: z.string().max(400_000),
  record,
})

const places = z.array(z.array(finite).max(8).nullable()).max(100_000)
/** What lies beside the document, by content hash. */
export const recordSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('motion'), places, quality: z.array(finite.nullable()).max(100_000) }),
  z.object({ kind: z.literal('level'), values: z.array(finite).max(200_000) }),
  /** float32 in little-endian order as base64. */
  z.object({ kind: z.literal('table'), colours: z.string().max(8_000_000) }),
  /** A font file as base64. */
  z.object({ kind: z.literal('font'), bytes: z.string().max(44_000_000) }),
])

import { z } from 'zod'
import { id, loose } from './base'
import { designSchema, styleSchema } from './design'
import { fontSchema, mediumSchema, shelfSchema, stillSchema, tableSchema } from './material'
import { rosterSchema } from './roster'
import { sequenceSchema } from './sequence'

/** The version of documents that this code writes. */
export const SCHEMA_VERSION = 4

export const projectSchema = loose({
  format: z.literal('stilus-project'),
  version: z.literal(SCHEMA_VERSION),
  id,
  name: z.string().min(1).max(200),
  /** How light above white leaves: cut at white unless it says otherwise. */
  highlights: z.enum(['clip', 'soft']).optional(),
  media: z.array(mediumSchema),
  /** The first one is the edit that came in. */
  sequences: z.array(sequenceSchema).min(1),
  designs: z.array(designSchema),
  stills: z.array(stillSchema).optional(),
  shelf: z.array(shelfSchema).optional(),
  tables: z.array(tableSchema).optional(),
  fonts: z.array(fontSchema).max(400).optional(),
  /** Styles of texts and shapes that were kept. */
  styles: z.array(styleSchema).max(400).optional(),
  /** Tables that designs serve. */
  rosters: z.array(rosterSchema).max(200).optional(),
})

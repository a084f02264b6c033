import type { z } from 'zod'
import type {
  fontSchema,
  mediumSchema,
  recordSchema,
  shelfSchema,
  stillSchema,
  tableSchema,
  trackSchema,
} from './material'
import type { coatSchema, designSchema, frontSchema, moverSchema, textSchema } from './design'
import type { projectSchema } from './project'
import type { itemSchema, regionSchema } from './region'
import type {
  sequenceSchema,
  shotSchema,
  soundSchema,
  spanSchema,
  transitionSchema,
  RUNS_ON,
  VARIANTS,
} from './sequence'
import type { rosterSchema, rowSchema } from './roster'
import type { BEYONDS, bindingSchema, FITS, sourceSchema } from './source'
import type { panelSchema, stackSchema } from './step'
import type { addressSchema, attachSchema } from './values'
import type { wiringSchema } from './wiring'

export { loose, rateSchema } from './base'
export {
  coatSchema,
  designSchema,
  drawingSchema,
  givesSchema,
  letterStyleSchema,
  frontSchema,
  paceSchema,
  moverSchema,
  objectSchema,
  styleSchema,
  textSchema,
} from './design'
export {
  fontSchema,
  mediumSchema,
  recordSchema,
  shelfSchema,
  stillSchema,
  tableSchema,
  trackSchema,
} from './material'
export { projectSchema, SCHEMA_VERSION } from './project'
export { itemSchema, regionSchema } from './region'
export { MOST_COLUMNS, MOST_LETTERS, MOST_ROWS, rosterSchema, rowSchema } from './roster'
export {
  RUNS_ON,
  sequenceSchema,
  shotSchema,
  soundSchema,
  spanSchema,
  transitionSchema,
  VARIANTS,
} from './sequence'
export { BEYONDS, bindingSchema, FITS, sourceSchema } from './source'
export {
  blendSchema,
  contentSchema,
  panelSchema,
  PASSAGES,
  stackSchema,
  stepSchema,
  whenSchema,
} from './step'
export {
  addressSchema,
  animatedSchema,
  attachSchema,
  formSchema,
  modifierSchema,
  RIDES,
  rideSchema,
} from './values'

/** What lies beside the document, by content hash. */
export type DataRecord = z.infer<typeof recordSchema>
export type Records = Readonly<Record<string, DataRecord>>

/** A document, and in memory beside it the records that it refers to; see records.ts. */
export type Project = z.infer<typeof projectSchema> & { records?: Records }
export type { Content, Step } from './step'
export type { DesignObject } from './design'
export type CoatItem = z.infer<typeof coatSchema>
export type Mover = z.infer<typeof moverSchema>
export type FrontItem = z.infer<typeof frontSchema>
export type Roster = z.infer<typeof rosterSchema>
export type RowRef = z.infer<typeof rowSchema>
export type DesignText = z.infer<typeof textSchema>
export type Font = z.infer<typeof fontSchema>
export type Medium = z.infer<typeof mediumSchema>
export type Sequence = z.infer<typeof sequenceSchema>
export type Shot = z.infer<typeof shotSchema>
export type SoundClip = z.infer<typeof soundSchema>
export type Transition = z.infer<typeof transitionSchema>
export type Span = z.infer<typeof spanSchema>
export type Design = z.infer<typeof designSchema>
export type Source = z.infer<typeof sourceSchema>
export type Binding = z.infer<typeof bindingSchema>
export type Fit = (typeof FITS)[number]
export type Beyond = (typeof BEYONDS)[number]
export type Region = z.infer<typeof regionSchema>
export type MaskItem = z.infer<typeof itemSchema>
export type PanelControl = z.infer<typeof panelSchema>
export type Stack = z.infer<typeof stackSchema>
export type Address = z.infer<typeof addressSchema>
export type Still = z.infer<typeof stillSchema>
export type ShelfItem = z.infer<typeof shelfSchema>
export type Attach = z.infer<typeof attachSchema>
export type MotionItem = Extract<ShelfItem, { kind: 'motion' }>
export type ScreenItem = Extract<ShelfItem, { kind: 'screen' }>
export type RegionItem = Extract<ShelfItem, { kind: 'region' }>
export type Track = z.infer<typeof trackSchema>
export type Table = z.infer<typeof tableSchema>
/** How a side of a transition goes on beyond its material. */
export type RunsOn = (typeof RUNS_ON)[number]
export type Variant = (typeof VARIANTS)[number]
export { placeSchema, wiringSchema } from './wiring'
export type Wiring = z.infer<typeof wiringSchema>

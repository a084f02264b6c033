import { SCHEMA_VERSION, type DataRecord } from '../schema'
import { featherPairs } from './feather-pairs'
import { manyPictures } from './many-pictures'
import { planes } from './planes'
import { shapeCoats } from './shape-coats'
import type { Tree } from './tree'

export { controlTree, LOOSE, stepTree } from './step-names'
export { each, every, isTree, renamed, type Tree } from './tree'

/** Brings a document of an earlier version to this one, step by step. Pieces that are not what they should be stay, for the schema to name. */
export function migrated(document: Tree): { document: Tree; records: Record<string, DataRecord> } {
  let current = document
  let records: Record<string, DataRecord> = {}
  if (current.version === 1) current = featherPairs(current)
  if (current.version === 2) ({ document: current, records } = manyPictures(current))
  if (current.version === 3) current = shapeCoats(current)
  return { document: planes(current), records }
}

/** Whether this code can bring documents of a version to its own. */
export const isKnownVersion = (version: unknown): boolean =>
  typeof version === 'number' && Number.isInteger(version) && version >= 1 && version <= SCHEMA_VERSION

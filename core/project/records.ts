import { hash } from '../hash'
import type { Motion } from '../motion'
import type { DataRecord, Font, MotionItem, Project, Records, Table } from './schema'

/** A record under the hash of what it holds. */
export const recorded = (record: DataRecord): { id: string; record: DataRecord } => ({
  id: hash(JSON.stringify(record)),
  record,
})

/** Records that come, and by `undefined` those that nothing will ever refer to again. */
export type MoreRecords = Readonly<Record<string, DataRecord | undefined>>

/** A document with more records beside it. Records are no part of the document's history. */
export function withRecords(p: Project, more: MoreRecords): Project {
  const all = Object.entries({ ...p.records, ...more }).filter(([, record]) => record !== undefined)
  return { ...p, records: Object.fromEntries(all) as Records }
}

/** The document alone, as it is saved. */
export function documentOf({ records: _, ...document }: Project): Project {
  return document as Project
}

/** The ids of the records that a document refers to. */
export const recordsOf = (p: Project): string[] => [
  ...(p.shelf ?? []).flatMap((item) =>
    item.kind === 'motion' ? [item.motion.record] : item.kind === 'level' ? [item.record] : [],
  ),
  ...(p.tables ?? []).map((t) => t.record),
  ...(p.fonts ?? []).map((f) => f.record),
]

/** A motion cut into what its shelf item says and the record of what was measured. */
export function splitMotion(motion: Motion): {
  motion: MotionItem['motion']
  records: Records
} {
  const { places, quality, ...rest } = motion
  const { id, record } = recorded({ kind: 'motion', places, quality })
  return { motion: { ...rest, record: id } as MotionItem['motion'], records: { [id]: record } }
}

const joined = new WeakMap<object, Motion>()

/** The motion of a shelf item; where what was measured is not there, its anchor alone. */
export function motionOf(p: Project, item: MotionItem): Motion {
  const found = p.records?.[item.motion.record]
  if (found?.kind !== 'motion') return bare(item)
  const known = joined.get(item.motion)
  if (known?.places === found.places) return known
  const { record: _, ...rest } = item.motion
  const motion: Motion = { ...rest, places: found.places, quality: found.quality }
  joined.set(item.motion, motion)
  return motion
}

const bare = ({ motion: { record: _, ...rest } }: MotionItem): Motion => ({
  ...rest,
  first: rest.reference,
  places: [rest.anchor],
  quality: [1],
})

/** The loudness of a medium, where it was measured. */
export function levelOf(p: Project, mediaId: string | undefined) {
  const item = p.shelf?.find((s) => s.kind === 'level' && s.mediaId === mediaId)
  if (item?.kind !== 'level') return undefined
  const record = p.records?.[item.record]
  return record?.kind === 'level' ? { rate: item.rate, values: record.values } : undefined
}

/** The colours of a table as base64; undefined where its record is not there. */
export function tableColours(p: Project, table: Table): string | undefined {
  const record = p.records?.[table.record]
  return record?.kind === 'table' ? record.colours : undefined
}

/** The file of a font as base64; undefined where its record is not there. */
export function fontBytes(p: Project, font: Font): string | undefined {
  const record = p.records?.[font.record]
  return record?.kind === 'font' ? record.bytes : undefined
}

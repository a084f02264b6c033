import type { DataRecord } from '../schema'
import { recorded } from '../records'
import { type Ids, regionTree, stepTree } from './step-names'
import { each, isTree, listOf, one, text, type Tree } from './tree'

/** Version 2 was one sequence of media; version 3 holds any number of pictures that take from each other, and measured data lies beside the document. */
export function manyPictures(document: Tree): { document: Tree; records: Record<string, DataRecord> } {
  const records: Record<string, DataRecord> = {}
  const keep = (record: DataRecord): string => {
    const { id } = recorded(record)
    records[id] = record
    return id
  }
  const ids = newIds(document)
  const { rate, size, startTimecode, shots, sounds, marks, markers, guides, ...rest } = document
  const sequence = {
    id: 'edit',
    name: typeof rest.name === 'string' && rest.name ? rest.name : 'Edit',
    rate,
    size,
    startTimecode,
    marks,
    shots: each(shots, (shot) => shotTree(shot, ids, document)),
    sounds,
    transitions: [],
    spans: [],
    ...(markers === undefined ? {} : { markers }),
    ...(guides === undefined ? {} : { guides }),
  }
  return {
    document: {
      ...rest,
      version: 3,
      media: each(document.media, ({ range, ...medium }) => ({ ...medium, coding: range })),
      sequences: [sequence],
      designs: [],
      ...('shelf' in rest ? { shelf: each(rest.shelf, (item) => shelfTree(item, ids, keep)) } : {}),
      ...('tables' in rest ? { tables: each(rest.tables, (table) => tableTree(table, keep)) } : {}),
    },
    records,
  }
}

/** Ids that are one for the whole document; where two had the same the later one gets another. Steps of a shot's versions share theirs. */
function newIds(document: Tree): Ids {
  const taken = { step: new Set<string>(), item: new Set<string>() }
  const found = new Map<string, string>()
  const fresh = (kind: 'step' | 'item', id: string): string => {
    let name = id
    for (let n = 2; taken[kind].has(name); n++) name = `${id.slice(0, 70)}~${n}`
    taken[kind].add(name)
    return name
  }
  const note = (kind: 'step' | 'item', key: string, id: string) => {
    if (!found.has(key)) found.set(key, fresh(kind, id))
  }
  const steps = (list: unknown, shotId: string): void => {
    for (const step of listOf(list)) {
      const id = text(step, 'id')
      note('step', `${shotId} ${id}`, id)
      for (const shape of listOf(isTree(step.where) ? step.where.shapes : []))
        note('item', `${shotId} ${id} ${text(shape, 'id')}`, text(shape, 'id'))
      steps(step.steps, shotId)
    }
  }
  for (const shot of listOf(document.shots)) {
    steps(shot.steps, text(shot, 'id'))
    for (const list of isTree(shot.versions) ? Object.values(shot.versions) : [])
      steps(list, text(shot, 'id'))
  }
  for (const item of listOf(document.shelf))
    for (const shape of listOf(isTree(item.region) ? item.region.shapes : []))
      note('item', `shelf ${text(item, 'id')} ${text(shape, 'id')}`, text(shape, 'id'))
  const shelved = (shapeId: string) =>
    [...found].find(([key]) => key.startsWith('shelf ') && key.endsWith(` ${shapeId}`))?.[1]
  return {
    step: (shotId, stepId) => found.get(`${shotId} ${stepId}`) ?? stepId,
    item: (shotId, stepId, shapeId) =>
      found.get(`${shotId} ${stepId} ${shapeId}`) ?? shelved(shapeId) ?? shapeId,
  }
}

function shotTree({ mediaId, version, versions, steps, ...shot }: Tree, ids: Ids, document: Tree): Tree {
  const id = text(shot, 'id')
  const zero = typeof shot.zero === 'number' ? shot.zero : 0
  const still = (of: string) =>
    listOf(document.media).some((m) => text(m, 'id') === of && text(m, 'kind') === 'still')
  const stack = { shotId: id, ids, zero, still }
  const changed = (list: unknown) => each(list, (step) => stepTree(step, stack))
  return {
    ...shot,
    source: { kind: 'medium', mediaId },
    steps: changed(steps),
    ...(version === undefined ? {} : { variant: version }),
    ...(isTree(versions)
      ? {
          variants: Object.fromEntries(Object.entries(versions).map(([name, list]) => [name, changed(list)])),
        }
      : {}),
  }
}

function shelfTree(item: Tree, ids: Ids, keep: (record: DataRecord) => string): Tree {
  const { values, motion, region, track, ...rest } = item
  if (item.kind === 'level' && Array.isArray(values))
    return { ...rest, record: keep({ kind: 'level', values: values as number[] }) }
  if (item.kind === 'region') {
    const stack = { shotId: 'shelf', ids, zero: 0, still: () => true }
    return { ...rest, region: one(region, (r) => regionTree(r, stack, text(item, 'id'))) }
  }
  if (item.kind !== 'motion' || !isTree(motion)) return item
  const { places, quality, ...measured } = motion
  const whole = Array.isArray(places) && Array.isArray(quality)
  return {
    ...rest,
    motion: whole
      ? { ...measured, record: keep({ kind: 'motion', places, quality } as DataRecord) }
      : measured,
    track: one(track, (t) =>
      isTree(t.item)
        ? { ...t, item: ids.item(text(t.item, 'shotId'), text(t.item, 'stepId'), text(t.item, 'shapeId')) }
        : t,
    ),
  }
}

const tableTree = ({ colours, ...table }: Tree, keep: (record: DataRecord) => string): Tree =>
  typeof colours === 'string' ? { ...table, record: keep({ kind: 'table', colours }) } : table

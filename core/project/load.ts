import { findMover, moverParams } from '../arrivals'
import { COAT_FORMS } from '../coats'
import { OBJECT_FORMS } from '../design'
import { contentSchema, defaults, type Params } from '../params'
import { findStep, type OldStep } from '../steps'
import { allObjects } from './find'
import { still } from './parts'
import { isKnownVersion, migrated, type Tree } from './migrations'
import {
  type DataRecord,
  type DesignObject,
  type Project,
  projectSchema,
  recordSchema,
  SCHEMA_VERSION,
  type Step,
} from './schema'

/** A document that cannot be opened; the message says what to do. */
export class ProjectError extends Error {
  constructor(message: string) {
    super(message)
    this.name = 'ProjectError'
  }
}

const damaged = (path: readonly PropertyKey[], why = 'unknown') =>
  new ProjectError(
    `This project is damaged at ${path.join('.') || 'its root'}: ${why}. Open an earlier copy of it; nothing was changed.`,
  )

/**
 * A checked project from parsed JSON, with the records that lie beside it. Older versions are migrated, also their steps; fields that this version does not know are kept.
 * @throws ProjectError for anything that is no project, is newer than this version, or breaks the schema (with the path)
 */
export function loadProject(json: unknown, records: Readonly<Record<string, unknown>> = {}): Project {
  if (typeof json !== 'object' || json === null || !('format' in json) || json.format !== 'stilus-project') {
    throw new ProjectError('This is not a Stilus project: its document does not say "stilus-project".')
  }
  const { version } = json as Tree
  if (typeof version === 'number' && version > SCHEMA_VERSION) {
    throw new ProjectError(
      `This project was saved by a newer Stilus (project version ${version}; this one reads up to ${SCHEMA_VERSION}). ` +
        'Update Stilus and open it again. Nothing was changed.',
    )
  }
  if (!isKnownVersion(version)) throw damaged(['version'], 'it is no version of a project')
  const current = migrated(json as Tree)
  const result = projectSchema.safeParse(current.document)
  if (!result.success) {
    const issue = result.error.issues[0]
    throw damaged(issue?.path ?? [], issue?.message)
  }
  const project = result.data as Project
  for (const { steps, path } of everyList(project)) steps.forEach((s, i) => settleStep(s, [...path, i]))
  for (const { objects } of project.designs) for (const object of allObjects(objects)) settleObject(object)
  return { ...project, records: { ...current.records, ...checked(records) } }
}

function checked(records: Readonly<Record<string, unknown>>): Record<string, DataRecord> {
  const out: Record<string, DataRecord> = {}
  for (const [id, record] of Object.entries(records)) {
    const result = recordSchema.safeParse(record)
    if (!result.success)
      throw damaged(['records', id, ...(result.error.issues[0]?.path ?? [])], 'it is no record')
    out[id] = result.data
  }
  return out
}

/** Every list of steps of a document, those of variants too, with the way to it. */
export function* everyList(p: Project): Generator<{ steps: Step[]; path: PropertyKey[] }> {
  for (const [s, { shots, spans, transitions }] of p.sequences.entries()) {
    const at = ['sequences', s]
    for (const [i, shot] of shots.entries()) {
      yield { steps: shot.steps, path: [...at, 'shots', i, 'steps'] }
      for (const [name, steps] of Object.entries(shot.variants ?? {}))
        if (steps) yield { steps, path: [...at, 'shots', i, 'variants', name] }
    }
    for (const [i, span] of spans.entries()) yield { steps: span.steps, path: [...at, 'spans', i, 'steps'] }
    for (const [i, transition] of transitions.entries())
      for (const list of ['outgoing', 'incoming', 'steps'] as const)
        yield { steps: transition[list], path: [...at, 'transitions', i, list] }
  }
  for (const [d, { objects }] of p.designs.entries())
    for (const object of allObjects(objects))
      yield { steps: object.steps, path: ['designs', d, object.id, 'steps'] }
}

/** Brings a step of an earlier version of its declaration to the present one, and checks what it holds. Mutates. */
function settleStep(step: Step, path: PropertyKey[]): void {
  step.steps?.forEach((inner, i) => settleStep(inner, [...path, 'steps', i]))
  const declaration = findStep(step.use)
  const newest = declaration?.version ?? 1
  if (!declaration || (step.version ?? 1) > newest) return
  migrateStep(step)
  if (!declaration.content) return
  const content = contentSchema(declaration.content).safeParse(step.content ?? {})
  if (!content.success) {
    const issue = content.error.issues[0]
    throw damaged([...path, 'content', ...(issue?.path ?? [])], issue?.message)
  }
}

/** Gives an object the numbers that it lacks because they came after it was made. Mutates. */
function settleObject(object: DesignObject): void {
  const fill = (form: DesignObject['form'], params: Params) =>
    Object.assign(form, { ...still(defaults(params)), ...form })
  fill(object.form, OBJECT_FORMS[object.kind])
  for (const coat of object.coats ?? []) fill(coat.form, COAT_FORMS[coat.kind])
  for (const { use, way, form } of object.movers ?? []) {
    const mover = findMover(use)
    if (mover) fill(form, moverParams(mover, way))
  }
}

/** The same for anything that has the controls of a step, such as a preset. Mutates. */
export function migrateStep(step: { use: string; version?: number | undefined; what: Step['what'] }): void {
  const declaration = findStep(step.use)
  const newest = declaration?.version ?? 1
  let current = step as unknown as OldStep
  for (let v = step.version ?? 1; v < newest; v++) current = declaration?.migrate?.[v]?.(current) ?? current
  Object.assign(step, current, newest > 1 ? { version: newest } : {})
}

/** A new empty project. */
export function newProject(id: string, name: string): Project {
  return {
    format: 'stilus-project',
    version: SCHEMA_VERSION,
    id,
    name,
    media: [],
    sequences: [newSequence('edit', name)],
    designs: [],
  }
}

/** A new empty sequence. */
export const newSequence = (id: string, name: string): Project['sequences'][number] => ({
  id,
  name,
  rate: { num: 24, den: 1 },
  size: { width: 1280, height: 720 },
  startTimecode: 24 * 3600,
  shots: [],
  sounds: [],
  transitions: [],
  spans: [],
  marks: { in: null, out: null },
})

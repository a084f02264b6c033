import { featherPairs } from './migrate'
import { type Project, projectSchema, VERSION } from './schema'

/** A document that cannot be opened; the message says what to do. */
export class ProjectError extends Error {
  constructor(message: string) {
    super(message)
    this.name = 'ProjectError'
  }
}

/** Each entry brings a document from its version to the next. Version 1 is the first. */
const MIGRATIONS: Record<number, (document: Record<string, unknown>) => Record<string, unknown>> = {
  1: featherPairs,
}

/**
 * A checked project from parsed JSON. Older versions are migrated; fields that this version does not know are kept.
 * @throws ProjectError for anything that is no project, is newer than this version, or breaks the schema (with the path)
 */
export function loadProject(json: unknown): Project {
  if (typeof json !== 'object' || json === null || !('format' in json) || json.format !== 'stilus-project') {
    throw new ProjectError('This is not a Stilus project: its document does not say "stilus-project".')
  }
  let document = json as Record<string, unknown>
  const version = Number(document.version)
  if (version > VERSION) {
    throw new ProjectError(
      `This project was saved by a newer Stilus (project version ${version}; this one reads up to ${VERSION}). ` +
        'Update Stilus and open it again. Nothing was changed.',
    )
  }
  for (let v = version; v < VERSION; v++) document = MIGRATIONS[v]?.(document) ?? document
  const result = projectSchema.safeParse(document)
  if (!result.success) {
    const issue = result.error.issues[0]
    throw new ProjectError(
      `This project is damaged at ${issue?.path.join('.') || 'its root'}: ${issue?.message ?? 'unknown'}.`,
    )
  }
  return result.data
}

/** A new empty project. */
export function newProject(id: string, name: string): Project {
  return {
    format: 'stilus-project',
    version: VERSION,
    id,
    name,
    rate: { num: 24, den: 1 },
    size: { width: 1280, height: 720 },
    startTimecode: 24 * 3600,
    media: [],
    shots: [],
    sounds: [],
    marks: { in: null, out: null },
  }
}

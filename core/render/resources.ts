import { fromBase64 } from '../kernels'
import { type Project, tableColours } from '../project'
import { type ColourTable, findStep, type Tables } from '../steps'
import type { Node, Plan } from './graph'
import { hash } from '../hash'

/** What evaluation needs besides source frames: named by `id` in the values of steps, and by the hash of what it holds. */
export interface Resource {
  kind: 'table'
  id: string
  hash: string
}

/** The resources that the steps among these nodes name, each once. */
export function resourcesOf({ tables = [] }: Project, nodes: readonly Node[]): Resource[] {
  if (!tables.length) return []
  const used = new Set(
    nodes.flatMap(({ op }): object[] => (op.kind === 'colour' ? op.parts : [op])).flatMap(fileValues),
  )
  return tables
    .filter(({ id }) => used.has(id))
    .map(({ id, record, kind, size, low, high }) => ({
      kind: 'table',
      id,
      hash: hash(JSON.stringify([record, kind, size, low, high])),
    }))
}

const decoded = new WeakMap<object, ColourTable>()

/** The colour table of a resource, decoded once for each document's table; undefined where its record is not there. */
export function colourTable(project: Project, { id }: Resource): ColourTable | undefined {
  const table = project.tables?.find((t) => t.id === id)
  if (!table) return undefined
  const known = decoded.get(table)
  const colours = tableColours(project, table)
  if (known || colours === undefined) return known
  const { size, low, high, kind } = table
  const read = { kind, size, low, high, colours: new Float32Array(fromBase64(colours).buffer) }
  decoded.set(table, read)
  return read
}

/** The tables of a plan by the ids that its steps name. */
export const tablesOf = (project: Project, { resources }: Pick<Plan, 'resources'>): Tables =>
  Object.fromEntries(
    resources.flatMap((resource) => {
      const table = colourTable(project, resource)
      return table ? [[resource.id, table]] : []
    }),
  )

function fileValues(item: object): unknown[] {
  if (!('use' in item) || !('values' in item)) return []
  const values = item.values as Record<string, unknown>
  const params = findStep(item.use as string)?.params ?? {}
  return Object.entries(params).flatMap(([id, p]) => (p.type === 'file' && values[id] ? [values[id]] : []))
}

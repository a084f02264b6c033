import { type Project, tableColours } from '../project'
import { type ColourTable, findStep, type Tables } from '../steps'
import { fromBase64 } from '../kernels'
import type { Node } from './graph'

const decoded = new WeakMap<object, ColourTable>()

/** The colour tables that the steps among these nodes name, decoded once for each document's table. */
export function tablesOf(project: Project, nodes: readonly Node[]): Tables {
  if (!project.tables?.length) return {}
  const used = new Set(
    nodes.flatMap(({ op }): object[] => (op.kind === 'colour' ? op.parts : [op])).flatMap(fileValues),
  )
  const out: Record<string, ColourTable> = {}
  for (const table of project.tables ?? []) {
    if (!used.has(table.id)) continue
    let known = decoded.get(table)
    const colours = tableColours(project, table)
    if (!known && colours !== undefined) {
      const { size, low, high, kind } = table
      known = { kind, size, low, high, colours: new Float32Array(fromBase64(colours).buffer) }
      decoded.set(table, known)
    }
    if (known) out[table.id] = known
  }
  return out
}

function fileValues(item: object): unknown[] {
  if (!('use' in item) || !('values' in item)) return []
  const values = item.values as Record<string, unknown>
  const params = findStep(item.use as string)?.params ?? {}
  return Object.entries(params).flatMap(([id, p]) => (p.type === 'file' && values[id] ? [values[id]] : []))
}

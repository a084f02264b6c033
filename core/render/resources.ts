import type { Part } from '../coats'
import { fromBase64 } from '../kernels'
import { filesOf, type Setting } from '../lettering'
import { fontBytes, fontsOf, type Project, tableColours } from '../project'
import { type ColourTable, findStep, type Tables } from '../steps'
import type { Node, Plan } from './graph'
import { hash } from '../hash'

/** What evaluation needs besides source frames: named by `id` in the values of steps, and by the hash of what it holds. */
export interface Resource {
  kind: 'table' | 'font'
  id: string
  hash: string
}

/** The resources that the steps among these nodes name, each once. */
export function resourcesOf(project: Project, nodes: readonly Node[]): Resource[] {
  const { tables = [] } = project
  const fonts = fontResources(project, nodes)
  if (!tables.length) return fonts
  const used = new Set(
    nodes.flatMap(({ op }): object[] => (op.kind === 'colour' ? op.parts : [op])).flatMap(fileValues),
  )
  const own = tables
    .filter(({ id }) => used.has(id))
    .map(({ id, record, kind, size, low, high }) => ({
      kind: 'table' as const,
      id,
      hash: hash(JSON.stringify([record, kind, size, low, high])),
    }))
  return [...own, ...fonts]
}

/** The texts that a node draws. */
function settingsOf(op: Node['op']): Setting[] {
  const inParts = (parts: readonly Part<Setting>[]): Setting[] =>
    parts.flatMap(({ of }) => ('text' in of ? [of.text] : 'parts' in of ? inParts(of.parts) : []))
  if (op.kind !== 'drawn') return []
  return op.items.flatMap((item) => ('text' in item ? [item.text.setting] : inParts(item.shape.parts)))
}

/** The font files that the texts among these nodes are set in: those that ship by their names, others by their records. */
function fontResources(project: Project, nodes: readonly Node[]): Resource[] {
  const ids = new Set(
    nodes.flatMap(({ op }) => settingsOf(op).flatMap((setting) => filesOf(setting, fontsOf(project)))),
  )
  const brought = new Map((project.fonts ?? []).map((f) => [f.id, f.record]))
  return [...ids].map((id) => ({ kind: 'font', id, hash: brought.get(id) ?? id }))
}

/** The file of a font that was brought; undefined for one that ships, or where its record is not there. */
export function broughtFont(project: Project, { id }: Resource): Uint8Array | undefined {
  const font = project.fonts?.find((f) => f.id === id)
  const bytes = font && fontBytes(project, font)
  return bytes === undefined ? undefined : fromBase64(bytes)
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
    resources
      .filter((r) => r.kind === 'table')
      .flatMap((resource) => {
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

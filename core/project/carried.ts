import { deepCopy } from './copies'
import { allObjects, allSteps, getDesign, Refused } from './find'
import { familyId } from './fonts'
import { recordsOf } from './records'
import type { Act } from './edit'
import { type Design, type Medium, type Project, SCHEMA_VERSION, type Source } from './schema'

/** A design that goes somewhere else, in a document that holds what it shows and nothing more. */
export interface Carried {
  project: Project
  /** The ids of its media by those that they had. */
  media: ReadonlyMap<string, string>
  /** What cannot come along, each as part of a sentence. */
  left: string[]
}

type Tree = Record<string, unknown>
const isTree = (v: unknown): v is Tree => typeof v === 'object' && v !== null && !Array.isArray(v)

/** Every tree in a value, the outer ones first, with the name that it has there. */
function* trees(value: unknown, name = ''): Generator<[Tree, string]> {
  if (Array.isArray(value)) for (const each of value) yield* trees(each, name)
  else if (isTree(value)) {
    yield [value, name]
    for (const [inner, each] of Object.entries(value)) yield* trees(each, inner)
  }
}

/** The sources that a design shows, of its pictures, coats and steps. */
const sourcesOf = (design: Design): Source[] =>
  [...trees(design.objects)].flatMap(([tree]) => (isTree(tree['source']) ? [tree['source'] as Source] : []))

/** A design and those that it shows, each after those within it. @throws Refused where a sequence is among what they show */
function withInner(project: Project, designId: string, visited = new Set<string>()): Design[] {
  if (visited.has(designId)) return []
  visited.add(designId)
  const design = getDesign(project, designId)
  const sources = sourcesOf(design)
  if (sources.some((source) => source.kind === 'comp'))
    throw new Refused(
      `${design.name} shows a sequence, which belongs to its project. Let it show a clip or a design instead.`,
    )
  const inner = sources.flatMap((s) => (s.kind === 'design' ? withInner(project, s.designId, visited) : []))
  return [...inner, design]
}

/** The designs of a project that no other one shows; the rest come along with those. */
export function outerDesigns({ designs }: Pick<Project, 'designs'>): Design[] {
  const shown = new Set(
    designs.flatMap((d) => sourcesOf(d).flatMap((s) => (s.kind === 'design' ? [s.designId] : []))),
  )
  return designs.filter((d) => !shown.has(d.id))
}

/**
 * A design alone, with the designs, media and fonts that it shows: what is kept for other projects and what a file of a design holds. What belongs to the rest of its project is taken out of
 * the copy and told: what its numbers follow elsewhere, motions and regions of the shelf, results of shots. Styles become coats of its own.
 * @param newId gives the ids of the new document and of its media, which no other document has
 * @throws NotFound, Refused where it shows a sequence
 */
export function carriedDesign(project: Project, designId: string, newId: () => string): Carried {
  const designs = deepCopy(withInner(project, designId)) as Design[]
  const design = designs.at(-1) as Design
  const left = new Set<string>()
  const inside = new Set(ownersIn(designs))
  for (const [tree, name] of trees(designs)) loosen(tree, name, inside, left)
  const mediaIds = new Set(
    designs.flatMap(sourcesOf).flatMap((s) => (s.kind === 'medium' ? [s.mediaId] : [])),
  )
  const said = new Set(strings(designs))
  const fonts = (project.fonts ?? []).filter((f) => said.has(familyId(f.family)))
  const tables = (project.tables ?? []).filter((t) => said.has(t.id))
  const media = new Map([...mediaIds].map((id) => [id, newId()]))
  const carried: Project = {
    format: 'stilus-project',
    version: SCHEMA_VERSION,
    id: newId(),
    name: design.name,
    media: project.media.flatMap((m) => {
      const id = media.get(m.id)
      return id === undefined ? [] : [{ ...m, id }]
    }),
    sequences: [emptySequence(design)],
    // The one that is meant stands first.
    designs: renamedIn(designs.reverse(), media) as Design[],
    fonts,
    tables,
  }
  const records = Object.fromEntries(
    recordsOf(carried).flatMap((key) => {
      const record = project.records?.[key]
      return record ? [[key, record]] : []
    }),
  )
  return { project: { ...carried, records }, media, left: [...left] }
}

const emptySequence = ({ size, rate }: Design): Project['sequences'][number] => ({
  id: 'sequence',
  name: 'Sequence',
  size,
  rate,
  startTimecode: 0,
  shots: [],
  sounds: [],
  transitions: [],
  spans: [],
  marks: { in: null, out: null },
})

const strings = (value: unknown): string[] =>
  typeof value === 'string'
    ? [value]
    : Array.isArray(value)
      ? value.flatMap(strings)
      : isTree(value)
        ? Object.values(value).flatMap(strings)
        : []

/** The ids of designs and of all in them that can hold values or steps. */
const ownersIn = (designs: readonly Design[]): string[] =>
  designs.flatMap((design) => [
    design.id,
    ...allObjects(design.objects).flatMap((object) => [
      object.id,
      ...allSteps(object.steps).flatMap((step) => [
        step.id,
        ...(step.where?.items ?? []).map((item) => item.id),
      ]),
    ]),
  ])

/** Takes what refers to the rest of a project out of a tree. Mutates. */
function loosen(tree: Tree, name: string, inside: ReadonlySet<string>, left: Set<string>): void {
  const drop = (key: string, says: string) => {
    if (tree[key] === undefined) return
    delete tree[key]
    left.add(says)
  }
  if (name === 'objects') {
    delete tree['style']
    drop('ride', 'motions that it rides on')
  }
  if (name === 'items' || name === 'where') drop('attach', 'motions that its regions ride on')
  if (name === 'where' && Array.isArray(tree['items'])) {
    const own = (tree['items'] as Tree[]).filter((item) => item['regionId'] === undefined)
    if (own.length < (tree['items'] as Tree[]).length) left.add('regions of the shelf')
    tree['items'] = own
  }
  if (tree['kind'] === 'shot' && typeof tree['shotId'] === 'string') {
    for (const key of Object.keys(tree)) if (key !== 'channel') delete tree[key]
    tree['kind'] = 'none'
    left.add('results of shots that it takes')
  }
  if (Array.isArray(tree['modifiers'])) {
    const own = (tree['modifiers'] as Tree[]).filter((m) => !followsElsewhere(m, inside))
    if (own.length < (tree['modifiers'] as Tree[]).length) left.add('what its numbers follow elsewhere')
    tree['modifiers'] = own
  }
}

function followsElsewhere(modifier: Tree, inside: ReadonlySet<string>): boolean {
  if (modifier['kind'] === 'attach') return true
  if (modifier['kind'] !== 'follow') return false
  const source = modifier['source'] as Tree
  const address = source['address'] as { owner: { id: string } } | undefined
  return source['kind'] !== 'value' || !address || !inside.has(address.owner.id)
}

/** What brings a carried design into a project. */
export interface Bringing {
  design: Design
  acts: Act[]
  /** The media that are new to the project: their files must be stored with it. */
  media: Medium[]
}

/**
 * Brings a carried design into a project under new ids; media and fonts that are there already are used as they are.
 * @param change what is done to the design before it comes in, such as other words
 */
export function bringing(
  project: Project,
  carried: Project,
  newId: () => string,
  change: (design: Design) => Design = (design) => design,
): Bringing {
  const renamed = new Map(ownersIn(carried.designs).map((id) => [id, newId()]))
  const media: Medium[] = []
  for (const medium of carried.media) {
    const there = project.media.find(({ name, bytes }) => name === medium.name && bytes === medium.bytes)
    if (there) renamed.set(medium.id, there.id)
    else media.push(medium)
  }
  const acts: Act[] = media.map((medium) => ['medium.add', { medium }])
  const sameFont = (a: { family: string; weight: number; italic: boolean }, b: typeof a) =>
    a.family === b.family && a.weight === b.weight && a.italic === b.italic
  for (const font of carried.fonts ?? [])
    if (!project.fonts?.some((f) => sameFont(f, font))) acts.push(['font.add', { font }])
  for (const table of carried.tables ?? [])
    if (!project.tables?.some((t) => t.id === table.id)) acts.push(['table.add', { table }])
  const copies = carried.designs.map((d) => renamedIn(deepCopy(d), renamed) as Design)
  const [first, ...inner] = copies
  if (!first) throw new Refused('There is no design in it.')
  const design = change(first)
  // A design comes after those that it shows.
  for (const each of [...inner.reverse(), design]) acts.push(['design.take', { design: each }])
  return { design, acts, media }
}

/** Where ids of designs, objects, steps, items of regions and media stand. */
const NAMED = ['stepId', 'itemId', 'objectId', 'designId', 'mediaId', 'parent']

function renamedIn(value: unknown, renamed: ReadonlyMap<string, string>, name = 'designs'): unknown {
  const to = (id: unknown) => (typeof id === 'string' ? (renamed.get(id) ?? id) : id)
  if (Array.isArray(value))
    return value.map((each) => (name === 'objects' ? to(each) : each)).map((e) => renamedIn(e, renamed, name))
  if (!isTree(value)) return value
  const own = ['designs', 'objects', 'steps', 'items', 'owner'].includes(name)
  return Object.fromEntries(
    Object.entries(value).map(([key, each]) => [
      key,
      (key === 'id' && own) || NAMED.includes(key) ? to(each) : renamedIn(each, renamed, key),
    ]),
  )
}

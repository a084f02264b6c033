/** A piece of a document whose shape is not known yet. */
export type Tree = Record<string, unknown>

export const isTree = (value: unknown): value is Tree =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** Changes the objects of a list; what is no list or no object stays as it is, so that the schema can name it. */
export const each = (value: unknown, change: (item: Tree, index: number) => unknown): unknown =>
  Array.isArray(value) ? value.map((item, i) => (isTree(item) ? change(item, i) : item)) : value

/** Changes the objects that an object holds, by name. */
export const every = (value: unknown, change: (item: Tree, name: string) => unknown): unknown =>
  isTree(value)
    ? Object.fromEntries(
        Object.entries(value).map(([name, item]) => [name, isTree(item) ? change(item, name) : item]),
      )
    : value

/** Changes an object; anything else stays as it is. */
export const one = (value: unknown, change: (item: Tree) => unknown): unknown =>
  isTree(value) ? change(value) : value

/** An object with a field under another name, where it has it. */
export function renamed(tree: Tree, from: string, to: string): Tree {
  if (!(from in tree)) return tree
  const { [from]: value, ...rest } = tree
  return { ...rest, [to]: value }
}

/** The text of a field, or '' where there is none. */
export const text = (tree: Tree, field: string): string =>
  typeof tree[field] === 'string' ? (tree[field] as string) : ''

export const listOf = (value: unknown): Tree[] => (Array.isArray(value) ? value.filter(isTree) : [])

/** What differs at one place of a tree of plain data; where there is no value, the place is gone. */
export interface Change {
  at: (string | number)[]
  value?: unknown
}

type Tree = Record<string | number, unknown>
const isTree = (value: unknown): value is Tree => typeof value === 'object' && value !== null

/**
 * What must change in `before` to make `after`. Parts that both share are not looked into, so that the cost is that of what an edit touched. Lists of
 * different length are given whole.
 */
export function difference(before: unknown, after: unknown): Change[] {
  const changes: Change[] = []
  const look = (a: unknown, b: unknown, at: Change['at']) => {
    if (Object.is(a, b)) return
    const list = Array.isArray(a)
    if (!isTree(a) || !isTree(b) || list !== Array.isArray(b) || (list && a.length !== b.length)) {
      changes.push({ at, value: b })
      return
    }
    for (const key of Object.keys(a)) if (!(key in b)) changes.push({ at: [...at, key] })
    for (const key of Object.keys(b)) {
      if (key in a) look(a[key], b[key], [...at, key])
      else changes.push({ at: [...at, key], value: b[key] })
    }
  }
  look(before, after, [])
  return changes
}

/** A tree with changes made; what they do not touch is shared with `before`, which stays as it is. */
export function changed(before: unknown, changes: readonly Change[]): unknown {
  return changes.reduce((tree, { at, ...rest }) => put(tree, at, rest), before)
}

function put(tree: unknown, [key, ...deeper]: Change['at'], change: Omit<Change, 'at'>): unknown {
  if (key === undefined) return change.value
  const copy = (Array.isArray(tree) ? [...(tree as unknown[])] : { ...(tree as Tree) }) as Tree
  if (deeper.length || 'value' in change) copy[key] = put(copy[key], deeper, change)
  else Reflect.deleteProperty(copy, key)
  return copy
}

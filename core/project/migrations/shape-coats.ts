import type { Animated } from '../../anim'
import type { Values } from '../../params'
import { newCoat } from '../texts'
import { each, isTree, type Tree } from './tree'

/** What a shape's own numbers became: the coat and the number in it. */
const MOVED: Record<string, readonly ['fill' | 'edge', string]> = {
  fill: ['fill', 'colour'],
  fillOpacity: ['fill', 'opacity'],
  edge: ['edge', 'colour'],
  edgeWidth: ['edge', 'width'],
  edgeOpacity: ['edge', 'opacity'],
}
const SHAPES: readonly unknown[] = ['rectangle', 'ellipse', 'outline']

/** Version 3 kept the face and the line of a shape among its numbers; in version 4 they are coats, as those of text. */
export function shapeCoats(document: Tree): Tree {
  const shapes = new Set<unknown>()
  const object = (tree: Tree): Tree => {
    const inner = 'objects' in tree ? { objects: each(tree.objects, (o) => object(o as Tree)) } : {}
    if (!SHAPES.includes(tree.kind) || !isTree(tree.form)) return { ...tree, ...inner }
    shapes.add(tree.id)
    const coat = (kind: 'fill' | 'edge', given: Values) => {
      const made = newCoat(kind, kind, given)
      for (const [name, [of, to]] of Object.entries(MOVED))
        if (of === kind && name in (tree.form as Tree)) made.form[to] = (tree.form as Tree)[name] as Animated
      return made
    }
    const rest = Object.fromEntries(Object.entries(tree.form).filter(([name]) => !(name in MOVED)))
    // Half of the line lay on either side of the outline, over the face.
    const coats = [coat('fill', {}), coat('edge', { side: 'centred', width: 0 })]
    return { ...tree, form: rest, coats, ...inner }
  }
  const designs = each(document.designs, (design) => ({
    ...design,
    objects: each(design.objects, (o) => object(o)),
  }))
  const moved = addressed({ ...document, designs }, shapes) as Tree
  return { ...moved, version: 4 }
}

/** Addresses of numbers that have moved, wherever they stand. */
function addressed(value: unknown, shapes: ReadonlySet<unknown>): unknown {
  if (Array.isArray(value)) return value.map((v) => addressed(v, shapes))
  if (!isTree(value)) return value
  const { owner, path } = value
  const name = typeof path === 'string' ? /^form\/(\w+)(.*)$/s.exec(path) : null
  const to = name && MOVED[name[1] as string]
  if (to && isTree(owner) && owner.kind === 'object' && shapes.has(owner.id))
    return { ...value, path: `coats/${to[0]}/form/${to[1]}${name[2]}` }
  return Object.fromEntries(Object.entries(value).map(([key, v]) => [key, addressed(v, shapes)]))
}

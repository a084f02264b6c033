import { each, isTree, renamed, type Tree } from './tree'

/** What is tracked in perspective was called a surface at first; it is a plane. */
export const planes = (document: Tree): Tree =>
  'shelf' in document
    ? {
        ...document,
        shelf: each(document.shelf, (item) =>
          isTree(item.motion) ? { ...item, motion: renamed(item.motion, 'surface', 'plane') } : item,
        ),
      }
    : document

import type { Family, ShelfDesign } from './declare'
import { blocks } from './families/blocks'
import { brass } from './families/brass'
import { canvas } from './families/canvas'
import { carbon } from './families/carbon'
import { chalk } from './families/chalk'
import { clockwork } from './families/clockwork'
import { grid } from './families/grid'
import { lantern } from './families/lantern'
import { neon } from './families/neon'
import { paper } from './families/paper'
import { print } from './families/print'
import { quiet } from './families/quiet'
import { score } from './families/score'
import { slabs } from './families/slabs'
import { stencil } from './families/stencil'
import { tickets } from './families/tickets'
import { tide } from './families/tide'
import { tremor } from './families/tremor'
import { LAYOUTS } from './layouts/dressed'

const LIST: readonly Family[] = [
  quiet,
  grid,
  slabs,
  brass,
  chalk,
  stencil,
  neon,
  paper,
  print,
  carbon,
  tide,
  clockwork,
  tickets,
  tremor,
  blocks,
  lantern,
  canvas,
  score,
]

/** The families of the shelf, each with its layouts of shots. */
export const FAMILIES: readonly Family[] = LIST.map((family) => ({
  ...family,
  designs: [...family.designs, ...(LAYOUTS[family.id] ?? [])],
}))

/** A design of the shelf with the family that it is of. */
export interface OnShelf {
  /** The family and the design. */
  id: string
  family: Family
  design: ShelfDesign
}

/** All that stands on the shelf, family by family. */
export const SHELF: readonly OnShelf[] = FAMILIES.flatMap((family) =>
  family.designs.map((design) => ({ id: `${family.id}/${design.id}`, family, design })),
)

export const findShelf = (id: string): OnShelf | undefined => SHELF.find((entry) => entry.id === id)

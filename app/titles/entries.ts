import {
  type Act,
  bringing,
  deepCopy,
  type Design,
  type MoreRecords,
  type Medium,
  type Project,
  sayIn,
  type Sequence,
} from '@stilus/core/project'
import {
  makeDesign,
  type OnShelf,
  pageOf,
  type Palette,
  picturesAsked,
  type Purpose,
  PURPOSES,
  SHELF,
  type Shown,
} from '@stilus/core/shelf'
import type { Rate } from '@stilus/core/time'
import type { KeptDesign } from '@stilus/engine'
import { overEdit } from './beside'

/** How a design of the shelf is wanted. */
export interface Sample {
  entry: ShelfEntry
  /** Which of its palettes; of what has fewer, one of those. */
  palette: number
  words: readonly string[]
  size: { width: number; height: number }
  rate: Rate
  /** Of a layout of shots: what its further places show, and the frame of the edit that it lies over. */
  shows?: readonly Shown[]
  over?: { sequence: Sequence; at: number }
}

/** What takes a design into a project. */
export interface Taking {
  design: Design
  acts: Act[]
  /** Media whose files must be stored with the project. */
  media: readonly Medium[]
  records: MoreRecords
}

/** A design on the shelf, one that ships or one of the user's. */
export interface ShelfEntry {
  id: string
  name: string
  says: string
  /** What it is for and where it is from, in a line. */
  kind: string
  /** What ships has a purpose and a family; the user's own have neither. */
  purpose?: Purpose
  family?: string
  own?: KeptDesign
  /** It shows shots: the edit below, or so many others. */
  shots: boolean
  pictures: number
  palettes: readonly Palette[]
  /** A document with it alone, as it is seen on the shelf. */
  alone(project: Project, sample: Sample): { project: Project; design: Design }
  /** Takes it into a project under a name and ids of its own. */
  take(project: Project, sample: Sample, name: string, newId: () => string): Taking
}

const paletteOf = (palettes: readonly Palette[], at: number): Palette =>
  palettes[at % palettes.length] as Palette

/** A design that ships. */
export function shippedEntry({ id, family, design: shelf }: OnShelf): ShelfEntry {
  const made = (sample: Sample, designId: string, newId: () => string) =>
    makeDesign(shelf, { ...sample, palette: paletteOf(family.palettes, sample.palette), designId, newId })
  return {
    id,
    name: shelf.name,
    says: shelf.says,
    kind: `${PURPOSES[shelf.purpose]} · ${family.name} · ${shelf.seconds} seconds`,
    purpose: shelf.purpose,
    family: family.id,
    palettes: family.palettes,
    shots: shelf.purpose === 'layout',
    get pictures() {
      return shelf.purpose === 'layout' ? picturesAsked(shelf.pieces(pageOf(ANY))) : 0
    },
    alone(project, sample) {
      let count = 0
      const design = made(sample, 'on the shelf', () => `on-the-shelf-${++count}`)
      if (sample.over) {
        const { sequence, at } = sample.over
        return {
          design: overEdit(design, sequence, at),
          project: { ...project, designs: [design, ...project.designs] },
        }
      }
      const sequences = project.sequences.slice(0, 1).map((s) => ({ ...s, ...EMPTY }))
      return { design, project: { ...project, media: [], designs: [design], sequences, rosters: [] } }
    },
    take(_, sample, name, newId) {
      const design = { ...made(sample, newId(), newId), name }
      return { design, acts: [['design.take', { design }]], media: [], records: {} }
    },
  }
}
const ANY = { width: 1280, height: 720 }
const EMPTY = { shots: [], sounds: [], transitions: [], spans: [] }

/** A design that the user keeps; it has its own size and its own colours. */
export function ownEntry(own: KeptDesign): ShelfEntry {
  const { project: kept } = own
  const [first] = kept.designs
  const seconds = first ? (first.length * first.rate.den) / first.rate.num : 0
  const across = first ? `${first.size.width} × ${first.size.height}` : ''
  return {
    id: own.id,
    name: kept.name,
    says: `One of yours, made for ${across}.`,
    kind: `Yours · ${Math.round(seconds * 10) / 10} seconds`,
    own,
    shots: false,
    pictures: 0,
    palettes: [],
    alone(_, { words }) {
      const [design, ...inner] = deepCopy(kept.designs) as [Design, ...Design[]]
      return { design: sayIn(design, words), project: { ...kept, designs: [design, ...inner] } }
    },
    take(project, { words }, name, newId) {
      const change = (design: Design) => ({ ...sayIn(design, words), name })
      return { ...bringing(project, kept, newId, change), records: kept.records ?? {} }
    },
  }
}

/** All that ships. */
export const SHIPPED: readonly ShelfEntry[] = SHELF.map(shippedEntry)

/** What pictures of a sample are known by: equal names are equal pictures. */
export const nameOfSample = ({ entry, palette, words, size, rate, shows, over }: Sample): string =>
  JSON.stringify([
    entry.own?.project.id ?? entry.id,
    palette,
    words,
    size,
    rate,
    shows,
    over && [over.sequence.id, over.at],
  ])

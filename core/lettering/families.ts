import { type Coverage, readCoverage } from './coverage'
import { COVERAGES, SHIPPED } from './shipped'

/** What a family is for. */
export const FAMILY_KINDS = [
  'sans',
  'serif',
  'display',
  'condensed',
  'slab',
  'script',
  'stencil',
  'blackletter',
  'mono',
  'arabic',
  'hebrew',
  'devanagari',
  'thai',
  'japanese',
  'chinese',
] as const
export type FamilyKind = (typeof FAMILY_KINDS)[number]

/** A number that a variable font can be drawn at. */
export interface Axis {
  /** Four characters, as `wght`. */
  tag: string
  min: number
  default: number
  max: number
}

export interface ShippedFamily {
  id: string
  name: string
  kind: string
  licence: string
  axes: readonly Axis[]
  faces: readonly {
    weight: number
    italic: boolean
    files: readonly { file: string; coverage: number }[]
  }[]
}

/** A font file and what it holds. */
export interface FontFile {
  /** Its name where it ships, its record where it was brought. */
  id: string
  coverage: Coverage
}

/** One weight and slope; what a file lacks is looked for in the next one. */
export interface Face {
  /** 1 to 1000; 400 is regular. */
  weight: number
  italic: boolean
  files: readonly FontFile[]
}

export interface Family {
  id: string
  name: string
  kind: FamilyKind | 'own'
  licence: string
  axes: readonly Axis[]
  faces: readonly Face[]
}

let shipped: readonly Family[] | undefined

/** The families that ship. */
export function shippedFamilies(): readonly Family[] {
  if (shipped) return shipped
  const coverages = COVERAGES.map(readCoverage)
  shipped = SHIPPED.map((family) => ({
    ...family,
    kind: family.kind as FamilyKind,
    faces: family.faces.map((face) => ({
      ...face,
      files: face.files.map(({ file, coverage }) => ({
        id: file,
        coverage: coverages[coverage] as Coverage,
      })),
    })),
  }))
  return shipped
}

/** The family of new text, and what shows where a family is not there. */
export const PLAIN_FAMILY = 'inter'

/** Where to look for characters that a family lacks, in this order; upright book faces first for families that have serifs. */
const CHAIN = ['inter', 'roboto-flex', 'cairo', 'heebo', 'mukta', 'sarabun', 'm-plus-1p', 'zcool-xiaowei']
const SERIF_CHAIN = ['source-serif-4', 'amiri', 'frank-ruhl-libre', 'tiro-devanagari-hindi']
const SERIFS: readonly string[] = ['serif', 'display', 'slab', 'script', 'blackletter']

/** All that text can be set in. */
export class Fonts {
  readonly #byId: ReadonlyMap<string, Family>

  /** @param own families that were brought; they stand before those that ship */
  constructor(own: readonly Family[] = []) {
    this.families = [...own, ...shippedFamilies()]
    this.#byId = new Map(this.families.map((f) => [f.id, f]))
  }

  readonly families: readonly Family[]

  /** A family; undefined where it is not there. */
  find = (id: string): Family | undefined => this.#byId.get(id)

  /** Families in which a character is looked for, the wanted one first. */
  chain(id: string): Family[] {
    const wanted = this.find(id)
    const serif = wanted && SERIFS.includes(wanted.kind)
    const rest = serif ? [...SERIF_CHAIN, ...CHAIN] : [...CHAIN, ...SERIF_CHAIN]
    const all = [wanted, ...rest.map(this.find), ...this.families]
    return [...new Set(all.filter((f) => f !== undefined))]
  }
}

/** The face of a family that is nearest to a weight and slope; slope counts for more, and of two weights as near the heavier one. */
export function nearestFace({ faces }: Family, weight: number, italic: boolean): Face {
  const far = (face: Face) =>
    Math.abs(face.weight - weight) * 2 + (face.weight < weight ? 1 : 0) + (face.italic === italic ? 0 : 1e6)
  return faces.reduce((best, face) => (far(face) < far(best) ? face : best))
}

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
  /** Tag, least, usual and most of each axis. */
  axes: readonly (readonly [string, number, number, number])[]
  /** Its files after the family's name, each with which coverage is its own: `400i:2` is a weight, `i` a slope; of variable families `latin-ext-i:5` a script. */
  files: string
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
  shipped = SHIPPED.map(({ axes, files, kind, ...family }) => ({
    ...family,
    kind: kind as FamilyKind,
    axes: axes.map(([tag, min, usual, max]) => ({ tag, min, default: usual, max })),
    faces: facesOf(family.id, files, coverages),
  }))
  return shipped
}

/** The faces that files belong to; those of one weight and slope are looked through in their order. */
function facesOf(family: string, files: string, coverages: readonly Coverage[]): Face[] {
  const faces: { weight: number; italic: boolean; files: FontFile[] }[] = []
  for (const each of files.split(' ')) {
    const [name = '', coverage = ''] = each.split(':')
    const weight = Number.parseInt(name, 10) || 400
    const italic = /(\d|-)i$/.test(name)
    const file = { id: `${family}-${name}.ttf`, coverage: coverages[Number(coverage)] as Coverage }
    const face = faces.find((f) => f.weight === weight && f.italic === italic)
    if (face) face.files.push(file)
    else faces.push({ weight, italic, files: [file] })
  }
  return faces
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

import { lumaWeights } from './ycbcr'

/** Luma weights of Y'CbCr, or none for stored R'G'B'. */
export type Matrix = 'rgb' | 'bt601' | 'bt709' | 'bt2020'
export type CodeRange = 'limited' | 'full'
/** Chromaticities: ITU-R BT.709, BT.601 with 525 and 625 lines, BT.2020, and the D65 form of SMPTE RP 431-2. */
export type Primaries = 'bt709' | 'bt601-525' | 'bt601-625' | 'bt2020' | 'p3'
/**
 * How code values become light, white of the picture at 1:
 * - srgb: IEC 61966-2-1, as screens show SDR video and stills.
 * - bt1886: ITU-R BT.1886 with black at 0, a power of 2.4.
 * - gamma22: a power of 2.2.
 * - linear: light itself.
 * - pq: SMPTE ST 2084; 203 cd/m2 is 1 (the HDR reference white of ITU-R BT.2408).
 * - hlg: ITU-R BT.2100 for a screen of 1000 cd/m2 (system gamma 1.2); 203 cd/m2 is 1.
 */
export type Transfer = 'srgb' | 'bt1886' | 'gamma22' | 'linear' | 'pq' | 'hlg'

/** What code values mean. */
export interface ColourEncoding {
  matrix: Matrix
  range: CodeRange
  primaries: Primaries
  transfer: Transfer
}

export const MATRICES = ['rgb', 'bt601', 'bt709', 'bt2020'] as const satisfies readonly Matrix[]
export const RANGES = ['limited', 'full'] as const satisfies readonly CodeRange[]
export const PRIMARIES = [
  'bt709',
  'bt601-525',
  'bt601-625',
  'bt2020',
  'p3',
] as const satisfies readonly Primaries[]
export const TRANSFERS = [
  'srgb',
  'bt1886',
  'gamma22',
  'linear',
  'pq',
  'hlg',
] as const satisfies readonly Transfer[]

/** The brightness in cd/m2 that is white, 1, in the working space. */
export const REFERENCE_WHITE = 203

/** What a file says of its colour in the words of ITU-T H.273, as decoders and probes give them; null where it says nothing. */
export interface ColourTags {
  matrix?: string | null | undefined
  fullRange?: boolean | null | undefined
  primaries?: string | null | undefined
  transfer?: string | null | undefined
}

const MATRIX_TAGS: Record<string, Matrix> = {
  rgb: 'rgb',
  gbr: 'rgb',
  bt709: 'bt709',
  smpte170m: 'bt601',
  bt470bg: 'bt601',
  fcc: 'bt601',
  'bt2020-ncl': 'bt2020',
  bt2020nc: 'bt2020',
  'bt2020-cl': 'bt2020',
  bt2020c: 'bt2020',
}
const PRIMARY_TAGS: Record<string, Primaries> = {
  bt709: 'bt709',
  smpte170m: 'bt601-525',
  smpte240m: 'bt601-525',
  bt470bg: 'bt601-625',
  bt2020: 'bt2020',
  smpte432: 'p3',
}
const TRANSFER_TAGS: Record<string, Transfer> = {
  linear: 'linear',
  smpte2084: 'pq',
  pq: 'pq',
  'arib-std-b67': 'hlg',
  hlg: 'hlg',
  bt470m: 'gamma22',
  gamma22: 'gamma22',
}

/**
 * The encoding that tags stand for. What they leave out is taken from the rest: BT.709 where nothing speaks against it. Camera
 * curves of SDR video are shown by screens as sRGB, so they are read as sRGB: what comes in is what was seen.
 */
export function encodingOf(tags: ColourTags, otherwise: ColourEncoding = VIDEO): ColourEncoding {
  const primaries = PRIMARY_TAGS[tags.primaries ?? '']
  const { fullRange } = tags
  const implied: Matrix =
    primaries === 'bt2020' ? 'bt2020' : primaries?.startsWith('bt601') ? 'bt601' : otherwise.matrix
  const matrix = MATRIX_TAGS[tags.matrix ?? ''] ?? implied
  return {
    matrix,
    range: typeof fullRange === 'boolean' ? (fullRange ? 'full' : 'limited') : otherwise.range,
    primaries: primaries ?? (matrix === 'bt2020' ? 'bt2020' : otherwise.primaries),
    transfer: TRANSFER_TAGS[tags.transfer ?? ''] ?? otherwise.transfer,
  }
}

/** What is assumed of video that says nothing. */
export const VIDEO: ColourEncoding = {
  matrix: 'bt709',
  range: 'limited',
  primaries: 'bt709',
  transfer: 'srgb',
}
/** What is assumed of stills that are stored as Y'CbCr (JFIF), and of stored R'G'B'. */
export const STILL: ColourEncoding = { matrix: 'bt601', range: 'full', primaries: 'bt709', transfer: 'srgb' }
export const RGB: ColourEncoding = { ...STILL, matrix: 'rgb' }

const WORDS: Record<Matrix | CodeRange | Primaries | Transfer, string> = {
  rgb: 'RGB',
  bt601: 'BT.601',
  bt709: 'BT.709',
  bt2020: 'BT.2020',
  limited: 'limited',
  full: 'full',
  'bt601-525': 'BT.601 (525)',
  'bt601-625': 'BT.601 (625)',
  p3: 'P3',
  srgb: 'sRGB',
  bt1886: 'BT.1886',
  gamma22: 'gamma 2.2',
  linear: 'linear',
  pq: 'PQ',
  hlg: 'HLG',
}

/** The trade's word for a part of an encoding. */
export const colourWord = (part: Matrix | CodeRange | Primaries | Transfer): string => WORDS[part]

/** An encoding in words: matrix, range, primaries where they differ from the matrix, curve. */
export function encodingWords({ matrix, range, primaries, transfer }: ColourEncoding): string {
  const same = primaries === matrix || (matrix === 'rgb' && primaries === 'bt709')
  const parts = [WORDS[matrix], ...(matrix === 'rgb' && range === 'full' ? [] : [WORDS[range]])]
  return [...parts, ...(same ? [] : [WORDS[primaries]]), WORDS[transfer]].join(' ')
}

type Chromaticities = readonly [number, number, number, number, number, number]
const CHROMATICITIES: Record<Primaries, Chromaticities> = {
  bt709: [0.64, 0.33, 0.3, 0.6, 0.15, 0.06],
  'bt601-525': [0.63, 0.34, 0.31, 0.595, 0.155, 0.07],
  'bt601-625': [0.64, 0.33, 0.29, 0.6, 0.15, 0.06],
  bt2020: [0.708, 0.292, 0.17, 0.797, 0.131, 0.046],
  p3: [0.68, 0.32, 0.265, 0.69, 0.15, 0.06],
}
const D65 = [0.3127, 0.329] as const

type Nine = readonly number[]

/** Rows of the matrix from linear light of some primaries to that of Rec. 709; all have the white of D65. */
export function toRec709(primaries: Primaries): Nine {
  if (primaries === 'bt709') return [1, 0, 0, 0, 1, 0, 0, 0, 1]
  return times(inverse(toXyz('bt709')), toXyz(primaries))
}

/** Luminance weights of red, green and blue of BT.2020, which HLG's system gamma goes by. */
export function luminance2020(): readonly [number, number, number] {
  const { kr, kb } = lumaWeights('bt2020')
  return [kr, 1 - kr - kb, kb]
}

/** SMPTE RP 177: primaries scaled so that they add up to white. */
function toXyz(primaries: Primaries): Nine {
  const [xr, yr, xg, yg, xb, yb] = CHROMATICITIES[primaries]
  const columns = [
    xr / yr,
    xg / yg,
    xb / yb,
    1,
    1,
    1,
    (1 - xr - yr) / yr,
    (1 - xg - yg) / yg,
    (1 - xb - yb) / yb,
  ]
  const [x, y] = D65
  const white = [x / y, 1, (1 - x - y) / y]
  const inv = inverse(columns)
  const s = [0, 1, 2].map((r) => [0, 1, 2].reduce((sum, c) => sum + at(inv, r, c) * (white[c] as number), 0))
  return columns.map((v, i) => v * (s[i % 3] as number))
}

const at = (m: Nine, row: number, column: number): number => m[row * 3 + column] as number

function times(a: Nine, b: Nine): Nine {
  return Array.from({ length: 9 }, (_, i) => {
    const [r, c] = [Math.floor(i / 3), i % 3]
    return at(a, r, 0) * at(b, 0, c) + at(a, r, 1) * at(b, 1, c) + at(a, r, 2) * at(b, 2, c)
  })
}

function inverse(m: Nine): Nine {
  const cofactor = (r: number, c: number) => {
    const [r1, r2, c1, c2] = [(r + 1) % 3, (r + 2) % 3, (c + 1) % 3, (c + 2) % 3]
    return at(m, r1, c1) * at(m, r2, c2) - at(m, r1, c2) * at(m, r2, c1)
  }
  const determinant =
    at(m, 0, 0) * cofactor(0, 0) + at(m, 0, 1) * cofactor(0, 1) + at(m, 0, 2) * cofactor(0, 2)
  return Array.from({ length: 9 }, (_, i) => cofactor(i % 3, Math.floor(i / 3)) / determinant)
}

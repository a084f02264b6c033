import { recorded, type Records, type Table } from '../project'
import { toBase64 } from '../kernels'
import { maths } from '../maths'

/** A table that cannot be read; the message says what is wrong, in which line, and what to do. */
export class TableError extends Error {
  constructor(name: string, why: string) {
    super(`"${name}" is not a colour table that Stilus can read: ${why}`)
    this.name = 'TableError'
  }
}

/** The most nodes along a side, and the most along a line. */
const MOST = { cube: 65, lines: 65536 }

interface Reading {
  kind?: 'cube' | 'lines'
  size: number
  low: number[]
  high: number[]
  values: number[]
}

/**
 * Reads a look-up table in the .cube text format: LUT_3D_SIZE n with n^3 lines of three numbers, red fastest, n up to 65; or LUT_1D_SIZE n with n lines, one curve a channel.
 * DOMAIN_MIN and DOMAIN_MAX (or LUT_1D_INPUT_RANGE, LUT_3D_INPUT_RANGE) are heeded; titles and comments are passed over, other words are refused.
 * @throws TableError with the line that is wrong
 */
export function readCube(id: string, name: string, text: string): { table: Table; records: Records } {
  const table: Reading = { size: 0, low: [0, 0, 0], high: [1, 1, 1], values: [] }
  for (const [index, raw] of text
    .replace(/^\uFEFF/, '')
    .split(/\r\n|\n|\r/)
    .entries()) {
    const line = raw.trim()
    if (!line || line.startsWith('#') || /^TITLE\b/.test(line)) continue
    const wrong = takeLine(table, line.split(/\s+/))
    if (wrong) throw new TableError(name, `line ${index + 1} ${wrong}`)
  }
  const { kind, size, low, high, values } = table
  if (!kind)
    throw new TableError(name, 'it names no size. Save it as a .cube table with LUT_3D_SIZE or LUT_1D_SIZE.')
  if (low.some((v, i) => !(v < (high[i] as number))))
    throw new TableError(name, 'its domain is not a box from low to high.')
  const wanted = promised(table)
  if (values.length !== wanted * 3)
    throw new TableError(
      name,
      `it promises ${wanted} colours and holds ${values.length / 3}. The file may be cut off.`,
    )
  const colours = toBase64(new Uint8Array(Float32Array.from(values).buffer))
  const box = { low: low as [number, number, number], high: high as [number, number, number] }
  const { id: hash, record } = recorded({ kind: 'table', colours })
  const made: Table = { id, name, size, ...box, record: hash, ...(kind === 'lines' ? { kind } : {}) }
  return { table: made, records: { [hash]: record } }
}

const promised = ({ kind, size }: Reading) => (kind === 'cube' ? maths.pow(size, 3) : size)

/** Takes one line; says what is wrong with it. */
function takeLine(table: Reading, [first = '', ...rest]: string[]): string | undefined {
  const numbers = rest.map(Number)
  const three = numbers.length === 3 && numbers.every(Number.isFinite)
  switch (first) {
    case 'LUT_3D_SIZE':
    case 'LUT_1D_SIZE':
      return takeSize(table, first === 'LUT_3D_SIZE' ? 'cube' : 'lines', numbers)
    case 'DOMAIN_MIN':
    case 'DOMAIN_MAX':
      if (!three) return `should hold three numbers after ${first}.`
      table[first === 'DOMAIN_MIN' ? 'low' : 'high'] = numbers
      return undefined
    case 'LUT_1D_INPUT_RANGE':
    case 'LUT_3D_INPUT_RANGE': {
      const [low, high] = numbers
      if (numbers.length !== 2 || !numbers.every(Number.isFinite))
        return `should hold two numbers after ${first}.`
      table.low = Array<number>(3).fill(low as number)
      table.high = Array<number>(3).fill(high as number)
      return undefined
    }
  }
  const colour = [first, ...rest].map(Number)
  if (!/^[-+.\d]/.test(first)) return `begins with "${first.slice(0, 24)}", which the format does not know.`
  if (colour.length !== 3 || !colour.every(Number.isFinite)) return 'should hold three numbers.'
  if (!table.kind) return 'holds a colour before the table names its size.'
  if (table.values.length >= promised(table) * 3)
    return `is one colour more than the ${promised(table)} that it promises.`
  table.values.push(...colour)
  return undefined
}

function takeSize(table: Reading, kind: 'cube' | 'lines', numbers: number[]): string | undefined {
  const [size = NaN] = numbers
  if (table.kind) return 'names a second size. Save curves and cube as two tables.'
  if (numbers.length !== 1 || !Number.isInteger(size) || size < 2)
    return 'should name a whole number of nodes from 2 on.'
  if (size > MOST[kind]) return `names ${size} nodes, and at most ${MOST[kind]} can be used. Save it smaller.`
  table.kind = kind
  table.size = size
  return undefined
}

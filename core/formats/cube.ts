import type { Table } from '../project'
import { toBase64 } from '../kernels'

/** A table that cannot be read; the message says what is wrong and what to do. */
export class TableError extends Error {
  constructor(name: string, why: string) {
    super(`"${name}" is not a colour table that Stilus can read: ${why}`)
    this.name = 'TableError'
  }
}

const MOST = 65

/**
 * Reads a look-up table in the .cube text format: LUT_3D_SIZE n with n^3 lines of three numbers, red fastest; or LUT_1D_SIZE n with n lines, which
 * becomes a 3D table of 33 nodes. DOMAIN_MIN and DOMAIN_MAX are heeded, comments and titles are not.
 * @throws TableError
 */
export function readCube(id: string, name: string, text: string): Table {
  let size = 0
  let flat = false
  let low: number[] = [0, 0, 0]
  let high: number[] = [1, 1, 1]
  const values: number[] = []
  for (const [index, raw] of text.split(/\r?\n/).entries()) {
    const line = raw.trim()
    if (!line || line.startsWith('#') || line.startsWith('TITLE')) continue
    const words = line.split(/\s+/)
    const numbers = words.slice(1).map(Number)
    if (words[0] === 'LUT_3D_SIZE' || words[0] === 'LUT_1D_SIZE') {
      size = numbers[0] ?? 0
      flat = words[0] === 'LUT_1D_SIZE'
    } else if (words[0] === 'DOMAIN_MIN') low = numbers
    else if (words[0] === 'DOMAIN_MAX') high = numbers
    else if (/^[-+.\d]/.test(line)) {
      const three = words.map(Number)
      if (three.length !== 3 || !three.every(Number.isFinite))
        throw new TableError(name, `line ${index + 1} should hold three numbers.`)
      values.push(...three)
    }
  }
  if (!size) throw new TableError(name, 'it names no size. Save it as a 3D .cube table.')
  if (!flat && size > MOST)
    throw new TableError(name, `its ${size} nodes a side are more than ${MOST}. Save it smaller.`)
  if (low.length !== 3 || high.length !== 3 || low.some((v, i) => !(v < (high[i] ?? v))))
    throw new TableError(name, 'its domain is not a box from low to high.')
  const wanted = flat ? size : size ** 3
  if (values.length !== wanted * 3)
    throw new TableError(name, `it promises ${wanted} colours and holds ${Math.floor(values.length / 3)}.`)
  const colours = flat ? cubed(values, size) : Float32Array.from(values)
  const box = { low: low as [number, number, number], high: high as [number, number, number] }
  return { id, name, size: flat ? 33 : size, ...box, colours: toBase64(new Uint8Array(colours.buffer)) }
}

/** Three curves as a table of 33 nodes a side. */
function cubed(values: readonly number[], size: number): Float32Array {
  const nodes = 33
  const at = (channel: number, node: number) => {
    const x = (node / (nodes - 1)) * (size - 1)
    const i = Math.min(size - 2, Math.floor(x))
    const [a, b] = [values[i * 3 + channel] as number, values[(i + 1) * 3 + channel] as number]
    return a + (b - a) * (x - i)
  }
  const out = new Float32Array(nodes ** 3 * 3)
  let to = 0
  for (let b = 0; b < nodes; b++)
    for (let g = 0; g < nodes; g++)
      for (let r = 0; r < nodes; r++) for (const [c, node] of [r, g, b].entries()) out[to++] = at(c, node)
  return out
}

import type { Frame, Plane } from '../frame'
import { maths } from '../maths'
import type { Kernels } from './kernels'

export type Rgb = readonly [number, number, number]

/**
 * One pointwise operation on straight colour in linear light. Alpha is never changed. After each, values lie within ±1e9.
 * - matrix: three rows of r, g, b, offset.
 * - power: sign(x) * scale * |x|^exponent by channel; 0 stays 0.
 * - levels: x * scale + offset by channel.
 * - saturation: luma + (x - luma) * amount, Rec. 709 luma.
 * - clamp: within [low, high].
 * - shoulder: what passes the knee bends towards 1 and never reaches past it, by the brightest channel, so that hue stays; below 0 is cut.
 * - encode, decode: the sRGB curve (IEC 61966-2-1), odd about 0 and going on above 1.
 * - curves: a table of samples for each channel over [low, high], linear between them, held beyond.
 * - table: a 3D table of size^3 colours, red fastest, over the box [low, high], tetrahedral between nodes, held beyond; size 2 or more.
 * - keep: notes the colour; mixKept: noted + (now - noted) * amount * matte, where the note is the last one that was not mixed yet; restore: back to that note.
 * - vibrance: saturation that moves dull colours most.
 * - hueChange, qualify: on Oklab values (see `toOklab`); tables by hue, lightness and chroma as core/kernels/assembly/selective.ts states them.
 * - mixWeighted: mixKept with the weight that qualify found; showWeight, holdWeight: that weight as grey, or times the colour.
 * - posterise: the nearest of so many even levels on [0, 1].
 * - toned: factors that go from `low` to `high` as luma goes from `from` to `to`.
 * - silver: overlay with the colour's own luma.
 */
export type ColourOp =
  | { op: 'matrix'; rows: readonly number[] }
  | { op: 'power'; exponent: Rgb; scale: Rgb }
  | { op: 'levels'; scale: Rgb; offset: Rgb }
  | { op: 'saturation'; amount: number }
  | { op: 'clamp'; low: number; high: number }
  | { op: 'shoulder'; knee: number }
  | { op: 'encode' }
  | { op: 'decode' }
  | { op: 'curves'; low: number; high: number; samples: readonly ArrayLike<number>[] }
  | { op: 'table'; low: Rgb; high: Rgb; size: number; colours: ArrayLike<number> }
  | { op: 'keep' }
  | { op: 'mixKept'; amount: number; matte?: Plane | undefined }
  | { op: 'restore' }
  | { op: 'vibrance'; amount: number }
  | { op: 'hueChange'; table: Float32Array }
  | { op: 'qualify'; table: Float32Array; others?: boolean }
  | { op: 'mixWeighted'; amount: number }
  | { op: 'showWeight' }
  | { op: 'holdWeight' }
  | { op: 'posterise'; levels: number }
  | { op: 'toned'; low: Rgb; high: Rgb; from: number; to: number }
  | { op: 'silver'; amount: number }

export const LUMA_WEIGHTS: Rgb = [0.2126, 0.7152, 0.0722]

/** An instruction of core/kernels/assembly/program.ts. */
interface Instruction {
  code: number
  args?: number[]
  table?: number[] | Float32Array | undefined
  size?: number
  matte?: Plane | undefined
}

const LANE_BYTES = 256 * 4

/** Runs operations one after the other in a single pass over the picture. Into `dst` if given (it may be `src`), else into a new frame. */
export function runProgram(k: Kernels, src: Frame, ops: readonly ColourOp[], dst?: Frame): Frame {
  const out = dst ?? k.frame(src.width, src.height)
  const { list, slots } = slotted(simplified(ops).flatMap(instructions))
  const tile = (5 + 3 * slots) * LANE_BYTES
  const words = (list.length + 1) * 4
  const floats = list.reduce((sum, i) => sum + (i.args?.length ?? 0), 0)
  const head = Math.ceil(((words + floats) * 4) / 16) * 16
  const tables = list.reduce((sum, i) => sum + (i.table?.length ?? 0), 0) * 4
  k.scratch(head + tile + tables, (block) => {
    const code = k.words(block)
    const values = k.floats(block)
    let arg = words
    let table = (head + tile) / 4
    list.forEach((item, i) => {
      const data = item.table ? block.at + table * 4 : (item.matte?.block.at ?? 0)
      code.set([item.code, block.at + arg * 4, data, item.size ?? 0], i * 4)
      values.set(item.args ?? [], arg)
      arg += item.args?.length ?? 0
      if (item.table) values.set(item.table, table)
      table += item.table?.length ?? 0
    })
    code[list.length * 4] = 0
    k.raw.program(out.block.at, src.block.at, src.width * src.height, block.at, block.at + head)
  })
  return out
}

/** Each note gets a slot of its own for as long as it is needed; how many are needed at once. */
function slotted(list: readonly Instruction[]): { list: Instruction[]; slots: number } {
  let [depth, slots] = [0, 0]
  const numbered = list.map((item) => {
    if (item.code === KEEP) {
      slots = Math.max(slots, ++depth)
      return { ...item, size: depth - 1 }
    }
    if (item.code === RESTORE) return { ...item, size: depth - 1 }
    return item.code === MIX || item.code === MIX_WEIGHTED ? { ...item, size: --depth } : item
  })
  return { list: numbered, slots }
}

const [KEEP, MIX, MIX_WEIGHTED, RESTORE] = [13, 14, 18, 21]

function instructions(op: ColourOp): Instruction[] {
  switch (op.op) {
    case 'matrix':
      return [{ code: 1, args: fourfold(op.rows) }]
    case 'power':
      return [0, 1, 2].flatMap((c) => {
        const [exponent, scale] = [op.exponent[c] as number, op.scale[c] as number]
        return exponent === 1 && scale === 1 ? [] : [{ code: 2 + c, args: [exponent, maths.log2(scale)] }]
      })
    case 'levels':
      return [{ code: 5, args: [...op.scale, ...op.offset] }]
    case 'saturation':
      return [{ code: 6, args: fourfold([...LUMA_WEIGHTS, op.amount]) }]
    case 'clamp':
      return [{ code: 7, args: [op.low, op.high] }]
    case 'shoulder':
      return [{ code: 8, args: [op.knee] }]
    case 'encode':
      return [{ code: 9 }]
    case 'decode':
      return [{ code: 10 }]
    case 'curves': {
      const size = op.samples[0]?.length ?? 0
      const table = op.samples.flatMap((row) => Array.from(row))
      return [{ code: 11, args: [op.low, (size - 1) / (op.high - op.low)], table, size }]
    }
    case 'table':
      return [{ code: 12, args: tableArgs(op), table: padded(op.colours, op.size), size: op.size }]
    case 'keep':
      return [{ code: KEEP }]
    case 'mixKept':
      return [{ code: MIX, args: [op.amount], matte: op.matte }]
    case 'restore':
      return [{ code: RESTORE }]
    case 'vibrance':
      return [{ code: 15, args: [op.amount] }]
    case 'hueChange':
      return [{ code: 16, table: op.table }]
    case 'qualify':
      return [{ code: 17, table: op.table, size: op.others ? 1 : 0 }]
    case 'mixWeighted':
      return [{ code: MIX_WEIGHTED, args: [op.amount] }]
    case 'showWeight':
      return [{ code: 19 }]
    case 'holdWeight':
      return [{ code: 20 }]
    case 'posterise':
      return [{ code: 22, args: [op.levels - 1] }]
    case 'toned':
      return [{ code: 23, args: [...op.low, ...op.high, op.from, 1 / (op.to - op.from)] }]
    case 'silver':
      return [{ code: 24, args: [op.amount] }]
  }
}

const fourfold = (values: readonly number[]) => values.flatMap((v) => [v, v, v, v])

const tableArgs = ({ low, high, size }: { low: Rgb; high: Rgb; size: number }) => [
  ...low,
  ...low.map((l, c) => (size - 1) / ((high[c] as number) - l)),
]

/** Colours of three floats as colours of four. */
function padded(colours: ArrayLike<number>, size: number): Float32Array {
  const out = new Float32Array(maths.pow(size, 3) * 4)
  for (let i = 0; i < maths.pow(size, 3); i++)
    for (let c = 0; c < 3; c++) out[i * 4 + c] = colours[i * 3 + c] as number
  return out
}

const all = (values: readonly number[], value: number) => values.every((v) => v === value)
const times = (a: Rgb, b: Rgb): Rgb => [a[0] * b[0], a[1] * b[1], a[2] * b[2]]

/** Leaves out what does nothing, and joins a power with the pure gain and the power that follow it. */
export function simplified(ops: readonly ColourOp[]): ColourOp[] {
  const out: ColourOp[] = []
  for (const op of ops) {
    if (op.op === 'power' && all(op.exponent, 1) && all(op.scale, 1)) continue
    if (op.op === 'levels' && all(op.scale, 1) && all(op.offset, 0)) continue
    if (op.op === 'saturation' && op.amount === 1) continue
    const last = out.at(-1)
    if (last?.op === 'decode' && op.op === 'encode') {
      out.pop()
      continue
    }
    if (last?.op === 'power' && op.op === 'levels' && all(op.offset, 0) && op.scale.every((s) => s > 0))
      out[out.length - 1] = { ...last, scale: times(last.scale, op.scale) }
    else if (last?.op === 'power' && op.op === 'power') {
      const scale = last.scale.map((s, c) => maths.pow(s, op.exponent[c] as number)) as unknown as Rgb
      const exponent = times(last.exponent, op.exponent)
      out[out.length - 1] = { op: 'power', exponent, scale: times(scale, op.scale) }
    } else out.push(op)
  }
  return out
}

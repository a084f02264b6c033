import type { Plane, Size } from '../frame'
import type { Kernels } from './kernels'

/** The parts of a map, for as long as they are lent. */
export interface Parts {
  /** How many there are. */
  count: number
  /** Which one each place belongs to, from 1 in the order of their first places; 0 for none. */
  of: Uint32Array
  /** How many places of each part have a value in a map (bytes). */
  counts(map: Uint8Array, value: number): Uint32Array
  /** Which parts a map touches where it is not 0: a byte for each. */
  under(map: Uint8Array): Uint8Array
  /** Gives places of the parts with a flag (a byte for each) a value. Mutates the map. */
  set(map: Uint8Array, flags: Uint8Array, value: number): void
  /** The highest number of a plane in each part, and which parts lie beside a place with a value, across or down. */
  edges(plane: Plane, map: Uint8Array, value: number): { highest: Float32Array; open: Uint8Array }
}

/** Lends the parts of a map where it is not 0, connected by their eight neighbours. */
export function partsOf<T>(k: Kernels, size: Size, map: Uint8Array, use: (parts: Parts) => T): T {
  const { width, height } = size
  const n = width * height
  return k.scratch(n * 4, (of) => {
    const count = k.scratch(n + 12 * ((width + 1) >> 1) * height + 16, (block) => {
      k.bytes(block, n).set(map)
      return k.raw.partsOf(of.at, block.at, width, height, block.at + ((n + 15) & ~15))
    })
    const some = (count + 4) & ~3
    /** A map in memory, and `bytes` of 0 after it. */
    const lent = <R>(
      values: Uint8Array,
      bytes: number,
      ask: (map: number, zero: number, all: Uint8Array) => R,
    ) =>
      k.scratch(n + 16 + bytes, (block) => {
        const all = k.bytes(block)
        all.set(values)
        const from = (n + 15) & ~15
        all.fill(0, from)
        return ask(block.at, block.at + from, all)
      })
    return use({
      count,
      of: k.words(of, n),
      counts: (values, value) =>
        lent(values, 4 * some, (at, to) => {
          k.raw.partCounts(to, of.at, at, value, n)
          return new Uint32Array(k.floatsAt(to, count + 1).slice().buffer)
        }),
      under: (values) =>
        lent(values, some, (at, to, all) => {
          k.raw.partsUnder(to, of.at, at, n)
          return all.slice((n + 15) & ~15, ((n + 15) & ~15) + count + 1)
        }),
      set: (values, flags, value) =>
        lent(values, some, (at, to, all) => {
          all.set(flags, (n + 15) & ~15)
          k.raw.setParts(at, of.at, to, value, n)
          values.set(all.subarray(0, n))
        }),
      edges: (plane, values, value) =>
        lent(values, 5 * some, (at, to, all) => {
          const highest = k.floatsAt(to, count + 1).fill(-Infinity)
          k.raw.partEdges(to, to + 4 * some, of.at, plane.block.at, at, value, width, height)
          const open = ((n + 15) & ~15) + 4 * some
          return { highest: highest.slice(), open: all.slice(open, open + count + 1) }
        }),
    })
  })
}

import type { Frame, Plane } from '../frame'
import type { Kernels } from './kernels'

/** Where a map of bytes has a value, or has not. */
export function mapOf(k: Kernels, from: Uint8Array, value: number, is = true): Uint8Array {
  const n = from.length
  return k.scratch(n + 16, (block) => {
    const bytes = k.bytes(block, n)
    bytes.set(from)
    k.raw.mapOf(block.at, value, is ? 0 : 1, n)
    return bytes.slice()
  })
}

/** Where a plane is at most a limit, as a map of bytes. */
export function atMost(k: Kernels, plane: Plane, limit: number): Uint8Array {
  const n = plane.width * plane.height
  return k.scratch(n, (block) => {
    k.raw.atMost(block.at, plane.block.at, limit, n)
    return k.bytes(block, n).slice()
  })
}

/**
 * The three tones (0 goes, 1 is undecided, 2 stays): rubbish goes; below `keep` a place stays; over `drop`, and not `close` to what has little of the screen, it goes.
 */
export function sortTones(
  k: Kernels,
  smooth: Plane,
  { close, rubbish }: { close: Uint8Array; rubbish?: Uint8Array | undefined },
  { keep, drop }: { keep: number; drop: number },
): Uint8Array {
  const n = smooth.width * smooth.height
  return k.scratch(3 * n, (block) => {
    const bytes = k.bytes(block, 3 * n)
    bytes.set(close, n)
    if (rubbish) bytes.set(rubbish, 2 * n)
    const { at } = block
    k.raw.sortTones(at, smooth.block.at, at + n, rubbish ? at + 2 * n : 0, keep, drop, n)
    return bytes.slice(0, n)
  })
}

/** The numbers of the places where a map has a value, in order. */
export function placesOf(k: Kernels, map: Uint8Array, value = 1): Uint32Array {
  const n = map.length
  const from = (n + 15) & ~15
  return k.scratch(from + 4 * n, (block) => {
    k.bytes(block, n).set(map)
    const count = k.raw.placesOf(block.at + from, block.at, value, n)
    return k.words(block).slice(from / 4, from / 4 + count)
  })
}

/**
 * Where a map says that the set shows no screen, how much of the set is left: 1 where two pictures are the same to within `same` codes, 0 from `other` codes on. Mutates the share.
 */
export function setShare(
  k: Kernels,
  share: Plane,
  set: Uint8Array,
  [a, b]: readonly [Frame, Frame],
  [same, other]: readonly [number, number],
): void {
  const n = set.length
  k.scratch(n, (block) => {
    k.bytes(block, n).set(set)
    k.raw.setShare(share.block.at, block.at, a.block.at, b.block.at, same, other, n)
  })
}

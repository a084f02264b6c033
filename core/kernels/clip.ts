import type { Frame, Size } from '../frame'
import type { Kernels } from './kernels'

/** Roots of light as codes of 16 bits, 32767 up to a light of 1; three a place, by rows. */
export type Roots = Uint16Array

export const ROOT = 32767

/** A picture as roots, without its alpha. */
export function toRoots(k: Kernels, { width, height, block }: Frame): Roots {
  const count = width * height
  return k.scratch(count * 6 + 8, (to) => {
    k.raw.toRoots(to.at, block.at, count)
    const bytes = k.bytes(to).slice(0, count * 6)
    return new Uint16Array(bytes.buffer, 0, count * 3)
  })
}

/** Such a picture again, opaque. */
export function fromRoots(k: Kernels, roots: Roots, { width, height }: Size): Frame {
  const out = k.frame(width, height)
  const bytes = new Uint8Array(roots.buffer, roots.byteOffset, roots.byteLength)
  k.scratch(bytes.length + 8, (from) => {
    k.bytes(from).set(bytes)
    k.raw.fromRoots(out.block.at, from.at, width * height)
  })
  return out
}

/** What the places of a clip are over time. */
export interface OverTime {
  /** The light of a place where it is known, else the median of all pictures; three a place. */
  light: Float32Array
  /** 1 where enough pictures show what is looked for. */
  known: Uint8Array
  /** How far a place strays from its median, as roots of light (1 for a light of 1): 1.48 times the median deviation. */
  moves: Float32Array
}

/** Places that are looked at together: what they take stays small. */
const BAND = 16384

/**
 * The mean over those pictures in which a place shows what is looked for (a bit each in `when`) within three spreads of their median, where that are `enough`; elsewhere the median of all.
 * @param share told how far it is
 */
export function overTime(
  k: Kernels,
  looks: readonly Roots[],
  when: Uint32Array,
  enough: number,
  share: (done: number) => void,
): OverTime {
  const n = when.length
  const out = { light: new Float32Array(n * 3), known: new Uint8Array(n), moves: new Float32Array(n) }
  for (let from = 0; from < n; from += BAND) {
    share(from / n)
    const count = Math.min(BAND, n - from)
    const codes = count * 6 * looks.length
    // Four-byte lists first, so that each lies where it may.
    const [moves, bits, list] = [count * 12, count * 16, count * 20]
    const known = list + looks.length * 8
    const roots = known + ((count + 7) & ~7)
    k.scratch(roots + codes, (block) => {
      const bytes = k.bytes(block)
      const words = new Uint8Array(when.buffer, when.byteOffset + from * 4, count * 4)
      bytes.set(words, bits)
      looks.forEach((look, i) => {
        const part = new Uint8Array(look.buffer, look.byteOffset + from * 6, count * 6)
        bytes.set(part, roots + i * count * 6)
      })
      const at = block.at
      k.raw.overTime(
        ...([at, at + known, at + moves, at + roots, looks.length, at + bits] as const),
        ...([enough, count, at + list] as const),
      )
      const floats = k.floats(block)
      out.light.set(floats.subarray(0, count * 3), from * 3)
      out.moves.set(floats.subarray(moves / 4, moves / 4 + count), from)
      out.known.set(bytes.subarray(known, known + count), from)
    })
  }
  return out
}

/** A print of a frame: 256 bits that go by its size and all of its values in their order. */
export function printOf(k: Kernels, { width, height, block }: Frame): string {
  return k.scratch(32, (to) => {
    k.raw.printOf(to.at, block.at, width * height)
    const words = [...k.words(to).subarray(0, 8)]
    return `${width}x${height} ${words.map((word) => (word >>> 0).toString(36)).join(' ')}`
  })
}

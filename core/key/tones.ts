import type { Plane, Size } from '../frame'
import { atMost, blurPlane, growMap, type Kernels, type Parts, partsOf, sortTones, mapOf } from '../kernels'

/** The three tones of a key: what surely goes, what is to be found out, what surely stays. */
export const DROP = 0
export const UNDECIDED = 1
export const KEEP = 2

export interface ToneOptions {
  /** How much of the screen's stand-out makes a place surely screen, and surely subject. */
  drop: number
  keep: number
  /** Gaps in what surely stays are filled up to this much of the screen. */
  holes: number
  /** Parts with less than this share of what the largest has, and away from it, go: what is stuck to the screen. */
  lone: number
  /** Lengths, as times of those of a picture 720 high. */
  scale: number
}

export const TONES: ToneOptions = { drop: 0.88, keep: 0.07, holes: 0.18, lone: 0.004, scale: 1 }

/** Beside what has no more of the screen than this nothing is surely screen. */
const CLOSE = 0.7

/** The three tones by how much of the screen is left at each place (see `screenShare`). Rubbish of the set goes. */
export function threeTones(
  k: Kernels,
  share: Plane,
  rubbish: Uint8Array | undefined,
  options: ToneOptions = TONES,
): Uint8Array {
  const smooth = blurPlane(k, share)
  const close = growMap(k, share, atMost(k, share, CLOSE), 1)
  const tones = sortTones(k, smooth, { close, rubbish }, options)
  dropParts(k, share, tones, options)
  fillHoles(k, smooth, tones, options.holes)
  k.free(smooth)
  return tones
}

/** How far from the largest part a small one is by itself, in a picture 720 high: hair that is parted by light lies nearer. */
const AWAY = 20
/** Fewer places that stay, in a picture 720 high, are no subject. */
const ENOUGH = 40

/** What is no part of a subject of some size is noise of the screen, or belongs to the set. Mutates. */
function dropParts(k: Kernels, size: Size, tones: Uint8Array, { scale, lone }: ToneOptions): void {
  partsOf(k, size, mapOf(k, tones, DROP, false), (parts) => {
    const kept = parts.counts(tones, KEEP)
    const most = kept.reduce((a, b) => Math.max(a, b), 0)
    const gone = Uint8Array.from(kept, (n) => (n < ENOUGH * scale * scale ? 1 : 0))
    const largest = kept.indexOf(most)
    if (most > 0 && !gone[largest]) {
      const near = nearPart(k, size, parts, largest, Math.max(2, Math.round(AWAY * scale)))
      for (let part = 1; part < gone.length; part++)
        if (!near[part] && (kept[part] as number) < lone * most) gone[part] = 1
    }
    parts.set(tones, gone, DROP)
  })
}

/** Which parts come within so many places of one of them. */
function nearPart(k: Kernels, size: Size, parts: Parts, part: number, by: number): Uint8Array {
  const map = new Uint8Array(parts.of.length)
  parts.set(
    map,
    Uint8Array.from({ length: parts.count + 1 }, (_, i) => (i === part ? 1 : 0)),
    1,
  )
  return parts.under(growMap(k, size, map, by))
}

/** Undecided parts within what stays, in which the screen nowhere shows through, stay too. Mutates. */
function fillHoles(k: Kernels, smooth: Plane, tones: Uint8Array, most: number): void {
  partsOf(k, smooth, mapOf(k, tones, UNDECIDED), (parts) => {
    const { highest, open } = parts.edges(smooth, tones, DROP)
    const filled = open.map((is, part) => (!is && (highest[part] as number) < most ? 1 : 0))
    parts.set(tones, filled, KEEP)
  })
}

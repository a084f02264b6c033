import type { Plane, Size } from '../frame'
import { blurPlane, growMap, type Kernels } from '../kernels'
import { type Islands, islandsOf, mapOf } from './islands'

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

/** The three tones by how much of the screen is left at each place (see `screenShare`). Rubbish of the set goes. */
export function threeTones(
  k: Kernels,
  share: Plane,
  rubbish: Uint8Array | undefined,
  options: ToneOptions = TONES,
): Uint8Array {
  const { width, height } = share
  const blurred = blurPlane(k, share)
  const smooth = blurred.data
  const n = width * height
  const tones = new Uint8Array(n)
  const thin = new Uint8Array(n)
  const { data } = share
  for (let i = 0; i < n; i++) thin[i] = (data[i] as number) > 0.7 ? 0 : 1
  const close = growMap(k, share, thin, 1)
  for (let i = 0; i < n; i++) {
    const ts = smooth[i] as number
    if (rubbish?.[i]) tones[i] = DROP
    else if (ts < options.keep) tones[i] = KEEP
    else tones[i] = ts > options.drop && !close[i] ? DROP : UNDECIDED
  }
  // What is no part of a subject of some size is noise of the screen, or belongs to the set.
  const parts = islandsOf(width, height, mapOf(tones, DROP, false))
  const kept = new Int32Array(parts.count + 1)
  for (let i = 0; i < n; i++)
    if (tones[i] === KEEP) kept[parts.of[i] as number] = (kept[parts.of[i] as number] as number) + 1
  const most = kept.reduce((a, b) => Math.max(a, b), 0)
  const enough = 40 * options.scale * options.scale
  const near = nearLargest(k, share, parts, kept, Math.max(2, Math.round(AWAY * options.scale)))
  for (let i = 0; i < n; i++)
    if (tones[i] !== DROP && (kept[parts.of[i] as number] as number) < enough) tones[i] = DROP
  for (let i = 0; i < n; i++) {
    const part = parts.of[i] as number
    if (part && !near[part] && (kept[part] as number) < options.lone * most) tones[i] = DROP
  }
  fillHoles(width, height, tones, smooth, options.holes)
  k.free(blurred)
  return tones
}

/** How far from the largest part a small one is by itself, in a picture 720 high: hair that is parted by light lies nearer. */
const AWAY = 20

/** Which parts come within so many places of the largest. */
function nearLargest(
  k: Kernels,
  { width, height }: Size,
  { of, count }: Islands,
  kept: Int32Array,
  by: number,
): Uint8Array {
  const largest = kept.indexOf(kept.reduce((a, b) => Math.max(a, b), 0))
  const near = new Uint8Array(count + 1)
  const map = new Uint8Array(of.length)
  for (let i = 0; i < of.length; i++) map[i] = of[i] === largest && largest > 0 ? 1 : 0
  const around = growMap(k, { width, height }, map, by)
  for (let i = 0; i < of.length; i++) if (around[i]) near[of[i] as number] = 1
  return near
}

/** Undecided parts within what stays, in which the screen nowhere shows through, stay too. Mutates. */
function fillHoles(width: number, height: number, tones: Uint8Array, smooth: Float32Array, most: number) {
  const parts = islandsOf(width, height, mapOf(tones, UNDECIDED))
  const open = new Uint8Array(parts.count + 1)
  const highest = new Float32Array(parts.count + 1).fill(-Infinity)
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      const part = parts.of[i] as number
      if (part === 0) continue
      highest[part] = Math.max(highest[part] as number, smooth[i] as number)
      const beside = (x > 0 && tones[i - 1] === DROP) || (x < width - 1 && tones[i + 1] === DROP)
      const above = (y > 0 && tones[i - width] === DROP) || (y < height - 1 && tones[i + width] === DROP)
      if (beside || above) open[part] = 1
    }
  for (let i = 0; i < tones.length; i++) {
    const part = parts.of[i] as number
    if (part && !open[part] && (highest[part] as number) < most) tones[i] = KEEP
  }
}

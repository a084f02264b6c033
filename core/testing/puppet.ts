import type { Frame } from '../frame'
import type { Kernels } from '../kernels'
import { findScreen, matteOf, shareOf, threeTones, TONES } from '../key'

export const [W, H] = [240, 160] as const

export type Rgb = readonly [number, number, number]
const SKIN: Rgb = [0.42, 0.24, 0.16]

/** How much of a puppet covers a place: a head over shoulders that reach the lower border, its edge `soft` pixels wide. */
const coverAt = (x: number, y: number, soft: number): number => {
  const head = 34 - Math.hypot(x - 120, y - 66)
  const body = Math.min(46 - Math.abs(x - 120), y - 92)
  return Math.min(1, Math.max(0, Math.max(head, body) / soft + 0.5))
}

/** A cloth that is lit unevenly. */
const clothAt = (x: number, y: number): Rgb => {
  const light = 0.7 + 0.25 * Math.sin(x / 110) + 0.1 * (y / H)
  return [0.06 * light, 0.5 * light, 0.12 * light]
}

/** A puppet before a cloth, with the cloth alone and what covers it; `order` says which channel of the picture each one becomes. */
export function scene(k: Kernels, order: readonly [number, number, number] = [0, 1, 2], soft = 3) {
  const [seen, cloth, cover] = [k.frame(W, H), k.frame(W, H), k.plane(W, H)]
  for (let y = 0, i = 0; y < H; y++)
    for (let x = 0; x < W; x++, i++) {
      const a = coverAt(x + 0.5, y + 0.5, soft)
      cover.data[i] = a
      const back = clothAt(x, y)
      for (let c = 0; c < 3; c++) {
        const to = i * 4 + (order[c] as number)
        cloth.data[to] = back[c] as number
        seen.data[to] = a * (SKIN[c] as number) + (1 - a) * (back[c] as number)
      }
      seen.data[i * 4 + 3] = cloth.data[i * 4 + 3] = 1
    }
  return { seen, cloth, cover, done: () => k.free(seen, cloth, cover) }
}

export const meanSquare = (a: ArrayLike<number>, b: ArrayLike<number>) => {
  let sum = 0
  for (let i = 0; i < a.length; i++) sum += ((a[i] as number) - (b[i] as number)) ** 2
  return sum / a.length
}

/** The key of a picture by hand, with whole colour and a straight alpha. */
export function keyed(
  k: Kernels,
  seen: Frame,
  choice: Parameters<typeof findScreen>[2] = 'auto',
  empty?: Frame,
) {
  const plate = findScreen(k, seen, choice, 1, empty)
  if (!plate) throw new Error('No screen was found.')
  const share = shareOf(k, seen, plate)
  const tones = threeTones(k, share, plate.rubbish, { ...TONES, scale: 0.2 })
  const made = matteOf(k, seen, plate, tones, { restores: false, fullness: 1 })
  return { ...made, plate, tones, done: () => k.free(share, plate.picture, made.alpha, made.front) }
}

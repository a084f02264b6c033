import { chance } from '../hash'
import type { Values } from '../params'
import type { Way } from './declare'
import { numberIn } from './ease'

/** A mover at one moment of its object. */
export interface Moving {
  use: string
  way: Way
  values: Values
  /** Frames from the object's first to the middle of this one, and from that to the end of its last. */
  since: number
  left: number
  /** Frames a second. */
  rate: number
}

/** The frames in which all units come, and those of each; of `count` units. */
export function spanOf(values: Values, count: number): { all: number; each: number } {
  const frames = Math.max(1, numberIn(values, 'frames'))
  const gaps =
    (values['unit'] ?? 'whole') === 'whole' || values['order'] === 'together' ? 0 : Math.max(0, count - 1)
  const step = 1 - Math.min(1, Math.max(0, numberIn(values, 'overlap')))
  if (values['pace'] === 'each') return { all: frames * (1 + gaps * step), each: frames }
  return { all: frames, each: frames / (1 + gaps * step) }
}

/** The frame, counted from the beginning of a pass, at which a unit of a rank begins. Uneven ones keep their order. */
export function beginOf(values: Values, count: number, rank: number): number {
  const { all, each } = spanOf(values, count)
  const last = count - 1
  if (last <= 0 || all <= each) return 0
  const [uneven, seed] = [numberIn(values, 'uneven'), numberIn(values, 'seed')]
  // Whole places are moved by less than half, those between them with their neighbours: none overtakes another.
  const moved = (n: number) => (n > 0 && n < last ? n + (chance(seed, n, 5) - 0.5) * uneven : n)
  const [low, part] = [Math.floor(rank), rank - Math.floor(rank)]
  const at = uneven > 0 ? moved(low) + (moved(low + 1) - moved(low)) * part : rank
  return (at / last) * (all - each)
}

/** The share of its own time that a unit has come at frames after a pass began, 0 to 1. */
export function shareOf(values: Values, count: number, rank: number, frames: number): number {
  const { each } = spanOf(values, count)
  return Math.min(1, Math.max(0, (frames - beginOf(values, count, rank)) / each))
}

/** Whether a pass of at most so many units still goes on at a moment; stays always do. */
export function isMoving({ way, values, since, left }: Moving, most: number): boolean {
  if (way === 'stay') return true
  const { all } = spanOf(values, most)
  const after = numberIn(values, 'trails') * numberIn(values, 'lag') + numberIn(values, 'shutter') / 720
  return (way === 'arrive' ? since : left) < all + after
}

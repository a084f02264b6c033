import { maths } from '../maths'
import { type Animated, speedAt } from './keys'
import { pathKeys } from './path'

/** Frames from which on a direction is looked for farther away where a place stands still. */
const NEAR = 1e-3

/** The direction in which a place moves at a time, in degrees clockwise from the right; where it stands still, that in which it came, or will go. 0 where it never moves. */
export function headingAt(animated: Animated, t: number): number {
  const keys = pathKeys(animated)
  const [first, last] = [keys[0], keys.at(-1)]
  if (!first || !last || keys.length < 2) return 0
  const angle = (vx: number, vy: number) => (maths.atan2(vy, vx) * 180) / Math.PI
  const moving = (at: number): number | undefined => {
    const [vx, vy] = [speedAt(animated, at, 0), speedAt(animated, at, 1)]
    return maths.hypot(vx, vy) > 1e-6 ? angle(vx, vy) : undefined
  }
  const inside = Math.max(first.at, Math.min(last.at - NEAR, t))
  const here = moving(inside)
  if (here !== undefined) return here
  // It rests: the end of the way that it came by, else the beginning of that by which it goes.
  const before = keys.filter((k) => k.at <= inside + 1e-9).reverse()
  for (const key of before) {
    const came = moving(key.at - NEAR * 10)
    if (came !== undefined && key.at > first.at) return came
  }
  for (const key of keys.filter((k) => k.at >= inside)) {
    const goes = moving(key.at + NEAR * 10)
    if (goes !== undefined) return goes
  }
  return 0
}

import { maths } from '../maths'
import { curveAt, type Values } from '../params'

/** How a unit goes its way. */
export const EASES = {
  landing: 'Slow landing',
  soft: 'Soft landing',
  both: 'Slow at both ends',
  even: 'Even',
  start: 'Slow start',
  past: 'Past and back',
  spring: 'Spring',
  falls: 'Falls and bounces',
  drawn: 'Drawn curve',
} as const
export type EaseName = keyof typeof EASES

/** The number of a control; 0 where it has none. */
export const numberIn = (values: Values, name: string): number => Number(values[name] ?? 0)

/**
 * How far a spring of unit mass that was let go at 0 has come towards 1 after some seconds (the damped oscillator from rest, closed form).
 * @param stiffness in 1/s², above 0 @param damping share of the critical: 1 and above never goes past
 */
export function springAt(stiffness: number, damping: number, seconds: number): number {
  if (seconds <= 0) return 0
  const w = Math.sqrt(stiffness)
  const t = w * seconds
  if (damping < 1) {
    const d = Math.sqrt(1 - damping * damping)
    return 1 - maths.exp(-damping * t) * (maths.cos(d * t) + (damping / d) * maths.sin(d * t))
  }
  if (damping === 1) return 1 - maths.exp(-t) * (1 + t)
  const d = Math.sqrt(damping * damping - 1)
  const [slow, fast] = [damping - d, damping + d]
  return 1 - (fast * maths.exp(-slow * t) - slow * maths.exp(-fast * t)) / (fast - slow)
}

/** Of its time, the share from which on a spring that has not settled is brought to rest. */
const SETTLES = 0.75

/**
 * The height from which something falls, bounces and comes to rest: 1 at first, 0 on the ground. Each bounce takes a factor `keeps` of the speed before it (heights keep²), and their times add up to 1.
 * @param keeps 0 for no bounce, below 1 @param share of the whole time
 */
export function fallAt(keeps: number, share: number): number {
  if (share <= 0) return 1
  if (share >= 1) return 0
  // The first fall takes 1, every bounce 2 keeps^n; together (1 + keeps) / (1 - keeps).
  let t = share * ((1 + keeps) / (1 - keeps))
  if (t < 1) return 1 - t * t
  t -= 1
  let speed = keeps
  while (speed > 1e-3 && t > 2 * speed) {
    t -= 2 * speed
    speed *= keeps
  }
  return Math.max(0, t * (2 * speed - t))
}

/** How far something has come after a share of its time; 0 at 0, 1 at 1. @param lasts its time in seconds */
export function easeAt(values: Values, share: number, lasts: number): number {
  if (share <= 0) return 0
  if (share >= 1) return 1
  const left = 1 - share
  switch (values['ease'] as EaseName) {
    case 'even':
      return share
    case 'soft':
      return 1 - left * left
    case 'both':
      return share < 0.5 ? 4 * share * share * share : 1 - 4 * left * left * left
    case 'start':
      return share * share * share
    case 'past': {
      const over = 1.70158
      return 1 - left * left * ((over + 1) * left - over)
    }
    case 'spring': {
      const x = springAt(numberIn(values, 'stiffness'), numberIn(values, 'damping'), share * lasts)
      if (share <= SETTLES) return x
      const s = (share - SETTLES) / (1 - SETTLES)
      return 1 + (x - 1) * (1 - s * s * (3 - 2 * s))
    }
    case 'falls':
      return 1 - fallAt(numberIn(values, 'keeps'), share)
    case 'drawn': {
      const curve = values['curve']
      return Array.isArray(curve) ? curveAt(curve as number[], share) : share
    }
    default:
      return 1 - left * left * left * left
  }
}

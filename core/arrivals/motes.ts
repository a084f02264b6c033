import { unitNoise } from '../anim'
import { chance } from '../hash'
import { maths } from '../maths'
import { radians } from '../matrix'

type Rgb = readonly [number, number, number]

/** Small things that are born on the outline of a unit, fly and go out; lengths in its own pixels, times in seconds. */
export interface Motes {
  /** How many are born in all. */
  count: number
  seed: number
  /** The moment, and within how long all of them live. */
  seconds: number
  lasts: number
  /** How long one lives at most; half of that at least. */
  life: number
  /** They fly to the outline, not from it. */
  gathers: boolean
  /** Where they fly to, in degrees clockwise from the right, and how far that differs; pixels a second. */
  angle: number
  spread: number
  speed: number
  /** Pixels a second faster downwards every second. */
  gravity: number
  /** How far they wander aside. */
  sway: number
  /** Across, as they are born on the outline, and by which factor they become larger away from it. */
  size: number
  grows: number
  /** How far sizes and speeds differ, 0 to 1. */
  vary: number
  /** Linear light on the outline and at the other end of their way; those of the unit unless given. */
  colour?: Rgb | undefined
  end?: Rgb | undefined
  opacity: number
  /** How much they glitter, 0 to 1. */
  twinkle: number
  form: 'even' | 'bell'
  onto: 'light' | 'over'
  /** For how long they are exposed. */
  shutter: number
}

/** One of them at the moment: where on the outline it belongs (a share of its length), and against that place, where it is seen from and to. */
export interface Mote {
  where: number
  from: readonly [number, number]
  to: readonly [number, number]
  /** Half across. */
  radius: number
  opacity: number
  /** How far from the outline it is on its way, 0 to 1. */
  away: number
}

/**
 * Those that live at the moment. Each is a closed form of its number, the seed and the time: nothing is stepped, so that any moment can be had alone. They come up over a fifth of their life and go out over
 * a third.
 */
export function motesAt(m: Motes): Mote[] {
  const out: Mote[] = []
  const most = Math.min(m.life, m.lasts)
  if (!(most > 0)) return out
  for (let i = 0; i < m.count; i++) {
    const life = most * (1 - 0.5 * chance(m.seed, i, 1))
    const age = m.seconds - chance(m.seed, i, 2) * (m.lasts - life)
    if (!(age >= 0 && age <= life)) continue
    const share = age / life
    const turn = radians(m.angle + (chance(m.seed, i, 3) - 0.5) * m.spread)
    const speed = m.speed * (1 - m.vary * chance(m.seed, i, 4))
    const [vx, vy] = [maths.cos(turn) * speed, maths.sin(turn) * speed]
    const phase = chance(m.seed, i, 5) * 64
    const at = (t: number): readonly [number, number] => {
      const wander =
        m.sway === 0
          ? 0
          : m.sway * (unitNoise(m.seed * 131 + i, phase + t * 1.6) - unitNoise(m.seed * 131 + i, phase))
      // Aside is across the way that it flies.
      const [ax, ay] = speed > 1e-9 ? [0 - vy / speed, vx / speed] : [1, 0]
      return [vx * t + ax * wander, vy * t + ay * wander + 0.5 * m.gravity * t * t]
    }
    const flown = (t: number) => Math.max(0, Math.min(life, m.gathers ? life - t : t))
    const half = m.shutter / 2
    const away = flown(age) / life
    const glitter =
      m.twinkle > 0
        ? 1 - m.twinkle * (0.5 + 0.5 * maths.cos(age * (11 + 9 * chance(m.seed, i, 7)) + phase))
        : 1
    out.push({
      where: chance(m.seed, i, 6),
      from: at(flown(age - half)),
      to: at(flown(age + half)),
      radius: (m.size / 2) * (1 - m.vary * chance(m.seed, i, 8)) * (1 + (m.grows - 1) * away),
      opacity: m.opacity * glitter * Math.min(1, share * 5, (1 - share) * 3),
      away,
    })
  }
  return out
}

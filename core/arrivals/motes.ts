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
  fromX: number
  fromY: number
  toX: number
  toY: number
  /** Half across. */
  radius: number
  opacity: number
  /** How far from the outline it is on its way, 0 to 1. */
  away: number
}

/**
 * Shows those that live at the moment, one after the other, in the same object. Each is a closed form of its number, the seed and the time: nothing is stepped, so that any moment can be had alone. They come
 * up over a fifth of their life and go out over a third.
 */
export function eachMote(m: Motes, show: (mote: Mote) => void): void {
  const most = Math.min(m.life, m.lasts)
  if (!(most > 0)) return
  const half = m.shutter / 2
  const mote: Mote = { where: 0, fromX: 0, fromY: 0, toX: 0, toY: 0, radius: 0, opacity: 0, away: 0 }
  for (let i = 0; i < m.count; i++) {
    const life = most * (1 - 0.5 * chance(m.seed, i, 1))
    const age = m.seconds - chance(m.seed, i, 2) * (m.lasts - life)
    if (!(age >= 0 && age <= life)) continue
    const share = age / life
    const turn = radians(m.angle + (chance(m.seed, i, 3) - 0.5) * m.spread)
    const [c, s] = [maths.cos(turn), maths.sin(turn)]
    const speed = m.speed * (1 - m.vary * chance(m.seed, i, 4))
    const phase = chance(m.seed, i, 5) * 64
    const stream = m.seed * 131 + i
    const still = m.sway === 0 ? 0 : unitNoise(stream, phase)
    const flown = m.gathers ? life - age : age
    // Backwards it is seen from where it is later on its way.
    const early = Math.max(0, Math.min(life, m.gathers ? flown + half : flown - half))
    const late = Math.max(0, Math.min(life, m.gathers ? flown - half : flown + half))
    // Aside is across the way that it flies.
    const from = m.sway === 0 ? 0 : m.sway * (unitNoise(stream, phase + early * 1.6) - still)
    const to = half === 0 || m.sway === 0 ? from : m.sway * (unitNoise(stream, phase + late * 1.6) - still)
    mote.where = chance(m.seed, i, 6)
    mote.fromX = c * speed * early - s * from
    mote.fromY = s * speed * early + c * from + 0.5 * m.gravity * early * early
    mote.toX = c * speed * late - s * to
    mote.toY = s * speed * late + c * to + 0.5 * m.gravity * late * late
    mote.away = flown / life
    mote.radius = (m.size / 2) * (1 - m.vary * chance(m.seed, i, 8)) * (1 + (m.grows - 1) * mote.away)
    const glitter =
      m.twinkle > 0
        ? 1 - m.twinkle * (0.5 + 0.5 * maths.cos(age * (11 + 9 * chance(m.seed, i, 7)) + phase))
        : 1
    mote.opacity = m.opacity * glitter * Math.min(1, share * 5, (1 - share) * 3)
    show(mote)
  }
}

/** All of them that live at the moment. */
export function motesAt(m: Motes): Mote[] {
  const out: Mote[] = []
  eachMote(m, (mote) => out.push({ ...mote }))
  return out
}

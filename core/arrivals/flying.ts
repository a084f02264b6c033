import type { Params, Values } from '../params'
import { choice, colour, count, degrees, number, share, times, toggle } from '../params/make'
import type { Passing, Unit } from './declare'
import { numberIn } from './ease'
import type { Motes } from './motes'
import { distance } from './parts'

/** What begins with what, of movers that let small things fly. */
interface Flight {
  count: number
  life: number
  angle: number
  spread: number
  speed: number
  gravity: number
  sway: number
  size: number
  grows: number
  opacity: number
  own: boolean
  near: [number, number, number]
  far: [number, number, number]
}

const coloured = ({ own }: Values) => own !== true

/** The controls of small things that fly; lengths in letter sizes, of other objects in heights. */
export const flightParams = (f: Flight): Params => ({
  count: count('How many', 'Of each thing that moves by itself.', f.count, [1, 20_000], { soft: [1, 2000] }),
  life: share('Life', 'How long one lives, as a share of the time of the movement.', f.life),
  speed: times('Speed', 'Letter sizes that one flies in a second.', f.speed, 200, { soft: [0, 12] }),
  angle: degrees('Direction', 'Where they fly to: 0 is the right, 90 below.', f.angle),
  spread: degrees('Spread', 'How far directions differ.', f.spread, { limits: [0, 360], soft: [0, 360] }),
  gravity: number(
    'Gravity',
    'Letter sizes a second by which they fall faster every second.',
    f.gravity,
    [-200, 200],
    {
      soft: [-6, 6],
    },
  ),
  sway: distance(f.sway, 'Turbulence'),
  motes: distance(f.size, 'Size'),
  grows: times('Larger by', 'How much larger or smaller they are at the far end of their way.', f.grows, 20, {
    soft: [0, 6],
  }),
  vary: share('Variety', 'How far sizes and speeds differ.', 0.6),
  dense: share('Density', 'How much of each shows.', f.opacity),
  own: toggle('Its own colours', 'They have the colour of what they come from.', f.own),
  near: colour('Colour', 'Of those on the outline.', f.near, { when: coloured }),
  far: colour('Colour far away', 'At the other end of their way.', f.far, { when: coloured }),
  kind: choice('Look like', 'What one looks like.', { even: 'Grains', bell: 'Soft spots' }),
  gathers: toggle('They gather', 'They fly to the outline as it comes; else from it.', true),
})

/** What flies at a moment by the controls of a mover. */
export function flightOf(
  v: Values,
  unit: Unit,
  { seconds, lasts }: Passing,
  more: Partial<Motes> = {},
): Motes {
  const { size, index } = unit
  const of = (name: string) => numberIn(v, name)
  const rgb = (name: string) => v[name] as unknown as [number, number, number]
  return {
    count: Math.round(of('count')),
    seed: Math.round(of('seed')) * 977 + index,
    seconds,
    lasts,
    life: of('life') * lasts,
    gathers: v['gathers'] === true,
    angle: of('angle'),
    spread: of('spread'),
    speed: of('speed') * size,
    gravity: of('gravity') * size,
    sway: of('sway') * size,
    size: of('motes') * size,
    grows: of('grows'),
    vary: of('vary'),
    ...(v['own'] === true ? {} : { colour: rgb('near'), end: rgb('far') }),
    opacity: of('dense'),
    twinkle: 0,
    form: v['kind'] === 'bell' ? 'bell' : 'even',
    onto: 'over',
    shutter: 0,
    ...more,
  }
}

/** How dense what comes is while small things fly about it: smoothly from one share of its time to another. */
export function comesBetween(share: number, from: number, to: number): number {
  const x = Math.max(0, Math.min(1, (share - from) / (to - from)))
  return x * x * (3 - 2 * x)
}

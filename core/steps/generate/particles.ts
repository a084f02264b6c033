import { unitNoise } from '../../anim'
import { filled, layDab } from '../../kernels'
import { maths } from '../../maths'
import { choice, colour, degrees, number, point, px, seed, share } from '../../params/make'
import { chance } from '../../hash'
import { declareStep } from '../declare'
import { LAY, lay } from './lay'

/** The most that are drawn in a frame. */
const MOST = 8000

export const particles = declareStep({
  id: 'particles',
  name: 'Particles',
  aim: 'make',
  family: 'generate',
  purpose: 'Lets sparks, snow, rain, dust or embers fly.',
  words: ['snow', 'rain', 'sparks', 'embers', 'dust', 'confetti', 'fireflies', 'emitter'],
  params: {
    source: choice('Come from', 'Where particles begin.', {
      sky: 'Above the picture',
      floor: 'Below the picture',
      everywhere: 'Everywhere',
      point: 'A point',
    }),
    at: point('Point', 'The place where particles begin.', [0.5, 0.7], { when: (v) => v.source === 'point' }),
    rate: number('Rate', 'How many are born in a second, at 24 frames.', 60, [0, 2000], {
      soft: [0, 400],
      step: 1,
      digits: 0,
    }),
    life: number('Life', 'How long one lives.', 3, [0.1, 20], { soft: [0.2, 8], unit: 's' }),
    speed: px('Speed', 'How far one flies in a second.', 180, [0, 1200], { limits: [0, 8000] }),
    angle: degrees('Direction', 'Where they fly to; 90 is down.', 90),
    spread: degrees('Spread', 'How far directions differ.', 20, { limits: [0, 360], soft: [0, 360] }),
    gravity: px('Gravity', 'How much faster they fall each second.', 0, [-400, 800], {
      limits: [-8000, 8000],
    }),
    sway: px('Sway', 'How far they wander aside.', 12, [0, 120]),
    size: px('Size', 'How large the largest are.', 5, [1, 40], { limits: [0.5, 400] }),
    vary: share('Variety', 'How far sizes and speeds differ.', 0.6),
    trail: number('Trail', 'How long a streak each draws.', 0, [0, 24], { soft: [0, 6], unit: 'frames' }),
    form: choice('Form', 'What one looks like.', { bell: 'Soft', even: 'Round', ring: 'Ring' }),
    colour: colour('Colour', 'Their colour as they begin.', [1, 1, 1]),
    end: colour('Colour at the end', 'Their colour as they go out.', [1, 1, 1]),
    strength: share('Strength', 'How strongly they show.', 0.9),
    seed: seed(3),
    ...LAY,
  },
  outputs: [],
  keepsAlpha: false,
  moves: true,
  proxyError: 0.15,
  neutral: (v) => v.opacity === 0 || v.strength === 0 || v.rate === 0,
  reach: () => 0,
  /**
   * Each particle is a closed form of its number, the seed and the time: nothing is stepped, so any frame can be made alone. They fade in over a tenth of their
   * life and out over a third.
   */
  render({ kernels: k, input, values: v, place, scale, time }) {
    const made = filled(k, input.width, input.height, [0, 0, 0, 0])
    const s = Math.round(v.seed)
    const seconds = time / 24
    const last = Math.floor(seconds * v.rate)
    const first = Math.ceil((seconds - v.life) * v.rate)
    const on = ([x, y]: [number, number]): [number, number] => [x * scale - place.x, y * scale - place.y]
    const onto = v.lay === 'plus' ? 'light' : 'over'
    for (let i = Math.max(first, last - MOST); i <= last; i++) {
      const age = seconds - i / Math.max(v.rate, 1e-6)
      const share = age / v.life
      if (!(share >= 0 && share <= 1)) continue
      const way = flight(v, s, i, [place.width / scale, place.height / scale])
      const radius = (v.size / 2) * scale * (1 - v.vary * maths.pow(chance(s, i, 6), 0.5))
      const opacity = v.strength * Math.min(1, share * 10, (1 - share) * 3)
      const colour = v.colour.map((c, n) => c + ((v.end[n] as number) - c) * share) as [
        number,
        number,
        number,
      ]
      const streak =
        v.trail > 0 ? { to: on(way(Math.max(0, age - v.trail / 24))), endRadius: radius / 2, end: 0 } : {}
      const soft = v.form === 'bell' ? 1 : Math.max(1, radius * 0.25)
      layDab(
        k,
        made,
        { from: on(way(age)), ...streak, radius, soft, colour, opacity, form: v.form as 'bell' },
        onto,
      )
    }
    return lay(k, input, made, v)
  },
})

interface Form {
  source: string
  at: [number, number]
  angle: number
  spread: number
  speed: number
  vary: number
  sway: number
  gravity: number
}

/** Where particle i is after so many seconds, in pixels of the full-size picture. */
function flight(v: Form, s: number, i: number, [w, h]: [number, number]): (t: number) => [number, number] {
  const across = (chance(s, i, 1) * 1.3 - 0.15) * w
  const down = v.source === 'sky' ? -0.06 * h : v.source === 'floor' ? 1.06 * h : chance(s, i, 2) * h
  const [x, y] = v.source === 'point' ? [v.at[0] * w, v.at[1] * h] : [across, down]
  const turn = ((v.angle + (chance(s, i, 3) - 0.5) * v.spread) * Math.PI) / 180
  const [c, sn] = [maths.cos(turn), maths.sin(turn)]
  const speed = v.speed * (1 - v.vary * 0.7 * chance(s, i, 4))
  const phase = chance(s, i, 5) * 9
  return (t) => {
    const sway = v.sway * (unitNoise(s * 101 + i, t * 0.8 + phase) - unitNoise(s * 101 + i, phase))
    return [x + c * speed * t + sway * sn, y + sn * speed * t + 0.5 * v.gravity * t * t - sway * c]
  }
}

import { type Painter, brushed, painted, picture, star } from '../art'
import { drift, ease, mix } from '../motion'
import { camera as sdlCamera, cylinder, lamp, mesh } from '../sdl'
import { wood } from '../look'
import { DUSK_TONES, street } from '../sets'
import { cinema, type Shot } from '../shot'
import { looking, seen, sub, unit, dot, type Camera, type V3 } from '../space'
import { sheet } from '../surface'
import { softCity } from './stargazer-talks'

const FPS = 24
const W = 2.55
const H = 1.7

const cream: Painter = (x, y) => brushed([0.72, 0.62, 0.42], x, y, 3)
const gold: Painter = (x, y) => brushed([0.75, 0.5, 0.09], x, y, 5)
const zigzag = (x: number, y: number) =>
  Math.abs(y) > 0.4 + 0.035 * Math.abs(((x * 9) % 2) - Math.sign(x || 1))

/** A moon with a face mark and two small stars on madder red. */
const moonFlag: Painter = (x, y) => {
  if (zigzag(x, y)) return gold(x, y)
  if (Math.hypot(x, y) < 0.05) return [0.03, 0.02, 0.02]
  if (Math.hypot(x, y) < 0.12) return cream(x, y)
  if (Math.hypot(x, y) < 0.3 && Math.hypot(x - 0.12, y + 0.03) > 0.24) return cream(x, y)
  if (star(x - 0.45, y + 0.16, 7, 0.1, 0.045) < 0 || star(x + 0.48, y - 0.14, 7, 0.08, 0.035) < 0)
    return gold(x, y)
  return brushed([0.4, 0.07, 0.075], x, y, 1)
}
/** A comet with three tails on teal. */
const cometFlag: Painter = (x, y) => {
  if (zigzag(x + 0.11, y)) return cream(x, y)
  if (Math.hypot(x, y) < 0.05) return [0.03, 0.02, 0.02]
  if (star(x, y, 8, 0.2, 0.115) < 0) return cream(x, y)
  for (const [bend, thick] of [
    [-0.24, 0.035],
    [0, 0.05],
    [0.24, 0.035],
  ] as const) {
    const along = x - 0.16
    if (along > 0 && along < 0.46 && Math.abs(y - bend * along * (1 + along)) < thick * (1 - along / 0.46))
      return gold(x, y)
  }
  if (star(x + 0.45, y + 0.2, 7, 0.075, 0.03) < 0 || star(x + 0.4, y - 0.22, 7, 0.055, 0.025) < 0)
    return gold(x, y)
  return brushed([0.03, 0.15, 0.17], x, y, 2)
}
const stuff = 'finish { ambient 0 diffuse 0.7, 0.25 }'

/** A point of a flag: u from the stick outwards, v downwards. */
function cloth(top: V3, side: 1 | -1, t: number, seed: number) {
  return (u: number, v: number): V3 => {
    const gust = 0.75 + 0.25 * drift(t * 1.2, seed)
    const wave =
      Math.sin(5.4 * u - 7.2 * t + seed) * 0.3 + Math.sin(9.5 * u - 10.4 * t + 2 * v + seed * 2) * 0.1
    const droop = (0.1 + 0.06 * (1 - gust)) * u * u
    return [
      top[0] + side * W * u * (0.965 - 0.03 * gust),
      top[1] - H * v - droop + 0.05 * u * Math.sin(6 * t + seed + 3 * u),
      top[2] + u * wave * gust + 0.06 * u * Math.sin(4 * v + 5 * t),
    ]
  }
}

/** Where the sticks are held: two hands carry the flags past each other, each with its own small sway. */
const grips = (t: number): [V3, V3] => {
  const s = ease(t / 4)
  return [
    [
      mix(-3.9, 0.5, s) + 0.05 * drift(t * 3, 1),
      1.75 + 0.12 * Math.sin(t * 2.6) + 0.05 * drift(t * 4, 2),
      -0.55,
    ],
    [
      mix(3.8, -0.35, s) + 0.05 * drift(t * 3, 5),
      1.45 + 0.12 * Math.sin(t * 2.2 + 2) + 0.05 * drift(t * 4, 6),
      0.55,
    ],
  ]
}

const view = (n: number): Camera => {
  const t = n / FPS
  const from: V3 = [0.5 * (t / 4) - 0.25 + 0.05 * drift(t * 1.2, 3), 0.75 + 0.04 * drift(t * 1.5, 4), -8.2]
  return {
    place: looking(from, [0.02 * drift(t, 8) + 0.1, 0.72 + 0.03 * drift(t * 1.1, 9), 0], 0.3 * drift(t, 7)),
    focal: 1.75,
    ...cinema,
  }
}

const flags = (t: number) => {
  const [red, blue] = grips(t)
  return [
    { name: 'red', at: cloth(red, 1, t, 1), grip: red },
    { name: 'blue', at: cloth(blue, -1, t, 4), grip: blue },
  ]
}

const lights = [
  lamp({ at: [-6, 7, -7], colour: [1.35, 1.1, 0.86], wide: 2 }),
  lamp({ at: [6, 3, 7], colour: [0.7, 0.42, 0.26], shadowless: true }),
  lamp({ at: [3, 2, -8], colour: [0.16, 0.19, 0.26], shadowless: true }),
].join('\n')

const backdrop = (lit: 'all' | 'only') => {
  const room = { width: 1600, height: 900 }
  const place = looking([0, 1.6, -12], [0, 3.1, 0])
  const sky = `sky_sphere { pigment { gradient y color_map { [0.5 rgb <0.62, 0.36, 0.22>] [0.6 rgb <0.4, 0.28, 0.28>] [0.8 rgb <0.13, 0.16, 0.27>] } scale 2 translate -y } }`
  const scene = [
    sdlCamera({ place, focal: 1.2, ...room }),
    lit === 'all' ? sky + lamp({ at: [-20, 14, -12], colour: [0.75, 0.52, 0.4] }) : '',
    street(-16, 16, 4.5, 15, DUSK_TONES, [1.2, 3.4], lit),
    street(-20, 20, 9, 16, DUSK_TONES, [3, 5.6], lit),
    lit === 'all'
      ? `plane { y, -0.3 texture { pigment { rgb <0.03, 0.045, 0.07> } normal { bumps 0.3 scale <1.4, 1, 0.3> } finish { ambient 0 diffuse 0.3 reflection 0.5 } } }`
      : '',
  ].join('\n')
  return { name: `backdrop-${lit}`, scene, ...room }
}

/** Two paper flags are carried past each other while the camera drifts. */
export const twoFlags: Shot = {
  name: 'two-flags',
  frames: 84,
  rate: { num: 24, den: 1 },
  file: 'two-flags.mp4',
  seed: 56,
  plates: () => [backdrop('all'), backdrop('only')],
  jobs(n) {
    const t = n / FPS
    const art = {
      red: painted('flag-moon', 900, 600, moonFlag),
      blue: painted('flag-comet', 900, 600, cometFlag),
    }
    const parts = flags(t).flatMap(({ name, at, grip }) => [
      mesh(sheet(56, 28, at), picture(art[name as 'red' | 'blue'], stuff)),
      cylinder(
        [grip[0], grip[1] + 0.12, grip[2]],
        [grip[0] + 0.1, grip[1] - 5, grip[2] + 0.1],
        0.055,
        wood([0.5, 0.32, 0.17], [0.33, 0.19, 0.09], 0.15),
      ),
    ])
    return [{ name: 'flags', scene: [sdlCamera(view(n)), lights, ...parts].join('\n'), ...cinema }]
  },
  compose(c, n, at) {
    const behind = c.plate('behind', () => softCity(c, at('backdrop-all'), at('backdrop-only'), 14, 3))
    // The backdrop is so far away that the camera's way does not show in it; its turning does.
    const middle = seen(view(n), [0, 0.72, 60])
    const still = seen(view(0), [0, 0.72, 60])
    const picture = c.warp(
      behind,
      [1, 0, middle.x - still.x - 160, 0, 1, middle.y - still.y - 90, 0, 0, 1],
      cinema.width,
      cinema.height,
      'clamp',
    )
    c.over(picture, c.picture(at('flags')))
    return picture
  },
  truth(n) {
    const t = n / FPS
    const camera = view(n)
    const [front, back] = flags(t) as [ReturnType<typeof flags>[0], ReturnType<typeof flags>[0]]
    const red = seen(camera, front.at(0.5, 0.5))
    const blue = seen(camera, back.at(0.5, 0.5))
    return {
      red: [red.x, red.y],
      blue: [blue.x, blue.y],
      blueVisible:
        !covered(camera.place.o, back.at(0.5, 0.5), front.at, 0.06) &&
        !byStick(camera, back.at(0.5, 0.5), front.grip),
    }
  },
}

/** Whether the line from the eye to a point meets a flag (or passes within `near` of it) before the point. */
function covered(eye: V3, point: V3, flag: (u: number, v: number) => V3, near: number): boolean {
  const way = unit(sub(point, eye))
  const far = dot(sub(point, eye), way)
  for (let i = 0; i <= 80; i++)
    for (let j = 0; j <= 50; j++) {
      const p = sub(flag(i / 80, j / 50), eye)
      const along = dot(p, way)
      if (
        along < far &&
        Math.hypot(p[0] - way[0] * along, p[1] - way[1] * along, p[2] - way[2] * along) < near
      )
        return true
    }
  return false
}

function byStick(camera: Camera, point: V3, grip: V3): boolean {
  const [p, stick] = [seen(camera, point), seen(camera, [grip[0] + 0.05, grip[1] - 1, grip[2] + 0.05])]
  return Math.abs(p.x - stick.x) < 16
}

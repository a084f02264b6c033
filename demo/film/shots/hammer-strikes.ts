import { brass, darkwood, glowing, tin, wood } from '../look'
import { chance, mix, poses } from '../motion'
import { box, camera as sdlCamera, cone, cylinder, group, lamp } from '../sdl'
import { curio, lantern, roomLight, workshop } from '../sets'
import { cinema, held, lands, partAround, roomy, type Shot, WIDE } from '../shot'
import { at, chain, looking, turn, type V3 } from '../space'
import { arm } from '../stargazer'

const camera = { place: looking([-0.6, 1.5, -7.6], [0.2, 1.0, 0]), focal: 1.5, ...cinema }
const wide = roomy(camera)
const FPS = 24
/** When the hammer meets the iron, in seconds. */
export const STRIKES = [0.9, 2.05]
const SPOT: V3 = [-0.2, 0.62, -0.4]

/** The angle of the arm: up, a fast swing down that ends on the iron, a small bounce. */
const swing = (t: number): number =>
  poses(t, [
    [0, 0.75],
    [0.55, 1],
    [0.9, 0],
    [1.0, 0.13],
    [1.12, 0.1],
    [1.7, 1],
    [2.05, 0],
    [2.16, 0.14],
    [2.3, 0.08],
    [3, 0.5],
  ])

function smith(t: number): string {
  const a = swing(t)
  const shoulder: V3 = [6.2, 0.7, 0.2]
  const wrist: V3 = [mix(1.28, 2.2, a), mix(0.85, 2.7, a), -0.45]
  const elbow: V3 = [mix(3.6, 4.1, a), mix(0.15, 1.3, a), -0.6]
  const hammer = chain(at(wrist), turn('z', mix(88, 14, a)))
  return group([
    arm(shoulder, elbow, chain(at(wrist), turn('z', mix(60, 10, a)), turn('y', -70)), 0.85),
    group(
      [
        cylinder([0, -0.45, 0.02], [0, 1.55, 0.02], 0.07, wood([0.5, 0.32, 0.17], [0.33, 0.19, 0.09], 0.15)),
        cylinder([-0.48, 1.45, 0.02], [0.36, 1.45, 0.02], 0.2, tin(0.22)),
        cylinder([-0.52, 1.45, 0.02], [-0.42, 1.45, 0.02], 0.235, tin(0.32)),
      ],
      chain(hammer, at([0, 0.32, 0])),
    ),
  ])
}

const heat = (t: number) =>
  0.9 + Math.max(...STRIKES.map((s) => (t >= s ? 1.6 * Math.exp(-(t - s) * 6) : 0)), 0)

const anvil = (t: number): string =>
  [
    box([-1.1, -1.6, -0.9], [1.3, -0.35, 0.7], wood([0.25, 0.15, 0.085], [0.15, 0.08, 0.045], 0.4)),
    box([-0.7, -0.35, -0.7], [0.9, -0.1, 0.5], tin(0.2)),
    box([-0.4, -0.1, -0.5], [0.6, 0.2, 0.3], tin(0.18)),
    box([-0.9, 0.2, -0.75], [1.1, 0.5, 0.5], tin(0.26)),
    cone([-0.9, 0.36, -0.1], 0.15, [-1.9, 0.42, -0.1], 0.03, tin(0.26)),
    group(
      Array.from(
        { length: 5 },
        (_, i) =>
          `prism { linear_spline 0, 0.08, 4, <0, 0.42>, <0.13, 0.12>, <-0.13, 0.12>, <0, 0.42> rotate y*${i * 72} ${glowing([heat(t) * 0.9, heat(t) * 0.34, heat(t) * 0.07])} }`,
      ).concat(`cylinder { 0, <0, 0.08, 0>, 0.2 ${glowing([heat(t), heat(t) * 0.42, heat(t) * 0.1])} }`),
      at([SPOT[0], 0.5, SPOT[2]]),
    ),
    lamp({ at: [SPOT[0], 0.95, SPOT[2] - 0.3], colour: [1.8, 0.74, 0.2], fade: 1.2 }),
    curio([-2.2, -0.5, 0.6], 1),
    box([-3.4, -1.6, 0], [-1.5, -0.5, 1.4], darkwood),
    `torus { 0.3, 0.07 rotate x*70 translate <-2.75, -0.2, 0.4> ${brass} }`,
  ].join('\n')

const scenery = (): string =>
  [
    group([workshop()], at([-0.8, 0, 0.6])),
    lantern(at([-2.7, 4.2, 2.2]), 1.5),
    box([-14, -4, -4], [14, -1.6, 7], wood([0.22, 0.13, 0.075], [0.13, 0.075, 0.045], 0.5)),
    roomLight(),
    lamp({ at: [6, 6, -5], colour: [0.62, 0.47, 0.33], wide: 2 }),
    lamp({ at: [-6, 3, -5], colour: [0.11, 0.15, 0.25], shadowless: true }),
  ].join('\n')

const toPicture = (n: number) => {
  const t = n / FPS
  const shake = Math.max(
    0,
    ...STRIKES.map((s) => (t >= s ? Math.exp(-(t - s) * 9) * Math.sin((t - s) * 70) : 0)),
  )
  const h = held(n, FPS, 4, 3, camera.focal)
  return [h[0], h[1], h[2], h[3], h[4], h[5] + 7 * shake, h[6], h[7], h[8]] as const
}

/** Close on an anvil: the hammer falls twice on a star of hot iron, sparks fly. */
export const hammerStrikes: Shot = {
  name: 'hammer-strikes',
  frames: 56,
  rate: { num: 24, den: 1 },
  file: 'hammer-strikes.mp4',
  seed: 97,
  twos: true,
  plates: () => [{ name: 'forge', scene: [sdlCamera(wide), scenery(), anvil(0)].join('\n'), ...WIDE }],
  jobs(n) {
    const part = partAround(
      wide,
      [
        [-1.2, 3.5, -0.5],
        [6, 3.5, 0],
        [-1.2, 0.2, -0.5],
        [6, -0.4, 0],
      ],
      6,
    )
    return [
      {
        name: 'scene',
        scene: [sdlCamera(wide), scenery(), anvil(n / FPS), smith(n / FPS)].join('\n'),
        ...WIDE,
        part,
      },
    ]
  },
  compose(c, n, at) {
    const picture = c.copy(c.plate('forge', () => c.picture(at('forge'))))
    c.over(picture, c.picture(at('scene')))
    c.add(picture, c.soft(sparks(c, n / FPS), 0.8), 1)
    return c.warp(picture, toPicture(n), cinema.width, cinema.height)
  },
}

/** Sparks as short strokes of light: thrown up and out at each strike, falling, cooling. */
function sparks(c: Parameters<Shot['compose']>[0], t: number) {
  const light = c.clear(WIDE.width, WIDE.height)
  STRIKES.forEach((strike, s) => {
    for (let i = 0; i < 130; i++) {
      const age = t - strike
      const life = 0.25 + 0.65 * chance(i, s, 3)
      if (age < 0 || age > life) continue
      const angle = Math.PI * (0.06 + 0.88 * chance(i, s, 1))
      const speed = 1.5 + 5.5 * chance(i, s, 2) ** 2
      const dot = (u: number) =>
        lands(
          wide,
          [1, 0, 0, 0, 1, 0, 0, 0, 1],
          [
            SPOT[0] + Math.cos(angle) * speed * u,
            0.6 + Math.sin(angle) * speed * u - 4.5 * u * u,
            SPOT[2] - 0.4 + (chance(i, s, 4) - 0.6) * 3 * u,
          ],
        )
      const cool = 1 - age / life
      for (let k = 0; k < 24; k++) {
        const [x, y] = dot(Math.max(0, age - (k / 24) * 0.026))
        splat(light.data, x, y, [0.34 * cool + 0.06, 0.19 * cool * cool + 0.012, 0.07 * cool ** 4])
      }
    }
  })
  return light
}

function splat(data: Float32Array, x: number, y: number, colour: V3): void {
  const [i, j] = [Math.floor(x - 0.5), Math.floor(y - 0.5)]
  for (const [dx, dy] of [
    [0, 0],
    [1, 0],
    [0, 1],
    [1, 1],
  ] as const) {
    const [px, py] = [i + dx, j + dy]
    if (px < 0 || py < 0 || px >= WIDE.width || py >= WIDE.height) continue
    const weight = (1 - Math.abs(x - 0.5 - px)) * (1 - Math.abs(y - 0.5 - py))
    for (let m = 0; m < 3; m++)
      data[(py * WIDE.width + px) * 4 + m] =
        (data[(py * WIDE.width + px) * 4 + m] as number) + weight * (colour[m] as number)
  }
}

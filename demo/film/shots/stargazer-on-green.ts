import { drift, poses, syllables, blink } from '../motion'
import { darkwood, felt, paint } from '../look'
import { box, camera as sdlCamera, cylinder, group, lamp, mesh, rgb } from '../sdl'
import { cinema, type Shot } from '../shot'
import { at, chain, HERE, lerp, looking, turn, type V3 } from '../space'
import { arm, REST, stargazerBody, stargazerHead, type StargazerPose } from '../stargazer'
import { sheet } from '../surface'

const camera = { place: looking([0.2, 0.55, -10.2], [0.1, 0.2, 0]), focal: 1.72, ...cinema }
const FPS = 24
const GREEN: V3 = [0.04, 0.33, 0.085]

const pose = (t: number): StargazerPose => {
  const talk = syllables(t, 0.5, 1.6, 31) + syllables(t, 2.2, 3.6, 32)
  return {
    ...REST,
    look:
      poses(t, [
        [0, -18],
        [1, 12],
        [2.1, 20],
        [3.2, -8],
        [4, -14],
      ]) + drift(t * 2, 4),
    nod:
      poses(t, [
        [0, 2],
        [0.8, -8],
        [1.6, 4],
        [2.8, -10],
        [4, 0],
      ]) +
      2 * talk,
    tilt: poses(t, [
      [0, 3],
      [1.4, -5],
      [2.8, 4],
      [4, 0],
    ]),
    jaw: talk,
    lids: Math.max(0.1, blink(t, [0.9, 2.0, 3.3])),
    gaze: [
      poses(t, [
        [0, -6],
        [1, 8],
        [2.4, 12],
        [3.3, -6],
      ]),
      poses(t, [
        [0, 6],
        [0.8, 14],
        [1.8, 2],
        [2.9, 16],
        [4, 4],
      ]),
    ],
    brows: poses(t, [
      [0, 0.3],
      [0.8, 1],
      [1.8, 0.2],
      [2.8, 1],
      [4, 0.4],
    ]),
    time: t,
    wind: 0.42 + 0.22 * drift(t * 1.4, 9),
  }
}

/** He points at the sky, and lets the arm sink again. */
function pointing(t: number): string {
  const up = poses(t, [
    [0.4, 0],
    [1.15, 1],
    [2.6, 0.9],
    [3.7, 0.05],
  ])
  const shoulder: V3 = [1.0, -0.95, 0]
  const wrist = lerp([1.75, -3.0, -0.5], [2.35, 0.55 + 0.06 * drift(t * 3, 3), -0.6], up)
  const mid = lerp(shoulder, wrist, 0.5)
  return arm(
    shoulder,
    [mid[0] + 0.4, mid[1] - 0.55, mid[2] + 0.1],
    chain(at(wrist), turn('z', -22 + 40 * (1 - up)), turn('y', 30)),
    0.55 - 0.35 * up,
  )
}

/** Lamps on the puppet: a warm key, a cool rim, and the green that the cloth throws back. */
const lights = [
  lamp({ at: [-5, 5, -7], colour: [1.35, 1.2, 1.02], wide: 2 }),
  lamp({ at: [6, 2, -5], colour: [0.2, 0.22, 0.27], shadowless: true }),
  lamp({ at: [3.5, 5, 4], colour: [0.4, 0.45, 0.6] }),
  lamp({ at: [-5, 0.5, 3.5], colour: [0.03, 0.26, 0.06], shadowless: true }),
  lamp({ at: [5, 0, 3.2], colour: [0.03, 0.22, 0.05], shadowless: true }),
  lamp({ at: [0, -4, 1.5], colour: [0.02, 0.13, 0.035], shadowless: true }),
].join('\n')

/** The cloth on its line: folds, two sewn seams, two tape markers, its right edge, a stand before it, the wall behind. */
function cloth(): string {
  const fold = (x: number, y: number) =>
    0.1 * Math.sin(x * 2.1 + 0.5 * Math.sin(y * 0.8)) +
    0.06 * Math.sin(x * 4.7 + y * 0.6) +
    0.05 * Math.sin(y * 1.7 + x * 0.5)
  const [left, right, top, low] = [-6.2, 4.75, 3.6, -4.2]
  const surface = (u: number, v: number): V3 => {
    const [x, y] = [left + (right - left) * u, top + (low - top) * v]
    return [x + 0.04 * Math.sin(y * 3) * u ** 8, y, 4 + fold(x, y)]
  }
  const stitch = (x: number) =>
    mesh(
      sheet(2, 90, (u, v) => {
        const y = top + (low - top) * v
        return [x + (u - 0.5) * 0.05, y, 3.985 + fold(x, y)]
      }),
      felt([GREEN[0] * 0.55, GREEN[1] * 0.55, GREEN[2] * 0.55]),
    )
  const cross = ([x, y]: readonly [number, number]) =>
    group(
      [box([-0.16, -0.035, 0], [0.16, 0.035, 0.01]), box([-0.035, -0.16, 0], [0.035, 0.16, 0.01])],
      at([x, y, 3.86]),
      paint([0.62, 0.6, 0.54], 0),
    )
  const pegs = Array.from({ length: 8 }, (_, i) =>
    box([left + 0.4 + i * 1.45, top - 0.16, 3.8], [left + 0.5 + i * 1.45, top + 0.18, 3.9], darkwood),
  )
  const stand = group(
    [
      cylinder([4.1, -5, 2.6], [4.1, 3.2, 2.6], 0.06, paint([0.03, 0.03, 0.034], 0.5)),
      cylinder([4.1, -1.2, 2.6], [3.6, -5, 2.0], 0.05, paint([0.03, 0.03, 0.034], 0.5)),
      cylinder([4.1, -1.2, 2.6], [4.7, -5, 2.4], 0.05, paint([0.03, 0.03, 0.034], 0.5)),
      cylinder([4.1, 1.3, 2.6], [4.1, 1.5, 2.6], 0.1, paint([0.3, 0.06, 0.04], 0.4)),
    ],
    HERE,
  )
  const wall = box(
    [-12, -7, 5.6],
    [12, 8, 6],
    `texture { pigment { ${rgb(0.17, 0.13, 0.1)} } normal { granite 0.15 } finish { ambient 0 diffuse 0.9 } }`,
  )
  const line = cylinder([-9, top, 3.9], [9, top + 0.05, 3.9], 0.03, paint([0.3, 0.25, 0.18], 0.1))
  const weave = `texture { pigment { bozo color_map { [0 ${rgb(...GREEN.map((v) => v * 0.94))}] [1 ${rgb(...GREEN.map((v) => v * 1.05))}] } scale 0.7 } normal { granite 0.12 scale 0.05 } finish { ambient 0 diffuse 0.9 } }`
  return [
    mesh(sheet(160, 60, surface), weave),
    stitch(-2.7),
    stitch(1.9),
    cross([-3.3, 1.7]),
    cross([3.5, 2.2]),
    ...pegs,
    stand,
    wall,
    line,
  ].join('\n')
}

/** The lamps on the cloth do not quite meet: bright on the left, falling away to the right and below. */
const clothLights = [
  lamp({ at: [-6.5, 4.5, -2.5], colour: [1.5, 1.45, 1.35], wide: 1.5, fade: 9 }),
  lamp({ at: [6.5, 3, -3], colour: [0.62, 0.62, 0.6], wide: 1.5, fade: 9 }),
  lamp({ at: [0, 2, -12], colour: [0.3, 0.3, 0.31], shadowless: true }),
].join('\n')

/** The stargazer before a green cloth, wind in his hair: a locked camera, foreground and cloth known apart. */
export const stargazerOnGreen: Shot = {
  name: 'stargazer-on-green',
  frames: 96,
  rate: { num: 24, den: 1 },
  file: 'stargazer-on-green.mp4',
  seed: 34,
  grain: 0.07,
  quality: 22,
  plates: () => [
    { name: 'cloth', scene: [sdlCamera(camera), clothLights, cloth()].join('\n'), ...cinema, smooth: 0.1 },
  ],
  jobs(n) {
    const t = n / FPS
    const sway = chain(turn('z', 1.2 * drift(t * 1.1, 2)), at([-0.25, -0.55, 0]))
    const parts = [
      sdlCamera(camera),
      lights,
      group([stargazerBody(HERE), stargazerHead(pose(t), HERE), pointing(t)], sway),
    ]
    return [{ name: 'puppet', scene: parts.join('\n'), ...cinema, smooth: 0.15 }]
  },
  compose(c, _n, at) {
    const picture = c.copy(c.plate('cloth', () => c.picture(at('cloth'))))
    c.over(picture, c.picture(at('puppet')))
    return picture
  },
}

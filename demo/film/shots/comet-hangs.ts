import { brass, enamel, tin } from '../look'
import { chance, cloud, drift, mix, poses } from '../motion'
import { camera as sdlCamera, cone, cylinder, group, lamp, mesh, sphere } from '../sdl'
import { roomLight } from '../sets'
import { cinema, held, roomy, type Shot, WIDE } from '../shot'
import { at, chain, looking, turn, type V3 } from '../space'
import { tubes } from '../surface'

const camera = { place: looking([0, 0.6, -9], [0, 0.35, 0]), focal: 1.5, ...cinema }
const wide = roomy(camera)
const FPS = 24

/** The comet drops on its wires, as the hammer fell, swings and comes to rest. */
function comet(t: number): string {
  const drop = poses(t, [
    [-0.3, 3.4],
    [0.42, -0.18],
    [0.62, 0.06],
    [0.84, 0],
  ])
  const swing = 9 * Math.exp(-t * 0.9) * Math.sin(t * 4.2) + 0.8 * drift(t * 2, 3)
  const place = chain(
    at([0.25, 4.6 + drop, 0]),
    turn('z', swing),
    at([0, -4.2, 0]),
    turn('y', -24 + 12 * Math.exp(-t * 0.6) * Math.sin(t * 2.1)),
    turn('z', -18),
  )
  const spikes = Array.from({ length: 12 }, (_, i) => {
    const a = (i / 12) * 2 * Math.PI
    const out = i % 2 ? 0.98 : 1.3
    return cone(
      [0.62 * Math.cos(a), 0.62 * Math.sin(a), 0],
      0.17,
      [out * Math.cos(a), out * Math.sin(a), 0],
      0.012,
      enamel([0.6, 0.42, 0.1], 0.08),
    )
  })
  const tails = [0, 1, 2, 3, 4].map((i): V3[] =>
    Array.from({ length: 14 }, (_, k): V3 => {
      const u = k / 13
      const bend = (i - 2) * 0.34
      return [
        0.6 + 2.9 * u,
        bend * (0.5 + 1.3 * u) + 0.16 * Math.sin(u * 7 + i + t * 3) * u,
        0.1 * (i % 2) + 0.12 * Math.sin(u * 5 + t * 2.4 + i),
      ]
    }),
  )
  return group(
    [
      sphere([0, 0, 0], 0.74, tin(0.46)),
      `torus { 0.745, 0.035 rotate x*90 ${brass} }`,
      `torus { 0.745, 0.03 ${brass} }`,
      ...Array.from({ length: 20 }, (_, i) =>
        sphere([0.75 * Math.cos(i * 0.314), 0, 0.75 * Math.sin(i * 0.314)], 0.045, brass),
      ),
      ...spikes,
      mesh(
        tubes(tails, (u) => 0.15 * (1 - u) + 0.02, 8),
        tin(0.5),
      ),
      ...tails.map((line) => sphere(line[13] as V3, 0.06, brass)),
      cylinder([0, 0.7, 0], [0.6, 9, 0.2], 0.008, tin(0.2)),
      cylinder([1.9, 0, 0], [3.2, 9, 0.2], 0.008, tin(0.2)),
    ],
    place,
  )
}

const lights = [
  lamp({ at: [-5, 6, -6], colour: [1.4, 1.15, 0.8], wide: 2 }),
  lamp({ at: [6, 1, -5], colour: [0.16, 0.22, 0.4], shadowless: true }),
  lamp({ at: [2, 5, 5], colour: [0.6, 0.7, 1.0] }),
].join('\n')

/** A painted night: deep blue paper with clouds, and punched stars of which some twinkle. */
function night(data: Float32Array, width: number, height: number): void {
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const v = y / height
      const k = 0.7 + 0.6 * cloud(x / 170, y / 120, 5, 5)
      const veil = Math.max(0, cloud(x / 320 + 9, y / 120, 11, 5) - 0.5) * 0.16
      const round = 1 - 0.55 * Math.hypot(x / width - 0.5, y / height - 0.5)
      const at = (y * width + x) * 4
      data[at] = (mix(0.012, 0.055, v ** 2) * k + veil * 0.5) * round
      data[at + 1] = (mix(0.022, 0.045, v ** 2) * k + veil * 0.45) * round
      data[at + 2] = (mix(0.075, 0.1, v) * k + veil * 0.6) * round
      data[at + 3] = 1
    }
}

/** The tin comet hangs on its wires before a painted night. */
export const cometHangs: Shot = {
  name: 'comet-hangs',
  frames: 66,
  rate: { num: 24, den: 1 },
  file: 'comet-hangs.webm',
  seed: 99,
  jobs: (n) => [
    {
      name: 'comet',
      scene: [sdlCamera(wide), roomLight([0.4, 0.28, 0.18], [0.1, 0.14, 0.26]), lights, comet(n / FPS)].join(
        '\n',
      ),
      ...WIDE,
    },
  ],
  compose(c, n, at) {
    const sky = c.plate('night', () => {
      const frame = c.clear(WIDE.width, WIDE.height)
      night(frame.data, WIDE.width, WIDE.height)
      return frame
    })
    const picture = c.copy(sky)
    const stars = c.clear(WIDE.width, WIDE.height)
    for (let i = 0; i < 190; i++) {
      const [x, y] = [Math.floor(chance(i, 1, 7) * WIDE.width), Math.floor(chance(i, 2, 7) * WIDE.height)]
      const bright = (0.3 + 3 * chance(i, 3, 7) ** 5) * (1 + 0.35 * drift((n / FPS) * 5, i))
      for (let m = 0; m < 3; m++)
        stars.data[(y * WIDE.width + x) * 4 + m] = bright * ([2.6, 2.3, 1.9][m] as number)
    }
    c.add(picture, c.soft(stars, 1.1), 1.6)
    c.over(picture, c.picture(at('comet')))
    return c.warp(picture, held(n, FPS, 6, 3, camera.focal), cinema.width, cinema.height)
  },
}

import { type Matrix3, multiply } from '@stilus/core/matrix'
import { moved, turning } from '../composer'
import { brass, felt, glowing, paint, paper } from '../look'
import { drift, ease, mix } from '../motion'
import { box, camera as sdlCamera, cone, cylinder, group, lamp, mesh, sphere } from '../sdl'
import { DUSK_TONES, lantern, street } from '../sets'
import { cinema, type Shot } from '../shot'
import { at, chain, looking, sized, turn, type V3 } from '../space'
import { sheet } from '../surface'

const FPS = 24
const FOCAL = 1.25
const PLATE = { width: 1640, height: 2100 }

const tower = (): string => {
  const stone: V3 = [0.3, 0.25, 0.22]
  const ring = (y: number, r: number, h = 0.22) =>
    cylinder([0, y, 0], [0, y + h, 0], r, paper([0.4, 0.33, 0.27]))
  const window = (y: number, a: number, r: number, on: boolean) =>
    group(
      [
        box(
          [-0.22, 0, -0.06],
          [0.22, 0.7, 0.1],
          on ? glowing([0.75, 0.45, 0.17]) : paper([0.03, 0.035, 0.055]),
        ),
        cylinder(
          [0, 0.7, -0.06],
          [0, 0.7, 0.1],
          0.22,
          on ? glowing([0.75, 0.45, 0.17]) : paper([0.03, 0.035, 0.055]),
        ),
        box([-0.3, -0.1, -0.14], [0.3, 0, 0.1], paper([0.42, 0.35, 0.29])),
        box([-0.02, 0, -0.1], [0.02, 0.9, -0.05], paper([0.2, 0.16, 0.13])),
        box([-0.22, 0.36, -0.1], [0.22, 0.4, -0.05], paper([0.2, 0.16, 0.13])),
      ],
      chain(turn('y', a), at([0, y, -r])),
    )
  const dial = group(
    [
      `torus { 0.95, 0.08 rotate x*90 ${brass} }`,
      cylinder([0, 0, 0], [0, 0, 0.05], 0.92, paint([0.66, 0.58, 0.42], 0.1)),
      ...Array.from(
        { length: 12 },
        (_, i) =>
          `box { <-0.025, 0.68, -0.03>, <0.025, 0.84, 0> rotate z*${i * 30} ${paint([0.05, 0.04, 0.04], 0)} }`,
      ),
      `box { <-0.03, -0.1, -0.05>, <0.03, 0.62, -0.03> rotate z*-52 ${paint([0.05, 0.04, 0.04], 0)} }`,
      `box { <-0.04, -0.1, -0.05>, <0.04, 0.42, -0.03> rotate z*100 ${paint([0.05, 0.04, 0.04], 0)} }`,
      sphere([0, 0, -0.05], 0.07, brass),
    ],
    at([0, 10.6, -1.72]),
  )
  const flag = mesh(
    sheet(20, 8, (u, v) => [u * 1.6, -0.75 * v * (1 - 0.75 * u), 0.18 * Math.sin(u * 6) * u]),
    felt([0.42, 0.08, 0.05], 0.2),
  )
  return group(
    [
      cylinder([0, -1, 0], [0, 8.8, 0], 1.5, paper(stone)),
      ring(1.6, 1.62),
      ring(5.1, 1.58),
      ring(8.7, 1.85, 0.35),
      cylinder([0, 9.0, 0], [0, 12.2, 0], 1.68, paper([0.33, 0.27, 0.23])),
      ring(12.1, 1.95, 0.3),
      cone([0, 12.4, 0], 2.05, [0, 16.4, 0], 0.06, paper([0.2, 0.075, 0.075])),
      cylinder([0, 16.2, 0], [0, 18.2, 0], 0.04, brass),
      sphere([0, 16.5, 0], 0.16, brass),
      group([flag], at([0, 18.1, 0])),
      dial,
      ...[2.4, 4.0, 6.0, 7.4].flatMap((y, i) =>
        [-38, 2, 36].map((a, j) => window(y, a + 6 * (i % 2), 1.5, (i * 3 + j) % 3 !== 1)),
      ),
      ...[-52, 52].map((a) => window(9.9, a, 1.68, true)),
      group(
        [
          box([-0.55, -1, -0.1], [0.55, 1.1, 0.1], paper([0.16, 0.085, 0.05])),
          cylinder([0, 1.1, -0.1], [0, 1.1, 0.1], 0.55, paper([0.16, 0.085, 0.05])),
          sphere([0.36, 0.3, -0.14], 0.06, brass),
        ],
        at([0, 0, -1.45]),
      ),
      lantern(chain(at([-1.0, 2.3, -1.55]), sized(0.5)), 1.5),
      lantern(chain(at([1.0, 2.3, -1.55]), sized(0.5)), 1.5),
    ],
    at([0.3, 0, 2]),
  )
}

const plate = () => ({
  name: 'tower',
  scene: [
    sdlCamera({ place: looking([0, 4.6, -9.5], [0, 4.6, 0]), focal: (FOCAL * 720) / PLATE.height, ...PLATE }),
    `sky_sphere { pigment { gradient y color_map { [0.48 rgb <0.55, 0.3, 0.2>] [0.58 rgb <0.32, 0.22, 0.26>] [0.75 rgb <0.1, 0.12, 0.22>] [0.95 rgb <0.04, 0.055, 0.12>] } scale 2 translate -y } }`,
    `plane { y, 0 ${paper([0.12, 0.1, 0.1])} }`,
    street(-9, -1.6, 3.2, 81, DUSK_TONES, [2.2, 4.6]),
    street(2.6, 10, 3.4, 82, DUSK_TONES, [2.4, 4.8]),
    street(-14, 14, 9, 83, DUSK_TONES, [4.5, 7]),
    tower(),
    lamp({ at: [-9, 12, -9], colour: [1.0, 0.7, 0.48], wide: 2.5 }),
    lamp({ at: [9, 8, -7], colour: [0.17, 0.21, 0.34], shadowless: true }),
  ].join('\n'),
  ...PLATE,
  smooth: 0.12,
})

/** How the camera is turned at frame n, in radians, and the shear that its fast sideways wobble gives a rolling shutter. */
export function towerCamera(n: number) {
  const t = n / FPS
  const wobble = (u: number) => 0.0085 * drift(u * 2.4, 1) + 0.0035 * drift(u * 6.1, 2)
  const tilt = mix(-0.2, 0.56, ease((t - 0.3) / 4.4)) + 0.002 * drift(t * 2.2, 3)
  const speed = (wobble(t + 1 / 48) - wobble(t - 1 / 48)) * FPS
  return { pan: wobble(t), tilt, roll: 0.004 * drift(t * 1.7, 4), shear: speed * 0.09 }
}

function toPicture(n: number): Matrix3 {
  const { pan, tilt, roll, shear } = towerCamera(n)
  const turned = multiply(
    moved((cinema.width - PLATE.width) / 2, (cinema.height - PLATE.height) / 2),
    turning(pan, -tilt, roll, FOCAL * 720, PLATE.width, PLATE.height),
  )
  return multiply([1, shear, -shear * 360, 0, 1, 0, 0, 0, 1], turned)
}

/** A tilt up a paper tower, by hand: it sways sideways, and the shutter leans with it. */
export const towerTilt: Shot = {
  name: 'tower-tilt',
  frames: 120,
  rate: { num: 24, den: 1 },
  file: 'tower-tilt.mp4',
  seed: 93,
  quality: 22,
  plates: () => [plate()],
  compose: (c, n, at) =>
    c.warp(
      c.plate('tower', () => c.picture(at('tower'))),
      toPicture(n),
      cinema.width,
      cinema.height,
      'clamp',
    ),
  truth: (n) => ({ ...towerCamera(n), plateToPicture: toPicture(n).map((v) => v / toPicture(n)[8]) }),
}

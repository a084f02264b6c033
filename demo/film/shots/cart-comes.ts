import { brushed, painted, type Painter, picture, star } from '../art'
import { drift, ease, mix, poses, blink } from '../motion'
import { brass, darkwood, paint, wood } from '../look'
import { box, camera as sdlCamera, cylinder, group, lamp, mesh, rgb, sphere, stencil, vec } from '../sdl'
import { cobbles, DUSK_TONES, lantern, street } from '../sets'
import { cinema, EXACT, held, partAround, roomy, type Shot, WIDE } from '../shot'
import { at, chain, HERE, looking, placed, type Place, planeToPicture, sized, turn, type V3 } from '../space'
import { arm, REST, stargazerBody, stargazerHead } from '../stargazer'
import { sheet } from '../surface'
import { type Matrix3, multiply } from '@stilus/core/matrix'
import { channel } from './stargazer-talks'

const camera = { place: looking([-1.4, 1.8, -10.8], [0.15, 1.85, 0]), focal: 1.55, ...cinema }
const wide = roomy(camera)
/** 23.976 frames a second. */
const RATE = { num: 24000, den: 1001 }
const seconds = (n: number) => (n * RATE.den) / RATE.num

/** The front board on the cart's own axes: corners left top, right top, right bottom, left bottom. */
export const SIGN: V3[] = [
  [-1.55, 2.35, -1.72],
  [1.55, 2.35, -1.72],
  [1.55, 1.25, -1.72],
  [-1.55, 1.25, -1.72],
]
/** The side board that the camera sees. */
export const SIDE: V3[] = [
  [-1.62, 2.3, 1.6],
  [-1.62, 2.3, -1.5],
  [-1.62, 0.95, -1.5],
  [-1.62, 0.95, 1.6],
]

const way = (t: number) => 8.2 * (1 - ease(t / 4.6)) - 1.7
const cartPlace = (t: number): Place => {
  const jolt = 0.02 * drift(t * 6, 2)
  return chain(
    at([mix(1.1, 0.35, ease(t / 4.4)), jolt, way(t)]),
    turn('y', -27 + 7 * ease(t / 3.8)),
    turn('z', 0.5 * drift(t * 4, 3)),
  )
}

const signArt: Painter = (x, y) => {
  const [u, v] = [Math.abs(x), Math.abs(y)]
  if (v > 0.45 || u > 1.36) return brushed([0.62, 0.4, 0.1], x, y, 7)
  if (v > 0.41 || u > 1.32) return brushed([0.2, 0.03, 0.02], x, y, 8)
  for (const side of [-1, 1])
    if (star(x - side * 1.13, y, 8, 0.17, 0.075) < 0) return brushed([0.75, 0.55, 0.14], x, y, 9)
  return brushed([0.36, 0.05, 0.035], x, y, 4)
}
const sideArt: Painter = (x, y) => {
  const [u, v] = [Math.abs(x), Math.abs(y)]
  if (v > 0.45 || u > 1.1) return brushed([0.62, 0.4, 0.1], x, y, 17)
  if (Math.hypot(x + 0.55, y - 0.02) < 0.2 && Math.hypot(x + 0.46, y - 0.06) > 0.17)
    return brushed([0.75, 0.62, 0.3], x, y, 19)
  for (const [sx, sy, r] of [
    [-0.15, -0.2, 0.08],
    [0.2, 0.16, 0.11],
    [0.62, -0.12, 0.18],
    [0.9, 0.24, 0.06],
    [-0.9, -0.24, 0.07],
    [0.35, -0.3, 0.05],
  ] as const)
    if (star(x - sx, y - sy, 5, r, r * 0.42) < 0) return brushed([0.75, 0.55, 0.14], x, y, 21)
  return brushed([0.04, 0.12, 0.2], x, y, 14)
}

const board = (corners: V3[], art: string) =>
  mesh(
    sheet(1, 1, (u, v) => {
      const [a, b, , d] = corners as [V3, V3, V3, V3]
      return [0, 1, 2].map(
        (i) =>
          (a[i] as number) +
          u * ((b[i] as number) - (a[i] as number)) +
          v * ((d[i] as number) - (a[i] as number)),
      ) as unknown as V3
    }),
    picture(art, 'finish { ambient 0 diffuse 0.85 specular 0.15 roughness 0.05 }'),
  )

function wheel(o: V3, r: number, turnDegrees: number): string {
  const spokes = Array.from({ length: 10 }, (_, i) =>
    cylinder([0, 0, 0], [0, r * 0.92, 0], 0.05, `${darkwood} rotate x*${i * 36}`),
  )
  return `union { torus { ${r}, 0.09 rotate z*90 ${darkwood} } torus { ${r + 0.06}, 0.05 rotate z*90 ${paint([0.12, 0.11, 0.1], 0.4)} } ${spokes.join(' ')} ${cylinder([-0.16, 0, 0], [0.16, 0, 0], 0.15, paint([0.4, 0.06, 0.04]))} ${sphere([-0.18, 0, 0], 0.09, brass)} rotate x*${(-turnDegrees).toFixed(3)} translate ${vec(o)} }`
}

/** Everything of the cart but its two boards and its driver. */
function cart(t: number): string {
  const rolled = ((6.5 - way(t)) / 0.8) * (180 / Math.PI)
  const rail = (a: V3, b: V3) => cylinder(a, b, 0.06, darkwood)
  const canopy = mesh(
    sheet(30, 20, (u, v) => {
      const a = Math.PI * u
      return [
        -1.75 * Math.cos(a),
        3.5 + 1.15 * Math.sin(a) - 0.05 * Math.sin(v * Math.PI * 4),
        -1.7 + 3.4 * v,
      ]
    }),
    `texture { pigment { gradient z color_map { [0 ${rgb(0.52, 0.44, 0.3)}] [0.5 ${rgb(0.52, 0.44, 0.3)}] [0.5 ${rgb(0.34, 0.06, 0.045)}] [1 ${rgb(0.34, 0.06, 0.045)}] } scale 0.68 } normal { granite 0.1 scale 0.1 } finish { ambient 0 diffuse 0.7, 0.2 } }`,
  )
  return group([
    box([-1.6, 0.9, -1.6], [1.6, 1.05, 1.7], darkwood),
    box([-1.6, 0.95, 1.55], [1.6, 2.3, 1.7], wood([0.36, 0.2, 0.1], [0.22, 0.12, 0.06])),
    box([1.5, 0.95, -1.5], [1.6, 2.3, 1.6], wood([0.36, 0.2, 0.1], [0.22, 0.12, 0.06])),
    box([-1.6, 1.0, -1.55], [-1.55, 2.25, 1.6], darkwood),
    box([-1.5, 1.3, -1.7], [1.5, 2.3, -1.62], darkwood),
    ...(
      [
        [-1.6, -1.6],
        [1.6, -1.6],
        [-1.6, 1.65],
        [1.6, 1.65],
      ] as const
    ).map(([x, z]) => rail([x, 0.95, z], [x, 3.55, z])),
    canopy,
    wheel([-1.85, 0.8, -1.05], 0.8, rolled),
    wheel([1.85, 0.8, -1.05], 0.8, rolled),
    wheel([-1.85, 0.95, 1.15], 0.95, rolled * 0.84),
    wheel([1.85, 0.95, 1.15], 0.95, rolled * 0.84),
    cylinder([-1.8, 0.8, -1.05], [1.8, 0.8, -1.05], 0.08, darkwood),
    cylinder([-1.8, 0.95, 1.15], [1.8, 0.95, 1.15], 0.08, darkwood),
    ...[-1, 1].map((s) =>
      lantern(
        chain(
          at([1.62 * s, 3.5, -1.75]),
          turn('z', 6 * drift(t * 2.4, s + 3)),
          turn('x', 5 * drift(t * 2.2, s + 8)),
          sized(0.42),
        ),
        1.2,
        false,
      ),
    ),
  ])
}

const driver = (t: number): string => {
  const pose = {
    ...REST,
    look: poses(t, [
      [0, 14],
      [1.4, -10],
      [2.6, 20],
      [4, 6],
    ]),
    nod: 3 + 3 * drift(t * 3, 2),
    tilt: 4 * drift(t * 2, 6),
    lids: Math.max(0.12, blink(t, [1, 2.7, 3.9])),
    brows: 0.5,
    time: t,
    wind: 0.12,
  }
  const wave = poses(t, [
    [1.2, 0],
    [1.9, 1],
    [3.3, 1],
    [4.2, 0],
  ])
  const shoulder: V3 = [1.0, -0.95, 0]
  const wrist: V3 = [1.8 + 0.3 * wave * Math.sin(t * 7), -1.9 + 2.5 * wave, -0.7]
  return group(
    [
      stargazerBody(HERE),
      stargazerHead(pose, HERE),
      arm(shoulder, [2.0, -1.4, -0.2], chain(at(wrist), turn('z', -14 + 14 * Math.sin(t * 7) * wave)), 0.2),
    ],
    chain(at([0.15, 2.62, -0.55 + 0.03 * drift(t * 5, 4)]), turn('z', 1.5 * drift(t * 2.2, 5)), sized(0.5)),
  )
}

/** Painted on the board, not standing on it: what is tracked lies in the plane that the truth tells of. */
const lettering = (): string =>
  `text { internal 1 "THE TIN COMET" 0.001, 0 ${paint([0.72, 0.58, 0.3], 0.2)} scale <0.255, 0.36, 1> translate <-0.98, 1.69, -1.7205> }`

const scenery = (): string =>
  [
    `plane { y, 0 ${cobbles([0.2, 0.18, 0.17], 0.55)} }`,
    street(-17, -4.2, 7, 41, DUSK_TONES, [3, 5.5]),
    street(-4.4, 3.4, 15, 42, DUSK_TONES, [3, 5]),
    street(4.4, 17, 7.5, 43, DUSK_TONES, [3, 5.6]),
    street(-12, 14, 21, 44, DUSK_TONES, [6, 9]),
    `sky_sphere { pigment { gradient y color_map { [0.5 rgb <0.5, 0.28, 0.2>] [0.58 rgb <0.3, 0.2, 0.25>] [0.75 rgb <0.08, 0.1, 0.2>] } scale 2 translate -y } }`,
    lamp({ at: [-9, 10, -10], colour: [0.78, 0.6, 0.44], wide: 1.6, rays: 2 }),
    lamp({ at: [9, 6, -6], colour: [0.2, 0.24, 0.36], shadowless: true }),
    lamp({ at: [0, 5, 14], colour: [0.5, 0.3, 0.18], shadowless: true, fade: 8 }),
  ].join('\n')

const boards = (): { sign: string; side: string } => ({
  sign: board(SIGN, painted('cart-sign', 1690, 600, signArt)) + lettering(),
  side: board(SIDE, painted('cart-side', 1380, 600, sideArt)),
})

const toPicture = (n: number): Matrix3 => held(n, 24, 8, 3, camera.focal)

/** The homography from the unit square (u right, v down on the board) to pixels of the finished picture. */
function boardToPicture(n: number, corners: V3[]): number[] {
  const place = cartPlace(seconds(n))
  const [a, b, , d] = corners.map((c) => placed(place, c)) as [V3, V3, V3, V3]
  const minus = (p: V3): V3 => [p[0] - a[0], p[1] - a[1], p[2] - a[2]]
  const h = multiply(toPicture(n), planeToPicture(wide, a, minus(b), minus(d)) as unknown as Matrix3)
  return h.map((v) => v / (h[8] as number))
}

/** The painted cart rolls towards the camera; its driver looks about and waves. */
export const cartComes: Shot = {
  name: 'cart-comes',
  frames: 76,
  rate: RATE,
  file: 'cart-comes.mov',
  seed: 67,
  plates: () => [{ name: 'square', scene: [sdlCamera(wide), scenery()].join('\n'), ...WIDE }],
  jobs(n) {
    const t = seconds(n)
    const place = cartPlace(t)
    const corners = [0, 1, 2, 3, 4, 5, 6, 7].map((i): V3 =>
      placed(place, [i & 1 ? 2.1 : -2.1, i & 2 ? 4.75 : -0.05, i & 4 ? 2.1 : -2.1]),
    )
    const shadow: V3[] = [placed(place, [6.5, 0, 2]), placed(place, [6.5, 0, -2])]
    const part = partAround(wide, [...corners, ...shadow], 12)
    const { sign, side } = boards()
    const all = [cart(t), sign, side, driver(t)]
    const flat = [
      stencil(cart(t), [0, 0, 0]),
      stencil(sign, [1, 0, 0]),
      stencil(side, [0, 1, 0]),
      stencil(driver(t), [0, 0, 1]),
    ]
    return [
      {
        name: 'cart',
        scene: [sdlCamera(wide), scenery(), group(all, place)].join('\n'),
        ...WIDE,
        ...EXACT,
        part,
      },
      {
        name: 'matte',
        scene: [sdlCamera(wide), group(flat, place)].join('\n'),
        ...WIDE,
        ...EXACT,
        part: partAround(wide, corners, 12),
      },
    ]
  },
  compose(c, n, at) {
    const picture = c.copy(c.plate('square', () => c.picture(at('square'))))
    c.over(picture, c.picture(at('cart')))
    return c.warp(picture, toPicture(n), cinema.width, cinema.height)
  },
  truth: (n) => ({ sign: boardToPicture(n, SIGN), side: boardToPicture(n, SIDE) }),
  mattes(c, n, at) {
    const seen = c.warp(c.picture(at('matte')), toPicture(n), cinema.width, cinema.height)
    return { sign: channel(c, seen, 0), side: channel(c, seen, 1), driver: channel(c, seen, 2) }
  },
}

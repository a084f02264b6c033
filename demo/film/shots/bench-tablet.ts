import { resample } from '@stilus/core/kernels'
import { type Composer } from '../composer'
import { brass, darkwood, felt, paint, paper, tin, wood } from '../look'
import { drift, ease, mix, poses } from '../motion'
import { box, camera as sdlCamera, cone, cylinder, group, lamp, mesh, rgb, sphere, stencil } from '../sdl'
import { curio, lantern } from '../sets'
import { EXACT, HEIGHT, type Shot, WIDTH } from '../shot'
import { at, chain, HERE, looking, type Camera, placed, seen, turn, type V3 } from '../space'
import { arm } from '../stargazer'
import { sheet } from '../surface'
import { channel } from './stargazer-talks'

const FPS = 24
/** The lens bends lines outwards: a point that a pinhole would see at r·(1 + K1·r²) is seen at r, in units of half the diagonal. */
export const K1 = 0.115
const HALF = Math.hypot(WIDTH, HEIGHT) / 2
/** The pinhole picture that is bent: wide enough for the corners of the finished one. */
const ROOM = { width: 1440, height: 810 }
/** It is traced at three quarters of that size, as one of the two heaviest shots. */
const TRACED = { width: 1088, height: 612 }
const FOCAL = 1.3

const view = (n: number): Camera => {
  const t = n / FPS
  const s = ease(t / 3.5)
  const from: V3 = [
    mix(-1.9, 1.5, s) + 0.05 * drift(t * 1.3, 1),
    mix(4.4, 3.7, s) + 0.05 * drift(t * 1.1, 2),
    mix(-6.4, -5.7, s) + 0.04 * drift(t, 3),
  ]
  return {
    place: looking(
      from,
      [mix(-0.1, 0.25, s) + 0.03 * drift(t * 1.4, 4), 0.35, 0.15],
      0.7 * drift(t * 0.9, 5),
    ),
    focal: (FOCAL * HEIGHT) / ROOM.height,
    ...ROOM,
  }
}

/** The green face of the tablet, on the stage: left top, right top, right bottom, left bottom; 4:3. */
const LEAN = chain(at([0.1, 0.17, 0.35]), turn('y', -9), turn('x', 24))
const FACE: V3[] = (
  [
    [-1.6, 2.4, 0],
    [1.6, 2.4, 0],
    [1.6, 0, 0],
    [-1.6, 0, 0],
  ] as V3[]
).map(([x, y]) => [
  LEAN.o[0] + x * LEAN.x[0] + y * LEAN.y[0],
  LEAN.o[1] + x * LEAN.x[1] + y * LEAN.y[1],
  LEAN.o[2] + x * LEAN.x[2] + y * LEAN.y[2],
])

/** The middles of its four crosses on its own axes, and how far their paint stands out. */
const CROSSES = [-1.25, 1.25].flatMap((x) => [0.32, 2.08].map((y) => [x, y] as const))
const THICK = 0.0004

function tablet(): string {
  const green = `texture { pigment { ${rgb(0.045, 0.3, 0.085)} } finish { ambient 0 diffuse 0.8 specular 0.12 roughness 0.03 emission 0.12 } }`
  const mark = paint([0.55, 0.56, 0.5], 0)
  const cross = (x: number, y: number) => [
    box([x - 0.11, y - 0.018, -THICK], [x + 0.11, y + 0.018, 0], mark),
    box([x - 0.018, y - 0.11, -THICK], [x + 0.018, y + 0.11, 0], mark),
  ]
  return group(
    [
      box([-1.6, 0, 0], [1.6, 2.4, 0.02], green),
      ...CROSSES.flatMap(([x, y]) => cross(x, y)),
      // A dull rim, so that the rails never hide the edge of the face.
      box([-1.86, -0.17, 0.004], [1.86, 2.66, 0.14], paint([0.05, 0.045, 0.045], 0)),
      ...(
        [
          [
            [-1.81, -0.12],
            [1.81, -0.12],
          ],
          [
            [-1.81, 2.61],
            [1.81, 2.61],
          ],
          [
            [-1.81, -0.12],
            [-1.81, 2.61],
          ],
          [
            [1.81, -0.12],
            [1.81, 2.61],
          ],
        ] as [number, number][][]
      ).map(([a, b]) =>
        cylinder([...(a as [number, number]), 0.03], [...(b as [number, number]), 0.03], 0.09, brass),
      ),
      box([-0.5, -0.2, 0.12], [-0.4, 2.0, 0.2], darkwood),
      box([0.4, -0.2, 0.12], [0.5, 2.0, 0.2], darkwood),
      cylinder([-0.45, 1.4, 0.2], [-0.45, -0.4, 1.3], 0.05, darkwood),
      cylinder([0.45, 1.4, 0.2], [0.45, -0.4, 1.3], 0.05, darkwood),
    ],
    LEAN,
  )
}

function bench(): string {
  const planks = Array.from({ length: 9 }, (_, i) =>
    box(
      [-9, -0.4, -5.2 + i * 1.15],
      [9, 0, -4.08 + i * 1.15],
      wood([0.36, 0.22, 0.12], [0.2, 0.11, 0.055], 0.34),
    ),
  )
  const map = mesh(
    sheet(14, 10, (u, v) => [
      -4.4 + 2.4 * u + 0.3 * v,
      0.02 + 0.35 * Math.max(0, u - 0.8) ** 1.3 * 3 + 0.03 * Math.sin(u * 5),
      0.7 - 2.6 * v + 0.3 * u,
    ]),
    paper([0.58, 0.48, 0.32]),
  )
  const pencil = (o: V3, angle: number, c: V3) =>
    group(
      [
        cylinder([0, 0, 0], [1.3, 0, 0], 0.06, paint(c, 0.3)),
        cone([1.3, 0, 0], 0.06, [1.5, 0, 0], 0.01, wood([0.6, 0.45, 0.28], [0.5, 0.35, 0.2], 0.1)),
      ],
      chain(at(o), turn('y', angle)),
    )
  return [
    ...planks,
    map,
    pencil([2.1, 0.07, -1.7], 24, [0.45, 0.08, 0.05]),
    pencil([1.9, 0.07, -2.1], -8, [0.07, 0.2, 0.24]),
    pencil([-3.3, 0.1, -2.6], 60, [0.5, 0.35, 0.06]),
    box([-1.6, 0, -2.5], [1.3, 0.05, -2.15], wood([0.62, 0.45, 0.2], [0.5, 0.33, 0.14], 0.2)),
    ...Array.from({ length: 29 }, (_, i) =>
      box(
        [-1.55 + i * 0.1, 0.05, -2.5],
        [-1.535 + i * 0.1, 0.056, i % 5 ? -2.42 : -2.36],
        paint([0.03, 0.02, 0.02], 0),
      ),
    ),
    curio([-3.5, 0, 1.3], 4),
    curio([-2.6, 0, 1.9], 1),
    curio([3.1, 0, 0.9], 0),
    curio([3.6, 0, -0.4], 8),
    curio([4.3, 0, 1.2], 6),
    curio([2.6, 0, 2.2], 5),
    curio([-4.9, 0, 0.4], 10),
    `torus { 0.4, 0.09 translate <2.7, 0.09, -0.9> ${brass} }`,
    `torus { 0.22, 0.06 translate <3.4, 0.06, -1.4> ${tin(0.36)} }`,
    sphere([-2.2, 0.14, -0.9], 0.14, felt([0.45, 0.12, 0.06])),
    sphere([-1.95, 0.1, -1.15], 0.1, felt([0.1, 0.25, 0.26])),
    box([-14, -3, 6], [14, 12, 6.5], wood([0.13, 0.08, 0.05], [0.07, 0.04, 0.025], 0.6)),
    lantern(at([4.2, 3.6, 2.6]), 1.5, false),
    lamp({ at: [4.2, 2.5, 2.6], colour: [3.6, 1.9, 0.7], fade: 2.2 }),
  ].join('\n')
}

/** The arm reaches in from the right, passes before the tablet, takes a pencil, and leaves. */
function reaching(t: number): string {
  const s = poses(t, [
    [0.7, 0],
    [1.5, 1],
    [2.0, 1],
    [2.9, 0],
  ])
  const wrist: V3 = [mix(4.4, 0.75, s), mix(1.5, 0.95 + 0.25 * Math.sin(t * 2.1), s), mix(-4.2, -1.15, s)]
  const shoulder: V3 = [4.6, 1.0, -6.2]
  const elbow: V3 = [mix(4.9, 3.2, s), mix(1.0, 1.2, s), mix(-5.0, -3.0, s)]
  return group(
    [arm(shoulder, elbow, chain(at(wrist), turn('y', 18), turn('z', 58), turn('x', 24)), 0.25 + 0.3 * s)],
    HERE,
  )
}

const lights = [
  lamp({ at: [-5, 8, -4], colour: [1.15, 0.98, 0.76], wide: 2.4 }),
  lamp({ at: [5, 5, -7], colour: [0.18, 0.22, 0.32], shadowless: true }),
].join('\n')

/** From the finished picture's pixels to those of the pinhole picture, on a mesh of knots. */
const MESH = (() => {
  const [cols, rows] = [161, 91]
  const places = new Float64Array(cols * rows * 2)
  for (let j = 0; j < rows; j++)
    for (let i = 0; i < cols; i++) {
      const [x, y] = unbend((i / (cols - 1)) * WIDTH, (j / (rows - 1)) * HEIGHT)
      places[(j * cols + i) * 2] = x - WIDTH / 2 + ROOM.width / 2
      places[(j * cols + i) * 2 + 1] = y - HEIGHT / 2 + ROOM.height / 2
    }
  return { cols, rows, places }
})()

/** Where a pinhole of the same focal length would see what the lens shows at a pixel of the finished picture. */
function unbend(x: number, y: number): [number, number] {
  const [u, v] = [(x - WIDTH / 2) / HALF, (y - HEIGHT / 2) / HALF]
  const k = 1 + K1 * (u * u + v * v)
  return [WIDTH / 2 + u * k * HALF, HEIGHT / 2 + v * k * HALF]
}

/** The inverse of `unbend`, by Newton's method on the radius. */
function bend(x: number, y: number): [number, number] {
  const [u, v] = [(x - WIDTH / 2) / HALF, (y - HEIGHT / 2) / HALF]
  const wanted = Math.hypot(u, v)
  let r = wanted
  for (let i = 0; i < 20; i++) r -= (r * (1 + K1 * r * r) - wanted) / (1 + 3 * K1 * r * r)
  const k = wanted ? r / wanted : 1
  return [WIDTH / 2 + u * k * HALF, HEIGHT / 2 + v * k * HALF]
}

const whole = (c: Composer, path: string) =>
  c.pass(resample(c.k, c.picture(path), ROOM.width, ROOM.height, 'lanczos3'))

/** A camera moves over a workbench with a blank green tablet; an arm passes in front of it. */
export const benchTablet: Shot = {
  name: 'bench-tablet',
  frames: 76,
  rate: { num: 24, den: 1 },
  file: 'bench-tablet.mp4',
  seed: 78,
  jobs(n) {
    const t = n / FPS
    const flat = [stencil(bench() + tablet(), [0, 0, 0]), stencil(reaching(t), [0, 1, 0])]
    return [
      {
        name: 'scene',
        scene: [sdlCamera(view(n)), lights, bench(), tablet(), reaching(t)].join('\n'),
        ...TRACED,
        ...EXACT,
      },
      ...(t > 0.6 && t < 3.1
        ? [{ name: 'matte', scene: [sdlCamera(view(n)), ...flat].join('\n'), ...TRACED, ...EXACT }]
        : []),
    ]
  },
  compose: (c, _n, at) => c.bend(whole(c, at('scene')), MESH, WIDTH, HEIGHT),
  truth(n) {
    const camera = view(n)
    const pinhole = (point: V3) => {
      const { x, y } = seen(camera, point)
      return [x - ROOM.width / 2 + WIDTH / 2, y - ROOM.height / 2 + HEIGHT / 2] as const
    }
    const corners = FACE.map(pinhole)
    const crosses = CROSSES.map((cross) => bend(...pinhole(placed(LEAN, [...cross, 0]))))
    return { corners: corners.map(([x, y]) => bend(x, y)), pinhole: corners, crosses }
  },
  mattes(c, n, at) {
    const t = n / FPS
    if (!(t > 0.6 && t < 3.1)) return { arm: channel(c, c.clear(WIDTH, HEIGHT), 1) }
    return { arm: channel(c, c.bend(whole(c, at('matte')), MESH, WIDTH, HEIGHT), 1) }
  },
}

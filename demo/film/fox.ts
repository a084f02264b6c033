import { eyeball } from './eyes'
import { brass, enamel, felt, paint, tin } from './look'
import { cone, cylinder, group, mesh, sphere, vec } from './sdl'
import { add, at, chain, lerp, type Place, placed, sub, times, turn, unit, type V3 } from './space'
import { sheet, tubes } from './surface'

export interface FoxPose {
  nod: number
  look: number
  tilt: number
  jaw: number
  lids: number
  gaze: readonly [number, number]
  ears: number
}

export const AT_EASE: FoxPose = { nod: 0, look: 0, tilt: 0, jaw: 0, lids: 0.1, gaze: [0, 0], ears: 0 }

const ORANGE: V3 = [0.56, 0.17, 0.035]
const CREAM: V3 = [0.68, 0.6, 0.47]
const DARK: V3 = [0.05, 0.04, 0.04]

const mirrored = ([x, y, z]: V3): V3 => [-x, y, z]

/** Flat plates of tin, each a fan of corners; both sides of the fox when `twice`. */
function plates(list: readonly (readonly V3[])[], look: string, twice = true): string {
  const fans = list.flatMap((corners) => (twice ? [corners, corners.map(mirrored)] : [corners]))
  const faces = fans.flatMap((c) =>
    c.slice(2).map((p, i) => `triangle { ${vec(c[0] as V3)}, ${vec(c[i + 1] as V3)}, ${vec(p)} }`),
  )
  return `mesh { ${faces.join(' ')} ${look} }`
}

/** A seam along an edge: a thin rolled rim with rivets. */
function seam(a: V3, b: V3, look: string, rivets = 3): string[] {
  const out = [a, b, mirrored(a), mirrored(b)]
  const lines: [V3, V3][] = [
    [out[0] as V3, out[1] as V3],
    [out[2] as V3, out[3] as V3],
  ]
  return lines.flatMap(([p, q]) => [
    cylinder(p, q, 0.017, look),
    sphere(p, 0.02, look),
    ...Array.from({ length: rivets }, (_, i) => sphere(lerp(p, q, (i + 0.5) / rivets), 0.03, look)),
  ])
}

const P = {
  crown: [0, 0.56, -0.02],
  top: [0, 0.44, -0.42],
  bridge: [0, 0.16, -0.72],
  nose: [0, -0.14, -1.5],
  brow: [0.36, 0.42, -0.34],
  side: [0.17, 0.08, -0.74],
  tip: [0.1, -0.2, -1.46],
  lip: [0.12, -0.32, -1.36],
  eye: [0.5, 0.12, -0.46],
  cheek: [0.82, -0.2, -0.02],
  fluff: [0.62, -0.5, 0.06],
  chops: [0.36, -0.38, -0.52],
  ear: [0.42, 0.5, 0.06],
  temple: [0.62, 0.24, 0.04],
  back: [0.4, 0.2, 0.52],
  nape: [0, 0.36, 0.5],
  under: [0.3, -0.42, 0.42],
} satisfies Record<string, V3>

/** Points of the fox's face on the head's own axes: what its box must hold. */
export const FOX_FACE = { low: [-0.84, -0.56, -1.3] as V3, high: [0.84, 1.1, 0] as V3 }

export const foxHeadPlace = ({ nod, look, tilt }: FoxPose, neck: Place): Place =>
  chain(neck, turn('y', -look), turn('x', -nod), turn('z', -tilt), at([0, 0.62, -0.15]))

/** The tin fox's head: flat enamelled plates with riveted seams, a hinged jaw, painted eyes. */
export function foxHead(pose: FoxPose, neck: Place): string {
  const [orange, cream, rim] = [enamel(ORANGE), enamel(CREAM, 0.08), tin(0.3)]
  const jaw = chain(at([0, -0.34, -0.2]), turn('x', -22 * pose.jaw), at([0, 0.34, 0.2]))
  const ear = (side: 1 | -1) => {
    const m = (v: V3): V3 => (side > 0 ? v : mirrored(v))
    const tilt = chain(
      at(m([0.42, 0.5, 0.06])),
      turn('z', -side * (6 + 10 * pose.ears)),
      turn('x', 8 * pose.ears),
    )
    const [a, b, c, tip] = [
      [-0.24, -0.06, -0.08],
      [0.24, -0.2, -0.04],
      [0.04, -0.1, 0.22],
      [0.12, 0.74, -0.02],
    ] as const
    const inner = ([a, b, tip] as const).map((v, i) =>
      add(
        times(v, 0.62),
        [
          [0.03, 0.1, -0.07],
          [0.05, 0.07, -0.05],
          [0.045, 0.2, -0.075],
        ][i] as unknown as V3,
      ),
    )
    return group(
      [
        plates(
          [
            [m(a), m(b), m(tip)],
            [m(b), m(c), m(tip)],
            [m(c), m(a), m(tip)],
          ],
          orange,
          false,
        ),
        plates([inner.map((v) => add(m(v as V3), [0, 0, -0.03]))], enamel(DARK, 0.05), false),
        ...(
          [
            [a, tip],
            [b, tip],
            [a, b],
          ] as const
        ).map(([p, q]) => cylinder(m(p), m(q), 0.02, rim)),
        sphere(m(tip), 0.028, rim),
      ],
      tilt,
    )
  }
  return group(
    [
      plates(
        [
          [P.crown, P.top, P.brow, P.ear],
          [P.top, P.bridge, P.side, P.eye, P.brow],
          [P.bridge, P.nose, P.tip, P.side],
          [P.brow, P.eye, P.temple, P.ear],
          [P.crown, P.ear, P.back, P.nape],
          [P.ear, P.temple, P.back],
          [P.temple, P.cheek, P.back],
        ],
        orange,
      ),
      plates(
        [
          [P.side, P.tip, P.lip, P.chops],
          [P.side, P.chops, P.eye],
          [P.eye, P.chops, P.fluff, P.cheek],
          [P.eye, P.cheek, P.temple],
          [P.cheek, P.fluff, P.under, P.back],
        ],
        cream,
      ),
      plates([[P.lip, P.chops, mirrored(P.chops), mirrored(P.lip)]], enamel([0.16, 0.03, 0.03], 0.02), false),
      ...seam(P.crown, P.ear, rim),
      ...seam(P.side, P.eye, rim),
      ...seam(P.side, P.tip, rim, 4),
      ...seam(P.eye, P.temple, rim),
      ...seam(P.eye, P.chops, rim),
      ...seam(P.chops, P.fluff, rim),
      ...seam(P.fluff, P.cheek, rim),
      ...seam(P.chops, P.lip, rim, 4),
      ...seam(P.top, P.brow, rim, 2),
      ...seam(P.brow, P.ear, rim, 2),
      cylinder(P.top, P.nose, 0.014, rim),
      sphere([0, -0.16, -1.5], 0.115, paint([0.012, 0.01, 0.012], 0.9)),
      ...[-1, 1].flatMap((side) =>
        eyeball({
          centre: [side * 0.33, 0.2, -0.52],
          r: 0.185,
          side,
          ...pose,
          iris: [0.5, 0.24, 0.02],
          lid: enamel([0.34, 0.095, 0.025], 0.1),
        }),
      ),
      mesh(
        tubes(
          [1, -1].flatMap((s) =>
            [0, 1, 2].map((i): V3[] => [
              [s * 0.12, -0.24 - 0.03 * i, -1.3],
              [s * 0.5, -0.2 - 0.07 * i, -1.3],
              [s * 0.82, -0.24 - 0.12 * i, -1.16],
            ]),
          ),
          (t) => 0.009 * (1.2 - t),
        ),
        brass,
      ),
      group(
        [
          plates(
            [
              [
                [0.1, -0.36, -1.28],
                [0.32, -0.42, -0.42],
                [0.16, -0.56, -0.5],
                [0.04, -0.46, -1.22],
              ],
            ],
            cream,
          ),
          plates(
            [
              [
                [0.04, -0.46, -1.22],
                [0.16, -0.56, -0.5],
                [-0.16, -0.56, -0.5],
                [-0.04, -0.46, -1.22],
              ],
            ],
            cream,
            false,
          ),
          plates(
            [
              [
                [0.1, -0.36, -1.28],
                [0.32, -0.42, -0.42],
                [-0.32, -0.42, -0.42],
                [-0.1, -0.36, -1.28],
              ],
            ],
            enamel([0.2, 0.04, 0.04], 0.02),
            false,
          ),
          plates(
            [
              [
                [0.1, -0.36, -1.28],
                [0.04, -0.46, -1.22],
                [-0.04, -0.46, -1.22],
                [-0.1, -0.36, -1.28],
              ],
            ],
            cream,
            false,
          ),
          ...seam([0.1, -0.36, -1.28], [0.32, -0.42, -0.42], rim, 3),
          ...[0, 1, 2].flatMap((i) =>
            [1, -1].map((s) =>
              cone(
                [s * 0.09, -0.36, -1.2 + i * 0.16],
                0.03,
                [s * 0.09, -0.27, -1.2 + i * 0.16],
                0,
                paint([0.7, 0.66, 0.58]),
              ),
            ),
          ),
        ],
        jaw,
      ),
      ear(1),
      ear(-1),
    ],
    foxHeadPlace(pose, neck),
  )
}

/** Chest, collar and shoulders of the sitting fox, below its neck. */
export function foxBust(neck: Place): string {
  const rings = [0, 1, 2, 3].map(
    (i) => `torus { ${0.36 + 0.05 * i}, 0.075 translate <0, ${0.12 - 0.13 * i}, 0> ${tin(0.38)} }`,
  )
  return group(
    [
      ...rings,
      cone([0, -0.2, 0], 0.5, [0, -1.2, 0.1], 1.02, enamel(ORANGE)),
      cone([0, -1.2, 0.1], 1.02, [0, -3.2, 0.2], 1.18, enamel(ORANGE)),
      `torus { 1.03, 0.035 translate <0, -1.2, 0.1> ${tin(0.3)} }`,
      ...Array.from({ length: 26 }, (_, i) => {
        const a = (2 * Math.PI * i) / 26
        return sphere([1.03 * Math.cos(a), -1.13, 0.1 + 1.03 * Math.sin(a)], 0.04, tin(0.36))
      }),
      mesh(
        sheet(16, 16, (u, v) => {
          const a = (u - 0.5) * 1.5 * Math.sin(Math.PI * (0.12 + 0.76 * v))
          const r = v < 0.4 ? 0.52 + (v / 0.4) * 0.54 : 1.06 + 0.07 * ((v - 0.4) / 0.6)
          return [r * Math.sin(a), -0.22 - v * 2.2, 0.06 * v - r * Math.cos(a)]
        }),
        enamel(CREAM, 0.07),
      ),
      `torus { 0.52, 0.1 scale <1, 0.8, 1> translate <0, -0.22, 0> ${felt([0.06, 0.16, 0.15])} }`,
      sphere([0, -0.42, -0.56], 0.14, brass),
      cylinder([-0.16, -0.42, -0.56], [0.16, -0.42, -0.56], 0.03, brass),
    ],
    neck,
  )
}

/** The whole fox on four legs, walking along its −z with the ground at y = 0; `stride` in steps (two a cycle). */
export function walkingFox(place: Place, stride: number, pose: FoxPose): string {
  const cycle = Math.PI * stride
  const bob = 0.05 * Math.cos(2 * cycle)
  const back = at([0, 1.28 + bob, 0])
  const leg = (x: number, z: number, phase: number): string => {
    const swing = Math.sin(cycle + phase)
    const lift = Math.max(0, Math.cos(cycle + phase))
    const hip: V3 = [x, 1.3 + bob, z]
    const foot: V3 = [x, 0.12 + 0.28 * lift, z - 0.42 * swing]
    const knee = add(lerp(hip, foot, 0.5), [0, 0, z > 0 ? 0.16 : -0.12 - 0.12 * lift])
    return group([
      sphere(hip, 0.27, enamel(ORANGE)),
      cone(hip, 0.19, knee, 0.12, enamel(ORANGE)),
      sphere(knee, 0.125, tin(0.36)),
      cone(knee, 0.11, foot, 0.075, enamel(DARK, 0.1)),
      sphere(foot, 0.1, tin(0.3)),
      `sphere { 0, 0.13 scale <1, 0.75, 1.45> translate ${vec(add(foot, [0, -0.03, -0.07]))} ${enamel(DARK, 0.06)} }`,
    ])
  }
  const tail = Array.from({ length: 8 }, (_, i): [V3, number] => {
    const t = i / 7
    const sway = 0.35 * t * Math.sin(cycle - 1.6 * t)
    return [
      [sway, 1.35 + bob + 0.75 * Math.sin(t * 2.1), 1.0 + 1.5 * t],
      0.1 + 0.26 * Math.sin(Math.PI * (0.12 + 0.8 * t)),
    ]
  })
  const body: [number, number, number][] = [
    [-1.05, 1.4, 0.36],
    [-0.55, 1.36, 0.5],
    [0, 1.32, 0.46],
    [0.55, 1.32, 0.48],
    [1.0, 1.34, 0.36],
  ]
  const neckFrom: V3 = [0, 1.45 + bob, -0.95]
  const neck: Place = chain(at(add(neckFrom, [0, 0.55, -0.4])))
  return group(
    [
      ...body.slice(1).flatMap(([z, y, r], i) => {
        const [z0, y0, r0] = body[i] as [number, number, number]
        const b: V3 = [0, y + bob, z]
        return [
          cone([0, y0 + bob, z0], r0, b, r, enamel(ORANGE)),
          `torus { ${r}, 0.025 rotate x*90 translate ${vec(b)} ${tin(0.3)} }`,
        ]
      }),
      sphere([0, 1.4 + bob, -1.05], 0.36, enamel(ORANGE)),
      sphere([0, 1.34 + bob, 1.0], 0.36, enamel(ORANGE)),
      cone(neckFrom, 0.34, placed(neck, [0, 0.1, 0]), 0.27, enamel(ORANGE)),
      `torus { 0.34, 0.07 rotate x*-40 translate ${vec(lerp(neckFrom, neck.o, 0.6))} ${felt([0.06, 0.16, 0.15])} }`,
      sphere(add(lerp(neckFrom, neck.o, 0.4), [0, -0.2, -0.28]), 0.1, brass),
      leg(0.3, -0.75, 0),
      leg(-0.3, -0.75, Math.PI),
      leg(0.28, 0.8, Math.PI + 0.5),
      leg(-0.28, 0.8, 0.5),
      ...tail.slice(1).flatMap(([b, r], i) => {
        const [a, r0] = tail[i] as [V3, number]
        const look = i >= 5 ? enamel(CREAM, 0.08) : enamel(ORANGE)
        return [cone(a, r0, b, r, look), sphere(b, r, look), ...rim(a, b, r)]
      }),
      foxHead(pose, chain(neck, at([0, -0.25, 0]))),
      windingKey(placed(back, [0.5, 0.12, 0.2]), stride),
    ],
    place,
  )
}

const rim = (a: V3, b: V3, r: number): string[] => {
  const d = unit(sub(b, a))
  return [cylinder(sub(b, times(d, 0.02)), add(b, times(d, 0.02)), r * 1.04, tin(0.3))]
}

/** The clockwork key in the fox's side, turning as it walks. */
const windingKey = (o: V3, stride: number): string =>
  group(
    [
      cylinder([0, 0, 0], [0.3, 0, 0], 0.045, brass),
      `torus { 0.13, 0.035 rotate x*90 rotate y*90 translate <0.34, 0.14, 0> ${brass} }`,
      `torus { 0.13, 0.035 rotate x*90 rotate y*90 translate <0.34, -0.14, 0> ${brass} }`,
    ],
    chain(at(o), turn('x', stride * 60)),
  )

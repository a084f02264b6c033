import { type Matrix3 } from '@stilus/core/matrix'
import { AT_EASE, walkingFox } from '../fox'
import { paper } from '../look'
import { drift, ease, mix, poses } from '../motion'
import { box, camera as sdlCamera, cone, cylinder, group, lamp, stencil } from '../sdl'
import { cobbles, DUSK_TONES, lantern, roomLight, street } from '../sets'
import { cinema, heldFrame, partAround, type Shot } from '../shot'
import { at, chain, looking, type Camera, planeToPicture, sized, turn, type V3 } from '../space'
import { channel } from './stargazer-talks'

const FPS = 24

const view = (n: number): Camera => {
  const t = n / FPS
  const from: V3 = [
    mix(-0.9, 0.9, ease(t / 3.2)) + 0.04 * drift(t * 1.2, 2),
    2.0 + 0.04 * drift(t * 1.4, 3),
    -7.4,
  ]
  return {
    place: looking(
      from,
      [mix(-0.5, 0.6, ease(t / 3.2)) + 0.03 * drift(t * 1.1, 5), 1.05 + 0.02 * drift(t, 6), 0],
      0.35 * drift(t * 0.8, 8),
    ),
    focal: 1.45,
    ...cinema,
  }
}

const scenery = (): string =>
  [
    `plane { y, 0 ${cobbles([0.22, 0.2, 0.185], 0.42)} }`,
    street(-14, 14, 6.5, 51, DUSK_TONES, [2.6, 4.6]),
    street(-18, 18, 12, 52, DUSK_TONES, [5, 8]),
    group(
      [
        cylinder([0, 0, 0], [0, 3.1, 0], 0.09, paper([0.08, 0.085, 0.095])),
        cone([0, 0, 0], 0.28, [0, 0.5, 0], 0.1, paper([0.08, 0.085, 0.095])),
        box([-0.5, 3.0, -0.04], [0.05, 3.08, 0.04], paper([0.08, 0.085, 0.095])),
      ],
      at([3.9, 0, 2.6]),
    ),
    lantern(chain(at([3.45, 3.02, 2.6]), sized(0.5)), 1.6, false),
    lamp({ at: [3.45, 2.47, 2.6], colour: [3.8, 2, 0.72], fade: 2.2 }),
    group(
      [
        box([-0.8, 0, -0.4], [0.8, 0.62, 0.4], paper([0.24, 0.15, 0.08])),
        box([-0.5, 0.62, -0.35], [0.45, 1.15, 0.35], paper([0.3, 0.19, 0.1])),
      ],
      chain(at([-4.6, 0, 3.2]), turn('y', 22)),
    ),
    `sky_sphere { pigment { gradient y color_map { [0.5 rgb <0.5, 0.28, 0.2>] [0.58 rgb <0.3, 0.2, 0.25>] [0.75 rgb <0.08, 0.1, 0.2>] } scale 2 translate -y } }`,
    roomLight([0.36, 0.22, 0.16], [0.1, 0.12, 0.2]),
    lamp({ at: [-7, 8, -5], colour: [0.8, 0.6, 0.42] }),
    lamp({ at: [4, 4, -9], colour: [0.27, 0.28, 0.34], shadowless: true }),
  ].join('\n')

const place = (t: number) => chain(at([mix(3.6, -3.0, t / 3.2), 0, 0.35]), turn('y', 82), sized(0.62))

function fox(t: number): string {
  const stride = ((t / 3.2) * 6.6) / (0.84 * 2 * 0.62)
  const pose = {
    ...AT_EASE,
    look: poses(t, [
      [0, 0],
      [0.9, 0],
      [1.4, 46],
      [2.1, 46],
      [2.6, 0],
    ]),
    nod: 3 * drift(t * 4, 2),
    ears: 0.4 + 0.4 * drift(t * 2, 4),
    gaze: [
      poses(t, [
        [0.8, 0],
        [1.2, 14],
        [2.3, 0],
      ]),
      0,
    ] as const,
  }
  return walkingFox(place(t), stride, pose)
}

/** The ground at y = 0: from stage units (x, z) to pixels. */
function groundToPicture(n: number): number[] {
  const h = planeToPicture(view(n), [0, 0, 0], [1, 0, 0], [0, 0, 1]) as unknown as Matrix3
  return h.map((v) => v / (h[8] as number))
}

/** The fox crosses a cobbled square while the camera drifts; the same square without it is known, frame by frame. */
export const foxCrosses: Shot = {
  name: 'fox-crosses',
  frames: 72,
  rate: { num: 24, den: 1 },
  file: 'fox-crosses.mp4',
  seed: 89,
  twos: true,
  jobs(n) {
    const t = n / FPS
    const where = place(t)
    const corners: V3[] = [
      [-1, 0, 0],
      [1, 0, 0],
      [-1, 0, 0],
      [1, 0, 0],
    ].flatMap(
      ([x]) =>
        [
          [where.o[0] + (x as number) * 2, -0.05, where.o[2] - 0.8],
          [where.o[0] + (x as number) * 2, 2.5, where.o[2] + 0.8],
          [where.o[0] + 3.4, 0, where.o[2] + 1.9],
        ] as V3[],
    )
    const part = partAround(view(n), corners, 8)
    return [
      { name: 'square', scene: [sdlCamera(view(n)), scenery()].join('\n'), ...cinema },
      { name: 'fox', scene: [sdlCamera(view(n)), scenery(), fox(t)].join('\n'), ...cinema, part },
      { name: 'matte', scene: [sdlCamera(view(n)), stencil(fox(t), [1, 0, 0])].join('\n'), ...cinema, part },
    ]
  },
  compose(c, _n, at) {
    const picture = c.picture(at('square'))
    c.over(picture, c.picture(at('fox')))
    return picture
  },
  truth: (n) => ({ ground: groundToPicture(heldFrame(foxCrosses, n)) }),
  mattes: (c, _n, at) => ({ fox: channel(c, c.picture(at('matte')), 0) }),
}

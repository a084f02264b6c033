import { type Composer } from '../composer'
import { blink, drift, poses, syllables } from '../motion'
import { camera as sdlCamera, lamp, stencil } from '../sdl'
import { DUSK_TONES, street } from '../sets'
import { cinema, held, lands, roomy, type Shot, WIDE } from '../shot'
import { at, chain, HERE, lerp, looking, placed, turn, type V3 } from '../space'
import {
  arm,
  FACE,
  headPlace,
  REST,
  stargazerBody,
  stargazerFace,
  stargazerHair,
  type StargazerPose,
} from '../stargazer'
import { type Job } from '../tracer'

const camera = { place: looking([0.75, 1.0, -7.8], [0.42, 0.72, 0]), focal: 1.72, ...cinema }
const wide = roomy(camera)
const FPS = 24

function pose(t: number): StargazerPose {
  const talk = syllables(t, 0.35, 2.45, 3) + syllables(t, 3.1, 4.7, 4)
  return {
    ...REST,
    look:
      poses(t, [
        [0, 22],
        [0.9, 8],
        [1.9, 12],
        [2.7, -6],
        [3.6, 16],
        [5, 10],
      ]) +
      1.2 * drift(t * 1.6, 1),
    nod:
      poses(t, [
        [0, 2],
        [0.6, -3],
        [1.1, 6],
        [1.5, 0],
        [2.4, 7],
        [3.0, 2],
        [4.2, 6],
        [5, 0],
      ]) +
      2.2 * talk,
    tilt: poses(t, [
      [0, -3],
      [1.2, 4],
      [2.6, -2],
      [3.8, 5],
      [5, 2],
    ]),
    jaw: talk,
    lids: Math.max(0.14, blink(t, [0.75, 2.55, 2.95, 4.45])),
    gaze: [
      poses(t, [
        [0, 14],
        [0.7, 2],
        [2.2, 6],
        [2.5, -14],
        [3.3, 8],
        [5, 4],
      ]),
      poses(t, [
        [0, 4],
        [1, 0],
        [2.4, -8],
        [3.2, 6],
        [5, 2],
      ]),
    ],
    brows:
      poses(t, [
        [0, 0.2],
        [0.8, 0.9],
        [1.6, 0.1],
        [3.2, 1],
        [4.1, 0.2],
      ]) +
      0.4 * talk,
    time: t,
    wind: 0.05,
  }
}

/** The hand wipes across the face from the right and goes down again. */
function hand(t: number): string {
  const x = poses(t, [
    [2.0, 1.9],
    [2.75, 0.75],
    [3.35, -0.45],
    [4.1, 1.5],
  ])
  const y = poses(t, [
    [2.0, -2.9],
    [2.75, 0.1],
    [3.35, 0.62],
    [4.1, -2.9],
  ])
  const wrist: V3 = [x, y, -1.75 - 0.15 * Math.sin(t * 3)]
  const shoulder: V3 = [1.0, -0.95, 0]
  const mid = lerp(shoulder, wrist, 0.5)
  const roll = poses(t, [
    [2.0, -10],
    [2.75, 16],
    [3.35, 34],
    [4.1, -5],
  ])
  return arm(
    shoulder,
    [mid[0] + 0.75, mid[1] - 0.65, mid[2] - 0.15],
    chain(at(wrist), turn('z', roll), turn('y', 24)),
    0.22,
  )
}

const lights = [
  lamp({ at: [-5, 5.5, -6], colour: [1.5, 1.18, 0.82], wide: 2.5 }),
  lamp({ at: [7, 2.5, -4], colour: [0.13, 0.19, 0.31], shadowless: true }),
  lamp({ at: [4.5, 5, 5], colour: [0.55, 0.66, 1.0] }),
  lamp({ at: [0, -3, -6], colour: [0.05, 0.045, 0.06], shadowless: true }),
].join('\n')

const backdrop = (lit: 'all' | 'only'): Job => {
  const view = { ...wide, place: looking([-1, 2.6, -7], [-1, 2.2, 0]), focal: 0.95 }
  const sky = `sky_sphere { pigment { gradient y color_map { [0.5 rgb <0.46, 0.25, 0.19>] [0.57 rgb <0.3, 0.2, 0.24>] [0.72 rgb <0.09, 0.1, 0.2>] } scale 2 translate -y } }`
  const water = `plane { y, -0.4 texture { pigment { rgb <0.02, 0.035, 0.06> } normal { bumps 0.35 scale <1.4, 1, 0.3> } finish { ambient 0 diffuse 0.3 reflection 0.55 } } }`
  const scene = [
    sdlCamera(view),
    lit === 'all'
      ? sky +
        lamp({ at: [-20, 14, -12], colour: [0.62, 0.47, 0.42] }) +
        lamp({ at: [12, 20, -4], colour: [0.14, 0.17, 0.3], shadowless: true })
      : '',
    street(-16, 14, 4.5, 5, DUSK_TONES, [1.6, 4.2], lit),
    street(-18, 16, 7.5, 6, DUSK_TONES, [3.4, 6.4], lit),
    lit === 'all' ? water : '',
  ].join('\n')
  return { name: `backdrop-${lit}`, scene, ...WIDE }
}

const toPicture = (n: number) => held(n, FPS, 2, 3, camera.focal)

/** Medium close on the stargazer: he looks in, talks, and wipes his face with a hand. */
export const stargazerTalks: Shot = {
  name: 'stargazer-talks',
  frames: 120,
  rate: { num: 24, den: 1 },
  file: 'stargazer-talks.mp4',
  seed: 12,
  plates: () => [backdrop('all'), backdrop('only')],
  jobs(n) {
    const t = n / FPS
    const view = sdlCamera(wide)
    const [face, hair, body, wiping] = [
      stargazerFace(pose(t), HERE),
      stargazerHair(pose(t), HERE),
      stargazerBody(HERE),
      hand(t),
    ]
    return [
      { name: 'puppet', scene: [view, lights, face, hair, body, wiping].join('\n'), ...WIDE },
      {
        name: 'matte',
        scene: [
          view,
          stencil(face, [1, 0, 0]),
          stencil(hair, [0, 0, 1]),
          stencil(body, [0, 0, 0]),
          stencil(wiping, [0, 1, 0]),
        ].join('\n'),
        ...WIDE,
      },
    ]
  },
  compose(c, n, at) {
    const behind = c.plate('behind', () => softCity(c, at('backdrop-all'), at('backdrop-only'), 16, 3.5))
    const picture = c.copy(behind)
    c.over(picture, c.picture(at('puppet')))
    return c.warp(picture, toPicture(n), cinema.width, cinema.height)
  },
  truth(n) {
    const head = headPlace(pose(n / FPS), HERE)
    const point = (p: V3) => lands(wide, toPicture(n), placed(head, p))
    return {
      face: faceBox(point, FACE.low, FACE.high),
      leftEye: point(FACE.leftEye),
      rightEye: point(FACE.rightEye),
      nose: point(FACE.nose),
      mouth: point(FACE.mouth),
    }
  },
  mattes(c, n, at) {
    const seen = c.warp(c.picture(at('matte')), toPicture(n), cinema.width, cinema.height)
    return { face: channel(c, seen, 0), hand: channel(c, seen, 1) }
  },
}

/** A city out of focus: the lamps in its windows are far brighter than paper, so that they open into discs. */
export function softCity(c: Composer, all: string, only: string, radius: number, gain: number) {
  const picture = c.picture(all)
  c.add(picture, c.picture(only), gain)
  const soft = c.lens(picture, radius)
  for (let i = 3; i < soft.data.length; i += 4) soft.data[i] = 1
  return soft
}

/** The smallest box around the corners of a box on the head's axes: [left, top, right, bottom]. */
export function faceBox(point: (p: V3) => [number, number], low: V3, high: V3): number[] {
  const corners = [0, 1, 2, 3, 4, 5, 6, 7].map((i) =>
    point([(i & 1 ? high : low)[0], (i & 2 ? high : low)[1], (i & 4 ? high : low)[2]]),
  )
  const xs = corners.map(([x]) => x)
  const ys = corners.map(([, y]) => y)
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)]
}

/** One channel of a picture as an opaque grey picture. */
export function channel(c: Composer, frame: ReturnType<Composer['clear']>, index: number) {
  const out = c.clear(frame.width, frame.height)
  const [to, from] = [out.data, frame.data]
  for (let i = 0; i < to.length; i += 4) {
    to[i] = to[i + 1] = to[i + 2] = Math.min(1, Math.max(0, from[i + index] as number))
    to[i + 3] = 1
  }
  return out
}

import { AT_EASE, FOX_FACE, foxBust, foxHead, foxHeadPlace, type FoxPose } from '../fox'
import { blink, drift, poses, syllables } from '../motion'
import { camera as sdlCamera, lamp } from '../sdl'
import { lantern, roomLight, workshop } from '../sets'
import { cinema, held, lands, roomy, type Shot, WIDE } from '../shot'
import { at, HERE, looking, placed, type V3 } from '../space'
import { faceBox } from './stargazer-talks'

const camera = { place: looking([-0.9, 0.75, -6.6], [-0.42, 0.32, 0]), focal: 1.7, ...cinema }
const wide = roomy(camera)
const FPS = 25

const pose = (t: number): FoxPose => {
  const talk = syllables(t, 0.3, 1.7, 8) + syllables(t, 2.05, 3.0, 9)
  return {
    ...AT_EASE,
    look:
      poses(t, [
        [0, -26],
        [0.5, -18],
        [1.3, -30],
        [1.9, -12],
        [2.6, -24],
      ]) +
      0.8 * drift(t * 2, 6),
    nod:
      poses(t, [
        [0, 0],
        [0.4, -6],
        [0.9, 4],
        [1.6, -3],
        [2.2, 6],
        [3, 0],
      ]) +
      2.5 * talk,
    tilt: poses(t, [
      [0, 0],
      [1, -7],
      [1.9, 5],
      [2.9, -2],
    ]),
    jaw: 0.9 * talk,
    lids: Math.max(0.16, blink(t, [0.55, 1.85, 2.75])),
    gaze: [
      poses(t, [
        [0, -8],
        [1.2, 4],
        [2, -12],
      ]),
      2,
    ],
    ears: poses(t, [
      [0, 0],
      [0.35, 0.9],
      [0.7, 0.1],
      [1.8, 0.2],
      [2.0, 1],
      [2.4, 0.1],
    ]),
  }
}

const lights = [
  lamp({ at: [4.5, 4.5, -5], colour: [1.35, 0.98, 0.6], wide: 2 }),
  lamp({ at: [-6, 2, -4], colour: [0.12, 0.16, 0.24], shadowless: true }),
  lamp({ at: [-3.5, 4, 4.5], colour: [0.65, 0.68, 0.9] }),
].join('\n')

const toPicture = (n: number) => held(n, FPS, 7, 2.5, camera.focal)

/** The tin fox answers, in the workshop by lantern light. */
export const foxTalks: Shot = {
  name: 'fox-talks',
  frames: 80,
  rate: { num: 25, den: 1 },
  file: 'fox-talks.mov',
  seed: 23,
  plates: () => [
    {
      name: 'backdrop',
      scene: [
        sdlCamera({ ...wide, place: looking([-0.9, 1.6, -7.6], [-0.5, 1.2, 0]) }),
        workshop(),
        lantern(at([-3.4, 4.6, 3.2]), 1.4),
        lantern(at([2.3, 5.6, 4.4]), 1.2),
        lamp({ at: [5, 6, -4], colour: [0.55, 0.4, 0.26], wide: 2 }),
        lamp({ at: [-6, 3, -3], colour: [0.07, 0.09, 0.14], shadowless: true }),
        roomLight(),
      ].join('\n'),
      ...WIDE,
    },
  ],
  jobs: (n) => [
    {
      name: 'fox',
      scene: [sdlCamera(wide), roomLight(), lights, foxBust(HERE), foxHead(pose(n / FPS), HERE)].join('\n'),
      ...WIDE,
    },
  ],
  compose(c, n, at) {
    const picture = c.copy(c.plate('behind', () => c.lens(c.picture(at('backdrop')), 9)))
    c.over(picture, c.picture(at('fox')))
    return c.warp(picture, toPicture(n), cinema.width, cinema.height)
  },
  truth(n) {
    const head = foxHeadPlace(pose(n / FPS), HERE)
    return {
      face: faceBox((p: V3) => lands(wide, toPicture(n), placed(head, p)), FOX_FACE.low, FOX_FACE.high),
    }
  },
}

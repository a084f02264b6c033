import { resample } from '@stilus/core/kernels'
import { blink, drift, poses } from '../motion'
import { camera as sdlCamera, depthFog, group, lamp, stencil } from '../sdl'
import { lantern, roomLight, workshop } from '../sets'
import { cinema, heldFrame, type Shot } from '../shot'
import { at, chain, HERE, looking, turn } from '../space'
import { REST, stargazerBody, stargazerHead, type StargazerPose } from '../stargazer'

export const LANTERN_CAMERA = { place: looking([0.3, 1.3, -9.5], [0.1, 0.95, 0]), focal: 1.75, ...cinema }
const FPS = 24
/** The fog of the depth picture: 1 − exp(−length of ray / FOG). */
export const FOG = 8

const pose = (t: number): StargazerPose => ({
  ...REST,
  look:
    poses(t, [
      [0, 18],
      [1.4, -16],
      [2.8, -10],
      [4, -18],
    ]) + drift(t * 1.4, 2),
  nod: poses(t, [
    [0, 8],
    [1.2, 2],
    [2.4, 6],
    [4, 0],
  ]),
  tilt: poses(t, [
    [0, -3],
    [1.6, 4],
    [3.2, 0],
  ]),
  jaw: poses(t, [
    [1.4, 0],
    [1.9, 0.5],
    [2.6, 0.05],
  ]),
  lids: Math.max(0.13, blink(t, [1.05, 2.9])),
  gaze: [
    poses(t, [
      [0, 6],
      [1.1, -14],
      [3, -8],
    ]),
    poses(t, [
      [0, -4],
      [1.3, 8],
    ]),
  ],
  brows: poses(t, [
    [0, 0.1],
    [1.4, 1],
    [3, 0.4],
  ]),
  time: t,
  wind: 0.04,
})

const swing = (t: number) => 7 * Math.exp(-t * 0.25) * Math.sin(t * 2.5 + 0.6)

/** The lantern hangs close on the left and swings a little, so that its light moves over everything. */
function scene(t: number): string {
  const flame = 1 + 0.05 * drift(t * 7, 3)
  return [
    group([workshop()], at([1.2, -0.4, 1.2])),
    lantern(chain(at([-1.25, 3.3, -4.6]), turn('z', swing(t)), at([0, -1.15, 0])), flame),
    lantern(at([5.2, 4.4, 4]), 0.9, false),
    lamp({ at: [5.2, 3.3, 4], colour: [2.1, 1.1, 0.4], fade: 2.2, shadowless: true }),
    group([stargazerBody(HERE), stargazerHead(pose(t), HERE)], at([1.35, -0.1, 1.2])),
    lamp({ at: [6, 4.5, 1.5], colour: [0.32, 0.42, 0.66] }),
    lamp({ at: [5, 2, -8], colour: [0.2, 0.22, 0.3], shadowless: true }),
  ].join('\n')
}

/** Traced at 960x540, as the heaviest shot of the film. A lantern in front, the stargazer behind it, everything sharp: the focus is for the desk to pull. */
export const lanternClose: Shot = {
  name: 'lantern-close',
  frames: 72,
  rate: { num: 24, den: 1 },
  file: 'lantern-close.mp4',
  seed: 45,
  twos: true,
  jobs: (n) => [
    {
      name: 'scene',
      scene: [sdlCamera(LANTERN_CAMERA), roomLight(), scene(n / FPS)].join('\n'),
      width: 960,
      height: 540,
      smooth: 0.2,
    },
    {
      name: 'depth',
      scene: [sdlCamera(LANTERN_CAMERA), depthFog(FOG), stencil(scene(n / FPS), [0, 0, 0])].join('\n'),
      width: 640,
      height: 360,
      smooth: 0,
    },
  ],
  compose: (c, _n, at) =>
    c.pass(resample(c.k, c.picture(at('scene')), cinema.width, cinema.height, 'lanczos3')),
  truth: (n) => ({ swing: Number(swing(heldFrame(lanternClose, n) / FPS).toFixed(6)) }),
}

// Traces the seven stills of the puppets for the photo ring: tsx demo/film/stills.ts. Needs povray and ffmpeg.
import { spawnSync } from 'node:child_process'
import { mkdirSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { encodeRgba8, Kernels } from '@stilus/core/kernels'
import { AT_EASE, foxBust, foxHead, walkingFox } from './fox'
import { paper } from './look'
import { camera as sdlCamera, group, lamp } from './sdl'
import { lantern, roomLight } from './sets'
import { arm, REST, stargazerBody, stargazerHead } from './stargazer'
import { at, chain, HERE, looking, turn, type V3 } from './space'
import { readTraced, trace } from './tracer'

const FOLDER = fileURLToPath(new URL('../kit/stills/', import.meta.url))
const [WIDTH, HEIGHT] = [720, 900]

const near = (from: V3, to: V3, focal = 1.9) =>
  sdlCamera({ place: looking(from, to), focal, width: WIDTH, height: HEIGHT })
const light = [
  roomLight(),
  lamp({ at: [-5, 6, -7], colour: [1.3, 1.08, 0.82], wide: 2.4 }),
  lamp({ at: [6, 2, -5], colour: [0.17, 0.2, 0.28], shadowless: true }),
  lamp({ at: [4, 5, 5], colour: [0.45, 0.52, 0.75] }),
].join('\n')
const backdrop = (tone: V3) => `plane { -z, -7 ${paper(tone)} }`
const puppet = (pose: Partial<typeof REST>) => stargazerBody(HERE) + stargazerHead({ ...REST, ...pose }, HERE)
const fox = (pose: Partial<typeof AT_EASE>) => foxBust(HERE) + foxHead({ ...AT_EASE, ...pose }, HERE)
const waving = arm(
  [1, -0.95, 0],
  [1.75, -1.5, -0.4],
  chain(at([1.75, -0.1, -1.0]), turn('z', -12), turn('y', 18)),
  0.15,
)

const STILLS: Record<string, string[]> = {
  'stargazer-1': [
    near([0.2, 0.9, -9], [0, 0.6, 0]),
    backdrop([0.2, 0.13, 0.1]),
    puppet({ look: -12, nod: -4, gaze: [-6, 8], brows: 0.8 }),
  ],
  'stargazer-2': [
    near([-3, 1.1, -8.5], [0, 0.7, 0]),
    backdrop([0.07, 0.1, 0.14]),
    puppet({ look: 38, nod: -10, gaze: [8, 16], brows: 1 }),
  ],
  'stargazer-3': [
    near([0.6, 0.6, -10], [0.5, 0.35, 0]),
    backdrop([0.24, 0.16, 0.08]),
    puppet({ look: 14, tilt: 8, jaw: 0.5, brows: 0.9 }),
    waving,
  ],
  'fox-1': [
    near([-0.4, 0.5, -7.6], [-0.05, 0.25, 0]),
    backdrop([0.08, 0.12, 0.12]),
    fox({ look: -16, tilt: -5, gaze: [-6, 4] }),
  ],
  'fox-2': [
    near([3.4, 0.9, -7], [0, 0.3, -0.2]),
    backdrop([0.2, 0.15, 0.1]),
    fox({ look: -40, jaw: 0.5, ears: 0.7, gaze: [4, 4] }),
  ],
  'fox-3': [
    near([-7, 2.2, -8], [0, 1.55, 0], 1.8),
    `plane { y, 0 ${paper([0.2, 0.17, 0.15])} }`,
    walkingFox(turn('y', 64), 0.4, { ...AT_EASE, look: -20, ears: 0.5 }),
  ],
  'both-1': [
    near([0, 1.0, -12], [0, 0.35, 0], 1.95),
    backdrop([0.1, 0.11, 0.16]),
    group([puppet({ look: 24, nod: 6, gaze: [10, -8] })], chain(at([-1.05, 0, 0.4]))),
    group([fox({ look: 22, nod: -10, gaze: [6, 8] })], chain(at([1.35, -0.9, -0.8]), turn('y', 18))),
    lantern(at([0.25, 3.5, 0.5]), 1),
  ],
}

mkdirSync(FOLDER, { recursive: true })
const k = new Kernels(64 * 1048576)
for (const [name, parts] of Object.entries(STILLS)) {
  const path = await trace('stills', {
    name,
    scene: [light, ...parts].join('\n'),
    width: WIDTH,
    height: HEIGHT,
    smooth: 0.1,
  })
  const { data } = readTraced(path)
  for (let p = 3; p < data.length; p += 4) data[p] = 1
  const frame = k.frameOf(WIDTH, HEIGHT, data)
  const rgba = encodeRgba8(k, frame, 'opaque')
  k.free(frame)
  const args = [
    '-y',
    '-v',
    'error',
    '-f',
    'rawvideo',
    '-pix_fmt',
    'rgba',
    '-s',
    `${WIDTH}x${HEIGHT}`,
    '-i',
    'pipe:0',
    '-q:v',
    '3',
    `${FOLDER}${name}.jpg`,
  ]
  if (spawnSync('ffmpeg', args, { input: rgba }).status !== 0)
    throw new Error(`ffmpeg did not write ${name}.`)
}

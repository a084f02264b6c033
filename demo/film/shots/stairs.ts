import { felt, wood } from '../look'
import { blink, ease, mix } from '../motion'
import { box, camera as sdlCamera, group, lamp } from '../sdl'
import { lantern } from '../sets'
import { cinema, held, lands, partAround, roomy, type Shot, WIDE } from '../shot'
import { at, chain, HERE, lerp, looking, sized, turn, type V3 } from '../space'
import { arm, REST, stargazerBody, stargazerHead } from '../stargazer'
import { join, rod, skin, ball } from '../surface'
import { mesh } from '../sdl'

const camera = { place: looking([-1.2, 2.9, -12], [0, 2.55, 0]), focal: 1.5, ...cinema }
const wide = roomy(camera)
const FPS = 24
const STEP = { run: 0.62, rise: 0.3 }
const COUNT = 13
const FOOT: V3 = [-4.6, -0.5, 0]

/** The walk: two steps a second, slower at the top where he stops and looks up. */
const climbed = (t: number) => 9.6 * ease(t / 3.9)
const where = (t: number): V3 => {
  const s = climbed(t)
  const hop = 0.07 * Math.abs(Math.sin(Math.PI * s))
  return [FOOT[0] + s * STEP.run, FOOT[1] + s * STEP.rise + STEP.rise * 0.5 + hop, 0]
}

const SIZE = 0.55
const HIPS = 3.35

function walker(t: number): string {
  const s = climbed(t)
  const still = 1 - ease((t - 3.0) / 0.7)
  const pose = {
    ...REST,
    look: mix(-34, -16, ease((t - 2.6) / 0.9)),
    nod: mix(8, -14, ease((t - 2.4) / 1.1)) + 2.5 * Math.sin(2 * Math.PI * s) * still,
    tilt: 3 * Math.sin(Math.PI * s) * still,
    lids: Math.max(0.12, blink(t, [1.2, 2.9, 3.6])),
    gaze: [-6, mix(-4, 14, ease((t - 2.7) / 0.8))] as const,
    brows: ease((t - 2.7) / 0.8),
    time: t,
    wind: 0.1,
  }
  const swing = Math.sin(Math.PI * s) * still
  const limb = (side: number, forward: number) => {
    const shoulder: V3 = [side, -0.95, 0]
    const wrist: V3 = [
      side * 1.25 + 0.2 * side * Math.abs(forward),
      -2.75 + 0.25 * Math.abs(forward),
      -0.9 * forward,
    ]
    return arm(
      shoulder,
      lerp(shoulder, wrist, 0.5).map((v, i) => v + [0.22 * side, -0.05, 0.22][i]!) as unknown as V3,
      chain(at(wrist), turn('x', 180 - 40 * forward)),
      0.35,
    )
  }
  const leg = (side: number, phase: number) => {
    const u = (s + phase) % 1
    const lift = Math.sin(Math.PI * u) * still
    const foot: V3 = [side * 0.45, -HIPS - 1.75 + 0.75 * lift, 0.5 - 1.1 * u * still - 0.3 * (1 - still)]
    const hip: V3 = [side * 0.45, -HIPS, 0.1]
    const knee: V3 = [foot[0], (hip[1] + foot[1]) / 2 + 0.1, Math.min(hip[2], foot[2]) - 0.25 - 0.3 * lift]
    return [
      mesh(
        skin(
          join(0.1, rod(hip, knee, 0.36, 0.28), rod(knee, foot, 0.28, 0.22)),
          [-1.2, -HIPS - 2.4, -1.8],
          [1.2, -HIPS + 0.6, 1.4],
          0.09,
        ),
        felt([0.1, 0.075, 0.06], 0.06),
      ),
      mesh(
        skin(
          join(0.1, ball(foot, 0.26), ball([foot[0], foot[1] - 0.03, foot[2] - 0.3], 0.22)),
          [-1.2, foot[1] - 0.7, -2.2],
          [1.2, foot[1] + 0.6, 1.4],
          0.07,
        ),
        wood([0.2, 0.1, 0.05], [0.12, 0.06, 0.03]),
      ),
    ]
  }
  const [x, y, z] = where(t)
  return group(
    [
      stargazerBody(HERE),
      stargazerHead(pose, HERE),
      limb(1, swing),
      limb(-1, -swing),
      ...leg(-1, 0),
      ...leg(1, 0.5),
    ],
    chain(at([x, y, z]), sized(SIZE), turn('y', -58), at([0, HIPS + 1.95, 0])),
  )
}

/** Stairs along a plank wall; at their top a door stands open to a bright room. */
const scenery = (): string =>
  [
    ...Array.from({ length: COUNT + 6 }, (_, i) =>
      box(
        [FOOT[0] + i * STEP.run - 1.5, -4, -1.2],
        [FOOT[0] + (i + 1) * STEP.run - 1.5, FOOT[1] + (i - 2) * STEP.rise, 1.6],
        wood([0.3, 0.18, 0.1], [0.17, 0.09, 0.05], 0.3),
      ),
    ),
    ...Array.from({ length: 22 }, (_, i) =>
      box(
        [-9 + i * 0.86, -5, 1.7 + 0.03 * (i % 3)],
        [-9 + i * 0.86 + 0.83, 9, 2],
        wood([0.2, 0.125, 0.08], [0.12, 0.07, 0.04], 0.4),
      ),
    ),
    box([5.6, 2, -1.4], [5.9, 9, 1.8], wood([0.3, 0.18, 0.1], [0.17, 0.09, 0.05], 0.3)),
    ...Array.from({ length: 9 }, (_, i) =>
      box(
        [FOOT[0] + i * 1.24 - 0.04, FOOT[1] + i * 0.6 - 0.3, -1.15],
        [FOOT[0] + i * 1.24 + 0.04, FOOT[1] + i * 0.6 + 1.1, -1.07],
        wood([0.18, 0.1, 0.05], [0.1, 0.05, 0.03]),
      ),
    ),
    lantern(chain(at([3.4, 6.2, 0.4]), sized(0.8)), 1.5, false),
    lamp({ at: [3.4, 5.2, -0.4], colour: [3.4, 2.3, 1.2], wide: 0.8, fade: 2.6 }),
    lamp({ at: [9, 6, -5], colour: [0.5, 0.4, 0.27], fade: 7 }),
    lamp({ at: [-8, 6, -7], colour: [0.035, 0.05, 0.085], shadowless: true }),
  ].join('\n')

const toPicture = (n: number) => held(n, FPS, 5, 3, camera.focal)

/** The stargazer climbs out of the dark into the light of a lantern. */
export const stairs: Shot = {
  name: 'stairs',
  frames: 78,
  rate: { num: 24, den: 1 },
  file: 'stairs.mp4',
  seed: 91,
  plates: () => [{ name: 'stairs', scene: [sdlCamera(wide), scenery()].join('\n'), ...WIDE }],
  jobs(n) {
    const t = n / FPS
    const [x, y] = where(t)
    const around: V3[] = [
      [x - 2.4, y - 0.7, -0.9],
      [x + 1.6, y + 4.9, 0.9],
      [x - 3.2, y + 3.6, 1.7],
      [x + 1, y - 0.7, -1],
    ]
    return [
      {
        name: 'walk',
        scene: [sdlCamera(wide), scenery(), walker(t)].join('\n'),
        ...WIDE,
        part: partAround(wide, around, 10),
      },
    ]
  },
  compose(c, n, at) {
    const picture = c.copy(c.plate('stairs', () => c.picture(at('stairs'))))
    c.over(picture, c.picture(at('walk')))
    return c.warp(picture, toPicture(n), cinema.width, cinema.height)
  },
  truth(n) {
    const [x, y, z] = where(n / FPS)
    return {
      chest: lands(wide, toPicture(n), [x, y + SIZE * (HIPS + 0.6), z]),
      head: lands(wide, toPicture(n), [x, y + SIZE * (HIPS + 3.1), z]),
    }
  },
}

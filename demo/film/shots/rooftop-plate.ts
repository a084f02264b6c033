import { turning } from '../composer'
import { chance, cloud, drift, ease, mix } from '../motion'
import { camera as sdlCamera, lamp } from '../sdl'
import { type Lit, street } from '../sets'
import { cinema, type Shot } from '../shot'
import { looking, type V3 } from '../space'
import { multiply } from '@stilus/core/matrix'
import { moved } from '../composer'

const FPS = 24
const PLATE = { width: 2100, height: 880 }
const FOCAL = 1.15
const TONES: V3[] = [
  [0.14, 0.13, 0.19],
  [0.11, 0.12, 0.18],
  [0.17, 0.13, 0.16],
]

const roofs = (lit: Lit) => ({
  name: `roofs-${lit}`,
  scene: [
    sdlCamera({ place: looking([0, 6.6, -11], [0, 6.3, 0]), focal: (FOCAL * 720) / PLATE.height, ...PLATE }),
    lit === 'only'
      ? ''
      : lamp({ at: [14, 22, -2], colour: [0.42, 0.5, 0.78], wide: 3 }) +
        lamp({ at: [-9, 4, -9], colour: [0.08, 0.06, 0.06], shadowless: true }),
    street(-15, 15, 0, 71, TONES, [1.9, 4.4], lit),
    street(-20, 20, 5, 72, TONES, [3.4, 5.8], lit),
    street(-28, 28, 13, 73, TONES, [4.2, 7.4], lit),
  ].join('\n'),
  ...PLATE,
})

/** Night over the roofs, panned slowly, far out of focus: what the keyed stargazer will stand before. */
export const rooftopPlate: Shot = {
  name: 'rooftop-plate',
  frames: 120,
  rate: { num: 24, den: 1 },
  file: 'rooftop-plate.webm',
  seed: 35,
  plates: () => [roofs('none'), roofs('only')],
  compose(c, n, at) {
    const t = n / FPS
    const night = c.plate('night', () => {
      const sky = c.clear(PLATE.width, PLATE.height)
      for (let y = 0; y < PLATE.height; y++)
        for (let x = 0; x < PLATE.width; x++) {
          const v = Math.min(1, y / (PLATE.height * 0.62))
          const veil = Math.max(0, cloud(x / 360, y / 120, 61, 5) - 0.48) * 0.1
          const to = (y * PLATE.width + x) * 4
          sky.data.set(
            [
              mix(0.008, 0.05, v * v) + veil,
              mix(0.017, 0.055, v * v) + veil,
              mix(0.055, 0.11, v) + veil * 1.3,
              1,
            ],
            to,
          )
        }
      for (let i = 0; i < 160; i++) {
        const to =
          (Math.floor(chance(i, 2, 63) * PLATE.height * 0.55) * PLATE.width +
            Math.floor(chance(i, 1, 63) * PLATE.width)) *
          4
        for (let m = 0; m < 3; m++) sky.data[to + m] = 2 + 22 * chance(i, 3, 63) ** 4
      }
      c.over(sky, c.picture(at('roofs-none')))
      return c.lens(sky, 5)
    })
    const lamps = [0, 1].map((half) =>
      c.plate(`lamps-${half}`, () => {
        const light = c.picture(at('roofs-only'))
        for (let y = 0; y < PLATE.height; y++)
          for (let x = 0; x < PLATE.width; x++) {
            const to = (y * PLATE.width + x) * 4
            const mine = chance(Math.floor(x / 60), Math.floor(y / 50), 5) < 0.5 === (half === 0)
            if (!mine) light.data.fill(0, to, to + 3)
            light.data[to + 3] = 0
          }
        return c.lens(light, 11)
      }),
    )
    const picture = c.copy(night)
    lamps.forEach((lamp, i) => c.add(picture, lamp, 3.4 * (1 + 0.12 * drift(t * 5, i * 4))))
    const f = FOCAL * 720
    const pan = mix(-0.2, 0.2, ease(t / 5)) + 0.0016 * drift(t * 1.2, 2)
    const turned = turning(
      -pan,
      0.0013 * drift(t * 1.5, 4),
      0.0009 * drift(t, 6),
      f,
      PLATE.width,
      PLATE.height,
    )
    return c.warp(
      picture,
      multiply(moved((cinema.width - PLATE.width) / 2, (cinema.height - PLATE.height) / 2), turned),
      cinema.width,
      cinema.height,
      'clamp',
    )
  },
}

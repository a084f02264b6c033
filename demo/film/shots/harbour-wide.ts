import { type Matrix3, invert, multiply } from '@stilus/core/matrix'
import { type Composer } from '../composer'
import { felt, paper } from '../look'
import { chance, cloud, drift, ease, mix } from '../motion'
import { box, camera as sdlCamera, cone, cylinder, group, lamp, mesh } from '../sdl'
import { DUSK_TONES, lantern, type Lit, street } from '../sets'
import { cinema, type Shot } from '../shot'
import { at, chain, looking, type Camera, planeToPicture, seen, sized, turn, type V3 } from '../space'
import { sheet } from '../surface'

const FPS = 24
/** The plates are traced from here, with room for the camera's way. */
const PLATE: Camera = { place: looking([0, 2.6, -15], [0, 3.4, 0]), focal: 0.92, width: 1920, height: 1080 }
const ROWS = [
  { z: 0, seed: 61, tall: [1.3, 3.3], x: [-13, 13] },
  { z: 5, seed: 62, tall: [3.4, 5.8], x: [-17, 17] },
  { z: 11, seed: 63, tall: [5.6, 9.4], x: [-22, 22] },
] as const

const view = (n: number): Camera => {
  const t = n / FPS
  const s = ease(t / 7)
  const from: V3 = [
    mix(-0.7, 0.5, s) + 0.03 * drift(t * 1.2, 1),
    2.55 + 0.03 * drift(t * 1.4, 2),
    mix(-14.2, -12.0, s),
  ]
  return {
    place: looking(
      from,
      [0.1 * drift(t * 0.7, 3), 3.0 + 0.05 * drift(t * 1.1, 4), 0],
      0.25 * drift(t * 0.8, 5),
    ),
    focal: 1.22,
    ...cinema,
  }
}

const row = (i: number, lit: Lit) => {
  const { z, seed, tall, x } = ROWS[i] as (typeof ROWS)[number]
  const quay = i === 0 && lit !== 'only' ? box([-30, -0.5, 0.05], [30, 0.12, 3], paper([0.12, 0.1, 0.1])) : ''
  const light =
    lit === 'only'
      ? ''
      : lamp({ at: [-18, 13, -12], colour: [0.78, 0.5, 0.36], wide: 4 }) +
        lamp({ at: [14, 16, -6], colour: [0.16, 0.18, 0.31], shadowless: true })
  return {
    name: `row-${i}-${lit}`,
    scene: [
      sdlCamera(PLATE),
      light,
      street(x[0], x[1], z + 0.1, seed, DUSK_TONES, tall as unknown as [number, number], lit),
      quay,
    ].join('\n'),
    width: PLATE.width,
    height: PLATE.height,
    smooth: 0.15,
  }
}

/** A folded paper boat with a lantern at its mast. */
const boat = () => {
  const hull = (side: number) =>
    mesh(
      sheet(24, 6, (u, v) => {
        const x = (u - 0.5) * 2
        const wide = 0.62 * Math.sqrt(Math.max(0, 1 - x * x))
        return [
          x * (1.7 + 0.45 * (1 - v)),
          0.75 * (1 - v) * (0.75 + 0.35 * x * x) - 0.15,
          side * wide * (0.35 + 0.65 * (1 - v)),
        ]
      }),
      paper([0.5, 0.42, 0.3]),
    )
  const scene = [
    sdlCamera({ place: looking([0, 1.4, -9], [0, 1.15, 0]), focal: 2.2, width: 720, height: 560 }),
    lamp({ at: [-6, 6, -6], colour: [0.6, 0.42, 0.34], wide: 1 }),
    lamp({ at: [6, 3, -6], colour: [0.1, 0.12, 0.2], shadowless: true }),
    hull(1),
    hull(-1),
    cylinder([0.15, 0, 0], [0.15, 2.5, 0], 0.04, paper([0.2, 0.13, 0.08])),
    mesh(
      sheet(10, 10, (u, v) => [0.2 + 1.25 * u * v + 0.001, 2.4 - 1.9 * v, -0.16 * Math.sin(Math.PI * u) * v]),
      felt([0.42, 0.1, 0.055], 0.2),
    ),
    lantern(chain(at([-0.75, 2.1, -0.1]), sized(0.55)), 1.5),
    cylinder([0.15, 2.08, 0], [-0.8, 2.12, -0.1], 0.03, paper([0.2, 0.13, 0.08])),
    group(
      [
        cone([0, 0, 0], 0.2, [0, 0.55, 0], 0.13, felt([0.06, 0.12, 0.13])),
        cone([0, 0.55, 0], 0.15, [0, 0.8, 0], 0.1, felt([0.5, 0.26, 0.06])),
      ],
      chain(at([0.75, 0.1, -0.1]), turn('z', 3)),
    ),
  ].join('\n')
  return { name: 'boat', scene, width: 720, height: 560, smooth: 0.12 }
}

/** From the plate's pixels to the picture's, for what stands at a depth. */
function layer(n: number, z: number): Matrix3 {
  const plane = (camera: Camera) =>
    planeToPicture(camera, [0, 0, z], [1, 0, 0], [0, 1, 0]) as unknown as Matrix3
  return multiply(plane(view(n)), invert(plane(PLATE)))
}

/** Dusk: warm at the horizon, violet, blue above, with torn paper clouds and the first stars. */
function sky(c: Composer) {
  const frame = c.clear(PLATE.width, PLATE.height)
  const { width, height, data } = frame
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const v = Math.min(1, Math.max(0, 1 - y / (height * 0.72)))
      const bank = cloud(x / 420 + 3, y / 95, 21, 5)
      const lit = Math.min(1, Math.max(0, (bank - 0.5) * 5)) * (1 - v * 0.7)
      const warm = Math.exp(-v * 3.4) * (1 - 0.25 * Math.abs(x / width - 0.42) * 2)
      const at = (y * width + x) * 4
      data[at] = mix(0.05, 0.62, warm) + lit * 0.16
      data[at + 1] = mix(0.062, 0.27, warm ** 1.15) + lit * 0.06
      data[at + 2] = mix(0.15, 0.2, warm) + lit * 0.05
      data[at + 3] = 1
    }
  for (let i = 0; i < 140; i++) {
    const [x, y] = [Math.floor(chance(i, 1, 9) * width), Math.floor(chance(i, 2, 9) ** 1.6 * height * 0.4)]
    for (let m = 0; m < 3; m++)
      data[(y * width + x) * 4 + m] = (data[(y * width + x) * 4 + m] as number) + 0.9 * chance(i, 3, 9)
  }
  return frame
}

/** Mirrors what stands above the waterline into the water, with ripples that widen towards the camera. */
function water(
  picture: { width: number; height: number; data: Float32Array },
  line: (x: number) => number,
  t: number,
): void {
  const { width, height, data } = picture
  const above = data.slice()
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const down = y + 0.5 - line(x)
      if (down <= -1) continue
      const d = Math.max(0, down)
      const near = 0.02 + d / 190
      const [u, v] = [x / (26 + 120 * near), d / (2.5 + 26 * near)]
      const wave = cloud(u + t * 0.5, v - t * 0.9, 31, 3) - 0.5
      const chop = cloud(u * 2.7 - t * 0.8, v * 2.3 - t * 1.3, 35, 2) - 0.5
      const sx = Math.min(width - 1, Math.max(0, Math.round(x + (wave * 30 + chop * 12) * near)))
      const sy = Math.min(
        height - 1,
        Math.max(0, Math.round(line(x) - d * 1.04 - (wave * 60 + chop * 34) * near - 1)),
      )
      const shade = 0.62 - 0.22 * Math.min(1, near) + 0.5 * Math.max(0, wave) * near
      const keep = Math.min(1, Math.max(0, down + 1))
      const [to, from] = [(y * width + x) * 4, (sy * width + sx) * 4]
      const own = [0.008, 0.013, 0.024]
      for (let m = 0; m < 3; m++)
        data[to + m] = mix(
          above[to + m] as number,
          (above[from + m] as number) * shade + (own[m] as number),
          keep,
        )
    }
}

/** The paper city at dusk over its harbour: a slow push with a hand's wobble, lamps flickering, a boat crossing. */
export const harbourWide: Shot = {
  name: 'harbour-wide',
  frames: 144,
  rate: { num: 24, den: 1 },
  file: 'harbour-wide.mp4',
  seed: 11,
  quality: 20,
  plates: () => [boat(), ...ROWS.flatMap((_, i) => [row(i, 'none'), row(i, 'only')])],
  compose(c, n, at) {
    const t = n / FPS
    const size = [cinema.width, cinema.height] as const
    const picture = c.warp(
      c.plate('sky', () => sky(c)),
      layer(n, 900),
      ...size,
      'clamp',
    )
    const glow = c.clear(...size)
    for (let i = ROWS.length - 1; i >= 0; i--) {
      const { z } = ROWS[i] as (typeof ROWS)[number]
      const houses = c.warp(
        c.plate(`row-${i}`, () => c.picture(at(`row-${i}-none`))),
        layer(n, z),
        ...size,
      )
      // Air between the rows: the farther, the more of the dusk lies over it.
      const haze = [0, 0.16, 0.34][i] as number
      for (let p = 0; p < houses.data.length; p += 4) {
        const a = houses.data[p + 3] as number
        for (let m = 0; m < 3; m++)
          houses.data[p + m] = mix(houses.data[p + m] as number, ([0.25, 0.14, 0.15][m] as number) * a, haze)
      }
      c.over(picture, houses)
      const lamps = c.warp(
        c.plate(`lamps-${i}`, () => lampsOnly(c, at(`row-${i}-only`))),
        layer(n, z),
        ...size,
      )
      for (let p = 0; p < glow.data.length; p += 4) {
        const hide = 1 - (houses.data[p + 3] as number)
        for (let m = 0; m < 3; m++) glow.data[p + m] = (glow.data[p + m] as number) * hide
      }
      c.add(glow, lamps, 1.5 * (1 + 0.07 * drift(t * 6, i)))
    }
    c.add(picture, glow, 1)
    c.add(picture, c.soft(glow, 9), 0.22)
    const [a, b] = [seen(view(n), [-8, 0, 0]), seen(view(n), [8, 0, 0])]
    const line = (x: number) => a.y + ((x - a.x) / (b.x - a.x)) * (b.y - a.y)
    water(picture, line, t)
    floatBoat(c, picture, at('boat'), n)
    return picture
  },
  truth(n) {
    const { place, focal } = view(n)
    return {
      position: place.o,
      right: place.x,
      up: place.y,
      forward: place.z,
      focal: focal * cinema.height,
      waterline: [seen(view(n), [-8, 0, 0]), seen(view(n), [8, 0, 0])].map(({ x, y }) => [x, y]),
    }
  },
}

const lampsOnly = (c: Composer, path: string) => {
  const lamps = c.picture(path)
  for (let p = 3; p < lamps.data.length; p += 4) lamps.data[p] = 0
  return lamps
}

function floatBoat(c: Composer, picture: Parameters<Composer['over']>[0], path: string, n: number): void {
  const t = n / FPS
  const boat = c.plate('boat', () => c.picture(path))
  const bob = 0.07 * Math.sin(t * 1.9)
  const foot = seen(view(n), [mix(-3.9, 2.2, t / 6), 0.02 + bob * 0.4, -3.0])
  const scale = (1.22 * 720) / foot.depth / ((2.2 * 560) / 9)
  const a = 0.045 * Math.sin(t * 1.4)
  const [cos, sin] = [scale * Math.cos(a), scale * Math.sin(a)]
  // The boat's waterline in its own picture.
  const [bx, by] = [360, 434]
  const place = (flip: number): Matrix3 => [
    cos,
    -sin * flip,
    foot.x - cos * bx + sin * flip * by,
    sin,
    cos * flip,
    foot.y - sin * bx - cos * flip * by,
    0,
    0,
    1,
  ]
  const mirror = c.warp(boat, place(-0.9), picture.width, picture.height)
  for (let y = Math.max(0, Math.floor(foot.y)); y < picture.height; y++) {
    const shift = Math.round((cloud(y / 3.2, t * 2.2, 41, 3) - 0.5) * (y - foot.y) * 0.16)
    const line = mirror.data.slice(y * picture.width * 4, (y + 1) * picture.width * 4)
    for (let x = 0; x < picture.width; x++) {
      const from = Math.min(picture.width - 1, Math.max(0, x + shift)) * 4
      for (let m = 0; m < 4; m++)
        mirror.data[(y * picture.width + x) * 4 + m] = 0.5 * (line[from + m] as number)
    }
  }
  for (let p = 0; p < Math.floor(foot.y) * picture.width * 4; p++) mirror.data[p] = 0
  c.over(picture, mirror)
  c.over(picture, c.warp(boat, place(1), picture.width, picture.height))
}

import { brass, darkwood, felt, glowing, paint, paper, tin, wood } from './look'
import { chance, mix } from './motion'
import { box, cone, cylinder, group, lamp, rgb, sphere, vec } from './sdl'
import { at, chain, type Place, turn, type V3 } from './space'

const tint = (c: V3, k: number): V3 => [c[0] * k, c[1] * k, c[2] * k]

export interface House {
  /** The middle of its front's foot. */
  foot: V3
  wide: number
  tall: number
  deep: number
  tone: V3
  seed: number
  turned?: number
}

/** Which part of a city to trace: everything, only what the windows give, or everything with dark windows. */
export type Lit = 'all' | 'only' | 'none'

const WINDOW: V3 = [1, 0.62, 0.24]

/** A house of folded paper: front, gable, roof flaps, a chimney, cut windows with lit paper behind crossed bars. */
export function house({ foot, wide, tall, deep, tone, seed, turned = 0 }: House, lit: Lit = 'all'): string {
  const r = (i: number) => chance(i, 0, seed)
  const black = `texture { pigment { rgb 0 } finish { ambient 0 diffuse 0 } }`
  const dress = (c: V3) => (lit === 'only' ? black : paper(c))
  const gable = tall + wide * mix(0.45, 0.85, r(1))
  const w = wide / 2
  const wall = dress(tone)
  const roof = dress(tint([tone[0] * 0.8, tone[1] * 0.7, tone[2] * 0.85], 0.62))
  const trim = dress(tint(tone, 1.35))
  const parts = [
    box([-w, 0, 0], [w, tall, deep], wall),
    `prism { linear_spline 0, ${deep}, 4, <${-w}, 0>, <${w}, 0>, <0, ${gable - tall}>, <${-w}, 0> rotate x*-90 scale <1, 1, -1> translate <0, ${tall}, 0> ${wall} }`,
  ]
  const slope = Math.atan2(gable - tall, w)
  const run = Math.hypot(w, gable - tall) + wide * 0.12
  for (const side of [1, -1])
    parts.push(
      `box { <0, 0, ${-0.08 * wide}>, <${run}, ${0.035 * wide}, ${deep + 0.08}> rotate z*${(-slope * 180) / Math.PI} ${side < 0 ? 'scale <-1, 1, 1>' : ''} translate <0, ${gable}, 0> ${roof} }`,
    )
  if (r(2) > 0.35) {
    const x = w * mix(-0.6, 0.6, r(3))
    parts.push(
      box(
        [x - 0.09 * wide, tall, deep * 0.3],
        [x + 0.09 * wide, gable + 0.12 * wide, deep * 0.3 + 0.18 * wide],
        wall,
      ),
    )
    parts.push(
      box(
        [x - 0.12 * wide, gable + 0.1 * wide, deep * 0.3 - 0.03],
        [x + 0.12 * wide, gable + 0.15 * wide, deep * 0.3 + 0.21 * wide],
        trim,
      ),
    )
  }
  const cols = wide > 1.9 ? 3 : 2
  const rows = Math.max(1, Math.floor(tall / 0.95))
  const [pw, ph] = [wide * (cols === 3 ? 0.085 : 0.11), 0.26]
  const pane = (x: number, y: number, n: number) => {
    const on = r(n) > 0.55
    const warm = 0.55 + 0.75 * r(n + 50)
    const glass =
      on && lit !== 'none'
        ? glowing(tint(WINDOW, 0.55 * warm))
        : lit === 'only'
          ? black
          : paper([0.03, 0.035, 0.055])
    parts.push(box([x - pw, y - ph, -0.006], [x + pw, y + ph, 0.05], glass))
    for (const [a, b] of [
      [
        [x - pw - 0.04, y - ph - 0.06, -0.05],
        [x + pw + 0.04, y - ph, 0],
      ],
      [
        [x - pw - 0.04, y + ph, -0.04],
        [x + pw + 0.04, y + ph + 0.05, 0],
      ],
      [
        [x - pw - 0.035, y - ph, -0.03],
        [x - pw, y + ph, 0],
      ],
      [
        [x + pw, y - ph, -0.03],
        [x + pw + 0.035, y + ph, 0],
      ],
      [
        [x - 0.014, y - ph, -0.02],
        [x + 0.014, y + ph, 0],
      ],
      [
        [x - pw, y - 0.014, -0.02],
        [x + pw, y + 0.014, 0],
      ],
    ] as [V3, V3][])
      parts.push(box(a, b, trim))
  }
  for (let j = 0; j < rows; j++)
    for (let i = 0; i < cols; i++)
      pane(((i + 0.5) / cols - 0.5) * wide * 0.86, ((j + 0.62) / (rows + 0.1)) * tall, 10 + j * 5 + i)
  pane(0, tall + (gable - tall) * 0.28, 9)
  return group(parts, chain(at(foot), turn('y', turned)))
}

/** A row of houses side by side from x to x, standing at z. */
export function street(
  from: number,
  to: number,
  z: number,
  seed: number,
  tones: readonly V3[],
  tall: [number, number],
  lit: Lit = 'all',
): string {
  const parts: string[] = []
  for (let x = from, i = 0; x < to; i++) {
    const wide = mix(1.25, 2.3, chance(i, 1, seed))
    parts.push(
      house(
        {
          foot: [x + wide / 2, 0, z + 0.5 * chance(i, 2, seed)],
          wide,
          tall: mix(tall[0], tall[1], chance(i, 3, seed)),
          deep: 2.2,
          tone: tones[Math.floor(chance(i, 4, seed) * tones.length)] as V3,
          seed: seed * 31 + i,
          turned: (chance(i, 5, seed) - 0.5) * 9,
        },
        lit,
      ),
    )
    x += wide + 0.04
  }
  return parts.join('\n')
}

export const DUSK_TONES: V3[] = [
  [0.3, 0.19, 0.18],
  [0.22, 0.2, 0.27],
  [0.34, 0.25, 0.18],
  [0.2, 0.24, 0.28],
  [0.29, 0.16, 0.17],
]

/** A tin lantern with glass and a flame, hung from its ring at the origin. */
export function lantern(place: Place, flame = 1, lightsUp = true): string {
  const glass = `texture { pigment { rgb <1, 0.8, 0.5> transmit 0.86 } finish { ambient 0 diffuse 0.15 specular 0.7 roughness 0.01 } }`
  const bars = [0, 60, 120, 180, 240, 300].map((a) => {
    const [c, s] = [Math.cos((a * Math.PI) / 180), Math.sin((a * Math.PI) / 180)]
    return cylinder([0.4 * c, -1.62, 0.4 * s], [0.4 * c, -0.72, 0.4 * s], 0.028, tin(0.2))
  })
  return group(
    [
      `torus { 0.13, 0.03 rotate x*90 translate <0, -0.14, 0> ${tin(0.25)} }`,
      cone([0, -0.24, 0], 0.1, [0, -0.44, 0], 0.16, tin(0.25)),
      cone([0, -0.44, 0], 0.17, [0, -0.72, 0], 0.56, tin(0.22)),
      cylinder([0, -0.74, 0], [0, -0.7, 0], 0.57, tin(0.3)),
      ...bars,
      `difference { ${cylinder([0, -1.6, 0], [0, -0.74, 0], 0.36)} ${cylinder([0, -1.7, 0], [0, -0.6, 0], 0.345)} ${glass} }`,
      cylinder([0, -1.74, 0], [0, -1.6, 0], 0.5, tin(0.25)),
      cylinder([0, -1.62, 0], [0, -1.36, 0], 0.13, paint([0.7, 0.62, 0.46])),
      `sphere { 0, 0.14 scale <0.72, 1.7, 0.72> translate <0, -1.13, 0> ${glowing([1, 0.66 * flame, 0.26 * flame])} }`,
      lightsUp
        ? lamp({ at: [0, -1.1, 0], colour: [2.4 * flame, 1.25 * flame, 0.45 * flame], fade: 2.2, wide: 0.3 })
        : '',
    ],
    place,
    'no_shadow',
  )
}

/** The workshop's back wall: planks, a window onto the dusk, shelves with pots, gears, brushes, rolled maps. */
export function workshop(): string {
  const parts: string[] = []
  for (let i = 0; i < 26; i++) {
    const x = -13 + i
    parts.push(
      box(
        [x + 0.015, -4, 6 + 0.05 * chance(i, 1, 3)],
        [x + 0.985, 9, 6.4],
        wood(
          tint([0.3, 0.17, 0.09], 0.75 + 0.5 * chance(i, 2, 3)),
          tint([0.16, 0.085, 0.045], 0.8 + 0.4 * chance(i, 3, 3)),
          0.5,
        ),
      ),
    )
  }
  parts.push(box([2.2, 0.6, 5.7], [6.2, 4.6, 5.98], glowing([0.1, 0.15, 0.27])))
  for (const x of [2.2, 4.2, 6.2]) parts.push(box([x - 0.1, 0.4, 5.5], [x + 0.1, 4.8, 5.95], darkwood))
  for (const y of [0.5, 2.6, 4.7]) parts.push(box([2.1, y - 0.1, 5.52], [6.3, y + 0.1, 5.95], darkwood))
  for (const [y, x0, x1] of [
    [1.2, -8, -1.2],
    [3.1, -8, -1.2],
    [-0.9, -8, 1],
  ] as const) {
    parts.push(box([x0, y - 0.14, 4.9], [x1, y, 6], darkwood))
    for (let x = x0 + 0.5, i = 0; x < x1 - 0.4; i++, x += 0.55 + 0.5 * chance(i, 7, 4))
      parts.push(curio([x, y, 5.4], i + Math.round(y * 7)))
  }
  return parts.join('\n')
}

/** A small thing on a shelf: a pot of brushes, a gear, a bottle, a rolled map, a box. */
export function curio(o: V3, n: number): string {
  const tones: V3[] = [
    [0.4, 0.16, 0.07],
    [0.12, 0.24, 0.24],
    [0.5, 0.35, 0.12],
    [0.34, 0.3, 0.24],
  ]
  const c = tones[Math.abs(n) % 4] as V3
  const k = 0.75 + 0.5 * chance(n, 3, 8)
  const kinds = [
    () => [
      cone([0, 0, 0], 0.2, [0, 0.42, 0], 0.26, paint(c, 0.2)),
      ...[-0.1, 0.02, 0.12].map((x, i) =>
        cylinder(
          [x * 0.6, 0.3, 0],
          [x * 2.2, 0.95 + 0.1 * i, 0.05 * i],
          0.026,
          wood([0.5, 0.33, 0.16], [0.35, 0.2, 0.1], 0.1),
        ),
      ),
      ...[-0.1, 0.02, 0.12].map((x, i) =>
        sphere([x * 2.2, 0.97 + 0.1 * i, 0.05 * i], 0.07, felt(tones[(i + n + 8) % 4] as V3)),
      ),
    ],
    () => [
      `torus { 0.32, 0.07 rotate x*90 translate <0, 0.4, 0> ${brass} }`,
      ...Array.from(
        { length: 12 },
        (_, i) =>
          `box { <-0.05, 0.36, -0.07>, <0.05, 0.46, 0.07> rotate z*${i * 30} translate <0, 0.4, 0> ${brass} }`,
      ),
      ...[0, 60, 120].map(
        (a) =>
          `box { <-0.34, -0.03, -0.03>, <0.34, 0.03, 0.03> rotate z*${a} translate <0, 0.4, 0> ${brass} }`,
      ),
    ],
    () => [
      cylinder(
        [0, 0, 0],
        [0, 0.46, 0],
        0.2,
        `texture { pigment { ${rgb(...tint(c, 0.7))} transmit 0.25 } finish { ambient 0 diffuse 0.5 specular 0.8 roughness 0.01 } }`,
      ),
      cone([0, 0.46, 0], 0.2, [0, 0.6, 0], 0.07, paint(tint(c, 0.6), 0.7)),
      cylinder([0, 0.6, 0], [0, 0.78, 0], 0.07, wood([0.5, 0.33, 0.18], [0.4, 0.25, 0.12], 0.1)),
    ],
    () => [
      cylinder([-0.3, 0.13, 0], [0.34, 0.13, -0.1], 0.13, paper([0.62, 0.52, 0.36])),
      cylinder([-0.2, 0.37, 0.05], [0.3, 0.36, 0], 0.11, paper([0.56, 0.46, 0.33])),
    ],
    () => [
      box(
        [-0.26, 0, -0.22],
        [0.26, 0.36, 0.22],
        wood(tint([0.5, 0.31, 0.16], k), tint([0.33, 0.18, 0.09], k), 0.2),
      ),
      box([-0.28, 0.36, -0.24], [0.28, 0.42, 0.24], darkwood),
    ],
  ]
  const kind = kinds[Math.abs(n * 7 + 3) % kinds.length] as () => string[]
  return `union { ${kind().join('\n')} scale ${k.toFixed(3)} rotate y*${Math.round(60 * chance(n, 9, 8))} translate ${vec(o)} }`
}

/** What tin reflects in a set: dark below, warm at the horizon, cool above. */
export const roomLight = (warm: V3 = [0.34, 0.24, 0.15], cool: V3 = [0.08, 0.1, 0.16]): string =>
  `sphere { 0, 400 texture { pigment { gradient y color_map { [0 ${rgb(0.03, 0.025, 0.025)}] [0.42 ${rgb(0.07, 0.05, 0.04)}] [0.55 ${rgb(...warm)}] [0.75 ${rgb(...cool)}] [1 ${rgb(...cool)}] } scale 800 translate -400*y } finish { ambient 0 diffuse 0 emission 1 } } hollow no_image no_shadow }`

/** Cobbles on the ground plane y = 0: rounded stones in courses, each of its own grey. */
export const cobbles = (tone: V3, size = 0.5): string =>
  `texture { pigment { crackle turbulence 0.12 color_map { [0 ${rgb(...tint(tone, 0.22))}] [0.07 ${rgb(...tint(tone, 0.4))}] [0.14 ${rgb(...tone)}] [0.6 ${rgb(...tint(tone, 1.15))}] [1 ${rgb(...tint(tone, 0.8))}] } scale ${size} }
    normal { crackle 0.9 turbulence 0.12 slope_map { [0 <0, 1>] [0.3 <0.75, 0.9>] [1 <1, 0>] } scale ${size} } finish { ambient 0 diffuse 0.85 specular 0.12 roughness 0.08 } }`

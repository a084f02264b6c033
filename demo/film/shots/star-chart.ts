import { fillPath } from '@stilus/core/kernels'
import { type Frame } from '@stilus/core/frame'
import { type Composer } from '../composer'
import { chance, cloud, ease, mix } from '../motion'
import { type Shot } from '../shot'

const SIZE = { width: 960, height: 720 }
const [CX, CY] = [480, 360]
const FPS = 24
type Rgb = readonly [number, number, number]
const INK: Rgb = [0.62, 0.56, 0.4]
const FAINT: Rgb = [0.2, 0.24, 0.28]
const GOLD: Rgb = [0.85, 0.55, 0.16]

const circle = (x: number, y: number, r: number, sides = 72): number[] =>
  Array.from({ length: sides }, (_, i) => [
    x + r * Math.cos((2 * Math.PI * i) / sides),
    y + r * Math.sin((2 * Math.PI * i) / sides),
  ]).flat()

function stroke(x0: number, y0: number, x1: number, y1: number, wide: number, end = wide): number[] {
  const length = Math.hypot(x1 - x0, y1 - y0) || 1
  const [nx, ny] = [-(y1 - y0) / length / 2, (x1 - x0) / length / 2]
  return [
    x0 + nx * wide,
    y0 + ny * wide,
    x1 + nx * end,
    y1 + ny * end,
    x1 - nx * end,
    y1 - ny * end,
    x0 - nx * wide,
    y0 - ny * wide,
  ]
}

function ink(
  c: Composer,
  on: Frame,
  contours: number[][],
  colour: Rgb,
  cover = 1,
  rule: 'non-zero' | 'even-odd' = 'non-zero',
): void {
  if (!contours.length) return
  const plane = fillPath(c.k, on.width, on.height, contours, { rule, inner: 0, outer: 0 })
  for (let p = 0; p < plane.data.length; p++) {
    const a = (plane.data[p] as number) * cover
    if (a === 0) continue
    for (let m = 0; m < 3; m++) on.data[p * 4 + m] = mix(on.data[p * 4 + m] as number, colour[m] as number, a)
  }
  c.k.free(plane)
}

const around = (r: number, degrees: number): [number, number] => [
  CX + r * Math.cos((degrees * Math.PI) / 180),
  CY + r * Math.sin((degrees * Math.PI) / 180),
]

/** Where the comet is on its path after s of the way: in from the right, round the middle, out to the left. */
const path = (s: number): [number, number] => {
  const a = mix(-0.62, 3.5, s)
  const r = 118 / (1 - 0.62 * Math.cos(a - 1.45 + Math.PI))
  return [CX + 1.5 * r * Math.cos(a), CY - 0.95 * r * Math.sin(a)]
}

/** An animated star chart, 4:3, for the tablet: rings turn, constellations draw themselves, a comet takes its way. */
export const starChart: Shot = {
  name: 'star-chart',
  frames: 120,
  rate: { num: 24, den: 1 },
  file: 'star-chart.mp4',
  seed: 7,
  grain: 0,
  quality: 16,
  size: SIZE,
  compose(c, n) {
    const t = n / FPS
    const picture = c.copy(c.plate('ground', () => ground(c)))
    const rings = [90, 160, 236, 318]
    ink(
      c,
      picture,
      rings.flatMap((r) => [circle(CX, CY, r + 0.8, 160), circle(CX, CY, r - 0.8, 160)]),
      FAINT,
      1,
      'even-odd',
    )
    rings.forEach((r, i) => {
      const turned = t * [9, -6, 4, -2.5][i]!
      const marks = Array.from({ length: 24 * (i + 1) }, (_, k) => {
        const a = turned + (k * 360) / (24 * (i + 1))
        return stroke(...around(r, a), ...around(r + (k % 6 ? 6 : 13), a), 1.4)
      })
      ink(c, picture, marks, INK, 0.75)
      const [x, y] = around(r, turned * 1.6 + 40 + i * 95)
      ink(c, picture, [circle(x, y, 7 + i * 1.5)], INK)
      ink(c, picture, [circle(x, y, 3.2)], [0.03, 0.05, 0.09])
    })
    constellations(c, picture, t)
    const rays = Array.from({ length: 16 }, (_, i) =>
      stroke(...around(26, t * 12 + i * 22.5), ...around(i % 2 ? 40 : 52, t * 12 + i * 22.5), 5, 0.5),
    )
    ink(c, picture, [circle(CX, CY, 21), ...rays], GOLD)
    comet(c, picture, t)
    return picture
  },
}

function ground(c: Composer): Frame {
  const frame = c.clear(SIZE.width, SIZE.height)
  for (let y = 0; y < SIZE.height; y++)
    for (let x = 0; x < SIZE.width; x++) {
      const k =
        (0.75 + 0.5 * cloud(x / 60, y / 60, 3, 5)) *
        (1 - 0.75 * Math.hypot((x - CX) / SIZE.width, (y - CY) / SIZE.height) ** 2)
      frame.data.set([0.017 * k, 0.034 * k, 0.066 * k, 1], (y * SIZE.width + x) * 4)
    }
  const edge = [14, 18].map((m) => [
    m,
    m,
    SIZE.width - m,
    m,
    SIZE.width - m,
    SIZE.height - m,
    m,
    SIZE.height - m,
  ])
  ink(c, frame, edge, INK, 0.8, 'even-odd')
  return frame
}

function constellations(c: Composer, picture: Frame, t: number): void {
  for (let g = 0; g < 6; g++) {
    const [gx, gy] = [
      [150, 140],
      [800, 130],
      [140, 580],
      [815, 575],
      [480, 88],
      [490, 640],
    ][g] as [number, number]
    const stars = Array.from({ length: 5 }, (_, i): [number, number] => [
      gx + (chance(g, i, 5) - 0.5) * 190 + (i - 2) * 16,
      gy + (chance(g, i, 6) - 0.5) * 110,
    ])
    const drawn = ease((t - 0.4 - g * 0.35) / 1.6) * (stars.length - 1)
    const lines = stars.slice(1).flatMap(([x, y], i) => {
      const part = Math.min(1, Math.max(0, drawn - i))
      const [px, py] = stars[i] as [number, number]
      return part > 0 ? [stroke(px, py, mix(px, x, part), mix(py, y, part), 1.3)] : []
    })
    ink(c, picture, lines, FAINT, 1)
    ink(
      c,
      picture,
      stars.map(([x, y], i) =>
        circle(x, y, (2 + 2.4 * chance(g, i, 7)) * (1 + 0.2 * Math.sin(t * 6 + g * 2 + i)), 20),
      ),
      INK,
    )
  }
}

function comet(c: Composer, picture: Frame, t: number): void {
  const s = t / 5
  const dots = Array.from({ length: 44 }, (_, i) => path(i / 43)).map(([x, y]) => circle(x, y, 1.5, 12))
  ink(c, picture, dots, FAINT)
  const tail = Array.from({ length: 26 }, (_, i): [number, number] => path(s - i * 0.0075))
  for (let i = tail.length - 1; i > 0; i--)
    ink(
      c,
      picture,
      [
        stroke(
          ...(tail[i] as [number, number]),
          ...(tail[i - 1] as [number, number]),
          13 * (1 - i / 26) + 0.5,
          13 * (1 - (i - 1) / 26) + 0.5,
        ),
      ],
      GOLD,
      0.5 * (1 - i / 26),
    )
  const [x, y] = path(s)
  ink(c, picture, [circle(x, y, 9.5)], [0.95, 0.85, 0.6])
}

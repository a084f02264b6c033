import { fillPath, Kernels } from '@stilus/core/kernels'
import { encode } from 'fast-png'
import { strToU8, zipSync } from 'fflate'
import { chance, cloud } from '../film/motion'
import { lettered, widthOf } from './letters'

export type Tone = readonly [number, number, number]

/** A layer of a card: outlines of one paper, in order from the back. Codes are sRGB, 0 to 255. */
export interface Layer {
  name: string
  tone: Tone
  contours: number[][]
}

const circle = (x: number, y: number, r: number): number[] =>
  Array.from({ length: 64 }, (_, i) => [
    x + r * Math.cos((i * Math.PI) / 32),
    y + r * Math.sin((i * Math.PI) / 32),
  ]).flat()
const starShape = (
  x: number,
  y: number,
  points: number,
  outer: number,
  inner: number,
  turned = 0,
): number[] =>
  Array.from({ length: points * 2 }, (_, i) => {
    const r = i % 2 ? inner : outer
    const a = turned + (i * Math.PI) / points - Math.PI / 2
    return [x + r * Math.cos(a), y + r * Math.sin(a)]
  }).flat()
const tail = (x: number, y: number, length: number, bend: number, wide: number): number[] => {
  const along = Array.from({ length: 20 }, (_, i) => i / 19)
  const at = (u: number, side: number) => [
    x + length * u,
    y + bend * u * u + side * wide * (1 - u) * (1 + 0.2 * Math.sin(u * 9)),
  ]
  return [...along.flatMap((u) => at(u, 1)), ...along.reverse().flatMap((u) => at(u, -1))]
}
const roofs = (width: number, base: number, low: number, high: number, seed: number): number[] => {
  const points: number[] = [0, base]
  for (let x = 0, i = 0; x < width; i++) {
    const w = 50 + 60 * chance(i, 1, seed)
    const h = low + (high - low) * chance(i, 2, seed)
    points.push(x, base - h, x + w / 2, base - h - w * 0.6, x + w, base - h)
    x += w
  }
  return [...points, width, base]
}

const comet = (x: number, y: number, k: number): Layer[] => [
  {
    name: 'comet tails',
    tone: [214, 168, 84],
    contours: [-46, 0, 46].map((bend) => tail(x + 10 * k, y, 250 * k, bend * k * 1.6, 13 * k)),
  },
  { name: 'comet star', tone: [240, 222, 176], contours: [starShape(x, y, 12, 58 * k, 33 * k, 0.1)] },
  { name: 'comet rivet', tone: [110, 84, 60], contours: [circle(x, y, 12 * k)] },
]

/** The title card, 1280x720, clear behind: what lies over the opening shot. */
export const titleCard: Layer[] = [
  {
    name: 'ribbon shadow',
    tone: [20, 16, 26],
    contours: [[236, 292, 1052, 292, 1032, 344, 1052, 396, 236, 396, 256, 344]],
  },
  {
    name: 'ribbon',
    tone: [126, 44, 38],
    contours: [[228, 282, 1044, 282, 1024, 334, 1044, 386, 228, 386, 248, 334]],
  },
  ...comet(560, 196, 0.82),
  {
    name: 'lettering',
    tone: [244, 228, 190],
    contours: lettered('THE TIN COMET', (1272 - widthOf('THE TIN COMET', 56)) / 2, 306, 56),
  },
]

/** A word on nothing, 1280x720, its middle at a place: it is pinned to things that move. */
export const word = (text: string, x: number, y: number, height: number): Layer[] => {
  const [left, top] = [x - widthOf(text, height) / 2, y - height / 2]
  return [
    { name: 'shadow', tone: [20, 16, 26], contours: lettered(text, left + 3, top + 4, height, 1.2) },
    { name: 'lettering', tone: [246, 230, 192], contours: lettered(text, left, top, height) },
  ]
}

/** The card that ends the film: the company's mark on dark paper. */
export const endCard: Layer[] = [
  { name: 'ground', tone: [27, 31, 48], contours: [[0, 0, 1280, 0, 1280, 720, 0, 720]] },
  { name: 'far roofs', tone: [40, 42, 62], contours: [roofs(1280, 720, 110, 190, 4)] },
  { name: 'near roofs', tone: [55, 50, 68], contours: [roofs(1280, 720, 40, 110, 9)] },
  ...comet(560, 226, 0.9),
  {
    name: 'lettering',
    tone: [240, 222, 176],
    contours: lettered(
      'PAPER HARBOUR PUPPETS',
      (1280 - widthOf('PAPER HARBOUR PUPPETS', 34)) / 2,
      378,
      34,
      0.9,
    ),
  },
]

/** The company's logo, 512x256, clear behind. */
export const logo: Layer[] = [
  { name: 'hull', tone: [126, 44, 38], contours: [[150, 150, 362, 150, 326, 196, 186, 196]] },
  {
    name: 'sail',
    tone: [244, 228, 190],
    contours: [
      [250, 34, 250, 140, 166, 140],
      [262, 58, 262, 140, 330, 140],
    ],
  },
  { name: 'star', tone: [214, 168, 84], contours: [starShape(342, 56, 8, 26, 12)] },
  {
    name: 'lettering',
    tone: [214, 168, 84],
    contours: lettered('PAPER HARBOUR PUPPETS', (512 - widthOf('PAPER HARBOUR PUPPETS', 17)) / 2, 218, 17),
  },
]

/** A still that stands where footage comes later: a dark card with a frame and what is to come. */
export const placeholder = (lines: string[]): Layer[] => [
  { name: 'ground', tone: [58, 58, 60], contours: [[0, 0, 1280, 0, 1280, 720, 0, 720]] },
  {
    name: 'frame',
    tone: [150, 146, 136],
    contours: [
      [64, 36, 1216, 36, 1216, 684, 64, 684],
      [68, 40, 68, 680, 1212, 680, 1212, 40],
    ],
  },
  {
    name: 'lettering',
    tone: [206, 200, 186],
    contours: lines.flatMap((line, i) =>
      lettered(line, (1280 - widthOf(line, 34)) / 2, 280 + i * 90, 34, 0.8),
    ),
  },
]

/** One layer as straight 8-bit RGBA: paper of its tone, cut by exact area. */
export function paintLayer(
  { tone, contours }: Layer,
  width: number,
  height: number,
  seed: number,
): Uint8Array {
  const k = new Kernels(width * height * 24 + 4194304)
  const plane = fillPath(k, width, height, contours, { rule: 'non-zero', inner: 0, outer: 0 })
  const out = new Uint8Array(width * height * 4)
  for (let p = 0; p < width * height; p++) {
    if (!plane.data[p]) continue
    const grain =
      0.93 +
      0.14 *
        cloud((p % width) / 40, Math.floor(p / width) / 40, seed) *
        (0.9 + 0.2 * chance(p % width, Math.floor(p / width), seed))
    tone.forEach((v, m) => (out[p * 4 + m] = Math.min(255, Math.round(v * grain))))
    out[p * 4 + 3] = Math.round((plane.data[p] as number) * 255)
  }
  return out
}

/** Layers over one another, straight 8-bit RGBA, mixed in codes as drawing programs do. */
export function flatten(layers: Uint8Array[]): Uint8Array {
  const out = new Uint8Array(layers[0]?.length ?? 0)
  for (const layer of layers)
    for (let p = 0; p < out.length; p += 4) {
      const a = (layer[p + 3] as number) / 255
      const under = (out[p + 3] as number) / 255
      const alpha = a + under * (1 - a)
      for (let m = 0; m < 3; m++)
        out[p + m] = alpha
          ? Math.round(((layer[p + m] as number) * a + (out[p + m] as number) * under * (1 - a)) / alpha)
          : 0
      out[p + 3] = Math.round(alpha * 255)
    }
  return out
}

export const png = (data: Uint8Array, width: number, height: number): Uint8Array =>
  encode({ width, height, data, channels: 4, depth: 8 })

/** The layers as an SVG of named groups. */
export function svg(layers: Layer[], width: number, height: number): string {
  const groups = layers.map(({ name, tone, contours }) => {
    const path = contours.map((c) => `M${pairs(c).join('L')}Z`).join('')
    return `  <g id="${name.replaceAll(' ', '-')}"><title>${name}</title><path fill="rgb(${tone.join(',')})" d="${path}"/></g>`
  })
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}">\n${groups.join('\n')}\n</svg>\n`
}

const pairs = (contour: number[]) =>
  Array.from(
    { length: contour.length / 2 },
    (_, i) => `${+(contour[i * 2] as number).toFixed(2)},${+(contour[i * 2 + 1] as number).toFixed(2)}`,
  )

/** The layers as OpenRaster: `mimetype` first and stored, `stack.xml` from the front, one PNG a layer, the merged picture. */
export function openRaster(layers: Layer[], width: number, height: number): Uint8Array {
  const painted = layers.map((layer, i) => paintLayer(layer, width, height, i))
  const names = layers.map(({ name }, i) => ({ name, src: `data/${String(i).padStart(2, '0')}.png` }))
  const stack = names
    .map(
      ({ name, src }) =>
        `    <layer name="${name}" src="${src}" x="0" y="0" opacity="1.0" composite-op="svg:src-over" visibility="visible"/>`,
    )
    .reverse()
  const xml = `<?xml version="1.0" encoding="UTF-8"?>\n<image version="0.0.3" w="${width}" h="${height}" xres="72" yres="72">\n  <stack>\n${stack.join('\n')}\n  </stack>\n</image>\n`
  const merged = png(flatten(painted), width, height)
  return zipSync(
    {
      mimetype: [strToU8('image/openraster'), { level: 0 }],
      'stack.xml': strToU8(xml),
      ...Object.fromEntries(names.map(({ src }, i) => [src, png(painted[i] as Uint8Array, width, height)])),
      'mergedimage.png': merged,
      'Thumbnails/thumbnail.png': merged,
    },
    { level: 0, mtime: '2026-01-01' },
  )
}

import type { Frame, Size } from '../frame'
import {
  growMap,
  type Kernels,
  likeScreen,
  partsOf,
  smoothRatios,
  type Sorted,
  sortScreen,
  spreadGrid,
  mapOf,
} from '../kernels'
import type { ScreenColour } from './colour'
import { type Mark, markedScreen } from './marks'
import { fitSurface, type Sample, type Surface, surfaceAt } from './surface'

/** The empty screen before which something stands. */
export interface Plate {
  colour: ScreenColour
  picture: Frame
  /** Not 0 where what is seen is part of the set and goes: stands, walls, what hangs there. */
  rubbish?: Uint8Array | undefined
  /** Of an empty screen that was seen: not 0 where the set shows no screen. */
  set?: Uint8Array | undefined
}

/** The side of a cell in which the screen's light is averaged: 16 pixels of a picture 720 high. */
const cellOf = ({ height }: Size): number => Math.min(16, Math.max(2, Math.round(height / 45)))
/** The screen is known where it has within these times of the light of a smooth surface through it. */
const WITHIN = [0.7, 1.45] as const
/** Below this share of the screen's light a place is solid; a shaded one has more than `shade`, and lies so far from anything solid. */
const [SOLID, SHADE, AWAY] = [0.25, 0.4, 10]

/** How a picture lies to a screen: what is known of that, what is solid, and the light of a smooth surface through it. */
export interface Backing extends Sorted {
  lit: Frame
}

/** Where a picture shows its screen, and how that is lit; undefined where there is too little of it. The light is the caller's to free. */
export function readBacking(k: Kernels, picture: Frame, colour: ScreenColour): Backing | undefined {
  const like = likeScreen(k, picture, colour, { radius: 5 * colour.spread, dark: 0.15 * colour.level })
  const known = mapOf(k, growMap(k, picture, mapOf(k, like, 0), 2), 0)
  const surface = fitSurface(samplesOf(picture, known))
  if (!surface) return undefined
  const lit = litBy(k, surface, picture)
  const radius = 1.5 * Math.max(2.5 * colour.spread, 0.03)
  return {
    ...sortScreen(k, picture, lit, colour, { known, radius, within: WITHIN, solid: SOLID, shade: SHADE }),
    lit,
  }
}

/** The means of cells of which half is screen. */
export function samplesOf(picture: Frame, known: Uint8Array): Sample[] {
  const { width, height, data } = picture
  const cell = cellOf(picture)
  const samples: Sample[] = []
  for (let top = 0; top < height; top += cell)
    for (let left = 0; left < width; left += cell) {
      let [n, r, g, b] = [0, 0, 0, 0]
      for (let y = top; y < Math.min(height, top + cell); y++)
        for (let x = left; x < Math.min(width, left + cell); x++) {
          const i = y * width + x
          if (!known[i]) continue
          n++
          r += data[i * 4] as number
          g += data[i * 4 + 1] as number
          b += data[i * 4 + 2] as number
        }
      if (n * 2 < cell * cell) continue
      const place = { x: ((left + cell / 2) / width) * 2 - 1, y: ((top + cell / 2) / height) * 2 - 1 }
      samples.push({ ...place, rgb: [r / n, g / n, b / n] })
    }
  return samples
}

/** The light of a surface over a picture. */
export function litBy(k: Kernels, surface: Surface, size: Size): Frame {
  const cell = cellOf(size)
  const [cols, rows] = [Math.ceil(size.width / cell) + 2, Math.ceil(size.height / cell) + 2]
  const knots = new Float32Array(cols * rows * 4)
  for (let j = 0; j < rows; j++)
    for (let i = 0; i < cols; i++) {
      const [x, y] = [(i * cell * 2) / size.width - 1, (j * cell * 2) / size.height - 1]
      const [r, g, b] = surfaceAt(surface, x, y)
      const at = (j * cols + i) * 4
      knots[at] = r
      knots[at + 1] = g
      knots[at + 2] = b
      knots[at + 3] = 1
    }
  return spreadGrid(k, size, { knots, cols, cell })
}

/**
 * The empty screen from one picture alone: what is known of the screen as it is, and its ratio to a smooth surface filled in between. Shaded places count too, ten places away from anything solid.
 * What is solid and touches the left, the top or the right is rubbish: a subject stands in from below. Undefined where too little of a screen is seen.
 * @param scale lengths, as times of those of a picture 720 high
 * @param marks what is said to be screen counts as known where it has its colour
 */
export function plateOfOne(
  k: Kernels,
  picture: Frame,
  colour: ScreenColour,
  scale: number,
  marks: readonly Mark[] = [],
): Plate | undefined {
  const backing = readBacking(k, picture, colour)
  if (!backing) return undefined
  const { known, solid, shaded, lit } = backing
  const near = growMap(k, picture, solid, Math.max(1, Math.round(AWAY * scale)))
  for (let i = 0; i < known.length; i++) if (shaded[i] && !near[i]) known[i] = 1
  for (const i of markedScreen(picture, lit, colour, marks)) known[i] = 1
  const plate = smoothRatios(k, picture, lit, known)
  k.free(lit)
  return { colour, picture: plate, rubbish: touchingSides(k, picture, solid) }
}

/** The solid parts that touch the left, the top or the right. */
function touchingSides(k: Kernels, size: Size, solid: Uint8Array): Uint8Array {
  const { width, height } = size
  return partsOf(k, size, solid, (parts) => {
    const touches = new Uint8Array(parts.count + 1)
    for (let x = 0; x < width; x++) touches[parts.of[x] as number] = 1
    for (let y = 0; y < height; y++) {
      touches[parts.of[y * width] as number] = 1
      touches[parts.of[y * width + width - 1] as number] = 1
    }
    const out = new Uint8Array(solid.length)
    parts.set(out, touches, 1)
    return out
  })
}

import { LUMA } from '../colour'
import { maths } from '../maths'
import type { Frame, Plane } from '../frame'
import { copyOf, fillIn, growMap, type Kernels, runProgram, unmix, weighted } from '../kernels'
import { mapOf } from './islands'
import type { Plate } from './plate'
import { DROP, KEEP, UNDECIDED } from './tones'

export interface MatteOptions {
  /** Rounds in which the lost fineness of colour (4:2:0) is put back at edges; 0 for footage with whole colour. */
  rounds: number
  /** Alpha goes with this power: above 1 hair is thinner. */
  fullness: number
}

export const MATTE: MatteOptions = { rounds: 1, fullness: 1.08 }

/** What a key finds of a picture; both are the caller's to free. */
export interface Keyed {
  alpha: Plane
  /** The subject without its screen, premultiplied by alpha. */
  front: Frame
}

const lumaOf = (r: number, g: number, b: number) => LUMA[0] * r + LUMA[1] * g + LUMA[2] * b

/**
 * Alpha and the subject's own light. At undecided places the colour is projected onto the way from the plate to the subject's colour around there (filled in from what stays), luminance counting
 * half as much again; then once more with what that says of the subject. At edges, what colour loses in 4:2:0 is put back from the composite that this explains, and all is solved again.
 */
export function matteOf(
  k: Kernels,
  picture: Frame,
  plate: Plate,
  tones: Uint8Array,
  options: MatteOptions = MATTE,
): Keyed {
  const { width, height } = picture
  const alpha = k.plane(width, height)
  const colours = copyOf(k, picture)
  const of: Solving = { k, colours, plate, tones: tones.slice(), alpha, fronts: undefined }
  project(of)
  const around = placesOf(growMap(k, picture, mapOf(tones, UNDECIDED), 2))
  for (let round = 0; round < Math.max(1, options.rounds); round++) {
    if (options.rounds > 0) restoreChroma(of, picture, around)
    if (round === 0) {
      // What the tones call sure right beside the edge is so no longer.
      const wider = growMap(k, picture, mapOf(of.tones, UNDECIDED), 1)
      for (let i = 0; i < wider.length; i++) if (wider[i] && !plate.rubbish?.[i]) of.tones[i] = UNDECIDED
    }
    project(of)
  }
  bend(alpha.data, options.fullness)
  const front = unmix(k, colours, plate.picture, alpha)
  if (options.rounds > 0) hueOfSubject(of, front)
  if (of.fronts) k.free(of.fronts)
  k.free(colours)
  return { alpha, front }
}

/** How far undecided places take the hue of the subject around them: of their own, 4:2:0 has left what the screen beside them has not. */
const HUE = 0.85

/** Gives the subject at undecided places the hue that it has around there, its light kept. */
function hueOfSubject({ alpha, tones, fronts }: Solving, front: Frame): void {
  if (!fronts) return
  const { data } = front
  const own = fronts.data
  for (let i = 0; i < tones.length; i++) {
    if (tones[i] !== UNDECIDED || !alpha.data[i]) continue
    const at = i * 4
    const usual = lumaOf(own[at] as number, own[at + 1] as number, own[at + 2] as number)
    if (usual <= 1e-5) continue
    const times = lumaOf(data[at] as number, data[at + 1] as number, data[at + 2] as number) / usual
    for (let c = at; c < at + 3; c++)
      data[c] = (data[c] as number) + HUE * (times * (own[c] as number) - (data[c] as number))
  }
}

const STEPS = 1024

/** Values between 0 and 1 to a power, by a table of it. */
function bend(values: Float32Array, power: number): void {
  if (power === 1) return
  const table = Float32Array.from({ length: STEPS + 2 }, (_, i) => maths.pow(i / STEPS, power))
  for (let i = 0; i < values.length; i++) {
    const a = values[i] as number
    if (a <= 0 || a >= 1) continue
    const at = Math.floor(a * STEPS)
    const low = table[at] as number
    values[i] = low + ((table[at + 1] as number) - low) * (a * STEPS - at)
  }
}

/** Where a map has a value. */
function placesOf(map: Uint8Array, value = 1): Int32Array {
  let count = 0
  for (let i = 0; i < map.length; i++) if (map[i] === value) count++
  const out = new Int32Array(count)
  for (let i = 0, n = 0; n < count; i++) if (map[i] === value) out[n++] = i
  return out
}

interface Solving {
  k: Kernels
  colours: Frame
  plate: Plate
  tones: Uint8Array
  alpha: Plane
  /** The subject's colour, as it was filled in last. */
  fronts: Frame | undefined
}

/** Finds alpha at the undecided places of a map; what stays is 1, what goes is 0. Mutates alpha and fronts. */
function project(of: Solving): void {
  const { k, colours, plate, tones, alpha } = of
  const { width, height } = colours
  const sure = k.plane(width, height)
  const [known, found] = [sure.data, alpha.data]
  for (let i = 0; i < tones.length; i++) found[i] = known[i] = tones[i] === KEEP ? 1 : 0
  shrinkByCross(known, tones, width)
  const band = placesOf(tones, UNDECIDED)
  const first = weighted(k, colours, sure)
  fillIn(k, first, band)
  projectOn(of, band, first)
  k.free(first)
  const second = weighted(k, colours, sure)
  for (const i of band) {
    const a = found[i] as number
    if (a <= 0.3) continue
    const weight = 0.3 * a * a
    for (let at = i * 4; at < i * 4 + 3; at++) {
      const own = ((colours.data[at] as number) - (1 - a) * (plate.picture.data[at] as number)) / a
      second.data[at] = weight * Math.max(0, own)
    }
    second.data[i * 4 + 3] = weight
  }
  fillIn(k, second, band)
  projectOn(of, band, second)
  k.free(sure, ...(of.fronts ? [of.fronts] : []))
  of.fronts = second
}

/** alpha = (D X + D_Y X_Y / 2) / (D D + D_Y^2 / 2) of D, the way from the plate to the subject, and X, that to what is seen. */
function projectOn({ colours, plate, alpha }: Solving, band: Int32Array, fronts: Frame): void {
  const { data: back } = plate.picture
  const { data: seen } = colours
  const { data: front } = fronts
  for (const i of band) {
    const at = i * 4
    const r = (front[at] as number) - (back[at] as number)
    const g = (front[at + 1] as number) - (back[at + 1] as number)
    const b = (front[at + 2] as number) - (back[at + 2] as number)
    const x = (seen[at] as number) - (back[at] as number)
    const y = (seen[at + 1] as number) - (back[at + 1] as number)
    const z = (seen[at + 2] as number) - (back[at + 2] as number)
    const dy = lumaOf(r, g, b)
    const long = r * r + g * g + b * b + 0.5 * dy * dy
    const along = r * x + g * y + b * z + 0.5 * dy * lumaOf(x, y, z)
    alpha.data[i] = long > 1e-9 ? Math.min(1, Math.max(0, along / long)) : 0
  }
}

/** Takes from what stays what has a neighbour across or down that does not; places beyond the border stay. */
function shrinkByCross(known: Float32Array, tones: Uint8Array, width: number): void {
  const n = tones.length
  for (let row = 0; row < n; row += width)
    for (let i = row; i < row + width; i++) {
      if (tones[i] !== KEEP) continue
      if (i > row && tones[i - 1] !== KEEP) known[i] = 0
      else if (i < row + width - 1 && tones[i + 1] !== KEEP) known[i] = 0
      else if (row > 0 && tones[i - width] !== KEEP) known[i] = 0
      else if (row + width < n && tones[i + width] !== KEEP) known[i] = 0
    }
}

/**
 * Puts back what 4:2:0 takes of colour around undecided places: the chroma of what the model explains less that chroma as it is coded, [1 2 1] in both directions; luminance stays. From what is seen into
 * the colours that are solved.
 */
function restoreChroma(of: Solving, seen: Frame, around: Int32Array): void {
  const { width, height } = seen
  const { k } = of
  const map = new Uint8Array(width * height)
  for (const i of around) map[i] = 1
  const near = placesOf(growMap(k, seen, map, 1))
  const model = k.frame(near.length, 1)
  near.forEach((i, n) => explainInto(model.data, n * 4, of, seen, i))
  runProgram(k, model, [{ op: 'encode' }], model)
  const cb = new Float32Array(width * height)
  const cr = new Float32Array(width * height)
  for (let n = 0; n < near.length; n++) {
    const [i, at] = [near[n] as number, n * 4]
    const [red, blue] = [model.data[at] as number, model.data[at + 2] as number]
    const luma = lumaOf(red, model.data[at + 1] as number, blue)
    cb[i] = blue - luma
    cr[i] = red - luma
  }
  // In codes the lost chroma is added; what is seen and what comes out are light.
  const codes = k.frame(around.length, 1)
  around.forEach((i, n) => codes.data.set(seen.data.subarray(i * 4, i * 4 + 4), n * 4))
  runProgram(k, codes, [{ op: 'encode' }], codes)
  for (let n = 0; n < around.length; n++) {
    const i = around[n] as number
    const blue = lost(cb, width, height, i)
    const red = lost(cr, width, height, i)
    const green = -(LUMA[0] * red + LUMA[2] * blue) / LUMA[1]
    codes.data[n * 4] = (codes.data[n * 4] as number) + red
    codes.data[n * 4 + 1] = (codes.data[n * 4 + 1] as number) + green
    codes.data[n * 4 + 2] = (codes.data[n * 4 + 2] as number) + blue
  }
  runProgram(k, codes, [{ op: 'decode' }], codes)
  around.forEach((i, n) => of.colours.data.set(codes.data.subarray(n * 4, n * 4 + 4), i * 4))
  k.free(model, codes)
}

/** What the model says is seen at a place: the plate where that is all there is, the mix at undecided places. */
function explainInto(to: Float32Array, at: number, of: Solving, seen: Frame, i: number): void {
  const { plate, tones, alpha, fronts } = of
  const own = plate.rubbish?.[i] || tones[i] === KEEP || !fronts
  const a = own || tones[i] === DROP ? 0 : (alpha.data[i] as number)
  const back = own ? seen.data : plate.picture.data
  for (let from = i * 4, c = 0; c < 3; c++, from++)
    to[at + c] = a * (fronts?.data[from] ?? 0) + (1 - a) * (back[from] as number)
  to[at + 3] = 1
}

/** A number less the [1 2 1] mean around it, in both directions. */
function lost(plane: Float32Array, width: number, height: number, i: number): number {
  const x = i % width
  const y = (i - x) / width
  let sum = 0
  for (let v = -1; v <= 1; v++)
    for (let u = -1; u <= 1; u++) {
      const at = Math.min(height - 1, Math.max(0, y + v)) * width + Math.min(width - 1, Math.max(0, x + u))
      sum += (plane[at] as number) * (2 - Math.abs(u)) * (2 - Math.abs(v))
    }
  return (plane[i] as number) - sum / 16
}

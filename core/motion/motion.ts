import { maths } from '../maths'
import {
  IDENTITY,
  invert,
  type Matrix3,
  multiply,
  normalised,
  type Quad,
  squareToQuad,
  through,
} from '../matrix'

/** What a tracker measured: where the places that it holds on to lie in each frame of a medium. Pixels of the medium, from its top left corner, centres on halves. */
export interface Motion {
  /** One point; two points (which turn and scale); or four corners of a plane. */
  form: 'point' | 'pair' | 'plane'
  /** The frame in which the anchor was set. */
  reference: number
  /** x, y of each place at the reference. */
  anchor: number[]
  /** Four corners at the reference that are shown and pinned to; the anchor's own unless given. */
  plane?: number[] | undefined
  /** Frame of the first entry of `places`. */
  first: number
  /** The anchor's places by frame; null where nothing was measured. */
  places: (number[] | null)[]
  /** 0 to 1 by frame. */
  quality: (number | null)[]
  /** Corrections by hand: what is added to the places at a frame; between two of them it is shared out evenly. */
  fixes?: { at: number; by: number[] }[] | undefined
  /** Standard deviation in frames of the Gaussian that smooths the places; 0 leaves them as measured. */
  smooth?: number | undefined
  /** Frames outside of this are not heeded. */
  trim?: [number | null, number | null] | undefined
}

const lerp = (a: readonly number[], b: readonly number[], t: number) =>
  a.map((v, i) => v + ((b[i] ?? v) - v) * t)

/** The first and last frame that hold something, inclusive. */
export function spanOf(motion: Motion): [number, number] {
  const there = motion.places.flatMap((p, i) => (p ? [motion.first + i] : []))
  const [from, to] = motion.trim ?? [null, null]
  const low = Math.max(there[0] ?? motion.reference, from ?? -Infinity)
  const high = Math.min(there.at(-1) ?? motion.reference, to ?? Infinity)
  return low <= high ? [low, high] : [motion.reference, motion.reference]
}

/** What corrections add at a frame: linear between them, the reference being one of nothing; held beyond. */
function fixAt({ fixes, reference, anchor }: Motion, frame: number): number[] | undefined {
  if (!fixes?.length) return undefined
  const none = anchor.map(() => 0)
  const list = [...fixes.filter((f) => f.at !== reference), { at: reference, by: none }].sort(
    (a, b) => a.at - b.at,
  )
  const after = list.findIndex((f) => f.at >= frame)
  if (after < 0) return list.at(-1)?.by
  const [b, a] = [list[after], list[after - 1]]
  if (!a || !b) return b?.by
  return lerp(a.by, b.by, (frame - a.at) / (b.at - a.at))
}

/** As measured, between frames and across gaps evenly, held beyond the ends. */
function measuredAt(motion: Motion, frame: number): number[] {
  const { places, first, anchor } = motion
  const [low, high] = spanOf(motion)
  const at = Math.min(high, Math.max(low, frame)) - first
  const look = (from: number, step: 1 | -1) => {
    for (let i = from; i >= 0 && i < places.length; i += step) if (places[i]) return i
    return undefined
  }
  const [before, after] = [look(Math.floor(at), -1), look(Math.ceil(at), 1)]
  const [a, b] = [before ?? after, after ?? before]
  if (a === undefined || b === undefined) return anchor
  const [from, to] = [places[a] as number[], places[b] as number[]]
  return a === b ? from : lerp(from, to, (at - a) / (b - a))
}

const fixedAt = (motion: Motion, frame: number): number[] => {
  const fix = fixAt(motion, frame)
  const places = measuredAt(motion, frame)
  return fix ? places.map((v, i) => v + (fix[i] ?? 0)) : places
}

/** The places of the anchor at a frame (fractions are between two), with corrections and smoothing. */
export function placesAt(motion: Motion, frame: number): number[] {
  const sigma = motion.smooth ?? 0
  if (sigma <= 0) return fixedAt(motion, frame)
  const [low, high] = spanOf(motion)
  const reach = Math.ceil(3 * sigma)
  const sum = motion.anchor.map(() => 0)
  let total = 0
  for (let d = -reach; d <= reach; d++) {
    const at = frame + d
    // Mirrored about the ends, through the end's own place, so that a straight way stays straight.
    const end = at < low ? low : at > high ? high : at
    const weight = maths.exp(-(d * d) / (2 * sigma * sigma))
    const own =
      end === at ? fixedAt(motion, at) : mirrored(fixedAt(motion, end), fixedAt(motion, 2 * end - at))
    own.forEach((v, i) => (sum[i] = (sum[i] as number) + weight * v))
    total += weight
  }
  return sum.map((v) => v / total)
}

const mirrored = (about: readonly number[], of: readonly number[]) =>
  about.map((v, i) => 2 * v - (of[i] ?? v))

/** How sure it is at a frame, 0 to 1; undefined where nothing was measured. */
export function qualityAt(motion: Motion, frame: number): number | undefined {
  if (motion.fixes?.some((f) => f.at === Math.round(frame))) return 1
  return motion.quality[Math.round(frame) - motion.first] ?? undefined
}

const quadOf = (list: readonly number[]): Quad =>
  [0, 2, 4, 6].map((i) => [list[i] ?? 0, list[i + 1] ?? 0] as const) as unknown as Quad

/** The map that takes the anchor's places to others of its form: a shift, a turn with scale, or a perspective. */
export function mapBetween(form: Motion['form'], from: readonly number[], to: readonly number[]): Matrix3 {
  const [x0 = 0, y0 = 0, x1 = 0, y1 = 0] = from
  const [u0 = 0, v0 = 0, u1 = 0, v1 = 0] = to
  if (form === 'point') return [1, 0, u0 - x0, 0, 1, v0 - y0, 0, 0, 1]
  if (form === 'pair') {
    const [dx, dy, du, dv] = [x1 - x0, y1 - y0, u1 - u0, v1 - v0]
    const long = dx * dx + dy * dy
    if (long < 1e-9) return [1, 0, u0 - x0, 0, 1, v0 - y0, 0, 0, 1]
    const [c, s] = [(dx * du + dy * dv) / long, (dx * dv - dy * du) / long]
    return [c, -s, u0 - c * x0 + s * y0, s, c, v0 - s * x0 - c * y0, 0, 0, 1]
  }
  const [a, b] = [squareToQuad(quadOf(from)), squareToQuad(quadOf(to))]
  return a && b ? normalised(multiply(b, invert(a))) : IDENTITY
}

/** From the picture of the reference to that of a frame. */
export const matrixAt = (motion: Motion, frame: number): Matrix3 =>
  mapBetween(motion.form, motion.anchor, placesAt(motion, frame))

/** From the picture of one frame to that of another. */
export const between = (motion: Motion, from: number, to: number): Matrix3 =>
  mapBetween(motion.form, placesAt(motion, from), placesAt(motion, to))

/** The four corners that are shown at a frame: for points a square about them. */
export function planeAt(motion: Motion, frame: number): number[] {
  const own = motion.plane ?? (motion.form === 'plane' ? motion.anchor : squareAbout(motion.anchor))
  const map = matrixAt(motion, frame)
  return [0, 2, 4, 6].flatMap((i) => through(map, own[i] ?? 0, own[i + 1] ?? 0))
}

function squareAbout([x = 0, y = 0, u = x, v = y]: readonly number[]): number[] {
  const [cx, cy, r] = [(x + u) / 2, (y + v) / 2, Math.max(40, maths.hypot(u - x, v - y) / 2)]
  return [cx - r, cy - r, cx + r, cy - r, cx + r, cy + r, cx - r, cy + r]
}

/** The mean of several maps: of where each takes the corners of a square about `centre`. */
export function meanMap(maps: readonly Matrix3[], [x, y]: readonly [number, number], side: number): Matrix3 {
  const [only] = maps
  if (!only || maps.length === 1) return only ?? IDENTITY
  const square = squareAbout([x - side / 2, y, x + side / 2, y])
  const mean = square.map(() => 0)
  for (const map of maps)
    for (let i = 0; i < 8; i += 2) {
      const [u, v] = through(map, square[i] as number, square[i + 1] as number)
      mean[i] = (mean[i] as number) + u / maps.length
      mean[i + 1] = (mean[i + 1] as number) + v / maps.length
    }
  return mapBetween('plane', square, mean)
}

/** Turn in degrees (clockwise) and scale of a map at a place. */
export function turnOf(map: Matrix3, x: number, y: number): { angle: number; scale: number } {
  const [a, b, c] = [through(map, x, y), through(map, x + 1, y), through(map, x, y + 1)]
  const [dx, dy, ex, ey] = [b[0] - a[0], b[1] - a[1], c[0] - a[0], c[1] - a[1]]
  return {
    angle: (maths.atan2(dy - ex, dx + ey) * 180) / Math.PI,
    scale: Math.sqrt(Math.abs(dx * ey - dy * ex)),
  }
}

/** The measured motion with corrections and smoothing written into its places. */
export function settled(motion: Motion): Motion {
  const places = motion.places.map((p, i) => (p ? placesAt(motion, motion.first + i) : null))
  const written = { ...motion, places, fixes: [], smooth: 0 }
  // A correction where nothing was measured is a place of its own.
  return (motion.fixes ?? []).reduce(
    (made, { at }) => (made.places[at - made.first] ? made : withPlace(made, at, placesAt(motion, at), 1)),
    written as Motion,
  )
}

/** The motion with what was found at a frame. */
export function withPlace(
  motion: Motion,
  frame: number,
  place: readonly number[] | null,
  quality: number,
): Motion {
  const [first, places, sure] = [Math.min(motion.first, frame), [...motion.places], [...motion.quality]]
  for (let i = first; i < motion.first; i++) {
    places.unshift(null)
    sure.unshift(null)
  }
  while (places.length <= frame - first) {
    places.push(null)
    sure.push(null)
  }
  places[frame - first] = place ? place.map((v) => Math.round(v * 1e4) / 1e4) : null
  sure[frame - first] = Math.round(quality * 1e3) / 1e3
  return { ...motion, first, places, quality: sure }
}

/** Frames to look at, the least sure first. */
export function doubtful(motion: Motion, below = 0.7): { frame: number; quality: number }[] {
  return motion.quality
    .flatMap((q, i) =>
      q !== null && q < below && qualityAt(motion, motion.first + i) !== 1
        ? [{ frame: motion.first + i, quality: q }]
        : [],
    )
    .sort((a, b) => a.quality - b.quality)
}

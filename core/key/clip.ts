import type { Frame, Size } from '../frame'
import {
  fromRoots,
  growMap,
  type Kernels,
  likeScreen,
  type OverTime,
  overTime,
  type Roots,
  smoothRatios,
  sortScreen,
  toRoots,
  mapOf,
} from '../kernels'
import { colourBy, type ScreenChoice, type ScreenColour, standsOut } from './colour'
import { clippedShare, grainOf, MOVES, oftenSeen, setIn, standsStill, straying } from './over-time'
import { litBy, samplesOf } from './plate'
import { fitSurface, type Sample } from './surface'

/** The most pictures of a clip that are read, and how much of them is kept at once. */
const MOST_LOOKS = 16
const KEPT_BYTES = 320 * 1048576
const FEWEST_LOOKS = 8

/** How many pictures of this size are read of a clip: 8 to 16, within 320 MB. */
export const looksFor = ({ width, height }: Size): number =>
  Math.max(FEWEST_LOOKS, Math.min(MOST_LOOKS, Math.floor(KEPT_BYTES / (width * height * 6))))

/** Places of `count` pictures spread evenly over frames first to last, both among them. */
export function spreadOver(first: number, last: number, count: number): number[] {
  const n = Math.min(count, last - first + 1)
  return Array.from({ length: n }, (_, i) => first + Math.round((i * (last - first)) / Math.max(1, n - 1)))
}

/** What is known of the screen of a clip. */
export interface ScreenFacts {
  colour: ScreenColour
  /** How many pictures were read. */
  looks: number
  /** Shares of the picture: where the screen was seen empty at some time, and where the set stands before it. */
  seen: number
  set: number
  /** Noise of one picture, in codes (0 to 1). */
  grain: number
  /** How far the screen strays from itself in time, in codes: the ninth tenth of the means of cells. */
  strays: number
  /** Nothing stands before the screen that moves: what touches the border counts as the set. */
  still: boolean
  /** Share of the screen whose channel is as bright as codes go. */
  clipped: number
}

/** The screen of a clip as a picture without the subject, the set in it. The picture is the caller's to free. */
export interface ReadScreen extends ScreenFacts {
  picture: Frame
}

/** Above this the screen does not stand still (or its light does not), and one picture of it cannot stand for all. */
const STRAYS = 0.005

/** Whether a picture of the empty screen holds for the whole clip. */
export const isSteady = ({ strays }: Pick<ScreenFacts, 'strays'>): boolean => strays < STRAYS

/** Of the picture each so many places across and down are kept for its colour. */
const QUARTER = 4
/** A place belongs to the screen with these times of its light, so far from anything solid. */
const [WITHIN, SOLID, AWAY] = [[0.4, 1.6] as const, 0.25, 4]
/** What has less than this share of the screen's light may be the set. */
const SET_TO = 0.6
/** The set's soft edge. */
const EDGE = 6

/**
 * Reads the empty screen from pictures of a clip whose camera stands. Each place shows it where, at some time, the colour of the screen is seen far from anything solid: the mean of those samples
 * near their median. What is never seen is filled in by its ratio to a smooth surface of the screen's light. What is no screen and does not move is the set: there it is the median over time.
 */
export class ClipReader {
  readonly #looks: Roots[] = []
  readonly #small: { width: number; height: number; data: Float32Array }[] = []
  #size: Size = { width: 0, height: 0 }

  /** @param scale lengths, as times of those of a picture 720 high */
  constructor(
    private readonly k: Kernels,
    private readonly choice: ScreenChoice,
    private readonly scale: number,
  ) {}

  /** Takes a picture; all must be of one size, and not more than 16. */
  add(picture: Frame): void {
    if (this.#looks.length >= MOST_LOOKS) throw new RangeError('A clip is read from 16 pictures at most.')
    this.#size = { width: picture.width, height: picture.height }
    this.#looks.push(toRoots(this.k, picture))
    this.#small.push(quarterOf(picture))
  }

  /** The screen of what was taken; undefined where none is found. @param share told how far it is, 0 to 1 */
  read(share: (done: number) => void = () => undefined): ReadScreen | undefined {
    const { k } = this
    const colour = colourBy(this.#small, this.choice)
    if (!colour) return undefined
    const looks = this.#looks.length
    const samples: Sample[] = []
    const like = this.#looks.map((_, i) => {
      share((i / looks) * 0.3)
      return this.#shown(i, (picture) => {
        const map = likeScreen(k, picture, colour, { radius: 5 * colour.spread, dark: 0.15 * colour.level })
        for (const s of samplesOf(picture, mapOf(k, growMap(k, picture, mapOf(k, map, 0), 2), 0)))
          samples.push(s)
        return map
      })
    })
    // A screen is as large in a picture of the clip as it has to be in one that stands alone.
    const surface = samples.length < FEWEST_CELLS * looks ? undefined : fitSurface(thinned(samples))
    if (!surface) return undefined
    const lit = litBy(k, surface, this.#size)
    const when = this.#whenSeen(colour, lit, like, (s) => share(0.3 + s * 0.3))
    const over = overTime(k, this.#looks, when, enoughOf(looks), (s) => share(0.6 + s * 0.3))
    const grain = grainOf(over)
    const often = oftenSeen(when, looks)
    const found = this.#joined(over, grain, often, lit, colour)
    k.free(lit)
    const { width, height } = this.#size
    const strays = straying(this.#looks, when, over, this.#size)
    share(1)
    const area = width * height
    return {
      picture: found.picture,
      colour,
      looks,
      seen: over.known.reduce((sum, v) => sum + v, 0) / area,
      set: found.set / area,
      still: standsStill(over, often, grain),
      grain,
      strays,
      clipped: clippedShare(over, colour.channel),
    }
  }

  /** A picture that was taken, as a frame. */
  #shown<T>(index: number, look: (picture: Frame) => T): T {
    const picture = fromRoots(this.k, this.#looks[index] as Roots, this.#size)
    try {
      return look(picture)
    } finally {
      this.k.free(picture)
    }
  }

  /** In which pictures each place shows the screen, a bit each. */
  #whenSeen(colour: ScreenColour, lit: Frame, like: Uint8Array[], share: (s: number) => void): Uint32Array {
    const { k } = this
    const when = new Uint32Array(this.#size.width * this.#size.height)
    const options = { radius: 0, within: WITHIN, solid: SOLID, shade: 1 }
    like.forEach((map, n) => {
      share(n / like.length)
      this.#shown(n, (picture) => {
        const { known, solid } = sortScreen(k, picture, lit, colour, { ...options, known: map })
        const near = growMap(k, picture, solid, Math.max(1, Math.round(AWAY * this.scale)))
        const bit = (1 << n) >>> 0
        for (let i = 0; i < when.length; i++)
          if (known[i] && !near[i]) when[i] = ((when[i] as number) | bit) >>> 0
      })
    })
    return when
  }

  /** The screen where it was seen, the set where that stands, and between them what the light of the screen lets expect. */
  #joined(over: OverTime, grain: number, often: Uint8Array, lit: Frame, { channel, others }: ScreenColour) {
    const { k } = this
    const { width, height } = this.#size
    const n = width * height
    const seen = k.frame(width, height)
    for (let i = 0, at = 0; i < n; i++, at += 3) {
      for (let c = 0; c < 3; c++) seen.data[i * 4 + c] = over.light[at + c] as number
      seen.data[i * 4 + 3] = 1
    }
    const picture = smoothRatios(k, seen, lit, over.known)
    const solid = new Uint8Array(n)
    for (let i = 0; i < n; i++) {
      const out = standsOut(seen.data, i * 4, channel, others[0], others[1])
      const full = standsOut(picture.data, i * 4, channel, others[0], others[1])
      solid[i] = !over.known[i] && out < SET_TO * full ? 1 : 0
    }
    const still = setIn(k, this.#size, solid, over, grain, often)
    const near = growMap(k, this.#size, still, Math.max(1, Math.round(EDGE * this.scale)))
    let set = 0
    for (let i = 0; i < n; i++) {
      if (still[i]) set++
      const rests = (over.moves[i] as number) <= MOVES * grain
      if (still[i] || (near[i] && !over.known[i] && rests))
        for (let c = 0; c < 3; c++) picture.data[i * 4 + c] = over.light[i * 3 + c] as number
    }
    k.free(seen)
    return { picture, set }
  }
}

/** Every fourth place of a picture. */
function quarterOf({ width, height, data }: Frame) {
  const [w, h] = [Math.max(1, Math.floor(width / QUARTER)), Math.max(1, Math.floor(height / QUARTER))]
  const out = new Float32Array(w * h * 4)
  for (let y = 0, to = 0; y < h; y++)
    for (let x = 0; x < w; x++, to += 4) {
      const from = (y * QUARTER * width + x * QUARTER) * 4
      out.set(data.subarray(from, from + 4), to)
    }
  return { width: w, height: h, data: out }
}

/** In the mean a picture has this many cells of screen. */
const FEWEST_CELLS = 40
/** The most samples that a surface is laid through. */
const MOST_SAMPLES = 6000

const thinned = (samples: Sample[]): Sample[] => {
  const apart = Math.ceil(samples.length / MOST_SAMPLES)
  return apart > 1 ? samples.filter((_, i) => i % apart === 0) : samples
}

/** At least two samples, and a tenth of the pictures. */
const enoughOf = (looks: number) => Math.max(2, Math.ceil(looks / 10))

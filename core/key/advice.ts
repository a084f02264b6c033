import type { Frame, Size } from '../frame'
import { isSteady, type ScreenFacts } from './clip'
import type { Crop } from './crop'
import { type Side, sidesInSight, type Standing } from './stand'
import { readColour, type ScreenColour, standsOut } from './colour'

/** What can be wrong with a key. */
export type Flaw =
  'none' | 'undecided' | 'little' | 'close' | 'touches' | 'still' | 'clipped' | 'unseen' | 'moves' | 'cut'

/** What a key thinks of a picture, all of one size: what is seen, the empty screen, and the three tones as greys (black goes, white stays). */
export interface KeyLooks {
  seen: Light
  screen: Light
  tones: Light
}
type Light = Size & Pick<Frame, 'data'>

/** Shares above (or below) which something is worth a word. */
const UNDECIDED_ABOVE = 0.08
const SCREEN_BELOW = 0.15
const CLOSE_ABOVE = 0.05
const CLIPPED_ABOVE = 0.05
const UNSEEN_ABOVE = 0.35
/** The subject meets the set along more than this share of the picture's height. */
const TOUCHES_ABOVE = 0.04
/** The subject runs over a side where it covers more than this share of it. */
const CUT_ABOVE = 0.01
/** A place that differs from the screen by less than this share of it is close to it. */
const CLOSE = 0.3
/** As bright as codes go. */
const TOP = 0.98
/** A place has the light of the screen above the first share of it; below the second it is solid. */
const [LIT, SOLID] = [0.7, 0.25]

/** Where a subject is put, and what of its picture counts. */
export type Placed = Standing & Pick<Crop, 'across' | 'down'>

/** What else is known of a key that is judged: what its clip said, and where its subject is put. */
export interface KeyKnown {
  facts?: Omit<ScreenFacts, 'colour'> | undefined
  standing?: Placed | undefined
}

/** What of a picture could not be keyed well, in the order of the stages. */
export function flawsOf(looks: KeyLooks, { facts, standing }: KeyKnown = {}): Flaw[] {
  const colour = readColour([looks.screen])
  if (!colour) return ['none']
  const found = countedIn(looks, colour)
  const { all, lit } = found
  const flaws: [Flaw, boolean | undefined][] = [
    ['little', lit < SCREEN_BELOW * all],
    ['moves', facts && !isSteady(facts)],
    ['still', facts?.still],
    ['unseen', facts && 1 - facts.seen - facts.set > UNSEEN_ABOVE],
    ['clipped', found.clipped > CLIPPED_ABOVE * Math.max(1, lit)],
    ['undecided', found.undecided > UNDECIDED_ABOVE * all],
    ['touches', found.meets > TOUCHES_ABOVE * looks.seen.height],
    ['close', found.close > CLOSE_ABOVE * Math.max(1, found.keep)],
    ['cut', standing && isCut(looks.tones, standing)],
  ]
  return flaws.flatMap(([flaw, is]) => (is ? [flaw] : []))
}

/** Whether the subject runs over a side of its picture that is seen in the frame; a side that is cropped was meant so. */
function isCut({ width, height, data }: Light, standing: Placed): boolean {
  const { across, down } = standing
  const cropped: Record<Side, boolean> = {
    left: across[0] > 0,
    right: across[1] < 1,
    top: down[0] > 0,
    bottom: down[1] < 1,
  }
  const starts: Record<Side, [at: number, apart: number, count: number]> = {
    left: [0, width, height],
    right: [width - 1, width, height],
    top: [0, 1, width],
    bottom: [(height - 1) * width, 1, width],
  }
  return sidesInSight(standing, { width, height }).some((side) => {
    if (cropped[side]) return false
    const [at, apart, count] = starts[side]
    let over = 0
    for (let i = 0; i < count; i++) if ((data[(at + i * apart) * 4] as number) >= 0.9) over++
    return over > CUT_ABOVE * count
  })
}

/** How many places are what. */
interface Counted {
  all: number
  lit: number
  clipped: number
  undecided: number
  keep: number
  close: number
  meets: number
}

function countedIn({ seen, screen, tones }: KeyLooks, { channel, others: [a, b] }: ScreenColour): Counted {
  const { width, height } = seen
  const out = { all: width * height, lit: 0, clipped: 0, undecided: 0, keep: 0, close: 0, meets: 0 }
  const toneAt = (i: number) => tones.data[i * 4] as number
  const shareAt = (i: number) =>
    standsOut(seen.data, i * 4, channel, a, b) / Math.max(1e-4, standsOut(screen.data, i * 4, channel, a, b))
  for (let i = 0; i < out.all; i++) {
    const tone = toneAt(i)
    if (tone > 0.1 && tone < 0.9) out.undecided++
    else if (tone >= 0.9) {
      out.keep++
      if (isClose(seen.data, screen.data, i * 4)) out.close++
      const x = i % width
      const goesSolid = (j: number) => toneAt(j) < 0.1 && shareAt(j) < SOLID
      if ((x > 0 && goesSolid(i - 1)) || (x < width - 1 && goesSolid(i + 1))) out.meets++
    } else if (shareAt(i) > LIT) {
      out.lit++
      if ((seen.data[i * 4 + channel] as number) > TOP) out.clipped++
    }
  }
  return out
}

function isClose(seen: Float32Array, screen: Float32Array, at: number): boolean {
  let [off, light] = [0, 0]
  for (let c = at; c < at + 3; c++) {
    const d = (seen[c] as number) - (screen[c] as number)
    off += d * d
    light += (screen[c] as number) * (screen[c] as number)
  }
  return off < CLOSE * CLOSE * light
}

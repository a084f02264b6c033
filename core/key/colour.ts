/** The colour of a screen: which channel it lies in, the other two as shares of that one, and how far those stray. */
export interface ScreenColour {
  /** 0 red, 1 green, 2 blue. */
  channel: number
  others: readonly [number, number]
  /** The two shares, in the order of the channels. */
  shares: readonly [number, number]
  spread: number
  /** The median of the channel itself, in light. */
  level: number
}

/** The two channels beside one. */
export const othersOf = (channel: number): [number, number] =>
  channel === 0 ? [1, 2] : channel === 1 ? [0, 2] : [0, 1]

/** How far the key channel stands out above the larger of the others. */
export const standsOut = (data: Float32Array, at: number, g: number, a: number, b: number): number =>
  (data[at + g] as number) - Math.max(data[at + a] as number, data[at + b] as number)

const BINS = 64
/** Of a picture every so many places are looked at, across and down. */
const APART = 4
/** The dimmest light, and the least share of the channel that stands out, of which a colour is read. */
const [DIM, DULL] = [0.02, 0.2]
/** How far shares lie from those of the screen that belong to it. */
const NEAR = 0.06

/**
 * Which colour a screen has, from pictures of which some part shows it: the channel that stands out most in sum (green or blue); the peak of the shares of the others, weighted by how far the
 * channel stands out, moved to the mean within 0.06; their spread, 1.48 times the median deviation. Undefined where nothing stands out.
 */
export function readColour(
  pictures: readonly { width: number; height: number; data: Float32Array }[],
  channel?: number,
): ScreenColour | undefined {
  const g = channel ?? strongest(pictures)
  const others = othersOf(g)
  const found = gathered(pictures, g, others)
  const { shares, weights } = found
  if (!weights.length) return undefined
  const bins = new Float64Array(BINS * BINS)
  const binOf = (share: number) => Math.min(BINS - 1, Math.floor(share * BINS))
  for (let i = 0; i < weights.length; i++) {
    const bin = binOf(shares[2 * i] as number) * BINS + binOf(shares[2 * i + 1] as number)
    bins[bin] = (bins[bin] as number) + (weights[i] as number)
  }
  const peak = bins.reduce((best, v, i) => (v > (bins[best] as number) ? i : best), 0)
  let [p, q] = [(Math.floor(peak / BINS) + 0.5) / BINS, ((peak % BINS) + 0.5) / BINS]
  for (let round = 0; round < 8; round++) {
    let [sum, toP, toQ] = [0, 0, 0]
    for (let i = 0; i < weights.length; i++) {
      const x = shares[2 * i] as number
      const y = shares[2 * i + 1] as number
      if (Math.abs(x - p) > NEAR || Math.abs(y - q) > NEAR) continue
      const w = weights[i] as number
      sum += w
      toP += w * x
      toQ += w * y
    }
    if (sum > 0) [p, q] = [toP / sum, toQ / sum]
  }
  return describe(found, g, others, [p, q])
}

/** Places in which a channel stands out: the shares of the others, two a place, how far it stands out, and its light. */
interface Gathered {
  shares: number[]
  weights: number[]
  levels: number[]
}

function gathered(
  pictures: readonly { width: number; height: number; data: Float32Array }[],
  g: number,
  [a, b]: readonly [number, number],
): Gathered {
  const shares: number[] = []
  const weights: number[] = []
  const levels: number[] = []
  for (const { width, height, data } of pictures)
    for (let y = Math.min(height - 1, APART >> 1); y < height; y += APART)
      for (let x = Math.min(width - 1, APART >> 1); x < width; x += APART) {
        const at = (y * width + x) * 4
        const key = data[at + g] as number
        const out = standsOut(data, at, g, a, b)
        if (!(key > DIM) || out / key <= DULL) continue
        shares.push(Math.max(0, (data[at + a] as number) / key), Math.max(0, (data[at + b] as number) / key))
        levels.push(key)
        weights.push(out)
      }
  return { shares, weights, levels }
}

/** A screen's colour with the spread and the light of the places near it; undefined where there are none. */
function describe(
  { shares, weights, levels }: Gathered,
  channel: number,
  others: [number, number],
  [p, q]: readonly [number, number],
  reach = NEAR,
): ScreenColour | undefined {
  const near: number[] = []
  const lit: number[] = []
  for (let i = 0; i < weights.length; i++) {
    const x = (shares[2 * i] as number) - p
    const y = (shares[2 * i + 1] as number) - q
    const far = Math.sqrt(x * x + y * y)
    if (far > reach) continue
    near.push(far)
    lit.push(levels[i] as number)
  }
  if (!near.length) return undefined
  return {
    channel,
    others,
    shares: [p, q],
    spread: Math.max(0.008, 1.48 * medianOf(near)),
    level: medianOf(lit),
  }
}

/** Colours that were picked: the channel in which the first stands out, the mean of their shares, and those places of a picture that are near them for spread and light. Undefined where the first stands out in no channel. */
function setColour(
  picture: { width: number; height: number; data: Float32Array },
  picks: readonly Rgb[],
): ScreenColour | undefined {
  const [first] = picks
  if (!first) return undefined
  const channel = first.indexOf(Math.max(...first))
  const others = othersOf(channel)
  const key = first[channel] as number
  if (!(key > 0) || Math.max(...others.map((c) => first[c] as number)) > (1 - DULL) * key) return undefined
  const shares = picks.map((rgb) =>
    others.map((c) => (rgb[c] as number) / Math.max(1e-6, rgb[channel] as number)),
  ) as [number, number][]
  const mean = [0, 1].map((c) => shares.reduce((sum, s) => sum + (s[c] as number), 0) / shares.length) as [
    number,
    number,
  ]
  const far = Math.max(...shares.map((s) => distance(s, mean)))
  const found = describe(gathered([picture], channel, others), channel, others, mean, NEAR + far)
  // What is like a screen lies within three spreads and more of its colour.
  return found && { ...found, spread: Math.max(found.spread, far / 3) }
}

const distance = (a: readonly [number, number], b: readonly [number, number]) =>
  Math.sqrt((a[0] - b[0]) * (a[0] - b[0]) + (a[1] - b[1]) * (a[1] - b[1]))

/** Green or blue, whichever stands out more in sum. */
function strongest(pictures: readonly { data: Float32Array }[]): number {
  const sums = [1, 2].map((g) => {
    const [a, b] = othersOf(g)
    let sum = 0
    for (const { data } of pictures)
      for (let at = 0; at < data.length; at += 4 * APART) sum += Math.max(0, standsOut(data, at, g, a, b))
    return sum
  }) as [number, number]
  return sums[1] > sums[0] ? 2 : 1
}

/** The middle of some numbers; 0 of none. */
export function medianOf(values: readonly number[]): number {
  const sorted = Float64Array.from(values).sort()
  return sorted[Math.floor(sorted.length / 2)] ?? 0
}

type Rgb = readonly [number, number, number]

/** How the colour of a screen is found: read from the picture, of green or blue alone, or set by hand from samples. */
export type ScreenChoice = 'auto' | 'green' | 'blue' | readonly Rgb[]

const CHANNELS = { auto: undefined, green: 1, blue: 2 } as const

/** The colour of the screen in pictures, by a choice; undefined where nothing of it is seen. */
export function colourBy(
  pictures: readonly { width: number; height: number; data: Float32Array }[],
  choice: ScreenChoice,
): ScreenColour | undefined {
  if (typeof choice === 'string') return readColour(pictures, CHANNELS[choice])
  for (const picture of pictures) {
    const found = setColour(picture, choice)
    if (found) return found
  }
  return undefined
}

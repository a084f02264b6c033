import { maths } from '../maths'
import { type Animated, type Value, valueAt } from './keys'
import { unitNoise } from './noise'

/** What a value can be taken from. */
export type Source =
  /** Another value of the project; `part` picks one number of a list. */
  | { kind: 'value'; address: ValueAddress; part?: number | undefined }
  /** The loudness of a clip, 0 to 1. */
  | { kind: 'sound'; clipId: string }
  /** A number of measured motions, in pixels of the picture, degrees or as a factor, since the frame that they count from. */
  | ({ kind: 'motion'; of: MotionPart } & MotionsRef)

/** What a motion is as numbers: where its middle lies, how far that has moved, how it has turned and grown, and how sure it is. */
export const MOTION_PARTS = ['x', 'y', 'across', 'down', 'angle', 'scale', 'quality'] as const
export type MotionPart = (typeof MOTION_PARTS)[number]

/** One motion or the mean of several. */
export interface MotionsRef {
  motions: string[]
  /** Frame of the first one's medium from which they count. */
  at: number
  /** The other way, as for holding still what moves. */
  inverted: boolean
}

/** Where a value lies: whose it is, and the way to it. */
export interface ValueAddress {
  owner: { kind: 'step' | 'item' | 'object'; id: string }
  path: string
}

interface Common {
  id: string
  on: boolean
  /** The one number of a list that it moves; all of them unless given. */
  part?: number | undefined
}

/** The value becomes offset + factor * source, a delay later, within limits; or that is added to it. */
export interface Follow extends Common {
  kind: 'follow'
  source: Source
  factor: number
  offset: number
  /** Frames. */
  delay: number
  limits: [number, number] | null
  join: 'replace' | 'add'
  /** Instead of all that: the value begins where the source ended, as fast as that was then, and goes over into its own in so many frames. */
  settle?: number | undefined
}

/** Seeded noise added to the value: a wobble runs smoothly, a flicker jumps and stays until the next jump. */
export interface Noise extends Common {
  kind: 'wobble' | 'flicker'
  seed: number
  /** Layers, each twice as fast and half as strong as the one before. */
  octaves: number
  /** Largest deviation, in units of the value. */
  amplitude: Animated
  /** Swings or jumps a second. */
  frequency: Animated
  /** The amplitude falls by e^-decay every second from the beginning of the step. */
  decay: Animated
}

/** Takes a place on the picture along with motions. */
export interface Attachment extends Common, MotionsRef {
  kind: 'attach'
  /** What the place is counted in: shares of the picture or its pixels. */
  unit: 'normalised' | 'px'
}

export type Modifier = Follow | Noise | Attachment

/** The numbers of a noise that can be animated themselves. */
export const NOISE_FORMS = ['amplitude', 'frequency', 'decay'] as const

/** What modifiers need to know beside the value. */
export interface ModifyContext {
  /** Seconds in a frame. */
  frame: number
  /** Treatment time from which decay counts. */
  since: number
  /** The number that a source has at treatment time t; undefined where it is not there. */
  source(source: Source, t: number): number | undefined
  /** What a source would be a frame after its shot ended, and how much it changed in the last frame of that. */
  ending?(source: Source): { value: number; speed: number } | undefined
  /** Where motions take a place; the place itself where they are not there. */
  attach?(attach: Attachment, place: readonly [number, number], t: number): [number, number]
}

/** A value with everything that moves it, at treatment time t. Words and switches are moved by keys alone. */
export function movedValue(animated: Animated, t: number, context: ModifyContext): Value {
  let value = valueAt(animated, t)
  for (const modifier of animated.modifiers ?? []) {
    if (!modifier.on) continue
    if (modifier.kind === 'attach') {
      if (Array.isArray(value) && value.length === 2 && context.attach)
        value = context.attach(modifier, value as [number, number], t)
    } else if (typeof value === 'number') value = moved(modifier, animated, value, 0, t, context)
    else if (Array.isArray(value))
      value = value.map((v, i) =>
        modifier.part === undefined || modifier.part === i ? moved(modifier, animated, v, i, t, context) : v,
      )
  }
  return value
}

function moved(
  modifier: Follow | Noise,
  animated: Animated,
  value: number,
  component: number,
  t: number,
  context: ModifyContext,
): number {
  if (modifier.kind !== 'follow') return value + noiseAt(modifier, t, component, context)
  if (modifier.settle !== undefined) {
    const { since } = context
    const frames = t - since
    const from = frames < modifier.settle ? context.ending?.(modifier.source) : undefined
    if (!from) return value
    const [head, next] = [since, since + 1].map((at) => {
      const own = valueAt(animated, at)
      return Number(Array.isArray(own) ? own[component] : own)
    }) as [number, number]
    return value + settling(from.value - head, from.speed - (next - head), frames, modifier.settle)
  }
  const source = context.source(modifier.source, t - modifier.delay)
  if (source === undefined) return value
  const [low, high] = modifier.limits ?? [-Infinity, Infinity]
  const taken = Math.min(high, Math.max(low, modifier.offset + modifier.factor * source))
  return modifier.join === 'add' ? value + taken : taken
}

/** A difference that dies away: `by` with a slope of `slope` a frame at 0, neither any more at `over` frames; a cubic Hermite segment, straight before 0. */
function settling(by: number, slope: number, frames: number, over: number): number {
  if (frames <= 0) return by + slope * frames
  const u = frames / over
  return by * (1 + 2 * u) * (1 - u) * (1 - u) + slope * frames * (1 - u) * (1 - u)
}

/** The deviation of a wobble or flicker at treatment time t, within its amplitude. */
export function noiseAt(
  modifier: Noise,
  t: number,
  component: number,
  { frame, since }: Pick<ModifyContext, 'frame' | 'since'>,
): number {
  const number = (animated: Animated) => Number(valueAt(animated, t))
  const seconds = Math.max(0, t - since) * frame
  const amplitude = number(modifier.amplitude) * maths.exp(-number(modifier.decay) * seconds)
  const phase = cycles(modifier.frequency, t) * frame
  let [sum, total] = [0, 0]
  for (let octave = 0; octave < modifier.octaves; octave++) {
    const weight = maths.pow(2, -octave)
    const at = phase * maths.pow(2, octave)
    const stream = modifier.seed * 64 + octave * 8 + component
    sum += weight * unitNoise(stream, modifier.kind === 'flicker' ? Math.floor(at) : at)
    total += weight
  }
  return total ? (amplitude * sum) / total : 0
}

/** The integral of a rate from time 0 to t, so that a rate that changes never makes the phase jump. Frames between keys by the midpoint rule. */
function cycles(rate: Animated, t: number): number {
  const keys = rate.keysOff ? undefined : rate.keys
  if (!keys?.length) return Number(rate.value) * t
  const first = Math.min(t, (keys[0] as { at: number }).at)
  const last = Math.min(t, (keys.at(-1) as { at: number }).at)
  let sum = Number(valueAt(rate, first)) * first + Number(valueAt(rate, last)) * (t - last)
  for (let at = first; at < last; at += 1) {
    const length = Math.min(1, last - at)
    sum += Number(valueAt(rate, at + length / 2)) * length
  }
  return sum
}

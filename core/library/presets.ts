import type { Animated, Key, Value } from '../anim'
import type { Preset } from '../formats'

type Given = Value | Animated
const isAnimated = (given: Given): given is Animated => typeof given === 'object' && !Array.isArray(given)

const preset = (use: string, name: string, what: Record<string, Given>): Preset => ({
  ...{ name, use },
  what: Object.fromEntries(
    Object.entries(what).map(([id, given]) => [id, isAnimated(given) ? given : { value: given }]),
  ),
})

/** Keys from the head of the shot on. */
const keyed = (...keys: [at: number, value: number][]): Animated => ({
  value: keys.at(-1)?.[1] ?? 0,
  keys: keys.map(([at, value]): Key => ({ at, value, leave: 'ease', arrive: 'ease' })),
})

/** Ready-made states that ship with Stilus, by step. Keys count from the head of the shot that they are used on. */
export const PRESETS: readonly Preset[] = [
  preset('grade', 'Late afternoon', { temperature: 34, exposure: 0.15, contrast: 1.12, saturation: 1.08 }),
  preset('grade', 'Before dawn', { temperature: -42, exposure: -0.9, saturation: 0.72, contrast: 1.1 }),
  preset('grade', 'Faded print', { contrast: 0.84, saturation: 0.7, lift: [0.02, 0.018, 0.024] }),
  preset('grade', 'Hard noon', { exposure: 0.35, contrast: 1.4, saturation: 0.92, temperature: 6 }),
  preset('grade', 'Slate', { saturation: 0, contrast: 1.15 }),
  preset('curves', 'Soft S', { tone: [0, 0, 0.25, 0.19, 0.75, 0.82, 1, 1] }),
  preset('curves', 'Milky blacks', { tone: [0, 0.09, 0.3, 0.31, 1, 0.97] }),
  preset('curves', 'Teal shadows, amber lights', {
    red: [0, 0, 0.3, 0.25, 0.7, 0.75, 1, 1],
    blue: [0, 0.05, 0.3, 0.34, 0.7, 0.65, 1, 0.95],
  }),
  preset('curves', 'Turned over', { tone: [0, 1, 1, 0] }),
  preset('levels', 'Open the shadows', { input: [0.02, 0.98], bend: 1.35 }),
  preset('levels', 'Tuck in for broadcast', { output: [0.02, 0.95], limit: true }),
  preset('levels', 'Paper cut-out', { input: [0.42, 0.58], limit: true }),
  preset('glow', 'Lantern', { threshold: 0.7, radius: 30, intensity: 1.2, tint: [1, 0.72, 0.4] }),
  preset('glow', 'Morning haze', { threshold: 0.25, softness: 0.8, radius: 60, rings: 3, intensity: 0.6 }),
  preset('glow', 'Cold spark', { threshold: 1, radius: 10, rings: 4, intensity: 1.6, tint: [0.6, 0.8, 1] }),
  preset('glow', 'Kindle', { threshold: 0.6, radius: 28, intensity: keyed([0, 0], [24, 1.5]) }),
  preset('vignette', 'Gentle', { strength: 0.8, size: 1.1, softness: 0.9 }),
  preset('vignette', 'Peephole', { strength: 8, size: 0.5, softness: 0.08 }),
  preset('vignette', 'Window light from the left', {
    centre: [0.1, 0.45],
    strength: 1.6,
    size: 1,
    softness: 1.2,
  }),
  preset('gaussian-blur', 'Just off sharp', { radius: [2.5, 2.5] }),
  preset('gaussian-blur', 'Dream', { radius: [18, 18] }),
  preset('gaussian-blur', 'Passing train', { radius: [48, 0], edge: 'mirror' }),
  preset('reframe', 'Slow push', { scale: keyed([0, 1], [96, 1.12]), edge: 'mirror' }),
  preset('reframe', 'Dutch tilt', { angle: -7, scale: 1.16 }),
  preset('reframe', 'Hung on a wall', { turn: 24, lean: 4, scale: 0.86 }),
  preset('reframe', 'Hand-held', {
    across: wobble(7, 1.6, 3),
    down: wobble(5, 1.9, 4),
    angle: wobble(0.5, 1.2, 5),
    scale: 1.04,
    edge: 'mirror',
  }),
  preset('grain', 'Fine stock', { amount: 0.14, size: 1.4 }),
  preset('grain', 'Pushed two stops', { amount: 0.55, size: 2.4, colour: 0.5, shadows: 1.2 }),
  preset('grain', 'Old reel', { amount: 0.4, size: 3, colour: 0, every: 2 }),
]

function wobble(amplitude: number, frequency: number, seed: number): Animated {
  const forms = { amplitude: { value: amplitude }, frequency: { value: frequency }, decay: { value: 0 } }
  return { value: 0, movers: [{ id: `w${seed}`, on: true, kind: 'wobble', seed, octaves: 2, ...forms }] }
}

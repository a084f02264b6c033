import type { Mover } from '../anim'
import type { RecipeFile } from '../formats'
import { type FrontControl, newPlainStep, type Step } from '../project'
import type { Value } from '../anim'

const step = (use: string, id: string, name: string, values: Record<string, Value>): Step => {
  const made = newPlainStep(use, id)
  for (const [param, value] of Object.entries(values)) made.what[param] = { value }
  return { ...made, name }
}

const control = (
  id: string,
  label: string,
  target: [stepId: string, param: string],
  range?: [number, number],
): FrontControl => ({
  ...{ id, label, targets: [{ stepId: target[0], param: target[1] }] },
  ...(range ? { range } : {}),
})

const recipe = (id: string, name: string, steps: Step[], front: FrontControl[]): RecipeFile => ({
  ...{ format: 'stilus-recipe', version: 1, id: `stilus-${id}`, name, revision: 1 },
  ...{ from: { head: 0, length: 100 }, front, steps },
})

/** A light that burns unsteadily: its strength jumps about what was set. */
function lantern(): Step {
  const glow = step('glow', 'glow', 'Flame', {
    ...{ threshold: 0.55, radius: 34, rings: 3, intensity: 1.1, tint: [1, 0.66, 0.32] },
  })
  const forms = { amplitude: { value: 0.35 }, frequency: { value: 9 }, decay: { value: 0 } }
  const flicker: Mover = { id: 'flame', on: true, kind: 'flicker', seed: 12, octaves: 2, ...forms }
  const intensity = glow.what.intensity
  if (intensity) intensity.movers = [flicker]
  return glow
}

/** Recipes that ship with Stilus. */
export const RECIPES: readonly RecipeFile[] = [
  recipe(
    'lantern-light',
    'Lantern light',
    [step('grade', 'warm', 'Warm up', { temperature: 26, contrast: 1.06 }), lantern()],
    [
      control('warmth', 'Warmth', ['warm', 'temperature'], [-20, 80]),
      control('flame', 'Flame', ['glow', 'intensity'], [0, 3]),
      control('reach', 'Reach', ['glow', 'radius'], [5, 120]),
      control('colour', 'Colour', ['glow', 'tint']),
    ],
  ),
  recipe(
    'memory',
    'A memory',
    [
      step('grade', 'fade', 'Fade', { saturation: 0.55, contrast: 0.88, temperature: 14 }),
      step('glow', 'bloom', 'Bloom', { threshold: 0.3, softness: 0.8, radius: 40, rings: 3, intensity: 0.6 }),
      step('vignette', 'edge', 'Edge', { strength: 1.2, size: 0.9, softness: 0.9 }),
    ],
    [
      control('colour', 'Colour left', ['fade', 'saturation'], [0, 1]),
      control('bloom', 'Bloom', ['bloom', 'intensity'], [0, 2]),
      control('edge', 'Edge', ['edge', 'strength'], [0, 3]),
    ],
  ),
  recipe(
    'silver-reel',
    'Silver reel',
    [
      step('grade', 'silver', 'Silver', { saturation: 0, contrast: 1.2 }),
      step('grain', 'grain', 'Stock', { amount: 0.35, size: 2, colour: 0 }),
      step('vignette', 'gate', 'Gate', { strength: 0.9, size: 1.1, softness: 0.5 }),
    ],
    [
      control('contrast', 'Contrast', ['silver', 'contrast'], [0.8, 1.8]),
      control('grain', 'Grain', ['grain', 'amount'], [0, 1]),
      control('size', 'Grain size', ['grain', 'size'], [1, 6]),
      control('gate', 'Gate', ['gate', 'strength'], [0, 3]),
    ],
  ),
  recipe(
    'bring-forward',
    'Bring forward',
    [
      step('gaussian-blur', 'soften', 'Soften', { radius: [6, 6] }),
      step('vignette', 'dim', 'Dim', { strength: 1, size: 0.8, softness: 0.8 }),
    ],
    [
      control('soft', 'Softness', ['soften', 'radius'], [0, 40]),
      control('dim', 'Dim', ['dim', 'strength'], [0, 4]),
      control('place', 'Place', ['dim', 'centre']),
    ],
  ),
]

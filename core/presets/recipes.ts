import type { Modifier } from '../anim'
import type { RecipeFile } from '../formats'
import { type PanelControl, newPlainStep, type Step } from '../project'
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
  limits?: [number, number],
): PanelControl => ({
  id,
  label,
  targets: [{ stepId: target[0], param: target[1] }],
  ...(limits ? { limits } : {}),
})

const recipe = (id: string, name: string, steps: Step[], panel: PanelControl[]): RecipeFile => ({
  format: 'stilus-recipe',
  version: 2,
  id: `stilus-${id}`,
  name,
  revision: 1,
  from: { head: 0, length: 100 },
  panel,
  steps,
})

/** A light that burns unsteadily: its strength jumps about what was set. */
function lantern(): Step {
  const glow = step('glow', 'glow', 'Flame', {
    threshold: 0.55,
    radius: 34,
    rings: 3,
    intensity: 1.1,
    tint: [1, 0.66, 0.32],
  })
  const forms = { amplitude: { value: 0.35 }, frequency: { value: 9 }, decay: { value: 0 } }
  const flicker: Modifier = { id: 'flame', on: true, kind: 'flicker', seed: 12, octaves: 2, ...forms }
  const intensity = glow.what.intensity
  if (intensity) intensity.modifiers = [flicker]
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
  recipe(
    'night-from-day',
    'Night from day',
    [
      step('secondary', 'lamps', 'Lamps', {
        sample: [1, 0.6, 0.2],
        width: 80,
        light: [0.55, 1],
        exposure: 2.2,
        saturation: 1.5,
      }),
      step('cdl', 'night', 'Night', {
        slope: [0.5, 0.58, 0.86],
        power: [1.2, 1.12, 1.02],
        saturation: 0.8,
        limit: false,
      }),
      step('glow', 'shine', 'Shine', {
        threshold: 0.4,
        radius: 26,
        rings: 3,
        intensity: 0.9,
        tint: [1, 0.72, 0.4],
      }),
      step('vignette', 'dark', 'Dark border', { strength: 1.2, size: 1, softness: 0.9 }),
    ],
    [
      control('lamps', 'Lamps', ['lamps', 'exposure'], [-1, 3]),
      control('shine', 'Shine', ['shine', 'intensity'], [0, 3]),
      control('dark', 'Dark border', ['dark', 'strength'], [0, 4]),
    ],
  ),
  recipe(
    'worn-print',
    'Worn print',
    [
      step('split-tone', 'fade', 'Fading', {
        shadows: [0.3, 0.16, 0.12],
        highlights: [0.95, 0.8, 0.5],
        shadowStrength: 0.5,
        highlightStrength: 0.5,
      }),
      step('grain', 'grain', 'Stock', { amount: 0.3, size: 2.4, colour: 0.2 }),
      step('dust', 'dirt', 'Dirt', { specks: 26, hairs: 1, scratches: 4 }),
      step('flicker', 'lamp', 'Lamp', { amount: 0.12, rate: 14, hard: 0.7 }),
      step('gate', 'gate', 'Gate', { weave: 2.5, jump: 0.8, turn: 0.06 }),
    ],
    [
      control('age', 'Fading', ['fade', 'shadowStrength'], [0, 1]),
      control('dirt', 'Dirt', ['dirt', 'strength'], [0, 1]),
      control('grain', 'Grain', ['grain', 'amount'], [0, 1]),
      control('sway', 'Sway', ['gate', 'weave'], [0, 12]),
    ],
  ),
  recipe(
    'picture-tube',
    'Picture tube',
    [
      step('gaussian-blur', 'soft', 'Soft beam', { radius: [1.2, 0.4] }),
      step('fringe', 'slip', 'Colours slip', { kind: 'along', amount: 4, steps: 3 }),
      step('scan-lines', 'lines', 'Lines', { pitch: 4, depth: 0.45, stripes: 0.3, gain: 1.6 }),
      step('glow', 'shine', 'Glass', { threshold: 0.4, radius: 16, intensity: 0.4 }),
      step('lens-distortion', 'bow', 'Bowed glass', { k1: 0.08, scale: 1.02 }),
    ],
    [
      control('lines', 'Lines', ['lines', 'depth'], [0, 1]),
      control('stripes', 'Stripes', ['lines', 'stripes'], [0, 1]),
      control('slip', 'Slip', ['slip', 'amount'], [0, 20]),
      control('bow', 'Bow', ['bow', 'k1'], [0, 0.3]),
    ],
  ),
  recipe(
    'toy-town',
    'Toy town',
    [
      step('grade', 'bright', 'Bright', { exposure: 0.2, vibrance: 0.6, contrast: 1.08 }),
      step('tilt-band', 'band', 'Band', { radius: 14, width: 0.16, fall: 0.32 }),
      step('stutter', 'twos', 'On twos', { hold: 2 }),
    ],
    [
      control('soft', 'Softness', ['band', 'radius'], [0, 40]),
      control('place', 'Place', ['band', 'centre']),
      control('colour', 'Colour', ['bright', 'vibrance'], [0, 1.5]),
    ],
  ),
  recipe(
    'fever-dream',
    'Fever dream',
    [
      step('turbulence', 'swim', 'Swimming', { amount: 14, size: 180, octaves: 2, speed: 0.6 }),
      step('echo', 'linger', 'Lingering', { count: 4, spacing: 2, decay: 0.75 }),
      step('diffusion', 'soft', 'Softness', { strength: 0.4, spread: 26, veil: 0.1 }),
      step('fringe', 'apart', 'Colours apart', { amount: 12 }),
    ],
    [
      control('swim', 'Swimming', ['swim', 'amount'], [0, 60]),
      control('linger', 'Lingering', ['linger', 'decay'], [0, 1]),
      control('apart', 'Colours apart', ['apart', 'amount'], [0, 40]),
    ],
  ),
  recipe(
    'newsprint',
    'Newsprint',
    [
      step('monochrome', 'grey', 'Grey', { contrast: 1.25 }),
      step('levels', 'open', 'Open up', { input: [0, 0.75], bend: 1.3 }),
      step('halftone', 'screen', 'Screen', { inks: 'one', pitch: 7, angle: 45, paper: [0.8, 0.76, 0.66] }),
      step('paper', 'sheet', 'Sheet', { size: 4, strength: 0.4 }),
    ],
    [
      control('pitch', 'Screen', ['screen', 'pitch'], [3, 30]),
      control('angle', 'Angle', ['screen', 'angle'], [-90, 90]),
      control('contrast', 'Contrast', ['grey', 'contrast'], [0.8, 2]),
    ],
  ),
  recipe(
    'storm-comes',
    'A storm comes',
    [
      step('grade', 'cold', 'Cold', { temperature: -28, exposure: -0.6, saturation: 0.7, contrast: 1.1 }),
      step('clouds', 'mist', 'Mist', {
        cover: 0.5,
        density: 0.35,
        size: 520,
        wind: 0.4,
        colour: [0.3, 0.33, 0.38],
      }),
      step('particles', 'rain', 'Rain', {
        rate: 700,
        life: 1,
        speed: 1500,
        spread: 4,
        size: 2.4,
        trail: 1.6,
        sway: 0,
        angle: 99,
        strength: 0.4,
        vary: 0.3,
      }),
      step('shake', 'gusts', 'Gusts', { position: 4, rotation: 0.2, rate: 2, zoom: 1.02 }),
    ],
    [
      control('rain', 'Rain', ['rain', 'strength'], [0, 1]),
      control('mist', 'Mist', ['mist', 'density'], [0, 1]),
      control('gusts', 'Gusts', ['gusts', 'position'], [0, 20]),
    ],
  ),
  recipe(
    'painted-page',
    'Painted page',
    [
      step('clarity', 'shape', 'Shape', { amount: 0.5, radius: 24 }),
      step('paint', 'brush', 'Brush', { radius: 6 }),
      step('edges', 'ink', 'Ink', { ground: 0, width: 1.4, threshold: 0.08, ink: [0.06, 0.04, 0.03] }),
      step('paper', 'sheet', 'Sheet', { size: 6, strength: 0.45 }),
    ],
    [
      control('brush', 'Brush', ['brush', 'radius'], [2, 20]),
      control('ink', 'Pen', ['ink', 'width'], [0.5, 6]),
      control('sheet', 'Sheet', ['sheet', 'strength'], [0, 1]),
    ],
  ),
  recipe(
    'broken-signal',
    'Broken signal',
    [
      step('glitch', 'tear', 'Tears', { amount: 0.5, shift: 70, blocks: 10, split: 8, bursts: 0.8, seed: 2 }),
      step('noise', 'snow', 'Snow', { kind: 'snow', lay: 'plus', opacity: 0.06 }),
      step('scan-lines', 'lines', 'Lines', { pitch: 3, depth: 0.3, gain: 1.15 }),
    ],
    [
      control('tears', 'Tears', ['tear', 'amount'], [0, 1]),
      control('shift', 'Shift', ['tear', 'shift'], [0, 300]),
      control('snow', 'Snow', ['snow', 'opacity'], [0, 0.4]),
    ],
  ),
  recipe(
    'gentle-film',
    'Gentle film',
    [
      step('curves', 'tone', 'Tone', { tone: [0, 0.03, 0.25, 0.22, 0.75, 0.79, 1, 0.97] }),
      step('split-tone', 'tint', 'Tint', { shadowStrength: 0.2, highlightStrength: 0.18 }),
      step('halation', 'halo', 'Halo', { threshold: 0.6, radius: 8, strength: 0.5 }),
      step('diffusion', 'mist', 'Mist', { strength: 0.15, spread: 16, veil: 0.03 }),
      step('grain', 'grain', 'Grain', { amount: 0.16, size: 1.6 }),
    ],
    [
      control('halo', 'Halo', ['halo', 'strength'], [0, 2]),
      control('mist', 'Mist', ['mist', 'strength'], [0, 0.6]),
      control('grain', 'Grain', ['grain', 'amount'], [0, 0.6]),
      control('shadows', 'Shadows', ['tint', 'shadows']),
    ],
  ),
]

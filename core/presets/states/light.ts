import { keyed, presets } from './preset'

/** Ready-made states of the steps that add light. */
export const LIGHT = [
  ...presets('glow', {
    Lantern: { threshold: 0.7, radius: 30, intensity: 1.2, tint: [1, 0.72, 0.4] },
    'Morning haze': { threshold: 0.25, softness: 0.8, radius: 60, rings: 3, intensity: 0.6 },
    'Cold spark': { threshold: 1, radius: 10, rings: 4, intensity: 1.6, tint: [0.6, 0.8, 1] },
    Kindle: { threshold: 0.6, radius: 28, intensity: keyed([0, 0], [24, 1.5]) },
    'Shining edges': { from: 'edges', threshold: 0.04, radius: 14, rings: 3, intensity: 2.4, fine: 2 },
    'Near gold, far red': {
      threshold: 0.5,
      radius: 18,
      rings: 4,
      intensity: 1.6,
      tint: [1, 0.8, 0.4],
      far: [1, 0.15, 0.1],
      fade: 1,
    },
    'Warm colours only': {
      from: 'colour',
      colour: [1, 0.5, 0.15],
      threshold: 0.2,
      radius: 34,
      rings: 3,
      intensity: 1.5,
    },
  }),
  ...presets('halation', {
    'Night street': { threshold: 0.5, radius: 12, strength: 1.2 },
    'Gentle film': { threshold: 0.7, radius: 7, strength: 0.45 },
    'Red rim': { threshold: 0.35, radius: 18, strength: 1.6, core: 1 },
  }),
  ...presets('diffusion', {
    'Light mist': { strength: 0.22, spread: 14, veil: 0.05 },
    'Heavy mist': { strength: 0.6, spread: 36, veil: 0.3 },
    'Highlights only': { scatters: 'highlights', threshold: 0.4, strength: 0.8, spread: 20, veil: 0 },
    'Breath on glass': { strength: 0.6, spread: 50, veil: 0.12 },
  }),
  ...presets('rays', {
    'From above': { centre: [0.5, 0.05], threshold: 0.35, length: 0.6, intensity: 2 },
    'Through the window': {
      way: 'along',
      angle: 65,
      threshold: 0.35,
      length: 0.55,
      intensity: 2.4,
      tint: [1, 0.9, 0.7],
    },
    'Trembling rays': { centre: [0.5, 0.45], threshold: 0.5, length: 0.4, shimmer: 0.8, intensity: 2 },
    'Blown apart': {
      centre: [0.5, 0.5],
      from: 'edges',
      threshold: 0.03,
      length: 0.8,
      decay: 0.95,
      intensity: 5,
    },
  }),
  ...presets('star', {
    'Four points': { points: 4, length: 140, threshold: 0.8 },
    'Six points': { points: 6, length: 110, threshold: 0.8, angle: 0 },
    'Level streak': {
      points: 2,
      angle: 0,
      length: 420,
      dispersion: 0,
      tint: [0.5, 0.7, 1],
      threshold: 0.8,
      intensity: 0.8,
    },
    'Rainbow star': { points: 8, length: 180, dispersion: 0.8, threshold: 0.8 },
    'Sparkling water': { points: 4, length: 40, threshold: 0.5, intensity: 0.7, angle: 45 },
  }),
  ...presets('flare', {
    'Low sun': { light: [0.16, 0.22], size: 1.3, intensity: 1.2 },
    'Small lamp': { size: 0.45, ghosts: 0.25, ring: 0.2, streak: 0.2, beams: 6, light: [0.62, 0.4] },
    'Blue streak': { streak: 2, ghosts: 0.3, ring: 0, beams: 0, tint: [0.5, 0.7, 1], light: [0.4, 0.35] },
    'Ghosts only': { size: 0.3, ring: 0, streak: 0, beams: 0, ghosts: 4, light: [0.2, 0.25] },
  }),
  ...presets('light-leak', {
    'Old camera': { intensity: 0.7, size: 0.4 },
    'End of the reel': { intensity: keyed([0, 0], [36, 0], [60, 4]), size: 0.9, pools: 8 },
    'Violet breath': {
      first: [0.5, 0.2, 0.9],
      second: [0.1, 0.3, 0.9],
      intensity: 0.6,
      speed: 0.5,
      size: 0.6,
    },
  }),
  ...presets('edge-glow', {
    Electric: { tint: [0.1, 0.7, 1], dim: 0.7, intensity: 2 },
    'Ember lines': { tint: [1, 0.3, 0.05], dim: 0.6, radius: 16 },
    'Chalk in the dark': { tint: [0.9, 0.9, 0.85], dim: 0.95, radius: 2, width: 2 },
  }),
  ...presets('vignette', {
    Gentle: { strength: 0.8, size: 1.1, softness: 0.9 },
    Peephole: { strength: 8, size: 0.5, softness: 0.08 },
    'Window light from the left': { centre: [0.1, 0.45], strength: 1.6, size: 1, softness: 1.2 },
    'Night closes in': { by: 'colour', colour: [0.006, 0.012, 0.05], strength: 3, size: 0.85, softness: 0.8 },
    'Bleached border': { strength: -1.2, size: 0.9, softness: 0.8 },
  }),
]

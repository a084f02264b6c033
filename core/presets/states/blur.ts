import { keyed, presets } from './preset'

/** Ready-made states of the steps that soften and sharpen. */
export const BLUR = [
  ...presets('gaussian-blur', {
    'Just off sharp': { radius: [2.5, 2.5] },
    Dream: { radius: [18, 18] },
    'Passing train': { radius: [48, 0], edge: 'mirror' },
  }),
  ...presets('lens-blur', {
    'Six blades': { radius: 14, blades: 6 },
    'Soft circle': { radius: 10, blades: 0 },
    'Bright discs': { radius: 18, blades: 7, emphasis: 3, threshold: 0.6 },
    'Three blades': { radius: 20, blades: 3, curvature: 0, emphasis: 2, threshold: 0.6 },
  }),
  ...presets('directional-blur', {
    'Whip across': { length: 220, angle: 0 },
    Falling: { length: 90, angle: 90, shift: 0.8 },
    'Hand slipped': { length: 18, angle: 24 },
  }),
  ...presets('radial-blur', {
    Rush: { kind: 'zoom', zoom: 0.35 },
    'A quarter turn': { kind: 'spin', spin: 24 },
    'Trembling lens': { kind: 'zoom', zoom: 0.03 },
    'Drawn in': { kind: 'zoom', zoom: keyed([0, 0], [20, 0.8]), shift: 1 },
  }),
  ...presets('tilt-band', {
    'Model town': { radius: 16, width: 0.16, fall: 0.3, strong: 0.5 },
    'Narrow band': { radius: 24, width: 0.05, fall: 0.25 },
    'Slanted band': { radius: 14, angle: -20, width: 0.15 },
  }),
  ...presets('focus-pull', {
    'Into focus': { focus: keyed([0, 1], [30, 0]) },
    'Out of focus': { focus: keyed([0, 0], [36, 1]), radius: 32 },
    'Hunting for focus': { focus: keyed([0, 0.8], [12, 0], [18, 0.25], [26, 0]) },
  }),
  ...presets('smooth', {
    Skin: { radius: 5, tolerance: 0.06, strength: 0.8 },
    Porcelain: { radius: 10, tolerance: 0.14 },
    'Quiet the noise': { radius: 3, tolerance: 0.04 },
  }),
  ...presets('sharpen', {
    Crisp: { amount: 0.8, radius: 1 },
    'After scaling': { amount: 0.5, radius: 1.8, guard: 0.5 },
    Etched: { amount: 3, radius: 1.5, guard: 0 },
  }),
  ...presets('clarity', {
    Punch: { amount: 0.6, radius: 40 },
    'Gentle haze': { amount: -0.5, radius: 24 },
    Weathered: { amount: 1.4, radius: 14, edges: 0.4 },
  }),
]

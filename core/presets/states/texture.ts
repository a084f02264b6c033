import { presets } from './preset'

/** Ready-made states of the steps that age and texture. */
export const TEXTURE = [
  ...presets('grain', {
    'Fine stock': { amount: 0.14, size: 1.4 },
    'Pushed two stops': { amount: 0.55, size: 2.4, colour: 0.5, shadows: 1.2 },
    'Old reel': { amount: 0.4, size: 3, colour: 0, every: 2 },
  }),
  ...presets('flicker', {
    Candle: { amount: 0.3, rate: 6, hard: 0.1 },
    Projector: { amount: 0.12, rate: 18, hard: 1 },
    'Failing tube': { amount: 1.2, rate: 12, hard: 1, decay: 1.5 },
    'Colours waver': { amount: 0.3, rate: 3, hard: 0, colour: 1 },
  }),
  ...presets('gate', {
    'Worn gate': { weave: 3, jump: 2, turn: 0.12 },
    'Gentle sway': { weave: 1.5, jump: 0.2, turn: 0.02, rate: 0.6 },
    'Torn perforation': { weave: 2, jump: 14, turn: 0.3 },
  }),
  ...presets('dust', {
    'Well kept': { specks: 5, hairs: 0, scratches: 0, strength: 0.6 },
    'Shown too often': { specks: 40, hairs: 3, scratches: 6 },
    'Rain of scratches': { specks: 4, hairs: 0, scratches: 24, light: 0.8 },
    'Hairs in the gate': { specks: 2, hairs: 6, scratches: 0, size: 9 },
  }),
  ...presets('scan-lines', {
    Monitor: { pitch: 4, depth: 0.5, gain: 1.25 },
    'Picture tube': { pitch: 5, depth: 0.4, stripes: 0.55, gain: 1.9 },
    'Rolling picture': { pitch: 10, depth: 0.35, roll: 6 },
  }),
  ...presets('halftone', {
    Newspaper: { inks: 'one', pitch: 6, angle: 45, paper: [0.82, 0.78, 0.68] },
    'Colour comic': { inks: 'three', pitch: 9, paper: [0.95, 0.92, 0.84] },
    'Engraved lines': { inks: 'one', form: 'lines', pitch: 6, angle: 32, ink: [0.03, 0.04, 0.09] },
    'Large dots': { inks: 'one', pitch: 22, angle: 20, ink: [0.35, 0.02, 0.05], paper: [0.95, 0.85, 0.6] },
  }),
  ...presets('mosaic', {
    'Hide a face': { width: 26, height: 26 },
    'Large tiles': { width: 80, height: 80 },
    'Tall bars': { width: 20, height: 400 },
  }),
  ...presets('paint', {
    Oil: { radius: 7 },
    'Few tones': { radius: 6, colours: 7 },
    'Fine brush': { radius: 3 },
    'Broad wash': { radius: 16, strength: 0.85 },
  }),
  ...presets('emboss', {
    Stone: { colour: 0, height: 5, size: 1.5 },
    'Raking light': { colour: 1, height: 4, angle: -90 },
    'Beaten tin': { colour: 0.6, height: 9, size: 2.5 },
  }),
  ...presets('edges', {
    Pencil: { width: 1.2, threshold: 0.03, soft: 0.5, ink: [0.08, 0.08, 0.09] },
    Blueprint: { ink: [0.75, 0.85, 0.95], paper: [0.01, 0.06, 0.22], width: 1.6, threshold: 0.05 },
    'Ink over the picture': { ground: 0, width: 2.2, threshold: 0.08 },
    'White chalk': {
      ink: [0.9, 0.9, 0.88],
      paper: [0.015, 0.02, 0.018],
      width: 2.5,
      soft: 0.5,
      threshold: 0.04,
    },
  }),
  ...presets('fringe', {
    'Cheap lens': { amount: 7 },
    'Slipped print': { kind: 'along', amount: 9, angle: 12, steps: 3 },
    Prism: { amount: 40, steps: 16 },
  }),
  ...presets('glitch', {
    'Bad line': { amount: 0.3, shift: 30, blocks: 0, split: 5, bursts: 1 },
    'Torn signal': { amount: 0.8, shift: 120, blocks: 14, split: 16, bursts: 1 },
    'Now and then': { amount: 0.6, bursts: 0.25 },
    'Blocks fall': { amount: 1, shift: 90, blocks: 30, lines: 200, split: 0, bursts: 1, hold: 4 },
  }),
  ...presets('paper', {
    'Laid paper': { size: 3, strength: 0.6 },
    'Rough canvas': { size: 8, contrast: 2, strength: 0.7, blend: 'overlay' },
    'Worn sheet': { size: 30, contrast: 1.8, blend: 'soft light', strength: 0.9 },
  }),
]

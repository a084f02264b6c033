import { presets } from './preset'

/** Ready-made states of the steps that change colour. */
export const COLOUR = [
  ...presets('grade', {
    'Late afternoon': { temperature: 34, exposure: 0.15, contrast: 1.12, saturation: 1.08 },
    'Before dawn': { temperature: -42, exposure: -0.9, saturation: 0.72, contrast: 1.1 },
    'Faded print': { contrast: 0.84, saturation: 0.7, lift: [0.02, 0.018, 0.024] },
    'Hard noon': { exposure: 0.35, contrast: 1.4, saturation: 0.92, temperature: 6 },
    Slate: { saturation: 0, contrast: 1.15 },
    'Fresh paint': { vibrance: 0.6, contrast: 1.08, exposure: 0.1 },
    'Seen by moonlight': { exposure: -1.4, temperature: -60, saturation: 0.45, contrast: 1.2 },
  }),
  ...presets('curves', {
    'Soft S': { tone: [0, 0, 0.25, 0.19, 0.75, 0.82, 1, 1] },
    'Milky blacks': { tone: [0, 0.09, 0.3, 0.31, 1, 0.97] },
    'Teal shadows, amber lights': {
      red: [0, 0, 0.3, 0.25, 0.7, 0.75, 1, 1],
      blue: [0, 0.05, 0.3, 0.34, 0.7, 0.65, 1, 0.95],
    },
    'Turned over': { tone: [0, 1, 1, 0] },
    'Crossed channels': { red: [0, 0, 0.4, 0.28, 0.8, 0.9, 1, 1], blue: [0, 0.16, 0.5, 0.5, 1, 0.8] },
  }),
  ...presets('levels', {
    'Open the shadows': { input: [0.02, 0.98], bend: 1.35 },
    'Tuck in for broadcast': { output: [0.02, 0.95], limit: true },
    'Paper cut-out': { input: [0.42, 0.58], limit: true },
  }),
  ...presets('hue-curves', {
    'Calm greens': { strength: [0, 0.5, 0.22, 0.5, 0.38, 0.3, 0.55, 0.5, 1, 0.5] },
    'Deeper skies': {
      strength: [0, 0.5, 0.5, 0.5, 0.72, 0.72, 0.9, 0.5, 1, 0.5],
      light: [0, 0.5, 0.5, 0.5, 0.72, 0.4, 0.9, 0.5, 1, 0.5],
    },
    'Only warm hues': { strength: [0, 0.62, 0.1, 0.65, 0.3, 0.5, 0.45, 0.05, 0.8, 0.05, 0.95, 0.5, 1, 0.62] },
    'Clean shadows': { byLight: [0, 0.1, 0.35, 0.35, 0.6, 0.5, 1, 0.5] },
  }),
  ...presets('secondary', {
    'Only red stays': { sample: [0.8, 0.08, 0.04], width: 50, others: true, saturation: 0 },
    'Lamps to gold': {
      sample: [1, 0.62, 0.2],
      width: 60,
      exposure: 0.35,
      saturation: 1.35,
      light: [0.45, 1],
    },
    'Blues to teal': { sample: [0.05, 0.15, 0.6], width: 110, hueSoft: 40, hue: -38, saturation: 1.1 },
    'Hold back green': { sample: [0.15, 0.6, 0.1], width: 90, hueSoft: 40, saturation: 0.45, exposure: -0.2 },
  }),
  ...presets('cdl', {
    'Day for night': { slope: [0.55, 0.64, 0.9], power: [1.2, 1.12, 1.02], saturation: 0.6 },
    'Warm day': { slope: [1.08, 1, 0.9], offset: [0.01, 0, -0.01], saturation: 1.1 },
    'Cool and lean': { slope: [0.94, 1, 1.08], power: [1.08, 1.06, 1.02], saturation: 0.85 },
  }),
  ...presets('split-tone', {
    'Sea and lamp': {
      shadows: [0.06, 0.25, 0.36],
      highlights: [0.95, 0.62, 0.28],
      shadowStrength: 0.4,
      highlightStrength: 0.35,
    },
    'Copper and slate': {
      shadows: [0.16, 0.2, 0.26],
      highlights: [0.85, 0.42, 0.22],
      shadowStrength: 0.5,
      highlightStrength: 0.3,
    },
    'Rose evening': {
      shadows: [0.22, 0.1, 0.32],
      highlights: [0.95, 0.6, 0.55],
      shadowStrength: 0.35,
      highlightStrength: 0.35,
    },
    'Moss and cream': {
      shadows: [0.1, 0.22, 0.1],
      highlights: [0.95, 0.88, 0.68],
      shadowStrength: 0.4,
      highlightStrength: 0.4,
    },
    'Old postcard': {
      shadows: [0.3, 0.2, 0.12],
      highlights: [0.92, 0.8, 0.55],
      shadowStrength: 0.7,
      highlightStrength: 0.65,
    },
  }),
  ...presets('silver', {
    Steel: { amount: 0.85, saturation: 0.35 },
    'Half silver': { amount: 0.4, saturation: 0.75 },
    Ashes: { amount: 1, saturation: 0.1 },
  }),
  ...presets('monochrome', {
    'Red filter': { filter: [1, 0.12, 0.04], contrast: 1.2 },
    'Green filter': { filter: [0.25, 1, 0.2], contrast: 1.05 },
    'Lamp black': { contrast: 1.55 },
    'Warm print': { tone: [1, 0.78, 0.55], toning: 0.5, contrast: 0.95 },
    'Blue night': { filter: [0.4, 0.7, 1], tone: [0.45, 0.62, 1], toning: 0.6, contrast: 1.15 },
    'Colour left over': { strength: 0.7 },
  }),
  ...presets('channel-mixer', {
    'Two colours only': { green: [0.35, 0.4, 0.25], blue: [0, 0.55, 0.45] },
    'Autumn comes': { red: [0.7, 0.7, -0.4], green: [0.3, 0.6, 0.1], blue: [0.1, 0.2, 0.7] },
    'Pale leaves': { red: [0.4, 0.9, -0.3], green: [0.1, 1.1, -0.2], blue: [0, 0.3, 0.7] },
  }),
  ...presets('posterise', { Poster: { levels: 4 }, 'Two tones': { levels: 2 } }),
  ...presets('invert', { Negative: {}, 'Pale negative': { strength: 0.85 } }),
]

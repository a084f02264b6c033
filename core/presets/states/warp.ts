import { handles, keyed, presets, wobble } from './preset'

/** Ready-made states of the steps that move and bend. */
export const WARP = [
  ...presets('reframe', {
    'Slow push': { scale: keyed([0, 1], [96, 1.12]), edge: 'mirror' },
    'Dutch tilt': { angle: -7, scale: 1.16 },
    'Hung on a wall': { turn: 24, lean: 4, scale: 0.86 },
    'Hand-held': {
      across: wobble(7, 1.6, 3),
      down: wobble(5, 1.9, 4),
      angle: wobble(0.5, 1.2, 5),
      scale: 1.04,
      edge: 'mirror',
    },
    'Thrown in': { across: keyed([0, -900], [14, 0]), edge: 'mirror', shutter: 220, samples: 12 },
  }),
  ...presets('corner-pin', {
    'On a table': {
      topLeft: [0.26, 0.2],
      topRight: [0.74, 0.2],
      bottomRight: [0.98, 0.92],
      bottomLeft: [0.02, 0.92],
    },
    'On a side wall': {
      topLeft: [0.1, 0.02],
      topRight: [0.72, 0.22],
      bottomRight: [0.72, 0.78],
      bottomLeft: [0.1, 0.98],
    },
  }),
  ...presets('lens-distortion', {
    'Wide angle': { k1: 0.22, scale: 1.12 },
    'Old projector': { k1: -0.12, edge: 'clamp' },
    'Straighten a wide lens': { way: 'off', k1: 0.16 },
  }),
  ...presets('ripple', {
    Puddle: { kind: 'rings', height: 9, length: 60, fall: 1.6 },
    'Going under': { kind: 'along', height: 10, length: 140, angle: 90, speed: 0.6 },
    'Cloth in the wind': { kind: 'along', height: 16, length: 420, angle: 0, speed: 0.8 },
  }),
  ...presets('twirl', {
    Whirlpool: { angle: 320, radius: 0.6 },
    'Half a stir': { angle: -90, radius: 0.35 },
  }),
  ...presets('bulge', {
    Magnifier: { amount: 0.55, radius: 0.4 },
    'Pinched in': { amount: -0.7, radius: 0.5 },
    'Door viewer': { amount: 0.75, radius: 0.9 },
  }),
  ...presets('turbulence', {
    'Hot road': { amount: 4, size: 40, octaves: 2, speed: 1.2, rise: 1.5 },
    'Under water': { amount: 18, size: 160, octaves: 1, speed: 0.5 },
    Fever: { amount: 40, size: 120, octaves: 3, speed: 0.8 },
  }),
  ...presets('mirror', {
    'Still water': { angle: 90, centre: [0.5, 0.62] },
    'Two halves': { angle: 0 },
    'Turned over': { whole: true },
  }),
  ...presets('kaleidoscope', {
    'Six sides': { sides: 6 },
    'Rose window': { sides: 12, size: 1.3, from: [0.4, 0.4] },
    Turning: { sides: 8, angle: keyed([0, 0], [96, 90]), wedge: keyed([0, 0], [96, -60]) },
  }),
  ...presets('shake', {
    Handheld: { position: 8, rotation: 0.4, rate: 1.4, octaves: 2 },
    'A blow': { position: 40, rotation: 1.5, rate: 9, decay: 0.25, zoom: 1.08 },
    Earthquake: { position: 28, rotation: 1.2, rate: 8, octaves: 3, zoom: 1.08, shutter: 180 },
    Nervous: { position: 3, rotation: 0.2, rate: 10, octaves: 1, size: 0 },
  }),
  ...presets('mesh', {
    Pillow: handles({ p11: [0.29, 0.29], p12: [0.71, 0.29], p21: [0.29, 0.71], p22: [0.71, 0.71] }),
    Sail: handles({
      p01: [0.33, 0.05],
      p02: [0.67, -0.05],
      p31: [0.33, 1.05],
      p32: [0.67, 0.95],
      p11: [0.35, 0.38],
      p12: [0.68, 0.28],
      p21: [0.35, 0.71],
      p22: [0.68, 0.62],
    }),
  }),
]

import { presets } from './preset'

/** Ready-made states of the transitions. */
export const CROSS = [
  ...presets('dissolve', {
    'Soft, as seen': { space: 'seen', pace: 'ease' },
    'Optical printer': { space: 'film' },
    'Slow to leave': { pace: 'in' },
    'Slow to arrive': { pace: 'out' },
  }),
  ...presets('additive-dissolve', {
    'Double exposure': { overlap: 1 },
    'Short glare': { overlap: 0.25, pace: 'ease' },
    'Light gathers': { overlap: 0.7, pace: 'in' },
  }),
  ...presets('dip', {
    'To black and up': { colour: [0, 0, 0], stays: 0.2, pace: 'ease' },
    'To white': { colour: [1, 1, 1], stays: 0.1 },
    'Night blue': { colour: [0.01, 0.02, 0.07], stays: 0.15, pace: 'ease' },
    Parchment: { colour: [0.78, 0.66, 0.45], stays: 0.1, seen: false },
  }),
  ...presets('flash', {
    'Flash bulb': { stops: 9, peak: 0.2, blur: 4, glow: 2.5 },
    'Soft white': { stops: 4, peak: 0.5, blur: 24, glow: 2, pace: 'ease' },
    Magnesium: { stops: 8, peak: 0.3, tint: [0.9, 0.96, 1], glow: 3 },
    Ember: { stops: 4.5, tint: [1, 0.6, 0.28], peak: 0.6 },
  }),
  ...presets('tone-dissolve', {
    'Lights first': { first: 'light', soft: 0.25 },
    'Shadows first': { first: 'dark', soft: 0.25 },
    'By what comes': { by: 'in', first: 'light', soft: 0.4, pace: 'ease' },
    'Hard like a print': { soft: 0.03, smooth: 8 },
  }),
  ...presets('noise-dissolve', {
    'By grain': { size: 3, octaves: 1, soft: 40 },
    Mould: { kind: 'cells', size: 90, octaves: 5, soft: 6 },
    'Veins of gold': { kind: 'ridges', size: 240, light: 2, edgeColour: [1, 0.7, 0.25] },
    'Soft clouds': { size: 600, octaves: 2, soft: 220, pace: 'ease' },
  }),
  ...presets('picture-dissolve', {
    'Hard edge': { soft: 0.01 },
    'Soft edge': { soft: 0.4, pace: 'ease' },
    'The other way round': { turned: true },
  }),
  ...presets('blur-dissolve', {
    'A breath': { radius: 14, overlap: 0.8, pace: 'ease' },
    'Deep blur': { radius: 90, overlap: 0.35 },
    'Quick smear': { radius: 45, overlap: 0.2, pace: 'out' },
  }),
  ...presets('matched-dissolve', {
    'Within one take': { pace: 'ease' },
    'Late bend': { pace: 'in' },
    'Early bend': { pace: 'out' },
  }),
  ...presets('wipe', {
    'Soft to the right': { soft: 160, pace: 'ease' },
    'Down the wall': { angle: 90, soft: 40 },
    'Slanting light': { angle: 25, soft: 30, light: 1.6 },
    Knife: { angle: 70, soft: 0, pace: 'in' },
  }),
  ...presets('clock-wipe', {
    'From twelve': { from: 0, soft: 6 },
    Radar: { soft: 90, light: 0.8, edgeColour: [0.35, 1, 0.5] },
    'Back in time': { back: true, soft: 24, pace: 'ease' },
  }),
  ...presets('iris', {
    'Silent film': { form: 'circle', closes: true, soft: 4, pace: 'in' },
    'Opening eye': { form: 'circle', soft: 60, pace: 'ease' },
    'Bright diamond': { form: 'diamond', light: 2, soft: 16 },
  }),
  ...presets('doors', {
    'Stage curtain': { angle: 0, soft: 50, pace: 'ease' },
    Hatch: { angle: 90, soft: 2, pace: 'out' },
    Shut: { closes: true, soft: 8 },
  }),
  ...presets('shutter', {
    'Six leaves': { leaves: 6, turn: 60 },
    Snapshot: { leaves: 9, turn: 20, stays: 0.3, relief: 0.15, pace: 'ease' },
    Curtain: { kind: 'curtain', angle: 90, stays: 0.05 },
    'Slow blades': { leaves: 4, turn: 160, relief: 0.6, soft: 6 },
  }),
  ...presets('blinds', {
    Louvres: { slats: 14, angle: 90, soft: 4 },
    'Upright slats': { slats: 9, angle: 0, late: 0.5 },
    Fan: { slats: 24, angle: 45, late: 0.8, soft: 20 },
  }),
  ...presets('checker-wipe', {
    Chessboard: { columns: 8, order: 'checker', soft: 0 },
    'Spiral of tiles': { columns: 12, order: 'spiral', overlap: 8 },
    'Falling pixels': { columns: 60, order: 'chance', overlap: 200, soft: 0 },
    Teletype: { columns: 40, order: 'rows', overlap: 30, soft: 0 },
  }),
  ...presets('diamonds', {
    'Fine dots': { form: 'dot', columns: 48 },
    Harlequin: { form: 'diamond', columns: 8, late: 0 },
    'Dots from the corner': { form: 'dot', columns: 20, angle: 45, late: 90 },
  }),
  ...presets('strokes', {
    'Broad brush': { width: 220, late: 0.5, dry: 0.4 },
    'Poster paste': { width: 160, angle: 90, back: 'one', dry: 0.15 },
    'Dry bristles': { width: 70, dry: 1, order: 'chance' },
    Hatching: { width: 14, angle: 45, late: 0.8, order: 'chance' },
  }),
  ...presets('ink', {
    'Blue-black drop': { ragged: 0.5, wet: 0.9 },
    Watercolour: { ragged: 0.85, size: 380, wet: 0.25, ink: [0.3, 0.24, 0.2] },
    'Red stain': { ink: [0.35, 0.01, 0.01], ragged: 0.6 },
    'Ring of tea': { ink: [0.2, 0.09, 0.02], ragged: 0.2, wet: 0.8 },
  }),
  ...presets('burn', {
    'Stuck before the lamp': { ragged: 0.45, size: 140, char: 1 },
    'Many holes': { ragged: 0.95, size: 120 },
    'Glowing edge': { fire: 6, char: 0.5, fireColour: [1, 0.55, 0.15] },
    'Cold burn': { fire: 3, fireColour: [0.2, 0.6, 1], char: 0.8 },
  }),
  ...presets('slide', {
    'In from the right': { angle: 180, pace: 'out' },
    'Up from below': { angle: 270, pace: 'out', blur: 40 },
    Lazy: { pace: 'ease', blur: 8, soft: 40 },
  }),
  ...presets('push', {
    'Next frame of the strip': { angle: 180, pace: 'ease', soft: 2 },
    Lift: { angle: 270, pace: 'ease' },
    Thrown: { blur: 140, pace: 'out' },
  }),
  ...presets('uncover', {
    'Pulled off': { angle: 0, pace: 'in' },
    Dropped: { angle: 90, pace: 'in', blur: 60 },
    'Drawn up': { angle: 270, pace: 'ease' },
  }),
  ...presets('split', {
    'Sliding doors': { angle: 0, pace: 'ease' },
    Jaws: { angle: 90, pace: 'in', blur: 60 },
    Slantwise: { angle: 60, soft: 2 },
  }),
  ...presets('rows', {
    Shredder: { height: 10, late: 0.2, both: 'both' },
    'Broad bands': { height: 120, late: 0.7 },
    'All to the right': { height: 30, both: 'right', pace: 'in' },
  }),
  ...presets('stretch-rows', {
    'Rubber band': { height: 4, late: 0.35, pace: 'ease' },
    Blocks: { height: 90, late: 0.6, order: 'chance' },
    'From below, to the left': { order: 'up', from: 'right', height: 12 },
  }),
  ...presets('whip', {
    'Quick glance': { turns: 1, blur: 220, overlap: 0.15 },
    'Three turns': { turns: 3, blur: 260 },
    'Tilt up': { angle: 90, turns: 1, blur: 160 },
  }),
  ...presets('zoom-through', {
    'Into the dark': { zoom: 8, blur: 0.5, pace: 'in' },
    'Turning fall': { zoom: 3, spin: 120, blur: 0.3 },
    'Gentle approach': { zoom: 1.6, blur: 0.06, overlap: 0.6, pace: 'ease' },
  }),
  ...presets('punch-in', {
    'On the beat': { zoom: 1.15, at: 0.2, blur: 0.25 },
    'Hard hit': { zoom: 1.6, at: 0.4, blur: 0.8 },
    Nudge: { zoom: 1.06, blur: 0.1, pace: 'out' },
  }),
  ...presets('flip', {
    Card: { to: 'left', pace: 'ease', samples: 6 },
    Calendar: { to: 'down', pace: 'in' },
    'Sign in the wind': { to: 'up', samples: 10 },
  }),
  ...presets('roll', {
    'Cube to the left': { to: 'left', pace: 'ease', samples: 6 },
    Drum: { to: 'up', pace: 'ease', samples: 8 },
    'Fast cube': { to: 'right', pace: 'out', samples: 12 },
  }),
  ...presets('door', {
    'Swings open': { to: 'left', pace: 'ease', samples: 6 },
    Trapdoor: { to: 'down', pace: 'in', samples: 8 },
    Slam: { to: 'right', pace: 'out', samples: 12 },
  }),
  ...presets('page-turn', {
    Album: { angle: 180, roll: 0.16, thin: 0.1 },
    'Thin paper': { roll: 0.06, thin: 0.6, shade: 0.4, paper: [0.95, 0.94, 0.9] },
    'Slide film': { roll: 0.1, thin: 1, shade: 0.7 },
    'Black board': { paper: [0.03, 0.03, 0.035], thin: 0, angle: 225 },
  }),
  ...presets('fold-up', {
    Paravent: { panels: 4, depth: 0.8 },
    Map: { panels: 8, to: 'up', depth: 0.3, shade: 0.45 },
    Bellows: { panels: 24, shade: 0.9, pace: 'ease' },
  }),
  ...presets('tear', {
    Newspaper: { ragged: 26, fibre: 8, paper: [0.7, 0.68, 0.62] },
    'Thick card': { ragged: 60, fibre: 34, shade: 0.8 },
    Across: { angle: 6, turn: 8, pace: 'in' },
    Photograph: { ragged: 14, fibre: 18, paper: [0.97, 0.97, 0.98], turn: 24 },
  }),
  ...presets('shatter', {
    'Window pane': { columns: 10, uneven: 1, force: 0.5, weight: 0.8 },
    Confetti: { columns: 40, uneven: 0.3, turn: 600, force: 0.6, weight: 0.1 },
    'Slow ruin': { columns: 16, late: 0.7, force: 0.05, weight: 1.2, turn: 60, pace: 'in' },
    'Sucked upwards': { weight: -1.2, force: 0.1, turn: 120 },
  }),
  ...presets('shake-over', {
    'Train passes': { amount: 24, swings: 16, turn: 0.6 },
    'Door slams': { amount: 120, swings: 5, turn: 3, pace: 'out' },
    Nervous: { amount: 12, swings: 24, turn: 0.3, blur: 0.2 },
  }),
  ...presets('mosaic-over', {
    'Large tiles': { size: 240, overlap: 0.1 },
    'Fine tiles': { size: 24, overlap: 0.6 },
    'Old game': { size: 60, overlap: 0, pace: 'ease' },
  }),
  ...presets('posterise-over', {
    'Two tones': { tones: 2, overlap: 0.1 },
    Silkscreen: { tones: 4, overlap: 0.4 },
    'Hard step': { tones: 3, overlap: 0 },
  }),
  ...presets('focus-over', {
    Rack: { radius: 26, lights: 1, overlap: 0.5, pace: 'ease' },
    'City lights': { radius: 70, lights: 6, overlap: 0.3 },
    'Eyes that close': { radius: 50, lights: 0, pace: 'in' },
  }),
  ...presets('ripple-over', {
    'Drop in a pond': { height: 16, length: 60 },
    Memory: { height: 40, length: 260, overlap: 0.7, pace: 'ease' },
    'Deep swell': { height: 90, length: 420 },
  }),
  ...presets('turbulence-over', {
    Smoke: { amount: 90, size: 260, overlap: 0.6, pace: 'ease' },
    Boil: { amount: 200, size: 90 },
    Oil: { amount: 260, size: 420, overlap: 0.5 },
  }),
  ...presets('bulge-over', {
    'Soap bubble': { amount: 0.5, overlap: 0.5, pace: 'ease' },
    'Sucked in': { amount: -0.8 },
    Burst: { amount: 0.95, overlap: 0.1, pace: 'in' },
  }),
  ...presets('twirl-over', {
    Drain: { angle: 720, pace: 'in' },
    'Half a turn': { angle: 180, overlap: 0.6, pace: 'ease' },
    'Against the clock': { angle: -360 },
  }),
  ...presets('kaleidoscope-over', {
    'Six mirrors': { sides: 6, angle: 60 },
    Rose: { sides: 16, angle: 180, overlap: 0.5 },
    'Split mirror': { sides: 2, angle: 40, pace: 'ease' },
  }),
  ...presets('glitch-over', {
    'Loose plug': { amount: 0.4, shift: 60, overlap: 0.1 },
    'Torn to blocks': { amount: 1, shift: 400, overlap: 0 },
    Crosstalk: { amount: 0.7, shift: 220, overlap: 0.7, seed: 4 },
  }),
  ...presets('signal-loss', {
    'Aerial falls': { rolls: 2, snow: 0.3 },
    'Weak reception': { rolls: 0, tear: 40, bands: 30, snow: 0.1, light: 0.35 },
    'Between channels': { rolls: 0.5, tear: 240, snow: 0.5, pace: 'ease' },
    'Lost hold': { rolls: 5, tear: 60, snow: 0.05, colour: 0.3 },
  }),
  ...presets('channel-slip', {
    'Printing fault': { amount: 24, angle: 15, overlap: 0.6 },
    'From the middle': { kind: 'radial', amount: 90 },
    'Upright slip': { angle: 90, amount: 120, overlap: 0.1 },
  }),
  ...presets('gate-slip', {
    'Loop lost': { amount: 240, overlap: 0.1 },
    Weave: { amount: 24, overlap: 0.5 },
    'Frame line': { amount: 500, overlap: 0, pace: 'out' },
  }),
  ...presets('leak-over', {
    'Evening sun': { intensity: 3, first: [1, 0.5, 0.15], second: [1, 0.8, 0.5] },
    'Red back door': { intensity: 6, first: [0.9, 0.08, 0.03], second: [1, 0.4, 0.1] },
    Moon: { intensity: 2.5, first: [0.3, 0.5, 1], second: [0.8, 0.9, 1], overlap: 0.7 },
  }),
  ...presets('flare-over', {
    Headlight: { intensity: 9, colour: [1, 0.97, 0.9], pace: 'ease' },
    'Sun low down': { from: [-0.1, 0.6], to: [1.1, 0.5], colour: [1, 0.7, 0.4] },
    Searchlight: { from: [0.5, -0.2], to: [0.5, 1.2], colour: [0.7, 0.85, 1], intensity: 7 },
  }),
]

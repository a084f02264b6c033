import { presets } from './preset'

/** Where a key begins, by what stands before which screen. */
export const KEY = [
  ...presets('screen-key', {
    'Thin hair': { fullness: 0.98, keep: 0.05, drop: 0.92, spill: 1 },
    'Motion blur': { fullness: 1, keep: 0.04, drop: 0.94, holes: 0.1 },
    Glass: { keep: 0.005, holes: 0, fullness: 1, spill: 0.8, back: 0.15 },
    'Uneven cloth': { drop: 0.8, keep: 0.09, lone: 0.01 },
    'Blue screen': { screen: 'blue', fullness: 1.1, balance: 0.8 },
    'Dark cloth': { drop: 0.82, keep: 0.09, fullness: 1.05 },
    Outdoors: { border: false, drop: 0.84, wrap: 0.35, wide: 10 },
    'Close face': { fullness: 1, holes: 0.5, balance: 1, wrap: 0.25, wide: 16 },
  }),
  ...presets('luminance-key', {
    'Fire on black': { keeps: 'bright', tones: [0.05, 0.6] },
    'Smoke on black': { keeps: 'bright', tones: [0.02, 0.85] },
    'Ink on paper': { keeps: 'dark', tones: [0.45, 0.8] },
    Silhouette: { keeps: 'dark', tones: [0.12, 0.3] },
    'Lit windows': { keeps: 'bright', tones: [0.55, 0.75] },
    'Middle tones': { keeps: 'between', tones: [0.3, 0.6], ends: 0.15 },
  }),
]

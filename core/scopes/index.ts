export { type Drawn, lumaOf, type Shown, strideFor } from './shown'
export type ScopeKind = 'waveform' | 'parade' | 'vectorscope' | 'histogram' | Tone

import type { Tone } from './tones'

export { drawTones, type Tone, TONE_ENDS, toneOf } from './tones'
export { drawHistogram } from './histogram'
export { drawVectorscope, SKIN_ANGLE, vectorOf } from './vectorscope'
export { drawParade, drawWaveform } from './waveform'

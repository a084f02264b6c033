export { PRESETS } from './states'
export { RECIPES } from './recipes'
export { CROSSING_RECIPES } from './crossings'
export { type TextStyle, TEXT_STYLES } from './text-styles'

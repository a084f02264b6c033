export { PRESETS } from './states'
export { RECIPES } from './recipes'
export { CROSSING_RECIPES } from './crossings'

export { PRESETS } from './states'
export { RECIPES } from './recipes'

export { PRESETS } from './presets'
export { RECIPES } from './recipes'

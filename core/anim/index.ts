export { type Animated, type Handle, type Key, type Travel, type Value, valueAt } from './keys'
export { dropKey, keyAt, moveKey, putKey, setValue } from './change'
export { presence, type When } from './ramp'

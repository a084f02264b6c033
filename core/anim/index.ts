export { type Animated, type Handle, type Key, speedAt, type Travel, type Value, valueAt } from './keys'
export { dropKey, keyAt, moveKey, putKey, setValue } from './change'
export { presence, type When } from './ramp'
export { dropKeys, pasteKeys, retimeAll, retimed, retimeKeys, type Retiming } from './retime'
export { type Ease, EASES, easeSegment, handleAt, setHandle } from './ease'
export {
  type Follow,
  type MoveContext,
  movedValue,
  MOTION_PARTS,
  type MotionPart,
  type MotionsRef,
  type Mover,
  type Noise,
  NOISE_FORMS,
  type Ride,
  noiseAt,
  type Source,
  type SourcePlace,
} from './movers'
export { unitNoise } from './noise'

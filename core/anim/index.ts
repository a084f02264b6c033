export {
  type Animated,
  type Handle,
  type Key,
  speedAt,
  type Interpolation,
  type Value,
  valueAt,
} from './keys'
export { dropKey, keyAt, moveKey, putKey, setValue } from './change'
export { presence, type When } from './ramp'
export { dropKeys, pasteKeys, retimeAll, retimed, retimeKeys, type Retiming } from './retime'
export { type Ease, EASES, easeSegment, handleAt, setHandle } from './ease'
export {
  type Follow,
  type ModifyContext,
  movedValue,
  MOTION_PARTS,
  type MotionPart,
  type MotionsRef,
  type Modifier,
  type Noise,
  NOISE_FORMS,
  type Attachment,
  noiseAt,
  type Source,
  type ValueAddress,
} from './modifiers'
export { unitNoise } from './noise'
export { bouncing } from './bounce'
export { headingAt } from './heading'
export { evenedPath, handleThrough, pathHandle, pathKeys, pathLength, withKey } from './path'

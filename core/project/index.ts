export {
  type Act,
  type Change,
  type EditArgs,
  type EditName,
  type Patch,
  perform,
  performAll,
  replay,
} from './edit'
export { EDITS } from './edits'
export { inFront } from './edits/regions'
export { pinActs } from './pin'
export { fitOf, mapOf, motionFrame, motionNumber, rideMap } from './motions'
export { type Looks, resolveItem, resolveItems } from './regions'
export {
  allSteps,
  getMedium,
  getMotion,
  getShape,
  getShot,
  getStep,
  handles,
  holderOf,
  listOf,
  materialLength,
  NotFound,
  regionsIn,
  sequenceLength,
  shotsAt,
  treatmentTime,
} from './find'
export { emptyHistory, type Entry, type History, record, travelTo } from './history'
export { loadProject, newProject, ProjectError } from './load'
export { address, Locked, newPlainStep, type Place } from './parts'
export { animatedOf, copiesOf, deepCopy, originOf, type Origin, placesOf, type Timing } from './copies'
export { settle } from './settle'
export { frontFor, groupsAround, keepsAlpha, paramsOf } from './declared'
export { Circle, followed, holder, moved, placeName, stepValues, valueNow } from './values'
export {
  animatedSchema,
  type FrontControl,
  frontSchema,
  type Medium,
  type MotionItem,
  type Project,
  type Region,
  type RegionItem,
  type Ride,
  type Shape,
  type ShelfItem,
  type Shot,
  type SoundClip,
  type Step,
  stepSchema,
  type Still,
  type Table,
  type Track,
  type Version,
  VERSIONS,
  VERSION,
} from './schema'

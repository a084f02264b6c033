export { type Change, type EditArgs, type EditName, type Patch, perform, replay } from './edit'
export { EDITS } from './edits'
export {
  getMedium,
  getShape,
  getShot,
  getStep,
  handles,
  materialLength,
  NotFound,
  sequenceLength,
  shotsAt,
  treatmentTime,
} from './find'
export { emptyHistory, type Entry, type History, record, travelTo } from './history'
export { loadProject, newProject, ProjectError } from './load'
export { address, type Place } from './parts'
export {
  type Medium,
  type Project,
  type Region,
  type Shape,
  type Shot,
  type SoundClip,
  type Step,
  VERSION,
} from './schema'

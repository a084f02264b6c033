export { type FindBlob, packNumbered, probe, unpackNumbered } from './media/library'
export { Renderer, type RenderRequest } from './render/renderer'
export type { Delivered } from './render/render.worker'
export { fontFile } from './fonts'
export { clockOf } from './play/clock'
export { present, toJpeg } from './play/present'
export { Pace } from './play/pace'
export { Scoper } from './scope/scoper'
export { Player, type PlayEvents, type PlayRange } from './play/player'
export { Autosave, holdProject } from './store/autosave'
export { StorageFull } from './store/database'
export { dropFromLibrary, keepInLibrary, type KeptDesign, type LibraryItem, listLibrary } from './store/saved'
export { importFile, mediumOf } from './store/import'
export { type LaidSequence, layOutEdit, type Layout, naturalLength, newShot, shotName } from './store/layout'
export { findByName } from './store/media-names'
export { filesOf, packFiles, packProject, unpackFiles, unpackProject } from './store/package'
export {
  deleteProject,
  findMedium,
  listProjects,
  type OpenedProject,
  openProject,
  type ProjectCard,
  saveMedium,
  saveProject,
  saveStill,
  storageRoom,
} from './store/projects'
export { clearDeliveries, deliver, type Finished } from './deliver/deliver'
export type { DeliveryProgress } from './deliver/deliver.worker'
export { KeyJudge, type Light, readScreen, type ScreenClip, type ScreenRead } from './key/screens'
export { type Front, measureBend, track, type TrackRun, type Watch } from './track/tracker'
